import type { EffortAnswer } from '@waxwing/core/loading';
import { clockBlockOf, type BriefIndex, type LaneSituation, type SessionState } from '@waxwing/core/session';

/** Whether what a lane does now goes by the clock that is on. */
export function isOnClock(index: BriefIndex, { clock }: SessionState, { item }: LaneSituation): boolean {
  return clock !== null && clockBlockOf(index, item.planItemId)?.blockId === clock.blockId;
}

/** On the clock there is time for one question: for whom it was too easy, and who struggled. Whoever isn’t named was about right. */
export const CLOCK_ANSWERS: readonly (EffortAnswer & { readonly text: string })[] = [
  { text: 'Too easy', effort: 'plenty-left' },
  { text: 'Struggled', effort: 'nothing-left' },
];
