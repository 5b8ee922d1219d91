import type { PlanKeeper, PlanSnapshot } from './planKeeper.ts';
import { minutesText } from './planWords.ts';

/** Whether it is kept, and what to do where it isn't. */
export function KeptState({ snapshot: { kept }, keeper }: { readonly snapshot: PlanSnapshot; readonly keeper: PlanKeeper }) {
  if (kept.kind === 'met') {
    return (
      <div role="alert" className="border-accent my-3 border-l-8 pl-4">
        <p className="text-lg">
          <b>Another device changed the same places.</b> Yours stands here and is kept on this device.
        </p>
        <p className="mt-1 flex flex-wrap gap-2">
          <button type="button" className="btn min-h-11" onClick={() => keeper.choose('mine')}>
            Keep this one
          </button>
          <button type="button" className="btn min-h-11" onClick={() => keeper.choose('theirs')}>
            Take the other: {minutesText(kept.theirs.plan.minutes * 60)},{' '}
            {kept.theirs.plan.blocks.reduce((sum, { items }) => sum + items.length, 0)} movements
          </button>
          <button type="button" className="btn min-h-11" onClick={() => keeper.choose('joined')}>
            Both, and the other’s where they meet
          </button>
        </p>
      </div>
    );
  }
  if (kept.kind === 'refused') {
    return (
      <p role="alert" className="border-accent my-2 border-l-8 pl-4 text-lg">
        <b>Not saved on the server:</b> {kept.text}. It is still here.{' '}
        <button type="button" className="link min-h-11" onClick={() => void keeper.flush()}>
          Try again
        </button>
      </p>
    );
  }
  return (
    <p role="status" className="text-quiet text-sm" data-kept={kept.kind}>
      {kept.kind === 'waiting'
        ? 'On this device; goes to the server when there is a network'
        : kept.kind === 'sending'
          ? 'Saving …'
          : 'Saved'}
    </p>
  );
}
