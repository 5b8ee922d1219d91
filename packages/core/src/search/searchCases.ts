import { matchesFacets, type Facets } from '../movement/facets.ts';
import type { MovementDocument } from '../movement/movementDocument.ts';
import type { LibrarySearch } from './librarySearch.ts';

export const CASE_KINDS = ['name', 'fault', 'need', 'typo'] as const;
export type CaseKind = (typeof CASE_KINDS)[number];

/** Something that trainers type, and what would be right. */
export interface SearchCase {
  readonly kind: CaseKind;
  readonly query: string;
  readonly expected: string;
  /** Not looked at while the engine and the words are tuned. */
  readonly isHeldOut: boolean;
}

/** As many as are seen without reading on. */
const SEEN = 3;

/** All that follows this line is held out. */
const HELD_OUT = '# held out from here';

/**
 * A list of cases: one a line, `kind | query | expected`. Every second one is held out, and all that come after a line that says so.
 * Throws an error that names the line.
 */
export function searchCasesFrom(text: string): SearchCase[] {
  const lines = text.split('\n').map((line, at) => ({ line: line.trim(), at: at + 1 }));
  const from = lines.find(({ line }) => line.startsWith(HELD_OUT))?.at ?? Infinity;
  return lines
    .filter(({ line }) => line !== '' && !line.startsWith('#'))
    .map(({ line, at }, place) => {
      const [said, query, expected] = line.split('|').map((part) => part.trim());
      const kind = CASE_KINDS.find((each) => each === said);
      if (!kind || !query || !expected) throw new Error(`line ${at}: not “kind | query | expected”`);
      return { kind, query, expected, isHeldOut: place % 2 === 1 || at > from };
    });
}

/** Whether what was expected is among the first three. */
export function isFound({ query, expected }: SearchCase, search: LibrarySearch, documents: readonly MovementDocument[]): boolean {
  const { hits, faultTypeId, feelingIds } = search.answer(query);
  const first = hits.slice(0, SEEN).flatMap(({ movementId }) => documents.find(({ id }) => id === movementId) ?? []);
  if (expected.startsWith('all:')) {
    const asked = expected
      .slice('all:'.length)
      .split('&')
      .map((each) => each.trim());
    return first.length > 0 && first.every((document) => asked.every((each) => isSo(document, each)));
  }
  return expected.split(',').some((each) => {
    const right = each.trim();
    if (right.startsWith('feeling=')) return feelingIds.includes(right.slice('feeling='.length));
    if (right.startsWith('fault=')) return faultTypeId === right.slice('fault='.length);
    return first.some(({ id }) => id.endsWith(`:${right}`));
  });
}

function isSo(document: MovementDocument, asked: string): boolean {
  const [what, value] = asked.split('=') as [string, string];
  if (what === 'kit' && value === 'none') return document.kit.needed.every((each) => each === 'mat' || each === 'wall');
  const facets: Facets = { [what === 'open' ? 'caution' : what]: value };
  return matchesFacets(document, facets);
}
