import type { Visit } from '@waxwing/core/api';
import { Link } from 'react-router';

/** What is planned for a visit, and the ways on: to it, as last time, or from nothing. */
export function PlanLinks({ visit }: { readonly visit: Pick<Visit, 'bookingId' | 'plan' | 'session' | 'clients'> }) {
  const to = `/visits/${visit.bookingId}/plan`;
  if (visit.session?.status === 'ended') {
    return (
      <Link className="link min-h-11 content-center" to={`/log/${visit.session.sessionId}`}>
        Done: read its log
      </Link>
    );
  }
  if (visit.plan && visit.plan.movements > 0) {
    return (
      <Link className="link min-h-11 content-center" to={to}>
        Planned: {visit.plan.movements} movement{visit.plan.movements === 1 ? '' : 's'}
      </Link>
    );
  }
  return (
    <span className="flex flex-wrap gap-x-4">
      {visit.clients.length > 0 && (
        <Link className="link min-h-11 content-center" to={`${to}?as=last`}>
          Plan as last time
        </Link>
      )}
      <Link className="link min-h-11 content-center" to={to}>
        Plan it
      </Link>
    </span>
  );
}
