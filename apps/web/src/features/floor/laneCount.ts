import { turnsOf } from '@waxwing/core/movement';
import { segmentAmount, type LaneSituation, type NextStretch } from '@waxwing/core/session';
import { secondsBetween } from '../../shared/dates.ts';

/** What a lane's counter shows at an instant. */
export interface LaneCount {
  readonly done: number;
  readonly target: number;
  readonly isHold: boolean;
  /** A hold that was dropped and may be taken up again. */
  readonly isDropped: boolean;
  /** In how many pieces it was held so far. */
  readonly pieces: number;
  /** Of what the count is. */
  readonly unit: string;
  /** What follows at once within the set. */
  readonly follows: NextStretch | null;
}

/** What is counted together: one side, one stretch, whatever was changed in it. */
function together({ set, isWorking, movement }: LaneSituation) {
  if (!set || !isWorking) return [];
  const last = set.segments.at(-1)!;
  const isOneSided = movement.document.laterality === 'one-side';
  return set.segments.filter(
    ({ side, stretch, unit }) => stretch === last.stretch && unit === last.unit && (!isOneSided || side === last.side),
  );
}

export function laneCount(situation: LaneSituation, now: Date): LaneCount {
  const { isWorking, item, movement, asked, follows } = situation;
  const { document } = movement;
  const segments = together(situation);
  const last = segments.at(-1);
  const unit = last?.unit ?? asked.unit ?? item.dose.kind;
  const isHold = unit === 'seconds';
  const turns = turnsOf(document, unit);
  const isByTurns = document.laterality === 'alternating' && unit === 'reps';
  const at = now.toISOString();
  // A hold is asked for whole, in however many pieces; what was changed half-way may ask for something else.
  const target = (isHold ? segments[0] : last)?.target ?? asked.target;
  return {
    done: segments.reduce((sum, each) => sum + segmentAmount(each, at), 0),
    target: target * turns,
    isHold,
    isDropped: isHold && last !== undefined && last.endedAt !== null,
    pieces: isHold ? segments.length : 0,
    unit: isHold
      ? 's'
      : unit === 'distance'
        ? 'm'
        : isByTurns
          ? 'steps, both sides'
          : isWorking && last?.side
            ? `${last.side} side`
            : 'reps',
    follows,
  };
}

/** Seconds of the rest that are left, below none when it is over; `null` while a set goes on or before the first. */
export function restLeft({ set, isWorking, restSeconds }: LaneSituation, now: Date): number | null {
  return set?.endedAt && !isWorking ? restSeconds - secondsBetween(set.endedAt, now) : null;
}
