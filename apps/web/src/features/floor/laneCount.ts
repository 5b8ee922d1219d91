import { segmentAmount, totalAmount, type LaneSituation } from '@waxwing/core/session';
import { secondsBetween } from '../../shared/dates.ts';

/** What a lane's counter shows at an instant. */
export interface LaneCount {
  readonly done: number;
  readonly target: number;
  readonly isHold: boolean;
  /** Of what the count is. */
  readonly unit: string;
  /** The other side of this set hasn't been begun. */
  readonly otherIsLeftToDo: boolean;
}

export function laneCount({ set, isWorking, item, movement }: LaneSituation, now: Date): LaneCount {
  const { laterality } = movement.document;
  const segment = isWorking ? set!.segments.at(-1)! : null;
  const isHold = item.dose.kind === 'seconds';
  const at = now.toISOString();
  const sideAmount = segment
    ? set!.segments.filter((each) => each.side === segment.side).reduce((sum, each) => sum + segmentAmount(each, at), 0)
    : 0;
  return {
    done: laterality === 'one-side' ? sideAmount : segment ? totalAmount(set!, at) : 0,
    target: laterality === 'alternating' && item.dose.kind === 'reps' ? item.target * 2 : item.target,
    isHold,
    unit: isHold ? 's' : laterality === 'alternating' ? 'steps, both sides' : segment?.side ? `${segment.side} side` : 'reps',
    otherIsLeftToDo: laterality === 'one-side' && isWorking && new Set(set!.segments.map((each) => each.side)).size < 2,
  };
}

/** Seconds of the rest that are left, below none when it is over; `null` while a set goes on or before the first. */
export function restLeft({ set, isWorking, item }: LaneSituation, now: Date): number | null {
  return set?.endedAt && !isWorking ? item.restSeconds - secondsBetween(set.endedAt, now) : null;
}
