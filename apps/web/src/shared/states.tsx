import { CloudOff, RotateCcw } from 'lucide-react';
import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { isNotHere, Unreachable } from './api.ts';

/** While something is fetched: nothing for a moment, then a word, so that a quick answer doesn't flicker. */
export function Loading({ what }: { what: string }) {
  return (
    <p role="status" className="text-quiet py-10 text-lg">
      Fetching {what} … {/* Words that fade can’t be read while they do. */}
      <span aria-hidden="true" className="bg-accent ml-2 inline-block h-1.5 w-10 animate-pulse rounded-full align-middle" />
    </p>
  );
}

/** A request that failed: why, and how to go on. What isn't there for whoever asks isn't tried again. */
export function Failed({ what, error, onRetry }: { what: string; error: unknown; onRetry?: () => void }) {
  if (isNotHere(error)) {
    return (
      <div role="alert">
        <NotHere what={what} />
      </div>
    );
  }
  const unreachable = error instanceof Unreachable;
  return (
    <div role="alert" className="max-w-xl py-8">
      <h2 className="flex items-center gap-2 text-xl">
        {unreachable && <CloudOff aria-hidden="true" size={22} />}
        {unreachable ? 'No way to the server just now' : `Couldn’t fetch ${what}`}
      </h2>
      <p className="text-quiet mt-1 text-lg">
        {unreachable
          ? 'A session that runs on this device goes on without it. This page needs it.'
          : error instanceof Error
            ? error.message
            : 'Something went wrong.'}
      </p>
      {onRetry && (
        <button type="button" className="btn btn-primary mt-4" onClick={onRetry}>
          <RotateCcw aria-hidden="true" size={18} /> Try again
        </button>
      )}
    </div>
  );
}

/** At an address that leads to nothing, or to nothing of theirs: which of the two nobody is told. */
export function NotHere({ what, children }: { what: string; children?: ReactNode }) {
  return (
    <Empty title={`Couldn’t find ${what}`}>
      <p>The address may be mistyped, or what stood here was deleted, or it belongs to another trainer.</p>
      <p className="mt-4 flex flex-wrap items-center gap-4">
        {children}
        <Link to="/" className={children ? 'link' : 'btn btn-primary'}>
          Go to Today
        </Link>
      </p>
    </Empty>
  );
}

/** An empty list says what to do first. */
export function Empty({ title, children }: { title: string; children: ReactNode }) {
  return (
    <div className="max-w-xl py-8">
      <h2 className="text-xl">{title}</h2>
      <div className="text-quiet mt-1 text-lg">{children}</div>
    </div>
  );
}
