import { lowerFirst } from '@waxwing/core/movement';
import { hourLeft, dropItem, type BriefIndex, type HourLeft, type SessionState } from '@waxwing/core/session';
import { useState } from 'react';
import { Dialog } from '../../shared/Dialog.tsx';
import { useNow } from '../../shared/useNow.ts';
import type { FloorSession } from '../../shared/live/floorSession.ts';

/** Nobody plans closer than this. */
const SHORT_FROM_SECONDS = 120;

const minutes = (seconds: number) => Math.max(0, Math.round(seconds / 60));

interface HourLeftProps {
  readonly live: FloorSession;
  readonly index: BriefIndex;
  readonly state: SessionState;
}

/** What is left of the hour against its plan; when it is too little, what could be left out. */
export function HourLeftBar({ live, index, state }: HourLeftProps) {
  const now = useNow(10_000);
  const [isOpen, setOpen] = useState(false);
  const left = hourLeft(index, state, now);
  if (!left) return null;
  const short = left.planned - left.booked;
  const isShort = short > SHORT_FROM_SECONDS;
  const text = left.booked > 0 ? `${minutes(left.booked)} min left` : 'time is up';
  return (
    <>
      {isShort && left.droppable.length > 0 ? (
        <button type="button" className="min-h-11 cursor-pointer whitespace-nowrap" onClick={() => setOpen(true)}>
          {text}, <span className="underline underline-offset-4">{minutes(short)} short</span>
        </button>
      ) : (
        <span className="whitespace-nowrap">
          {text}
          {isShort && `, ${minutes(short)} short`}
        </span>
      )}
      {isOpen && (
        <Dialog title="What to leave out" onClose={() => setOpen(false)}>
          <WhatToDrop live={live} index={index} left={left} short={short} />
        </Dialog>
      )}
    </>
  );
}

interface WhatToDropProps {
  readonly live: FloorSession;
  readonly index: BriefIndex;
  readonly left: HourLeft;
  readonly short: number;
}

function WhatToDrop({ live, index, left, short }: WhatToDropProps) {
  return (
    <>
      <p className="mt-2 text-lg">
        {short > 0
          ? `The rest of the plan takes ${minutes(left.planned)} minutes, and ${minutes(left.booked)} are left.`
          : 'What is left of the plan fits now.'}{' '}
        <span className="text-quiet">What is missed least stands first; the warm-up and the close are kept.</span>
      </p>
      <ul className="mt-3 flex flex-col gap-2">
        {left.droppable.map(({ planItemId, movementId, saves, items }) => (
          <li key={planItemId} className="flex flex-wrap items-center gap-3">
            <span className="min-w-0 flex-1 text-lg">
              {index.nameOf(movementId)}
              {items.length > 1 && <span className="text-quiet"> for {items.length}</span>}
            </span>
            <span className="text-quiet">{minutes(saves) > 0 ? `${minutes(saves)} min` : 'under a minute'}</span>
            <button
              type="button"
              className="btn min-h-14 px-5"
              aria-label={`Leave out ${lowerFirst(index.nameOf(movementId))}`}
              onClick={() => items.forEach(({ laneId, itemId }) => void live.act(laneId, (context) => dropItem(context, itemId)))}
            >
              Leave out
            </button>
          </li>
        ))}
      </ul>
    </>
  );
}
