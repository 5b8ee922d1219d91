import { useEffect, type ReactNode } from 'react';

interface PageProps {
  readonly title: string;
  readonly aside?: ReactNode;
  /** What goes on paper instead of the page. */
  readonly printed?: ReactNode;
  readonly children: ReactNode;
}

/** A desk page: its title, what stands beside it, and the rest. */
export function Page({ title, aside, printed, children }: PageProps) {
  useTitle(title);
  return (
    <>
      {printed}
      <Screen title={title} aside={aside} isPrinted={!printed}>
        {children}
      </Screen>
    </>
  );
}

function Screen({ title, aside, isPrinted, children }: Omit<PageProps, 'printed'> & { readonly isPrinted: boolean }) {
  return (
    <main className={`mx-auto w-full max-w-6xl px-5 py-6 md:px-8 ${isPrinted ? '' : 'print:hidden'}`}>
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
