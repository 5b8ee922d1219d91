import { planBlockOf, type BriefIndex, type LaneSituation, type SessionState } from '@waxwing/core/session';

/**
 * Whether the clock that is on says when a lane begins and ends: as many rounds as fit are done at one’s own pace, and what hurt or was left out
 * only by hand.
 */
export function isOnClock(index: BriefIndex, { clock }: SessionState, { item }: LaneSituation): boolean {
  const block = clock && planBlockOf(index, item.planItemId);
  return clock !== null && block?.blockId === clock.blockId && block.format.kind !== 'amrap' && !item.pain && !item.dropped;
}
