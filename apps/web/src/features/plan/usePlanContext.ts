import { dayAfter, type Plan } from '@waxwing/core/planning';
import type { HistoryAnswer, LatelyAnswer, PacesAnswer, PracticeAnswer } from '@waxwing/core/api';
import { useQueries } from '@tanstack/react-query';
import { useMemo } from 'react';
import { api } from '../../shared/api.ts';
import { localDate } from '../../shared/dates.ts';
import { useClients, usePlaces, useStances, type IndexedLibrary } from '../../shared/queries.ts';
import { inventoryOf, knownFor, type KnownForPlan, type PersonInPlan } from './knownForPlan.ts';

/** Sets of so many days stand behind those of the plan; faults of so many are compared with what was before. */
const SETS_DAYS = 10;
const FAULTS_DAYS = 21;

/** Everything that a plan is reckoned with, of its people and its place; `null` while it is being fetched. */
export function usePlanContext(plan: Plan, library: IndexedLibrary | undefined) {
  const today = localDate();
  const clients = useClients();
  const places = usePlaces();
  const stances = useStances();
  const ids = useMemo(() => plan.lanes.flatMap(({ clientId }) => clientId ?? []), [plan.lanes]);
  const known = ids.filter((id) => clients.data?.some(({ clientId }) => clientId === id));
  const about = <T>(what: string, path = what) =>
    known.map((id) => ({
      queryKey: [what, id, ...(path === what ? [] : [path])],
      queryFn: () => api.get<T>(`clients/${id}/${path}`),
      staleTime: 60_000,
    }));
  const latelyPath = `lately?setsSince=${dayAfter(today, -SETS_DAYS)}&faultsSince=${dayAfter(today, -FAULTS_DAYS)}`;
  const histories = useQueries({ queries: about<HistoryAnswer>('history') });
  const practices = useQueries({ queries: about<PracticeAnswer>('practice') });
  const paces = useQueries({ queries: about<PacesAnswer>('paces') });
  const lately = useQueries({ queries: about<LatelyAnswer>('lately', latelyPath) });
  const all = [...histories, ...practices, ...paces, ...lately];
  const error = clients.error ?? places.error ?? stances.error ?? all.find((each) => each.error && !each.data)?.error ?? null;
  // Another when something that was answered is another: the arithmetic remembers by it.
  const stamp = [...known, ...all.map(({ dataUpdatedAt }) => dataUpdatedAt)].join();
  const inventory = useMemo(
    () => inventoryOf(plan, clients.data ?? [], places.data ?? []),
    // eslint-disable-next-line react-hooks/exhaustive-deps -- of the plan only where it is, and whose home that is
    [plan.atHome, plan.placeId, ids[0], clients.data, places.data],
  );
  const isReady = library && clients.data && places.data && stances.data && all.every(({ data }) => data !== undefined);
  const value = useMemo((): KnownForPlan | null => {
    if (!isReady) return null;
    const people = new Map(
      known.map((id, at): [string, PersonInPlan] => [
        id,
        {
          client: clients.data.find(({ clientId }) => clientId === id)!,
          history: histories[at]!.data!,
          practice: practices[at]!.data!,
          paces: paces[at]!.data!,
          lately: lately[at]!.data!,
        },
      ]),
    );
    const positions = { ...stances.data.studio, ...stances.data.mine };
    return knownFor({
      library,
      lanes: plan.lanes,
      people,
      inventory,
      positions,
      today,
      clients: clients.data,
      places: places.data,
    });
    // eslint-disable-next-line react-hooks/exhaustive-deps -- `stamp` stands for all answers together
  }, [isReady, stamp, library, plan.lanes, inventory, clients.data, places.data, stances.data]);
  return { known: value, error, retry: () => void Promise.all(all.map((each) => each.refetch())) };
}
