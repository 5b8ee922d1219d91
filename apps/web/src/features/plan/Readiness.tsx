import { firstName, readinessOf } from '@waxwing/core/client';
import type { Plan } from '@waxwing/core/planning';
import { Link } from 'react-router';
import type { KnownForPlan } from './knownForPlan.ts';

/** Who may not begin yet, and who was never asked, with the way to put that right. */
export function Readiness({ plan, known }: { readonly plan: Plan; readonly known: KnownForPlan }) {
  return plan.lanes.map(({ laneId }) => {
    const client = known.person(laneId)?.client;
    const { kind, text } = readinessOf(client?.readiness);
    if (!client || (kind !== 'hold' && kind !== 'not-asked')) return null;
    const whose = plan.lanes.length > 1 ? ` for ${firstName(client.name)}` : '';
    return (
      <p key={laneId} className="border-accent my-2 border-l-8 pl-4 text-lg">
        {kind === 'hold' ? <b>No session yet{whose}.</b> : whose && <b>{firstName(client.name)}:</b>} {text}{' '}
        <Link className="link" to={`/clients/${client.clientId}/record#readiness`}>
          {kind === 'hold' ? 'Record it' : 'Ask them now'}
        </Link>
      </p>
    );
  });
}
