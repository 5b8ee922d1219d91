import { localDate, shortDay } from './dates.ts';

/** Over a form that goes on from what was typed before: since when, and the way to an empty one. */
export function GoesOn({ at, onAnew }: { readonly at: string; readonly onAnew: () => void }) {
  const day = localDate(new Date(at));
  return (
    <p role="status" className="border-accent mb-4 flex flex-wrap items-center gap-x-4 border-l-8 pl-4 text-lg">
      {day === localDate() ? 'You left this half filled earlier today.' : `You left this half filled on ${shortDay(day)}.`} It
      goes on from there; nothing is saved yet.
      <button type="button" className="btn min-h-11 font-normal" onClick={onAnew}>
        Begin again
      </button>
    </p>
  );
}
