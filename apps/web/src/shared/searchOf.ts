import { buildLibrarySearch, type LibrarySearch } from '@waxwing/core/search';
import type { IndexedLibrary } from './queries.ts';

const made = new WeakMap<IndexedLibrary, LibrarySearch>();

/** The search over a library, made when it is first asked for. By itself, so that pages without a search don’t load it. */
export function searchOf(library: IndexedLibrary): LibrarySearch {
  const known = made.get(library);
  if (known) return known;
  const documents = [...library.revisions, ...library.putAway].map(({ document }) => document);
  const search = buildLibrarySearch(documents, library.vocabulary, library.ladder);
  made.set(library, search);
  return search;
}
