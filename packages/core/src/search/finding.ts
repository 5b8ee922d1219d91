import type { MovementDocument } from '../movement/movementDocument.ts';
import { stemOf } from '../movement/stems.ts';
import { isBodyPart } from './faultPhrases.ts';
import type { NameFit, NameIndex } from './nameIndex.ts';
import type { QueryTerm } from './queryTerms.ts';
import { meaningOf, outside, type QueryWord, type ReadTerm } from './readQuery.ts';
import { bestOf, NOTHING_TAKEN, type Asked, type Found, type Taken } from './taken.ts';
import type { TermCosts } from './termCosts.ts';
import type { TextIndex } from './textIndex.ts';

/** What a plain movement of its kind is ahead of a special one. */
const COMMON = 1.2;
/** What is worth more than being common: having all the words in one's names. */
const CALLED_SO = 1.5;
/** What is found by a sentence comes after every name. */
const BY_WORDS = 20;
/** What a word is worth that stands in what is said of a movement, of one in its names. */
const IN_TEXT = 0.4;

/** Finds movements, told by their places in the list: by what they are called, by what is said of them, and by what terms leave. */
export class Finding {
  /** What is called by words of the query in hand: each way to take it asks again. */
  private readonly askedFor = new Map<string, Map<number, NameFit>>();

  /** `apart`: the words that one may have been meant for which was written as one. */
  constructor(
    private readonly documents: readonly MovementDocument[],
    private readonly names: NameIndex,
    private readonly texts: TextIndex,
    private readonly costs: TermCosts,
    private readonly apart: (word: string) => readonly string[] | null,
  ) {}

  /** Another query is asked. */
  begin(): void {
    this.askedFor.clear();
  }

  isName(words: readonly QueryWord[]): boolean {
    return this.exactlyNamed(words).size > 0;
  }

  /** Movements of which these words are a whole name. */
  exactlyNamed(words: readonly QueryWord[]): ReadonlySet<number> {
    return this.names.exactly(words.map(({ word }) => stemOf(word)));
  }

  /** "Sit" in "neck hurts doing sit ups": what is read from the one word before the other, and both are a name. */
  isPartOfName(term: ReadTerm, words: readonly QueryWord[], read: readonly ReadTerm[]): boolean {
    const own = words.filter(({ from }) => term.from <= from && from < term.to);
    if (own.length > 1) return false;
    const free = outside(
      read.filter(({ from, to }) => to - from > 1),
      words,
    );
    const at = free.indexOf(own[0]!);
    return [free.slice(at, at + 2), at > 0 ? free.slice(at - 1, at + 1) : []].some(
      (pair) => pair.length === 2 && this.isName(pair),
    );
  }

  fits(rest: readonly QueryWord[]): Map<number, NameFit> {
    const key = rest.map(({ word }) => word).join(' ');
    const fits = this.askedFor.get(key) ?? this.fitsOf(rest.map(({ word }) => word));
    this.askedFor.set(key, fits);
    return fits;
  }

  private fitsOf(words: readonly string[]): Map<number, NameFit> {
    const fits = this.names.find(words.map(stemOf));
    if (fits.size > 0 || words.length === 0) return fits;
    // "decline pushup": a name by itself, but two words of another; "dead lift": the other way round.
    const apart = this.names.find(words.flatMap((word) => this.apart(word) ?? [word]).map(stemOf));
    return apart.size > 0 || words.length > 2 ? apart : this.names.find([stemOf(words.join(''))]);
  }

  named(rest: readonly QueryWord[], { doneBy }: Asked): Found[] {
    return [...this.fits(rest)].map(([movement, { cost, isMain }]) => ({
      movement,
      cost: cost - this.standing(movement, doneBy),
      foundBy: isMain ? 'name' : 'otherName',
    }));
  }

  /** What terms leave of something found, best first. */
  within(found: readonly Found[], terms: readonly ReadTerm[], most: number): Found[] {
    const left = found.flatMap((each): Found[] => {
      const cost = this.costs.of(each.movement, terms);
      return cost === null ? [] : [{ ...each, cost: each.cost + cost }];
    });
    return bestOf(left, most);
  }

  /** Movements that a term leaves, as they stand in the list. */
  allOf(term: QueryTerm): number[] {
    return this.documents.flatMap((_, movement) => (this.costs.of(movement, [term]) === null ? [] : [movement]));
  }

  /** Every movement that terms leave. */
  everyOne(terms: readonly ReadTerm[], { doneBy, limit }: Asked, words: readonly QueryWord[] = []): Found[] {
    const foundBy = meaningOf(terms, 'fault') ? 'fault' : 'meaning';
    // "Seated press" is what sits and pushes; what is called so too comes first, unless it is about what is kind to somebody.
    const called = words.length > 1 && !meaningOf(terms, 'caution') ? words.map(({ word }) => this.names.with(stemOf(word))) : [];
    const found: Found[] = [];
    const costs = this.costs.ofAll(terms);
    for (let movement = 0; movement < this.documents.length; movement += 1) {
      let cost = 0;
      for (const each of costs) cost += each[movement]!;
      if (Number.isNaN(cost)) continue;
      const calledSo = called.length === 0 ? 0 : called.filter((having) => having.has(movement)).length / called.length;
      found.push({ movement, cost: cost - this.standing(movement, doneBy) - CALLED_SO * calledSo, foundBy });
    }
    return bestOf(found, limit);
  }

  byWords(rest: readonly QueryWord[], known: ReadonlySet<number> = new Set()): Found[] {
    if (rest.length === 0) return [];
    return this.texts
      .withAll(rest.map(({ word }) => word))
      .flatMap(({ movement, fit }): Found[] =>
        known.has(movement) ? [] : [{ movement, cost: BY_WORDS - fit - this.standing(movement) / 10, foundBy: 'words' }],
      );
  }

  /** Movements with a cue that has these words in it. */
  saidAs(words: readonly QueryWord[], terms: readonly ReadTerm[], { limit }: Asked): Taken {
    if (words.length < 2) return { terms, found: [] };
    const found = [...this.texts.withCue(words.map(({ word }) => word))].map((movement): Found => ({
      movement,
      cost: -this.standing(movement),
      foundBy: 'words',
    }));
    return { terms, found: this.within(found, terms, limit) };
  }

  /** Movements whose names, or what is said of them, have most of the words, those that tell most first. */
  mostly(words: readonly QueryWord[], terms: readonly ReadTerm[], least: number, { limit }: Asked): Taken {
    const nothing: Taken = { terms, found: [] };
    const total = this.documents.length;
    const scores = new Map<number, number>();
    let whole = 0;
    const unmet: QueryWord[] = [];
    for (const each of words) {
      const stem = stemOf(each.word);
      const inNames = this.names.with(stem);
      const inTexts = this.texts.with(stem);
      if (inNames.size + inTexts.size === 0) {
        unmet.push(each);
        continue;
      }
      const tells = Math.log(1 + total / Math.max(1, inNames.size || inTexts.size));
      whole += tells;
      for (const movement of inNames) scores.set(movement, (scores.get(movement) ?? 0) + tells);
      for (const movement of inTexts)
        if (!inNames.has(movement)) scores.set(movement, (scores.get(movement) ?? 0) + IN_TEXT * tells);
    }
    if (whole === 0) return nothing;
    // What some of it is a whole name of is among them, after what has more of it.
    for (const movement of this.namedWithin(words)) scores.set(movement, Math.max(scores.get(movement) ?? 0, least * whole));
    const found = [...scores].flatMap(([movement, score]): Found[] =>
      score / whole < least
        ? []
        : [{ movement, cost: BY_WORDS - 10 * (score / whole) - this.standing(movement) / 4, foundBy: 'words' }],
    );
    return { terms, found: this.within(found, terms, limit), unmet };
  }

  /** Of "plank, bum in the air" a plank at least: what the longest run of words is a whole name of, the last before the first. */
  calledByPart(words: readonly QueryWord[], asked: Asked): Taken {
    for (let size = words.length - 1; size > 0; size -= 1) {
      for (let at = words.length - size; at >= 0; at -= 1) {
        const name = words.slice(at, at + size);
        if ((size === 1 && isBodyPart(name[0]!.word)) || !this.isName(name)) continue;
        const unmet = words.filter((each) => !name.includes(each));
        return { terms: [], found: this.within(this.named(name, asked), [], asked.limit), unmet };
      }
    }
    return NOTHING_TAKEN;
  }

  /** Movements of which several words in a row are a whole name. */
  private namedWithin(words: readonly QueryWord[]): ReadonlySet<number> {
    const named = new Set<number>();
    for (let from = 0; from + 1 < words.length; from += 1) {
      for (let to = from + 2; to <= words.length; to += 1) {
        for (const movement of this.exactlyNamed(words.slice(from, to))) named.add(movement);
      }
    }
    return named;
  }

  /** How far a movement is ahead for being what is usually meant. */
  standing(movement: number, doneBy?: ReadonlyMap<string, number>): number {
    const { id, common } = this.documents[movement]!;
    return (common ? COMMON : 0) + Math.min(1, Math.log1p(doneBy?.get(id) ?? 0) / 3);
  }
}
