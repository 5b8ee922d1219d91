import type { ItemState, LaneState } from './state.ts';

/** The side to begin a set with: the one that was not last, so that neither is always the tired one. */
export function firstSide(lane: LaneState, item: ItemState): 'left' | 'right' {
  const lastSet = lane.sets.findLast((set) => set.itemId === item.itemId);
  return lastSet?.segments[0]?.side === 'left' ? 'right' : 'left';
}
