import type { TodayVisit } from '@waxwing/core/api';
import type { SessionBrief } from '@waxwing/core/session';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useEffectEvent } from 'react';
import type { Ahead } from '../../shared/device/deviceSchema.ts';
import { deviceStoreFor } from '../../shared/device/deviceStore.ts';
import { useIsCutOff } from '../../shared/device/useIsCutOff.ts';
import { PLACES, useLibrary } from '../../shared/queries.ts';
import { useSignedIn } from '../../shared/signedIn.tsx';
import { briefAhead, hourAhead, isPlanned, type HourAhead } from './hourAhead.ts';

/** Who opened Today taps on something: that comes first. */
const SETTLED_MS = 2000;

/** Asked for again after this: until then nothing that matters will have changed. */
const FRESH_MS = 20 * 60_000;

/** Of today's visits those that can begin without the server, by booking; fetched one by one while there is a network. */
export function useAheads(localDate: string, visits: readonly TodayVisit[]): ReadonlyMap<string, Ahead> {
  const { me } = useSignedIn();
  const client = useQueryClient();
  const isCutOff = useIsCutOff();
  const key = ['aheads', me.trainerId, localDate];
  const kept = useQuery({
    queryKey: key,
    queryFn: async () => (await deviceStoreFor(me.trainerId)).aheadsOf(localDate),
  });
  const wanted = visits.filter(({ clients, session }) => clients.length > 0 && session === null);
  const { library } = useLibrary();
  const isKnown = kept.data !== undefined && library !== undefined;
  const asked = wanted.map(({ bookingId, clients }) => [bookingId, ...clients.map(({ clientId }) => clientId)].join()).join(';');
  const fetchAhead = useEffectEvent(async (hasLeft: () => boolean) => {
    const store = await deviceStoreFor(me.trainerId);
    const known = new Map((await store.aheadsOf(localDate)).map((ahead) => [ahead.bookingId, ahead]));
    for (const visit of wanted) {
      const old = known.get(visit.bookingId);
      const isFresh = old && Date.now() - Date.parse(old.at) < FRESH_MS && isOf(old, visit);
      // What somebody planned may have changed meanwhile; what was done last has not.
      if (isFresh && !isPlanned(visit)) continue;
      if (hasLeft()) return;
      const hour = await hourAhead(visit, library!);
      if (!hour || (isFresh && isSamePlan(old, hour))) continue;
      const [room] = await client.fetchQuery(PLACES);
      const brief = await briefAhead(localDate, visit, hour, room);
      if (brief) await store.keepAhead(visit.bookingId, brief, new Date());
    }
    await client.invalidateQueries({ queryKey: key });
  });
  // Again when other people come than those that it was done for.
  useEffect(() => {
    if (isCutOff || !isKnown) return undefined;
    let left = false;
    // What can't be fetched ahead now is tried when the page is next opened; nobody waits for it.
    const settled = setTimeout(() => void fetchAhead(() => left).catch(() => undefined), SETTLED_MS);
    return () => {
      left = true;
      clearTimeout(settled);
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

/** Whether it was fetched for the people who come now. */
function isOf({ plan }: Ahead, { clients }: TodayVisit): boolean {
  const ids = plan?.lanes.map(({ clientId }) => clientId) ?? [];
  return ids.length === clients.length && clients.every(({ clientId }) => ids.includes(clientId));
}

function isSamePlan({ plan }: Ahead, hour: HourAhead): boolean {
  return !hour.isPlanned || JSON.stringify(plan) === JSON.stringify(hour.plan);
}
