import { lowerFirst } from '../movement/text.ts';
import { isFiller } from './fillers.ts';
import { anyOrderKey, termKey, TERM_WORDS_MOST, type Meaning, type QueryTerm } from './queryTerms.ts';

/** Says of kit, or of a kind of movement, that it isn't to be. */
export const MISSING = /^(no|without)$/;
/** And of what hurts, that it is there. */
const SPARED = /^(no|without|not|dont|doesnt|wont|isnt)$/;

/** Made once of each meaning. */
const madeMissing = new WeakMap<Meaning, QueryTerm>();

/** A word of a query as it is compared, and which word of the typed ones it came from. */
export interface QueryWord {
  readonly word: string;
  readonly from: number;
}

/** A part of a query that was understood, and the typed words that it was: from the first to before the last. */
export interface ReadTerm extends QueryTerm {
  readonly from: number;
  readonly to: number;
}

/** What a query says: terms, and the words that are left. */
export interface Reading {
  readonly terms: readonly ReadTerm[];
  readonly rest: readonly QueryWord[];
}

/**
 * Finds the terms in a query, longest first, in the first vocabulary that has them; no word is read twice. What is said in the order of
 * its words comes before what is said in another: "on the knees bad elbow" is no bad knee.
 */
export function readQuery(words: readonly QueryWord[], ...vocabularies: readonly ReadonlyMap<string, QueryTerm>[]): Reading {
  const found: ReadTerm[] = [];
  const isRead = new Set<number>();
  for (let size = Math.min(TERM_WORDS_MOST, words.length); size > 0; size -= 1) {
    for (const readIn of size > 1 ? [termIn, termInAnyOrder] : [termIn]) {
      for (let at = 0; at + size <= words.length; at += 1) {
        const window = words.slice(at, at + size);
        if (window.some((_, i) => isRead.has(at + i))) continue;
        const term = vocabularies.map((terms) => readIn(window, terms)).find(Boolean);
        if (!term) continue;
        window.forEach((_, i) => isRead.add(at + i));
        found.push({ ...term, from: window[0]!.from, to: window.at(-1)!.from + 1 });
      }
    }
  }
  const rest = words.filter((_, at) => !isRead.has(at));
  return { terms: inOrder(found), rest };
}

/** "Rows without a bar": of what isn't there; "without knee pain": for who has it. Such a word before a term belongs to it, and with "or" to the next. */
export function withMissing({ terms, rest }: Reading): Reading {
  const taken = new Set<QueryWord>();
  const said: ReadTerm[] = [];
  for (const term of terms) said.push(told(term, said.at(-1)));
  return { terms: said, rest: rest.filter((word) => !taken.has(word)) };

  function told(term: ReadTerm, last: ReadTerm | undefined): ReadTerm {
    const before = rest.filter(({ from, word }) => from < term.from && !isFiller(word)).at(-1);
    const follows = before && !terms.some(({ from, to }) => from < term.from && to > before.from);
    const { meaning } = term;
    const isKind = meaning.kind === 'kit' || meaning.kind === 'narrowing';
    const isAlso = last?.meaning.kind === 'without' && rest.some(({ word, from }) => word === 'or' && from === term.from - 1);
    if (isKind && isAlso) return { ...missing(term.text, meaning), from: term.from, to: term.to };
    if (!follows) return term;
    if (meaning.kind === 'caution' && SPARED.test(before.word)) {
      taken.add(before);
      return { ...term, from: before.from };
    }
    if (!isKind || !MISSING.test(before.word)) return term;
    taken.add(before);
    return { ...missing(term.text, meaning), from: before.from, to: term.to };
  }
}

/** The same for the same term: what it comes to is kept by its meaning. */
function missing(text: string, of: Extract<Meaning, { kind: 'kit' | 'narrowing' }>): QueryTerm {
  let term = madeMissing.get(of);
  if (!term) {
    // Of several things none: "a barbell, a pull-up bar" is either.
    term = { text: `Without ${lowerFirst(text).replace(/, (?=an? )/g, ' or ')}`, meaning: { kind: 'without', of } };
    madeMissing.set(of, term);
  }
  return term;
}

/** With its fillers as they stand, or without those in the middle. */
function termIn(window: readonly QueryWord[], terms: ReadonlyMap<string, QueryTerm>): QueryTerm | undefined {
  const words = window.map(({ word }) => word);
  const asTyped = terms.get(termKey(words));
  if (asTyped || words.length < 3 || isFiller(words[0]!) || isFiller(words.at(-1)!)) return asTyped;
  const telling = words.filter((word) => !isFiller(word));
  return telling.length < words.length ? terms.get(termKey(telling)) : undefined;
}

function termInAnyOrder(window: readonly QueryWord[], terms: ReadonlyMap<string, QueryTerm>): QueryTerm | undefined {
  return terms.get(anyOrderKey(window.map(({ word }) => word)));
}

/**
 * The term that the end of a query is about to become: at least one whole word of it and the beginning of the next. The longest such
 * end counts; of several terms that begin so, the first in order.
 */
export function unfinishedTerm(
  words: readonly QueryWord[],
  terms: ReadonlyMap<string, QueryTerm>,
  sortedKeys: readonly string[],
): ReadTerm | null {
  for (let at = Math.max(0, words.length - TERM_WORDS_MOST); at < words.length - 1; at += 1) {
    const whole = words.slice(at, -1).map(({ word }) => word);
    if (isFiller(whole[0]!)) continue;
    const begun = `${termKey(whole)} ${words.at(-1)!.word}`;
    const key = sortedKeys.find((each) => each.startsWith(begun));
    if (key !== undefined) return { ...terms.get(key)!, from: words[at]!.from, to: words.at(-1)!.from + 1 };
  }
  return null;
}

/** Without words that tell nothing. */
export function tellingOf(words: readonly QueryWord[]): readonly QueryWord[] {
  return words.filter(({ word }) => !isFiller(word));
}

/** Of terms the first that means this. */
export function meaningOf<Kind extends Meaning['kind']>(terms: readonly ReadTerm[], kind: Kind) {
  return terms
    .map(({ meaning }) => meaning)
    .find((meaning): meaning is Extract<Meaning, { kind: Kind }> => meaning.kind === kind);
}

/** Words that aren't of these terms. */
export function outside(terms: readonly ReadTerm[], words: readonly QueryWord[]): readonly QueryWord[] {
  return words.filter(({ from }) => !terms.some((each) => each.from <= from && from < each.to));
}

/** Whether somebody means it who types it among other words: a muscle, a thing or a pattern may only be part of a name. */
export function isMeant(meaning: Meaning): boolean {
  return (
    meaning.kind === 'caution' ||
    meaning.kind === 'without' ||
    meaning.kind === 'not-these' ||
    meaning.kind === 'feeling' ||
    meaning.kind === 'client' ||
    (meaning.kind === 'narrowing' && !meaning.narrows.pattern)
  );
}

/** Whether it says what somebody must be spared. */
export function isCaution({ meaning }: ReadTerm): boolean {
  return meaning.kind === 'caution';
}

/** As they were typed. */
export function inOrder(terms: readonly ReadTerm[]): ReadTerm[] {
  return [...terms].sort((a, b) => a.from - b.from);
}
