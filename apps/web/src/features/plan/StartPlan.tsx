import type { Visit } from '@waxwing/core/api';
import { readinessOf } from '@waxwing/core/client';
import { startOf, type Plan } from '@waxwing/core/planning';
import type { SessionBrief, StartSession } from '@waxwing/core/session';
import clsx from 'clsx';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { v7 as uuid } from 'uuid';
import { api } from '../../shared/api.ts';
import { localDate, localZone } from '../../shared/dates.ts';
import { deviceStoreFor } from '../../shared/device/deviceStore.ts';
import { useRefresh } from '../../shared/queries.ts';
import { useSignedIn } from '../../shared/signedIn.tsx';
import type { KnownForPlan } from './knownForPlan.ts';

interface StartPlanProps {
  readonly plan: Plan;
  readonly known: KnownForPlan;
  readonly visit: Visit | null;
  readonly items: number;
  readonly onBeforeStart: () => Promise<void>;
}

/** Begins the plan on the floor for everybody in it; who may not begin is named, with why. */
export function StartPlan({ plan, known, visit, items, onBeforeStart }: StartPlanProps) {
  const { me } = useSignedIn();
  const navigate = useNavigate();
  const refresh = useRefresh();
  const [error, setError] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  // A second press asks for the same session, unless something else is planned by then.
  const [asked, setAsked] = useState<{ readonly plan: Plan; readonly sessionId: string } | null>(null);
  const people = plan.lanes.flatMap(({ laneId }) => known.person(laneId) ?? []);
  const held = people.filter(({ client }) => readinessOf(client.readiness).kind === 'hold');
  const going = visit?.session && visit.session.status !== 'ended' ? visit.session : null;
  const isClass = plan.lanes.length > 0 && plan.lanes.every(({ clientId }) => clientId === undefined);
  if (!isClass && (people.length === 0 || people.length < plan.lanes.length)) {
    return (
      <span className="text-quiet max-w-56 text-sm">Starts when everybody in it is a client of yours, or all of it a class.</span>
    );
  }
  const start = async () => {
    setBusy(true);
    setError(null);
    try {
      await onBeforeStart();
      const sessionId = asked?.plan === plan ? asked.sessionId : uuid();
      setAsked({ plan, sessionId });
      const lists = startOf(plan, known.context);
      const lanes = plan.lanes.flatMap(({ laneId, clientId, level }) => {
        const movements = [...(lists.get(laneId) ?? [])];
        const whose = clientId ? { clientId } : { level: level ?? 'Everybody' };
        return movements.length > 0 ? [{ laneId, ...whose, movements }] : [];
      });
      const form: StartSession = {
        sessionId,
        localDate: localDate(),
        zone: localZone(),
        ...(plan.atHome ? { atHome: true } : plan.placeId ? { placeId: plan.placeId } : {}),
        lanes,
        plan,
        ...(visit && { bookingId: visit.bookingId }),
      };
      const brief = await api.post<SessionBrief>('sessions', form);
      await (await deviceStoreFor(me.trainerId)).saveBrief(brief);
      await refresh();
      await navigate(`/floor/${brief.sessionId}`);
    } catch (failure) {
      setError(failure instanceof Error ? failure.message : 'That didn’t work.');
      setBusy(false);
    }
  };
  return (
    <span className="flex flex-wrap items-center gap-2">
      {error && (
        <span role="alert" className="max-w-64 text-sm font-bold">
          {error} The plan is still here.
        </span>
      )}
      {going && (
        <Link className="btn btn-primary min-h-12 px-6 text-lg" to={`/floor/${going.sessionId}`}>
          Back to the floor
        </Link>
      )}
      <button
        type="button"
        className={clsx('btn min-h-12', !going && 'btn-primary px-6 text-lg')}
        disabled={items === 0 || busy || held.length > 0}
        onClick={() => void start()}
      >
        {busy ? 'Laying out …' : going ? 'Begin anew' : isClass ? 'Begin the class' : 'Go to the floor'}
      </button>
    </span>
  );
}
