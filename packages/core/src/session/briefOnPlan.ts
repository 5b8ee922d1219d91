import type { Plan } from '../planning/plan.ts';
import { startOf } from '../planning/startOf.ts';
import type { SessionBrief } from './brief.ts';
import { indexBrief } from './briefIndex.ts';
import { planContextOf } from './planContextOf.ts';

/**
 * A brief that runs a plan: each lane's list is what the plan has for it, as begun at the desk. Of what the brief doesn't hold
 * nothing is on a list.
 */
export function briefOnPlan(brief: SessionBrief, plan: Plan, newId: () => string): SessionBrief {
  const revisionOf = new Map(brief.revisions.map(({ document, revisionId }) => [document.id, revisionId]));
  const planned = { ...brief, plan };
  const lists = startOf(plan, planContextOf(indexBrief(planned)));
  const clients = brief.clients.map((client) => ({
    ...client,
    items: (lists.get(client.laneId) ?? []).flatMap((movement) => {
      const revisionId = revisionOf.get(movement.movementId);
      return revisionId ? [{ ...movement, itemId: newId(), revisionId }] : [];
    }),
  }));
  return { ...planned, clients };
}
