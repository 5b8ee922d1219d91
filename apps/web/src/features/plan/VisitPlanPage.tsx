import type { Visit } from '@waxwing/core/api';
import { newPlan } from '@waxwing/core/planning';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Navigate, useParams, useSearchParams } from 'react-router';
import { v4 as uuid } from 'uuid';
import { api } from '../../shared/api.ts';
import { Page } from '../../shared/page.tsx';
import { useSignedIn } from '../../shared/signedIn.tsx';
import { Failed, Loading } from '../../shared/states.tsx';
import { planDrafts } from './planDrafts.ts';

/** The plan of a visit: the one that there is, or a new one for whoever comes. */
export default function VisitPlanPage() {
  const { bookingId = '' } = useParams();
  const [search] = useSearchParams();
  const visit = useQuery({
    queryKey: ['visit', bookingId],
    queryFn: () => api.get<Visit>(`bookings/${bookingId}`),
    refetchOnMount: 'always',
  });
  if (visit.data && !visit.isFetching) return <Gone visit={visit.data} query={search.toString()} />;
  return (
    <Page title="Plan">
      {visit.isError ? (
        <Failed what="this visit" error={visit.error} onRetry={() => void visit.refetch()} />
      ) : (
        <Loading what="this visit" />
      )}
    </Page>
  );
}

function Gone({ visit, query }: { readonly visit: Visit; readonly query: string }) {
  const { me } = useSignedIn();
  // Made once: the same draft however often this is drawn.
  const [planId] = useState(() => {
    if (visit.plan) return visit.plan.planId;
    const id = uuid();
    const people = visit.clients.map(({ clientId }) => ({ laneId: uuid(), clientId }));
    const levels = ['Easy', 'As planned', 'Hard'].map((level) => ({ laneId: uuid(), level }));
    const plan = newPlan(
      {
        lanes: people.length > 0 ? people : levels,
        minutes: visit.minutes,
        ...(visit.title && { name: visit.title }),
        ...(visit.placeId && { placeId: visit.placeId }),
        ...(visit.atHome && { atHome: true }),
        ...(visit.heads && { heads: visit.heads }),
      },
      uuid,
    );
    planDrafts.keep(me.trainerId, id, { plan, base: null, version: 0, bookingId: visit.bookingId });
    return id;
  });
  return <Navigate replace to={{ pathname: `/plans/${planId}`, search: visit.plan && visit.plan.movements > 0 ? '' : query }} />;
}
