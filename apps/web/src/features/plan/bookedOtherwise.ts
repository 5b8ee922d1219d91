import type { Visit } from '@waxwing/core/api';
import { addLane, removeLane, withPlanFields, type Plan, type PlanEdit } from '@waxwing/core/planning';

/** What of a visit is otherwise than it was planned. */
export interface BookedOtherwise {
  readonly isForOthers: boolean;
  readonly isOtherTime: boolean;
  readonly isElsewhere: boolean;
  /** Makes the plan one of the visit as it is booked. */
  readonly follow: PlanEdit;
}

/** `null` while the plan is of the visit as it is booked. `firstPlaceId`: where a plan is that names no place. */
export function bookedOtherwise(
  plan: Plan,
  visit: Visit,
  firstPlaceId: string | undefined,
  newId: () => string,
): BookedOtherwise | null {
  const gone = plan.lanes.filter(({ clientId }) => clientId && !visit.clients.some((each) => each.clientId === clientId));
  const came = visit.clients.filter(({ clientId }) => !plan.lanes.some((lane) => lane.clientId === clientId));
  // A class has no people to compare.
  const isForOthers = !visit.heads && gone.length + came.length > 0;
  const isOtherTime = plan.minutes !== visit.minutes;
  const isAtHome = plan.atHome ?? false;
  const isOtherRoom = visit.placeId !== null && (plan.placeId ?? firstPlaceId) !== visit.placeId;
  const isElsewhere = isAtHome !== visit.atHome || (!isAtHome && isOtherRoom);
  if (!isForOthers && !isOtherTime && !isElsewhere) return null;
  const follow: PlanEdit = (now) => {
    const without = isForOthers ? gone.reduce((sofar, { laneId }) => removeLane(laneId)(sofar), now) : now;
    const withThem = isForOthers
      ? came.reduce((sofar, { clientId }) => addLane({ laneId: newId(), clientId })(sofar), without)
      : without;
    const place = { placeId: visit.placeId ?? undefined, atHome: visit.atHome || undefined };
    return withPlanFields({ minutes: visit.minutes, ...(isElsewhere && place) })(withThem);
  };
  return { isForOthers, isOtherTime, isElsewhere, follow };
}
