import type { Visit } from '@waxwing/core/api';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Navigate, useParams, useSearchParams } from 'react-router';
import { v4 as uuid } from 'uuid';
import { api } from '../../shared/api.ts';
import { Page } from '../../shared/page.tsx';
import { useSignedIn } from '../../shared/signedIn.tsx';
import { Failed, Loading } from '../../shared/states.tsx';
import { beginPlan } from './planDrafts.ts';

/** The plan of a visit: the one that there is, or a new one for whoever comes. */
export default function VisitPlanPage() {
  const { bookingId = '' } = useParams();
  const [search] = useSearchParams();
  const visit = useQuery({
    queryKey: ['visit', bookingId],
    queryFn: () => api.get<Visit>(`bookings/${bookingId}`),
    refetchOnMount: 'always',
  });
  if (visit.data && !visit.isFetching) return <ToPlan visit={visit.data} query={search.toString()} />;
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

function ToPlan({ visit, query }: { readonly visit: Visit; readonly query: string }) {
  const { me } = useSignedIn();
  // Begun once, however often this is drawn.
  const [planId] = useState(() => visit.plan?.planId ?? beginPlan(me.trainerId, forVisit(visit), { bookingId: visit.bookingId }));
  const isPlanned = visit.plan !== null && visit.plan.movements > 0;
  return <Navigate replace to={{ pathname: `/plans/${planId}`, search: isPlanned ? '' : query }} />;
}

const LEVELS = ['Easy', 'As planned', 'Hard'];

/** For whoever comes; a class has levels. */
function forVisit({ clients, minutes, title, placeId, atHome, heads }: Visit) {
  const lanes =
    clients.length > 0
      ? clients.map(({ clientId }) => ({ laneId: uuid(), clientId }))
      : LEVELS.map((level) => ({ laneId: uuid(), level }));
  return {
    lanes,
    minutes,
    ...(title && { name: title }),
    ...(placeId && { placeId }),
    ...(atHome && { atHome }),
    ...(heads && { heads }),
  };
}
