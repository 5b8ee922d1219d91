import { dayAfter, type Plan } from '@waxwing/core/planning';
import type { HistoryAnswer, LatelyAnswer, PacesAnswer, PracticeAnswer } from '@waxwing/core/api';
import { useQueries, useQueryClient } from '@tanstack/react-query';
import { useMemo } from 'react';
import { api } from '../../shared/api.ts';
import { localDate } from '../../shared/dates.ts';
import { useClients, usePlaces, useStances, type IndexedLibrary } from '../../shared/queries.ts';
import { inventoryOf, knownFor, type KnownForPlan, type PersonInPlan } from './knownForPlan.ts';

/** Sets of so many days stand behind those of the plan; faults of so many are compared with what was before. */
const SETS_DAYS = 10;
const FAULTS_DAYS = 21;

interface All<T> {
  /** One for each that was asked; `null` until all are there. */
  readonly data: readonly T[] | null;
  readonly error: unknown;
}

/** The same object as long as every answer is: the arithmetic remembers by it. */
function allOf<T>(answers: readonly { readonly data: T | undefined; readonly error: unknown }[]): All<T> {
  const data = answers.flatMap((each) => (each.data === undefined ? [] : [each.data]));
  return {
    data: data.length === answers.length ? data : null,
    error: answers.find((each) => each.error && each.data === undefined)?.error ?? null,
  };
}

/** What the server says about each of some clients. */
function useAboutAll<T>(clientIds: readonly string[], what: string, query = ''): All<T> {
  return useQueries({
    queries: clientIds.map((id) => ({
      queryKey: [what, id, ...(query ? [query] : [])],
      queryFn: () => api.get<T>(`clients/${id}/${what}${query}`),
      staleTime: 60_000,
    })),
    combine: allOf<T>,
  });
}

/** Everything that a plan is reckoned with, of its people and its place; `null` while it is being fetched. */
export function usePlanContext(plan: Plan, library: IndexedLibrary | undefined) {
  const { lanes, placeId, atHome } = plan;
  const today = localDate();
  const queries = useQueryClient();
  const { data: clients, error: noClients } = useClients();
  const { data: places, error: noPlaces } = usePlaces();
  const { data: stances, error: noStances } = useStances();
  // Who has left is no longer asked about.
  const ids = useMemo(
    () => lanes.flatMap(({ clientId }) => (clients?.some((each) => each.clientId === clientId) ? [clientId!] : [])),
    [lanes, clients],
  );
  const histories = useAboutAll<HistoryAnswer>(ids, 'history');
  const practices = useAboutAll<PracticeAnswer>(ids, 'practice');
  const paces = useAboutAll<PacesAnswer>(ids, 'paces');
  const since = `?setsSince=${dayAfter(today, -SETS_DAYS)}&faultsSince=${dayAfter(today, -FAULTS_DAYS)}`;
  const lately = useAboutAll<LatelyAnswer>(ids, 'lately', since);
  const people = useMemo(() => {
    if (!clients || !histories.data || !practices.data || !paces.data || !lately.data) return null;
    const of = (at: number): PersonInPlan => ({
      client: clients.find(({ clientId }) => clientId === ids[at])!,
      history: histories.data![at]!,
      practice: practices.data![at]!,
      paces: paces.data![at]!,
      lately: lately.data![at]!,
    });
    return new Map(ids.map((id, at) => [id, of(at)]));
  }, [clients, ids, histories, practices, paces, lately]);
  const known = useMemo((): KnownForPlan | null => {
    if (!library || !clients || !places || !stances || !people) return null;
    const basis = { people, positions: { ...stances.studio, ...stances.mine }, today, clients, places };
    return knownFor({ ...basis, library, lanes, inventory: inventoryOf({ lanes, placeId, atHome }, clients, places) });
  }, [library, clients, places, stances, people, lanes, placeId, atHome, today]);
  const error = noClients ?? noPlaces ?? noStances ?? histories.error ?? practices.error ?? paces.error ?? lately.error ?? null;
  return { known, error, retry: () => void queries.refetchQueries({ type: 'active' }) };
}
