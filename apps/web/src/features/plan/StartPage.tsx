import type { DiaryAnswer } from '@waxwing/core/api';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Navigate, useParams } from 'react-router';
import { v4 as uuid } from 'uuid';
import { api } from '../../shared/api.ts';
import { localDate } from '../../shared/dates.ts';
import { Page } from '../../shared/page.tsx';
import { useSignedIn } from '../../shared/signedIn.tsx';
import { Failed, Loading } from '../../shared/states.tsx';
import { beginPlan } from './planDrafts.ts';

const MINUTES = 60;

/** Somebody is at the door: the plan of their visit today where they have one, else a plan as last time. */
export default function StartPage() {
  const { clientId = '' } = useParams();
  const today = localDate();
  const day = useQuery({
    queryKey: ['diary', 'day', today],
    queryFn: () => api.get<DiaryAnswer>(`bookings?from=${today}&to=${today}`),
    refetchOnMount: 'always',
  });
  if (!day.data || day.isFetching) {
    return (
      <Page title="Start">
        {day.isError ? (
          <Failed what="today’s visits" error={day.error} onRetry={() => void day.refetch()} />
        ) : (
          <Loading what="what they did last time" />
        )}
      </Page>
    );
  }
  const visit = day.data.visits.find(
    ({ clients, session }) => session?.status !== 'ended' && clients.some((each) => each.clientId === clientId),
  );
  if (visit) return <Navigate replace to={`/visits/${visit.bookingId}/plan?as=last`} />;
  return <ToNewPlan clientId={clientId} />;
}

function ToNewPlan({ clientId }: { readonly clientId: string }) {
  const { me } = useSignedIn();
  const [planId] = useState(() => beginPlan(me.trainerId, { lanes: [{ laneId: uuid(), clientId }], minutes: MINUTES }));
  return <Navigate replace to={`/plans/${planId}?as=last`} />;
}
