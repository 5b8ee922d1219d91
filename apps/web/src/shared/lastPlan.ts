import type { LastPlanAnswer, LastTime } from '@waxwing/core/api';
import { planOfMovements, type Plan } from '@waxwing/core/planning';
import { v4 as uuid } from 'uuid';
import { api } from './api.ts';
import type { IndexedLibrary } from './queries.ts';

/** The edition that these people began last, or what each of them did in an hour that was begun without a plan; `null` where there is neither. */
export async function lastPlan(
  clientIds: readonly string[],
  plan: Plan,
  library: IndexedLibrary,
): Promise<{ readonly plan: Plan; readonly localDate: string | null } | null> {
  const { last } = await api.get<{ last: LastPlanAnswer }>(`plans/last?clientIds=${clientIds.join()}`);
  if (last) return last;
  const done = await Promise.all(clientIds.map((id) => api.get<LastTime[]>(`clients/${id}/last-time`)));
  if (done.every((each) => each.length === 0)) return null;
  const byLane = clientIds.map((clientId, at) => ({
    lane: plan.lanes.find((lane) => lane.clientId === clientId)!,
    documents: done[at]!.flatMap(({ movementId }) => library.revisionInUse(movementId)?.document ?? []),
  }));
  return { plan: planOfMovements(byLane, plan.minutes, uuid), localDate: null };
}
