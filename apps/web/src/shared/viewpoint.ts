import { stancesInForce, type Stances } from '@waxwing/core/movement';
import { kitOf } from '@waxwing/core/loading';
import { opennessOf, type Openness } from '@waxwing/core/progress';
import type { ClientSummary } from '@waxwing/core/api';
import { useMemo } from 'react';
import { useClients, useLibrary, usePlaces, usePractice, useStances, type IndexedLibrary } from './queries.ts';

/** The library as it is for somebody: which positions are in force, and what is open. */
export interface Viewpoint {
  readonly stances: Stances;
  /** `null` while what it rests on is still being fetched, or nobody and no place was chosen. */
  readonly openness: Openness | null;
  readonly client: ClientSummary | null;
}

/** The positions in force for who is signed in, with a client's laid over them. */
export function useStancesInForce(library: IndexedLibrary | undefined, client: ClientSummary | null): Stances {
  const { data } = useStances();
  return useMemo(
    () => (library ? stancesInForce(library.lexicon, { ...data?.studio, ...data?.mine, ...client?.stances }) : {}),
    [library, data, client],
  );
}

/**
 * `where` is a place's id, or `home`: the kit there closes what can't be done. Without it kit closes nothing; with `clientId` cautions and
 * mastery do.
 */
export function useViewpoint(clientId: string | null, where: string | null = null): Viewpoint {
  const { library } = useLibrary();
  const clients = useClients();
  const places = usePlaces();
  const practice = usePractice(clientId);
  const client = clients.data?.find((each) => each.clientId === clientId) ?? null;
  const place = places.data?.find((each) => each.placeId === where) ?? null;
  const homeKit = where === 'home' ? client?.homeKit : undefined;
  const stances = useStancesInForce(library, client);
  const openness = useMemo(() => {
    if (!library || (!client && !place) || (client && !practice.data)) return null;
    return opennessOf({
      ladder: library.ladder,
      documentOf: (id) => library.revision(id)?.document,
      lexicon: library.lexicon,
      circumstances: {
        kit: homeKit ? new Set(kitOf(homeKit)) : place ? new Set(place.kit) : null,
        cautions: new Set(client?.cautions.map(({ caution }) => caution)),
        floor: (homeKit ?? place?.inventory)?.floor,
      },
      practice: client && practice.data ? new Map(Object.entries(practice.data)) : null,
      overrides: new Map(client?.marks?.map(({ movementId, mark }) => [movementId, mark])),
    });
  }, [library, client, place, homeKit, practice.data]);
  return { stances, openness, client };
}
