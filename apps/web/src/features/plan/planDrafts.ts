import { newPlan, type Plan, type PlanLane } from '@waxwing/core/planning';
import { v4 as uuid } from 'uuid';
import { forgetDraftAt, keepDraftAt, keptDraftAt } from '../../shared/device/keptDrafts.ts';
import type { PlanDraft } from './planKeeper.ts';

const keyOf = (trainerId: string, planId: string) => `waxwing.plan.${trainerId}.${planId}`;

/** Plans of this sign-in that the server hasn't got yet, or not as they are. */
export const planDrafts = {
  keep: (trainerId: string, planId: string, draft: PlanDraft) => keepDraftAt(keyOf(trainerId, planId), draft),
  kept: (trainerId: string, planId: string) => keptDraftAt<PlanDraft>(keyOf(trainerId, planId)),
  forget: (trainerId: string, planId: string) => forgetDraftAt(keyOf(trainerId, planId)),
};

/** Begins a plan on this device; answers its id, under which its page finds it. */
export function beginPlan(
  trainerId: string,
  part: Partial<Plan> & { readonly lanes: readonly PlanLane[]; readonly minutes: number },
  kept: Pick<PlanDraft, 'bookingId' | 'isTemplate'> = {},
): string {
  const planId = uuid();
  planDrafts.keep(trainerId, planId, { plan: newPlan(part, uuid), base: null, version: 0, ...kept });
  return planId;
}
