/** Finding a movement by what somebody types. */
export {
  type FoundBy,
  type LibrarySearch,
  type SearchAnswer,
  type SearchHit,
  buildLibrarySearch,
  withoutTerm,
} from './librarySearch.ts';
export type { ReadTerm } from './readQuery.ts';
export { CASE_KINDS, type SearchCase, isFound, searchCasesFrom } from './searchCases.ts';
