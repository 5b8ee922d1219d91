import { useQuery, useQueryClient } from '@tanstack/react-query';
import {
  buildSearch,
  ladderOf,
  lexiconOf,
  searchTextOf,
  type ClientSummary,
  type Ladder,
  type Lexicon,
  type LibraryAnswer,
  type LibrarySearch,
  type MovementRevision,
} from '@waxwing/core';
import { useMemo } from 'react';
import { api } from './api.ts';

/** The studio's library with its lookups made. */
export interface IndexedLibrary {
  readonly revisions: readonly MovementRevision[];
  readonly lexicon: Lexicon;
  readonly ladder: Ladder;
  readonly search: LibrarySearch;
  revision(movementId: string): MovementRevision | undefined;
  nameOf(movementId: string): string;
}

function indexLibrary({ revisions, vocabulary }: LibraryAnswer): IndexedLibrary {
  const lexicon = lexiconOf(vocabulary);
  const byId = new Map(revisions.map((revision) => [revision.document.id, revision]));
  return {
    revisions,
    lexicon,
    ladder: ladderOf(revisions.map((revision) => revision.document)),
    search: buildSearch(revisions.map((revision) => searchTextOf(revision.document, lexicon))),
    revision: (movementId) => byId.get(movementId),
    nameOf: (movementId) => byId.get(movementId)?.document.name ?? movementId,
  };
}

export function useLibrary() {
  const query = useQuery({
    queryKey: ['library'],
    queryFn: () => api.get<LibraryAnswer>('library'),
    staleTime: 5 * 60_000,
  });
  const library = useMemo(() => query.data && indexLibrary(query.data), [query.data]);
  return { ...query, library };
}

export function useClients() {
  return useQuery({ queryKey: ['clients'], queryFn: () => api.get<ClientSummary[]>('clients') });
}

/** Call after something was done that lists show: they are fetched anew when they are next looked at. */
export function useRefresh() {
  const client = useQueryClient();
  return () => client.invalidateQueries();
}
