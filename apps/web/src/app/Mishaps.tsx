import { useEffect, useState } from 'react';

/** What a browser says of itself, in words that help. */
export function mishapWords(error: unknown): string {
  if (!(error instanceof Error)) return 'Something went wrong.';
  switch (error.name) {
    case 'QuotaExceededError':
      return 'This device has no room left to keep anything: free some.';
    case 'InvalidStateError':
      return 'Another tab has a newer Waxwing: reload this one.';
    default:
      return `${error.message.replace(/\.$/, '')}.`;
  }
}

/** What nobody caught: said, so that nobody thinks that a tap was taken when it wasn't. */
export function Mishaps() {
  const [words, setWords] = useState<string | null>(null);
  useEffect(() => {
    const hear = (event: PromiseRejectionEvent | ErrorEvent) => {
      const error: unknown = 'reason' in event ? event.reason : event.error;
      // The browser's own remark about a layout that needs a second pass; nothing has failed.
      if (event instanceof ErrorEvent && /ResizeObserver/.test(event.message)) return;
      setWords(mishapWords(error));
    };
    window.addEventListener('unhandledrejection', hear);
    window.addEventListener('error', hear);
    return () => {
      window.removeEventListener('unhandledrejection', hear);
      window.removeEventListener('error', hear);
    };
  }, []);
  if (words === null) return null;
  return (
    <div
      role="alert"
      className="bg-neutral text-neutral-content fixed inset-x-3 bottom-3 z-50 mx-auto flex max-w-2xl items-center gap-x-4 rounded-xl px-5 py-2 text-lg print:hidden"
    >
      <span className="min-w-0 flex-1">
        <b>That didn’t work.</b> {words} Check whether the last tap was taken.
      </span>
      <button type="button" className="min-h-11 cursor-pointer underline" onClick={() => setWords(null)}>
        Close
      </button>
    </div>
  );
}
