import type { KeptPlan, LastTime, PlaceSummary, TodayVisit } from '@waxwing/core/api';
import type { PickedMovement, SessionBrief, StartSession } from '@waxwing/core/session';
import type { Plan } from '@waxwing/core/planning';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useEffectEvent, useSyncExternalStore } from 'react';
import { v4, v7 } from 'uuid';
import { api, keptAnswers } from '../../shared/api.ts';
import { localZone } from '../../shared/dates.ts';
import { deviceStoreFor, type BriefAhead } from '../../shared/device/deviceStore.ts';
import { useSignedIn } from '../../shared/signedIn.tsx';

/** Asked for again after this: until then nothing that matters will have changed. */
const FRESH_MS = 20 * 60_000;

/** Whether pages show what this device knew, since the server can't be reached. */
export function useIsCutOff(): boolean {
  return useSyncExternalStore(keptAnswers.subscribe, keptAnswers.since) !== null;
}

/** Of today's visits those that can begin without the server, by booking; fetched one by one while there is a network. */
export function useAheads(localDate: string, visits: readonly TodayVisit[]): ReadonlyMap<string, BriefAhead> {
  const { me } = useSignedIn();
  const client = useQueryClient();
  const isCutOff = useIsCutOff();
  const key = ['aheads', me.trainerId, localDate];
  const kept = useQuery({
    queryKey: key,
    queryFn: async () => (await deviceStoreFor(me.trainerId)).aheadsOf(localDate),
  });
  const wanted = visits.filter(({ clients, session }) => clients.length > 0 && session === null);
  const isKnown = kept.data !== undefined;
  const asked = wanted.map(({ bookingId, clients }) => [bookingId, ...clients.map(({ clientId }) => clientId)].join()).join(';');
  const fetchAhead = useEffectEvent(async (hasLeft: () => boolean) => {
    const store = await deviceStoreFor(me.trainerId);
    const known = new Map((await store.aheadsOf(localDate)).map((ahead) => [ahead.bookingId, ahead]));
    for (const visit of wanted) {
      const old = known.get(visit.bookingId);
      if (old && Date.now() - Date.parse(old.at) < FRESH_MS && isOf(old.brief, visit)) continue;
      if (hasLeft()) return;
      const brief = await briefAhead(localDate, visit);
      if (brief) await store.keepAhead({ bookingId: visit.bookingId, at: new Date().toISOString(), brief });
    }
    await client.invalidateQueries({ queryKey: key });
  });
  // Again when other people come than those that it was done for.
  useEffect(() => {
    if (isCutOff || !isKnown) return undefined;
    let left = false;
    // What can't be fetched ahead now is tried when the page is next opened; nobody waits for it.
    fetchAhead(() => left).catch(() => undefined);
    return () => {
      left = true;
    };
  }, [isCutOff, isKnown, me.trainerId, localDate, asked]);
  return new Map((kept.data ?? []).map((ahead) => [ahead.bookingId, ahead]));
}

/** Hours that this device knows of and that haven't ended. */
export function useOpenHere(since: string, isWanted: boolean): readonly SessionBrief[] {
  const { me } = useSignedIn();
  const open = useQuery({
    queryKey: ['open-here', me.trainerId, since],
    queryFn: async () => (await deviceStoreFor(me.trainerId)).openSince(since),
    enabled: isWanted,
    refetchOnMount: 'always',
  });
  return (isWanted && open.data) || [];
}

function isOf(brief: SessionBrief, { clients }: TodayVisit): boolean {
  const ids = brief.clients.map(({ clientId }) => clientId);
  return ids.length === clients.length && clients.every(({ clientId }) => ids.includes(clientId));
}

/** What is planned for each, as a list, else what they did last time; `null` where there is neither, or somebody may not begin. */
async function briefAhead(localDate: string, visit: TodayVisit): Promise<SessionBrief | null> {
  const { plan } = visit.plan ? await api.get<KeptPlan>(`plans/${visit.plan.planId}`) : { plan: null };
  const lanes = await Promise.all(
    visit.clients.map(async ({ clientId }) => ({
      laneId: v4(),
      clientId,
      movements: (plan && plannedFor(plan, clientId)) ?? (await api.get<LastTime[]>(`clients/${clientId}/last-time`)),
    })),
  );
  const known = lanes.filter(({ movements }) => movements.length > 0);
  if (known.length === 0) return null;
  const [room] = await api.get<PlaceSummary[]>('places');
  const placeId = visit.placeId ?? room?.placeId;
  const form: StartSession = {
    sessionId: v7(),
    localDate,
    zone: localZone(),
    ...(visit.atHome ? { atHome: true } : placeId ? { placeId } : {}),
    lanes: known.map((lane) => ({ ...lane, movements: [...lane.movements] })),
    bookingId: visit.bookingId,
  };
  // Held for a doctor's word, say: the page says so when they begin.
  return api.post<SessionBrief>('sessions/ahead', form).catch(() => null);
}

/** The movements of a plan in their order, without what it asks of each: that is advised as it is without a plan. */
function plannedFor(plan: Plan, clientId: string): readonly PickedMovement[] | null {
  const lane = plan.lanes.find((each) => each.clientId === clientId);
  if (!lane) return null;
  const movements = plan.blocks.flatMap(({ items }) =>
    items.flatMap((item) => {
      const own = item.own.find(({ laneId }) => laneId === lane.laneId);
      return own?.leftOut ? [] : [{ movementId: own?.movementId ?? item.movementId }];
    }),
  );
  // One that comes twice is done in one place on a list.
  return movements.filter(({ movementId }, at) => movements.findIndex((each) => each.movementId === movementId) === at);
}
