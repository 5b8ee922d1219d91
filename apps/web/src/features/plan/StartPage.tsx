import type { DiaryAnswer, SessionSummary } from '@waxwing/core/api';
import { firstName } from '@waxwing/core/client';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, Navigate, useParams } from 'react-router';
import { v4 as uuid } from 'uuid';
import { api } from '../../shared/api.ts';
import { localDate, shortDay } from '../../shared/dates.ts';
import { Page } from '../../shared/page.tsx';
import { useClient } from '../../shared/queries.ts';
import { useSignedIn } from '../../shared/signedIn.tsx';
import { Failed, Loading } from '../../shared/states.tsx';
import { whoIn } from '../../shared/whoIn.ts';
import { beginPlan } from './planDrafts.ts';

const MINUTES = 60;

/** Somebody is at the door: their hour that is still open, the plan of their visit today, or else a plan as last time. */
export default function StartPage() {
  const { clientId = '' } = useParams();
  const today = localDate();
  const client = useClient(clientId);
  const day = useQuery({
    queryKey: ['diary', 'day', today],
    queryFn: () => api.get<DiaryAnswer>(`bookings?from=${today}&to=${today}`),
    refetchOnMount: 'always',
  });
  const live = useQuery({
    queryKey: ['sessions', 'live'],
    queryFn: () => api.get<SessionSummary[]>('sessions?live=yes'),
    refetchOnMount: 'always',
  });
  const [isAnother, setIsAnother] = useState(false);
  const all = [client, day, live];
  const failed = all.find(({ isError }) => isError);
  if (!client.data || !day.data || !live.data || day.isFetching || live.isFetching) {
    return (
      <Page title="Start">
        {failed ? (
          <Failed
            what={client.isError ? 'this client' : 'today’s visits'}
            error={failed.error}
            onRetry={() => void Promise.all(all.map(({ refetch }) => refetch()))}
          />
        ) : (
          <Loading what="what they did last time" />
        )}
      </Page>
    );
  }
  const open = live.data.find(({ clients }) => clients.some((each) => each.clientId === clientId));
  if (open && !isAnother) return <StillOpen session={open} name={client.data.name} onAnother={() => setIsAnother(true)} />;
  const visit = day.data.visits.find(
    ({ clients, session }) => session?.status !== 'ended' && clients.some((each) => each.clientId === clientId),
  );
  if (visit) return <Navigate replace to={`/visits/${visit.bookingId}/plan?as=last`} />;
  return <ToNewPlan clientId={clientId} />;
}

interface StillOpenProps {
  readonly session: SessionSummary;
  readonly name: string;
  readonly onAnother: () => void;
}

/** Two hours of one person at once are hardly ever meant. */
function StillOpen({ session, name, onAnother }: StillOpenProps) {
  return (
    <Page title={`${firstName(name)} is still on the floor`}>
      <p className="text-lg">
        The hour of {shortDay(session.localDate)} with {whoIn(session)} hasn’t been finished.
      </p>
      <p className="mt-4 flex flex-wrap gap-3">
        <Link className="btn btn-primary min-h-12 px-6 text-lg" to={`/floor/${session.sessionId}`}>
          Back to the floor
        </Link>
        <button type="button" className="btn min-h-12" onClick={onAnother}>
          Begin another hour all the same
        </button>
      </p>
    </Page>
  );
}

function ToNewPlan({ clientId }: { readonly clientId: string }) {
  const { me } = useSignedIn();
  const [planId] = useState(() => beginPlan(me.trainerId, { lanes: [{ laneId: uuid(), clientId }], minutes: MINUTES }));
  return <Navigate replace to={`/plans/${planId}?as=last`} />;
}
