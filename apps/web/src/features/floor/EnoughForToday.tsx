import { lowerFirst } from '@waxwing/core/movement';
import {
  calledOf,
  decideFading,
  dropItem,
  fadingToShow,
  type BriefIndex,
  type LaneSituation,
  type SessionState,
} from '@waxwing/core/session';
import { useState } from 'react';
import { Dialog } from '../../shared/Dialog.tsx';
import type { FloorSession } from '../../shared/live/floorSession.ts';

interface EnoughProps {
  readonly live: FloorSession;
  readonly index: BriefIndex;
  readonly state: SessionState;
  readonly situation: LaneSituation;
}

/** A calm question when somebody fades, with what could be left out; asked once for each sign. */
export function EnoughForToday({ live, index, state, situation }: EnoughProps) {
  const { lane, client } = situation;
  const [isOpen, setOpen] = useState(false);
  const signs = fadingToShow(index, state, lane);
  if (signs.length === 0 && !isOpen) return null;
  const left = lane.items.filter(({ dropped, pain, setIds, sets }) => !dropped && !pain && setIds.length < sets);
  const decide = (taken: boolean) => void live.act(lane.laneId, (context) => decideFading(context, signs, taken));
  return (
    <div
      role="group"
      aria-label="Enough for today?"
      className="border-accent flex flex-wrap items-center gap-x-4 gap-y-2 border-l-8 pl-4"
    >
      <p className="min-w-56 flex-1 text-lg leading-tight">
        <b>Enough for today?</b> {signs.join('; ')}
      </p>
      <button
        type="button"
        className="btn min-h-14"
        onClick={() => {
          setOpen(true);
          decide(true);
        }}
      >
        Leave something out
      </button>
      <button type="button" className="btn btn-ghost min-h-14" onClick={() => decide(false)}>
        Go on
      </button>
      {isOpen && (
        <Dialog title={`What ${calledOf(client)} leaves out`} onClose={() => setOpen(false)}>
          <ul className="mt-3 flex flex-col gap-2">
            {left.map(({ itemId, movementId, sets, setIds }) => (
              <li key={itemId} className="flex items-center gap-3">
                <span className="min-w-0 flex-1 text-lg">
                  {index.nameOf(movementId)}{' '}
                  <span className="text-quiet">
                    {sets - setIds.length === 1 ? 'one set left' : `${sets - setIds.length} sets left`}
                  </span>
                </span>
                <button
                  type="button"
                  className="btn min-h-14 px-5"
                  aria-label={`Leave out ${lowerFirst(index.nameOf(movementId))}`}
                  onClick={() => void live.act(lane.laneId, (context) => dropItem(context, itemId))}
                >
                  Leave out
                </button>
              </li>
            ))}
          </ul>
          {left.length === 0 && <p className="mt-3 text-lg">Nothing is left on the list.</p>}
        </Dialog>
      )}
    </div>
  );
}
