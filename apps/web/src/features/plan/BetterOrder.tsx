import { orderedBy, type Plan, type PlanBlock, type PlanContext, type PlanEdit } from '@waxwing/core/planning';
import { Shuffle, X } from 'lucide-react';
import { useState } from 'react';
import { useBetterOrder, type BetterOrder as Found } from './useBetterOrder.ts';

interface BetterOrderProps {
  readonly block: PlanBlock;
  readonly name: string;
  readonly plan: Plan;
  readonly context: PlanContext;
  readonly onEdit: (edit: PlanEdit, did: string) => void;
}

/** A line by itself, as high as the buttons beside it. */
const ALONE = 'flex min-h-11 items-center';

/** So many and more are worth saying. */
const SECONDS_SAID = 10;

/** Puts a block into the order that flows best, and says why. */
export function BetterOrder({ block, name, plan, context, onEdit }: BetterOrderProps) {
  const [floorTogether, setFloorTogether] = useState(true);
  const { state, look, close } = useBetterOrder(block.blockId, plan, context, onEdit);
  const ids = block.items.map(({ itemId }) => itemId);
  // Once somebody has put it otherwise, what was said of it says nothing any more.
  const isStill = !state || !('after' in state) || isSame(ids, state.after);
  return (
    <>
      <button
        type="button"
        className="btn btn-ghost min-h-11 gap-2 px-3"
        // Disabled it would lose the keyboard's place.
        aria-disabled={state?.kind === 'looking'}
        aria-label={`Better order for ${name}`}
        onClick={() => state?.kind !== 'looking' && look(floorTogether)}
      >
        <Shuffle aria-hidden="true" size={18} /> Better order
      </button>
      {state && isStill && (
        <div role="status" className="bg-base-200 order-last mb-2 flex basis-full items-start gap-4 rounded-xl py-2 pr-2 pl-4">
          <div className="flex grow flex-wrap items-center gap-x-6">
            <Said state={state} />
            {state.kind === 'found' && (
              <button
                type="button"
                className="link min-h-11 cursor-pointer font-bold"
                onClick={() => {
                  onEdit(orderedBy(block.blockId, state.before), 'the order as it was');
                  close();
                }}
              >
                Back to how it was
              </button>
            )}
            {(state.kind === 'found' || state.kind === 'none') && state.mixesFloor && (
              <label className="flex min-h-11 cursor-pointer items-center gap-2">
                <input
                  type="checkbox"
                  className="checkbox"
                  checked={floorTogether}
                  onChange={({ target: { checked } }) => {
                    setFloorTogether(checked);
                    look(checked);
                  }}
                />
                Keep work on the floor together
              </label>
            )}
          </div>
          <button type="button" className="btn btn-ghost btn-square min-h-11" aria-label="Close this" onClick={close}>
            <X aria-hidden="true" size={18} />
          </button>
        </div>
      )}
    </>
  );
}

function Said({ state }: { readonly state: Found }) {
  switch (state.kind) {
    case 'looking':
      return <p className={ALONE}>Looking for a better order</p>;
    case 'failed':
      return <p className={ALONE}>No order could be worked out. The plan is as it was.</p>;
    case 'none':
      return <p className={ALONE}>{state.isExact ? 'It stands in the best order already.' : 'No better order was found.'}</p>;
    case 'found': {
      const { reasons, savedSeconds, isExact } = state;
      return (
        <div className="basis-full pt-2">
          <p className="font-bold">
            Now in a better order
            {savedSeconds >= SECONDS_SAID && `: ${Math.round(savedSeconds)} s less changing over`}
          </p>
          <ul className="mt-1 list-disc pl-5">
            {reasons.better.map((text) => (
              <li key={text}>{text}</li>
            ))}
            {savedSeconds <= -SECONDS_SAID && (
              <li className="text-quiet">But: {Math.round(-savedSeconds)} s more changing over</li>
            )}
            {reasons.worse.map((text) => (
              <li key={text} className="text-quiet">
                But: {text}
              </li>
            ))}
          </ul>
          {!isExact && (
            <p className="text-quiet mt-1">So many movements can’t be tried in every order: a better one may exist.</p>
          )}
        </div>
      );
    }
  }
}

function isSame(a: readonly string[], b: readonly string[]): boolean {
  return a.length === b.length && a.every((id, at) => id === b[at]);
}
