import type { Visit } from '@waxwing/core/api';
import { firstName } from '@waxwing/core/client';
import { listed } from '@waxwing/core/movement';
import type { Plan, PlanEdit } from '@waxwing/core/planning';
import { v4 as uuid } from 'uuid';
import { bookedOtherwise } from './bookedOtherwise.ts';
import type { KnownForPlan } from './knownForPlan.ts';

interface VisitChangedProps {
  readonly plan: Plan;
  readonly visit: Visit;
  readonly known: KnownForPlan;
  readonly onEdit: (edit: PlanEdit, did: string) => void;
}

/** The visit was booked otherwise since it was planned: said, and followed when it is wished. */
export function VisitChanged({ plan, visit, known, onEdit }: VisitChangedProps) {
  const found = bookedOtherwise(plan, visit, known.basis.places[0]?.placeId, uuid);
  if (!found) return null;
  const said = [
    ...(found.isForOthers ? [`for ${listed(visit.clients.map(({ name }) => firstName(name))) || 'nobody of yours'}`] : []),
    ...(found.isOtherTime ? [`${visit.minutes} minutes`] : []),
    ...(found.isElsewhere ? ['in another place'] : []),
  ];
  return (
    <p className="border-accent my-2 border-l-8 pl-4 text-lg">
      <b>Booked otherwise now:</b> {listed(said)}.{' '}
      <button type="button" className="link cursor-pointer" onClick={() => onEdit(found.follow, 'as it is booked')}>
        Plan it so
      </button>
    </p>
  );
}
