import type { Finding } from './finding.ts';
import { termKey, TERM_WORDS_MOST, type QueryTerm } from './queryTerms.ts';
import { isCaution, MISSING, outside, readQuery, tellingOf, type QueryWord, type ReadTerm } from './readQuery.ts';

/** What isn't wanted, and what is. */
interface Divided {
  readonly unwanted: ReadTerm;
  readonly rest: readonly QueryWord[];
}

/**
 * Divides "chest without push ups or dips": what is called so is unwanted, however the rest is taken. `null` where no name is unwanted (a
 * kind of movement, or a thing, is a term of its own), or nothing is wanted. `idOf`: the id of a movement by its place in the list.
 */
export function withoutNamed(
  words: readonly QueryWord[],
  typed: readonly string[],
  terms: ReadonlyMap<string, QueryTerm>,
  finding: Finding,
  idOf: (movement: number) => string,
): Divided | null {
  const at = words.findIndex(({ word }) => MISSING.test(word));
  if (at < 0 || finding.isName(words)) return null;
  // "Without planks bad knee": the knee is no plank's.
  const cautions = readQuery(words, terms).terms.filter(isCaution);
  const end = words.findIndex((word, i) => i > at && outside(cautions, [word]).length === 0);
  const within = end < 0 ? words : words.slice(0, end);
  const movementIds = new Set<string>();
  let isNamed = false;
  let next = at;
  do {
    const one = unwantedAt(within, next + 1, terms, finding);
    if (!one) break;
    for (const movement of one.movements) movementIds.add(idOf(movement));
    isNamed ||= one.isNamed;
    next = one.to;
  } while (words[next]?.word === 'or');
  const rest = [...words.slice(0, at), ...words.slice(next)];
  if (!isNamed || tellingOf(rest).length === 0) return null;
  const [from, to] = [words[at]!.from, words[next - 1]!.from + 1];
  const text = `Without ${typed.slice(words[at + 1]!.from, to).join(' ')}`;
  return { unwanted: { text, meaning: { kind: 'not-these', movementIds }, from, to }, rest };
}

/** The most words from here on that are a whole name, a kind of movement or a thing, with what is called so, is such or needs it. */
function unwantedAt(words: readonly QueryWord[], from: number, terms: ReadonlyMap<string, QueryTerm>, finding: Finding) {
  for (let to = Math.min(words.length, from + TERM_WORDS_MOST); to > from; to -= 1) {
    const own = words.slice(from, to);
    const term = terms.get(termKey(own.map(({ word }) => word)));
    const isThing = term?.meaning.kind === 'kit';
    // Who has no bench can press on the floor, though some call that a bench press, too.
    const isNamed = !isThing && finding.isName(own);
    const isKind = isThing || term?.meaning.kind === 'narrowing';
    if (!isNamed && !isKind) continue;
    const called = isNamed ? [...finding.fits(own).keys()] : [];
    return { to, isNamed, movements: [...called, ...(isKind ? finding.allOf(term) : [])] };
  }
  return null;
}
