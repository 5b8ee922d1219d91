import { useEffect, type ReactNode } from 'react';

/** A desk page: its title, what stands beside it, and the rest. */
export function Page({ title, aside, children }: { title: string; aside?: ReactNode; children: ReactNode }) {
  useTitle(title);
  return (
    <main className="mx-auto w-full max-w-6xl px-5 py-6 md:px-8">
      <header className="mb-5 flex flex-wrap items-baseline gap-x-4 gap-y-2">
        <h1 className="text-3xl md:text-4xl">{title}</h1>
        {aside}
      </header>
      {children}
    </main>
  );
}

export function useTitle(title: string): void {
  useEffect(() => {
    document.title = `${title} · Waxwing`;
  }, [title]);
}
