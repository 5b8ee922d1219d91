import { useEffect, useRef, type ReactNode } from 'react';
import { NavigationType, useLocation, useNavigationType } from 'react-router';

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

/** Where the last heading was brought to: a page that is drawn again, with what it waited for, isn’t arrived at anew. */
let arrivedAt: string | null = null;

/** Whoever comes to another page begins at its heading, with the keyboard and with a reader of the screen; not on the first one. */
function useArrival() {
  const { pathname } = useLocation();
  const how = useNavigationType();
  const heading = useRef<HTMLHeadingElement>(null);
  useEffect(() => {
    const isOther = arrivedAt !== null && arrivedAt !== pathname;
    arrivedAt = pathname;
    const isTyping =
      document.activeElement?.closest('main')?.contains(heading.current) && document.activeElement !== heading.current;
    // Going back, the browser knows how far down one was.
    if (isOther && !isTyping) heading.current?.focus({ preventScroll: how === NavigationType.Pop });
  }, [pathname, how]);
  return heading;
}

function Screen({ title, aside, isPrinted, children }: Omit<PageProps, 'printed'> & { readonly isPrinted: boolean }) {
  const heading = useArrival();
  return (
    <main className={`mx-auto w-full max-w-6xl px-5 py-6 md:px-8 ${isPrinted ? '' : 'print:hidden'}`}>
      <header className="mb-5 flex flex-wrap items-baseline gap-x-4 gap-y-2">
        <h1 ref={heading} tabIndex={-1} className="text-3xl md:text-4xl">
          {title}
        </h1>
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
