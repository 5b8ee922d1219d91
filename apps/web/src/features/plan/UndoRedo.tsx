import { Redo2, Undo2 } from 'lucide-react';
import { useEffect } from 'react';
import type { PlanKeeper, PlanSnapshot } from './planKeeper.ts';

/** One step back, and on again, with what it was; also by keys. */
export function UndoRedo({ snapshot: { history }, keeper }: { readonly snapshot: PlanSnapshot; readonly keeper: PlanKeeper }) {
  useUndoKeys(keeper);
  const last = history.past.at(-1);
  const [next] = history.undone;
  return (
    <span className="flex items-center">
      <button
        type="button"
        className="btn btn-ghost min-h-11 px-2"
        disabled={!last}
        aria-label={last ? `Undo: ${last.did}` : 'Nothing to undo'}
        title={last ? `Undo: ${last.did}` : undefined}
        onClick={keeper.undo}
      >
        <Undo2 aria-hidden="true" size={20} />
        <span className="max-w-40 truncate font-normal max-lg:hidden">{last?.did}</span>
      </button>
      <button
        type="button"
        className="btn btn-ghost min-h-11 px-2"
        disabled={!next}
        aria-label={next ? `Do again: ${next.did}` : 'Nothing to do again'}
        title={next ? `Do again: ${next.did}` : undefined}
        onClick={keeper.redo}
      >
        <Redo2 aria-hidden="true" size={20} />
      </button>
    </span>
  );
}

/** Ctrl and Z, and with Shift or Y the other way; in a field that is typed in the browser's own holds. */
function useUndoKeys(keeper: PlanKeeper) {
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (!(event.ctrlKey || event.metaKey) || event.altKey) return;
      if (event.target instanceof Element && event.target.closest('input, textarea, dialog')) return;
      const key = event.key.toLowerCase();
      if (key !== 'z' && key !== 'y') return;
      event.preventDefault();
      if (key === 'y' || event.shiftKey) keeper.redo();
      else keeper.undo();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [keeper]);
}
