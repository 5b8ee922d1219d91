import { answerOf, leftNothing } from '../loading/effort.ts';
import type { ItemState, LaneState, SetState } from './state.ts';

/** Sets from this one on are late. */
export const LATE_FROM_SET = 3;

/** Late in the work: the third set of a movement on, or after a set that left nothing. */
export function isLate(lane: LaneState, item: ItemState, set: SetState | null): boolean {
  const ordinal = set?.itemId === item.itemId ? set.ordinal : item.setIds.length + 1;
  const answer = lane.sets.flatMap((each) => answerOf(each) ?? []).at(-1);
  return ordinal >= LATE_FROM_SET || (answer !== undefined && leftNothing(answer));
}
