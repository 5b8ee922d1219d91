import { RotateCcw } from 'lucide-react';
import type { ReactNode } from 'react';
import { ErrorBoundary, type FallbackProps } from 'react-error-boundary';
import { useLocation } from 'react-router';
import { loadNewPage } from '../shared/server.ts';

/** A part of the page that could not be fetched: after an update its old parts are gone from the server. */
function isOldPage(error: unknown): boolean {
  return error instanceof Error && /dynamically imported module|module script|Loading chunk/i.test(error.message);
}

function Broken({ error, resetErrorBoundary }: FallbackProps) {
  const isOld = isOldPage(error);
  return (
    <main className="mx-auto max-w-2xl px-5 py-10" role="alert">
      <h1 className="text-3xl">{isOld ? 'This page is of an older Waxwing' : 'This page has broken down'}</h1>
      <p className="mt-2 text-lg">
        {isOld
          ? 'A part of it is no longer on the server, or there is no network. Reload to get the new one.'
          : 'Something in it can’t be shown. Everything else goes on, and nothing that was kept is lost: a session on this device is still there.'}
      </p>
      <div className="mt-5 flex flex-wrap gap-3">
        {isOld ? (
          <button type="button" className="btn btn-primary min-h-14 text-lg" onClick={() => void loadNewPage()}>
            <RotateCcw aria-hidden="true" size={20} /> Reload
          </button>
        ) : (
          <button type="button" className="btn btn-primary min-h-14 text-lg" onClick={resetErrorBoundary}>
            <RotateCcw aria-hidden="true" size={20} /> Try again
          </button>
        )}
        <a className="btn min-h-14 text-lg" href="/">
          Go to today
        </a>
      </div>
      <details className="text-quiet mt-6">
        <summary className="min-h-11 cursor-pointer">What happened, for whoever looks after Waxwing</summary>
        <p className="mt-1 break-words">{error instanceof Error ? `${error.name}: ${error.message}` : String(error)}</p>
      </details>
    </main>
  );
}

/** Keeps what breaks inside a page from taking the rest with it. Another address starts anew. */
export function Unbroken({ children }: { children: ReactNode }) {
  const { pathname } = useLocation();
  return (
    <ErrorBoundary FallbackComponent={Broken} resetKeys={[pathname]}>
      {children}
    </ErrorBoundary>
  );
}
