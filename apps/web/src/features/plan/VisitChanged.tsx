import type { Visit } from '@waxwing/core/api';
import { firstName } from '@waxwing/core/client';
import { listed } from '@waxwing/core/movement';
import { addLane, removeLane, withPlanFields, type Plan, type PlanEdit } from '@waxwing/core/planning';
import { v4 as uuid } from 'uuid';

interface VisitChangedProps {
  readonly plan: Plan;
  readonly visit: Visit;
  readonly onEdit: (edit: PlanEdit, did: string) => void;
}

/** The visit was booked otherwise since it was planned: for others, for longer, or elsewhere. Said, and followed when it is wished. */
export function VisitChanged({ plan, visit, onEdit }: VisitChangedProps) {
  const gone = plan.lanes.filter(({ clientId }) => clientId && !visit.clients.some((each) => each.clientId === clientId));
  const came = visit.clients.filter(({ clientId }) => !plan.lanes.some((lane) => lane.clientId === clientId));
  const isElsewhere = (plan.atHome ?? false) !== visit.atHome || (visit.placeId !== null && plan.placeId !== visit.placeId);
  const said = [
    ...(gone.length + came.length > 0
      ? [`for ${listed(visit.clients.map(({ name }) => firstName(name))) || 'nobody of yours'}`]
      : []),
    ...(plan.minutes === visit.minutes ? [] : [`${visit.minutes} minutes`]),
    ...(isElsewhere ? ['in another place'] : []),
  ];
  // A class has no people to compare.
  if (said.length === 0 || visit.heads) return null;
  const follow: PlanEdit = (now) => {
    const without = gone.reduce((sofar, { laneId }) => removeLane(laneId)(sofar), now);
    const withThem = came.reduce((sofar, { clientId }) => addLane({ laneId: uuid(), clientId })(sofar), without);
    return withPlanFields({
      minutes: visit.minutes,
      ...(isElsewhere && { placeId: visit.placeId ?? undefined, atHome: visit.atHome || undefined }),
    })(withThem);
  };
  return (
    <p className="border-accent my-2 border-l-8 pl-4 text-lg">
      <b>Booked otherwise now:</b> {listed(said)}.{' '}
      <button type="button" className="link cursor-pointer" onClick={() => onEdit(follow, 'as it is booked')}>
        Plan it so
      </button>
    </p>
  );
}
