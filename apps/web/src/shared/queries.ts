import { queryOptions, useQuery, useQueryClient } from '@tanstack/react-query';
import { useMemo } from 'react';
import { isInUse, lexiconOf, type Lexicon, type MovementRevision, type Vocabulary } from '@waxwing/core/movement';
import { ladderOf, type Ladder } from '@waxwing/core/ladder';
import type {
  ClientSummary,
  CueTrialsAnswer,
  HistoryAnswer,
  MarksAnswer,
  Measurement,
  MovementLook,
  PlaceSummary,
  PracticeAnswer,
  StancesAnswer,
  StudioLibrary,
  TrainerSummary,
} from '@waxwing/core/api';
import { api } from './api.ts';
import { keptLibraryOf } from './device/keptLibrary.ts';
import { useSignedIn } from './signedIn.tsx';

/** The studio's library with its lookups made. */
export interface IndexedLibrary {
  /** What is in use. */
  readonly revisions: readonly MovementRevision[];
  readonly putAway: readonly MovementRevision[];
  readonly vocabulary: Vocabulary;
  readonly lexicon: Lexicon;
  readonly ladder: Ladder;
  revision(movementId: string): MovementRevision | undefined;
  /** It, or what is done instead of it since it was put away. */
  revisionInUse(movementId: string): MovementRevision | undefined;
  nameOf(movementId: string): string;
}

/** Once for each state of the library, however many parts of a page ask; what is dear, when it is first looked at. */
const indexed = new WeakMap<StudioLibrary, IndexedLibrary>();

function indexLibrary(from: StudioLibrary): IndexedLibrary {
  const { revisions, vocabulary } = from;
  const lexicon = lexiconOf(vocabulary);
  const documents = revisions.map((revision) => revision.document);
  const byId = new Map(revisions.map((revision) => [revision.document.id, revision]));
  let ladder: Ladder | undefined;
  const library: IndexedLibrary = {
    revisions: revisions.filter(({ document }) => isInUse(document)),
    putAway: revisions.filter(({ document }) => !isInUse(document)),
    vocabulary,
    lexicon,
    get ladder() {
      return (ladder ??= ladderOf(documents));
    },
    revision: (movementId) => byId.get(movementId),
    revisionInUse: (movementId) => {
      const found = byId.get(movementId);
      if (!found || isInUse(found.document)) return found;
      const instead = byId.get(found.document.putAway?.instead ?? '');
      return instead && isInUse(instead.document) ? instead : undefined;
    },
    nameOf: (movementId) => byId.get(movementId)?.document.name ?? movementId,
  };
  indexed.set(from, library);
  return library;
}

/** What the device has is shown at once; what has changed follows when the server answers. */
export function useLibrary() {
  const { me } = useSignedIn();
  const client = useQueryClient();
  const queryKey = ['library', me.studioId];
  const query = useQuery({
    queryKey,
    queryFn: async () => {
      const library = keptLibraryOf(me.studioId);
      const kept = client.getQueryData(queryKey) === undefined ? await library.kept() : null;
      if (!kept) return library.latest();
      void library.latest().then(
        (latest) => client.setQueryData(queryKey, latest),
        // Who is signed out, or another trouble: what asks for more than this says so.
        () => undefined,
      );
      return kept;
    },
    staleTime: 5 * 60_000,
    // It is new only when it says something else, and too large to be compared.
    structuralSharing: false,
  });
  const library = query.data && (indexed.get(query.data) ?? indexLibrary(query.data));
  return { ...query, library };
}

export function useClients() {
  return useQuery({ queryKey: ['clients'], queryFn: () => api.get<ClientSummary[]>('clients') });
}

export function useClient(clientId: string) {
  return useQuery({ queryKey: ['clients', clientId], queryFn: () => api.get<ClientSummary>(`clients/${clientId}`) });
}

/** Last loads, what is due and how places are set up. Coming back from Floor has to show what was just done. */
export function useHistory(clientId: string | null) {
  return useQuery({
    queryKey: ['history', clientId],
    queryFn: () => api.get<HistoryAnswer>(`clients/${clientId}/history`),
    enabled: clientId !== null,
    refetchOnMount: 'always',
  });
}

export function useMeasurements(clientId: string) {
  return useQuery({
    queryKey: ['measurements', clientId],
    queryFn: () => api.get<readonly Measurement[]>(`clients/${clientId}/measurements`),
  });
}

export function useTrainers() {
  return useQuery({ queryKey: ['trainers'], queryFn: () => api.get<readonly TrainerSummary[]>('trainers') });
}

/** What one client has shown so far; asked for only when somebody is chosen. */
export function usePractice(clientId: string | null) {
  return useQuery({
    queryKey: ['practice', clientId],
    queryFn: () => api.get<PracticeAnswer>(`clients/${clientId}/practice`),
    enabled: clientId !== null,
  });
}

/** How far everybody has come. */
export function useMarks() {
  return useQuery({ queryKey: ['marks'], queryFn: () => api.get<MarksAnswer>('marks') });
}

/** How many of the trainer's clients have done a movement; nothing until it is known. */
export function useDoneBy(): ReadonlyMap<string, number> {
  const { data } = useMarks();
  return useMemo(() => {
    const doneBy = new Map<string, number>();
    for (const { movementId } of data ?? []) doneBy.set(movementId, (doneBy.get(movementId) ?? 0) + 1);
    return doneBy;
  }, [data]);
}

export const PLACES = queryOptions({
  queryKey: ['places'],
  queryFn: () => api.get<PlaceSummary[]>('places'),
  staleTime: 5 * 60_000,
});

export function usePlaces() {
  return useQuery(PLACES);
}

export function useStances() {
  return useQuery({ queryKey: ['stances'], queryFn: () => api.get<StancesAnswer>('stances') });
}

export function useCueTrials() {
  return useQuery({ queryKey: ['cue-trials'], queryFn: () => api.get<CueTrialsAnswer>('library/cue-trials') });
}

/** When each movement was last changed, and read through. */
export function useLooks() {
  return useQuery({ queryKey: ['looks'], queryFn: () => api.get<readonly MovementLook[]>('library/looks') });
}

/** Call after something was done that lists show: they are fetched anew when they are next looked at. */
export function useRefresh() {
  const client = useQueryClient();
  return () => client.invalidateQueries();
}
