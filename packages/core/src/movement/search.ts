import MiniSearch from 'minisearch';
import type { Lexicon } from './library.ts';
import type { MovementDocument } from './movementDocument.ts';

/** Why a movement was found: the field and the text in it that matched best. */
export interface SearchHit {
  readonly movementId: string;
  readonly score: number;
  readonly field: SearchField;
}

export const SEARCH_FIELDS = ['name', 'otherNames', 'muscles', 'cues', 'faults', 'levers', 'kit'] as const;
export type SearchField = (typeof SEARCH_FIELDS)[number];

/** The searchable text of a movement, field by field. */
export interface SearchText extends Record<SearchField, string> {
  readonly id: string;
}

export function searchTextOf(document: MovementDocument, lexicon: Lexicon): SearchText {
  const join = (parts: readonly (string | undefined)[]) => parts.filter(Boolean).join(' · ');
  return {
    id: document.id,
    name: document.name,
    otherNames: join(document.otherNames),
    muscles: join(document.muscles.map((share) => lexicon.muscles.get(share.muscle)?.name ?? share.muscle)),
    cues: join(document.cues.map((cue) => (cue.shared ? lexicon.cues.get(cue.shared)?.text : cue.text))),
    faults: join(
      document.faults.map((fault) => `${fault.name ?? ''} ${lexicon.faultTypes.get(fault.type)?.name ?? ''} ${fault.seen}`),
    ),
    levers: join(document.harder.flatMap((step) => step.levers.map((lever) => lexicon.levers.get(lever)?.name ?? lever))),
    kit: join(document.kit.needed.map((kit) => lexicon.kit.get(kit)?.name ?? kit)),
  };
}

/** An index over a library: built once, asked at every keystroke. */
export interface LibrarySearch {
  /**
   * Best first. An empty query finds nothing: the caller shows all. Each word must be met in some field, as a beginning
   * or with a small typing error; a hit in the name counts most.
   */
  find(query: string, limit?: number): readonly SearchHit[];
}

/** What the index holds: the fields that weigh alike are one, since each field of an index costs again at every keystroke. */
interface Indexed {
  readonly id: string;
  readonly name: string;
  readonly otherNames: string;
  readonly rest: string;
}

const WEIGHT = { name: 8, otherNames: 6, rest: 2 };

/** Words that stand in nearly every sentence and tell movements apart by nothing. */
const NOISE = new Set(
  'a an and as at by for from in into is it its of off on or over that the their them they to with you your'.split(' '),
);

function worthSearching(term: string): string | null {
  const word = term.toLowerCase();
  return NOISE.has(word) ? null : word;
}

/** Letters that may be wrong: two in a word of five or more (a transposition is two), one in three or four, none in shorter ones. */
function forgiven(term: string): number | false {
  if (term.length >= 5) return 2;
  return term.length >= 3 ? 1 : false;
}

export function buildSearch(texts: Iterable<SearchText>): LibrarySearch {
  const index = new MiniSearch<Indexed>({ fields: Object.keys(WEIGHT), idField: 'id', processTerm: worthSearching });
  const all = [...texts];
  index.addAll(all.map(({ id, name, otherNames, ...rest }) => ({ id, name, otherNames, rest: Object.values(rest).join(' · ') })));
  const textById = new Map(all.map((text) => [text.id, text]));
  const idByName = new Map(all.map((text) => [text.name.toLowerCase(), text.id]));
  return {
    find(query, limit = 50) {
      const typed = query.trim().toLowerCase();
      if (typed === '') return [];
      if (typed.length === 1) {
        // One letter is in everything; as the beginning of a name it is already of use.
        const named = all.filter((text) => text.name.toLowerCase().startsWith(typed)).slice(0, limit);
        return named.map(({ id }) => ({ movementId: id, score: 1, field: 'name' }));
      }
      const options = { boost: WEIGHT, combineWith: 'AND', prefix: (term: string) => term.length > 1 } as const;
      const exact = index.search(typed, options);
      // Errors are forgiven only when nothing fits as typed: a right word is never drowned by words that are like it.
      const found = exact.length > 0 ? exact : index.search(typed, { ...options, fuzzy: forgiven });
      const named = idByName.get(typed);
      // Among the best, those that say it just as it was typed: "knee drops" is a fault before it is a plank on the knees.
      const best = found.slice(0, limit).map(({ id, score, match }) => {
        const text = textById.get(String(id))!;
        const asTyped = typed.includes(' ') ? fieldWith(text, typed) : undefined;
        return { movementId: text.id, score, asTyped, field: asTyped ?? mostMatched(text, Object.keys(match)) };
      });
      const rank = (hit: (typeof best)[number]) => (hit.movementId === named ? 2 : hit.asTyped ? 1 : 0);
      return best.sort((x, y) => rank(y) - rank(x)).map(({ movementId, score, field }) => ({ movementId, score, field }));
    },
  };
}

function fieldWith(text: SearchText, phrase: string): SearchField | undefined {
  return SEARCH_FIELDS.find((field) => text[field].toLowerCase().includes(phrase));
}

/** The field in which most of the words were met; of equals the weightier. */
function mostMatched(text: SearchText, words: readonly string[]): SearchField {
  const count = (field: SearchField) => {
    const inField = new Set(text[field].toLowerCase().split(/[^\p{L}\p{N}]+/u));
    return words.filter((word) => inField.has(word)).length;
  };
  const counts = SEARCH_FIELDS.map((field) => ({ field, count: count(field) }));
  return counts.reduce((best, each) => (each.count > best.count ? each : best)).field;
}
