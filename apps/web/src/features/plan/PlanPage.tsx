import type { KeptPlan, Visit } from '@waxwing/core/api';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useState, useSyncExternalStore } from 'react';
import { useParams } from 'react-router';
import { api } from '../../shared/api.ts';
import { Page } from '../../shared/page.tsx';
import { useLibrary } from '../../shared/queries.ts';
import { useSignedIn } from '../../shared/signedIn.tsx';
import { Failed, Loading } from '../../shared/states.tsx';
import { PlanDesk } from './PlanDesk.tsx';
import { planDrafts } from './planDrafts.ts';
import { PlanKeeper, type PlanDraft } from './planKeeper.ts';
import { usePlanContext } from './usePlanContext.ts';

/** A plan at the desk: what the device has of it, else what the server has. */
export default function PlanPage() {
  const { planId = '' } = useParams();
  const { me } = useSignedIn();
  const [draft] = useState(() => planDrafts.kept(me.trainerId, planId));
  const kept = useQuery({
    queryKey: ['plan', planId],
    queryFn: () => api.get<KeptPlan>(`plans/${planId}`),
    enabled: draft === null,
    // While it is open the page has it: what another device makes of it is joined when it is sent, never shown in its place.
    staleTime: Infinity,
    gcTime: 0,
  });
  const start = draft ?? (kept.data ? draftOf(kept.data) : null);
  if (start) return <Kept key={planId} planId={planId} start={start} />;
  return (
    <Page title="Plan">
      {kept.isError ? (
        <Failed what="this plan" error={kept.error} onRetry={() => void kept.refetch()} />
      ) : (
        <Loading what="the plan" />
      )}
    </Page>
  );
}

function draftOf({ plan, version, bookingId, isTemplate }: KeptPlan): PlanDraft {
  return { plan, base: plan, version, ...(bookingId && { bookingId }), ...(isTemplate && { isTemplate }) };
}

function Kept({ planId, start }: { readonly planId: string; readonly start: PlanDraft }) {
  const { me } = useSignedIn();
  const queries = useQueryClient();
  const { library, error: libraryError } = useLibrary();
  const [keeper] = useState(
    () =>
      new PlanKeeper(start, {
        put: async (form) => {
          const answer = await api.put<KeptPlan>(`plans/${planId}`, form);
          // The diary and Today say what is planned.
          void queries.invalidateQueries({ queryKey: ['today'] });
          void queries.invalidateQueries({ queryKey: ['diary'] });
          return answer;
        },
        read: () => api.getNow<KeptPlan>(`plans/${planId}`),
        keepDraft: (draft) => planDrafts.keep(me.trainerId, planId, draft),
        forgetDraft: () => planDrafts.forget(me.trainerId, planId),
        now: () => performance.now(),
        later: (work, ms) => {
          const timer = setTimeout(work, ms);
          return () => clearTimeout(timer);
        },
      }),
  );
  const snapshot = useSyncExternalStore(keeper.subscribe, keeper.read);
  useEffect(() => {
    const again = () => void keeper.flush();
    window.addEventListener('online', again);
    return () => {
      window.removeEventListener('online', again);
      // Somebody looked in and made nothing.
      if (start.base === null && keeper.plan.blocks.every(({ items }) => items.length === 0))
        planDrafts.forget(me.trainerId, planId);
      else void keeper.flush();
    };
  }, [keeper, me.trainerId, planId, start.base]);
  const { known, error, retry } = usePlanContext(snapshot.history.now, library);
  const visit = useQuery({
    queryKey: ['visit', start.bookingId ?? null],
    queryFn: () => api.get<Visit>(`bookings/${start.bookingId}`),
    enabled: start.bookingId !== undefined,
    retry: false,
  });
  if (!library || !known) {
    return (
      <Page title="Plan">
        {error || libraryError ? (
          <Failed what="what the plan rests on" error={error ?? libraryError} onRetry={retry} />
        ) : (
          <Loading what="who comes, and what they did" />
        )}
      </Page>
    );
  }
  return <PlanDesk {...{ keeper, snapshot, known, library }} visit={visit.data ?? null} isTemplate={start.isTemplate === true} />;
}
