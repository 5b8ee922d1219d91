import { forgetDraftAt, keepDraftAt, keptDraftAt } from '../../shared/device/keptDrafts.ts';
import type { PlanDraft } from './planKeeper.ts';

const keyOf = (trainerId: string, planId: string) => `waxwing.plan.${trainerId}.${planId}`;

/** Plans of this sign-in that the server hasn't got yet, or not as they are. */
export const planDrafts = {
  keep: (trainerId: string, planId: string, draft: PlanDraft) => keepDraftAt(keyOf(trainerId, planId), draft),
  kept: (trainerId: string, planId: string) => keptDraftAt<PlanDraft>(keyOf(trainerId, planId)),
  forget: (trainerId: string, planId: string) => forgetDraftAt(keyOf(trainerId, planId)),
};
