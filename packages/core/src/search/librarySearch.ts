import MiniSearch from 'minisearch';
import type { Ladder } from '../ladder/ladder.ts';
import { matchesFacets } from '../movement/facets.ts';
import { lexiconOf, type Lexicon } from '../movement/library.ts';
import type { MovementDocument } from '../movement/movementDocument.ts';
import type { Vocabulary } from '../movement/vocabulary.ts';
import { NameIndex, type NameFit } from './nameIndex.ts';
import { peopleTermsOf, queryTermsOf, type Meaning, type Person, type QueryTerm } from './queryTerms.ts';
import { isFiller, readQuery, type QueryWord, type Reading, type ReadTerm } from './readQuery.ts';
import { lettersWrong, stemOf, wordsIn } from './words.ts';

/** By what a movement was found. */
export type FoundBy = 'name' | 'otherName' | 'fault' | 'words' | 'meaning' | 'ladder';

export interface SearchHit {
  readonly movementId: string;
  readonly foundBy: FoundBy;
}

/** What a query was understood as, and what it brings. */
export interface SearchAnswer {
  /** Parts that were understood; each may be taken off (`withoutTerm`). */
  readonly terms: readonly ReadTerm[];
  /** Words that were taken for others, as typed and as taken. */
  readonly corrected: readonly { readonly typed: string; readonly taken: string }[];
  /** The fault that was asked for. */
  readonly faultTypeId: string | null;
  /** The client who was named: what is open to them is the caller's to say. */
  readonly clientId: string | null;
  /** The movement whose neighbours were asked for. */
  readonly neighboursOf: string | null;
  /** Best first. */
  readonly hits: readonly SearchHit[];
}

export interface SearchOptions {
  readonly limit?: number;
  /** How often a movement was done here lately: what is done comes before what isn't. */
  readonly timesDone?: ReadonlyMap<string, number>;
  /** Whose names are understood. */
  readonly people?: readonly Person[];
}

/** An index over a library: built once, asked at every keystroke. */
export interface LibrarySearch {
  answer(query: string, options?: SearchOptions): SearchAnswer;
}

const NOTHING: SearchAnswer = { terms: [], corrected: [], faultTypeId: null, clientId: null, neighboursOf: null, hits: [] };
const HITS = 50;
/** What a plain movement of its kind is ahead of a special one. */
const COMMON = 1.2;
/** What is found by a sentence comes after every name. */
const BY_WORDS = 20;
/** A movement that has to be limited for a caution comes after those that needn't. */
const LIMITED = 0.7;
/** Works where the caution is: what somebody with bad knees may do for their legs comes before what is for their arms. */
const AROUND_THE_CAUTION = 0.5;
/** What a share of the work counts. */
const SHARE = 3;
/** What is usually done with something else. */
const REPLACED = 1;
/** Kit that every room has. */
const EVERYWHERE: ReadonlySet<string> = new Set(['mat', 'wall']);

export function buildLibrarySearch(
  documents: readonly MovementDocument[],
  vocabulary: Vocabulary,
  ladder: Ladder,
): LibrarySearch {
  return new Search(documents, vocabulary, ladder);
}

interface Found {
  readonly movement: number;
  readonly cost: number;
  readonly foundBy: FoundBy;
}

class Search implements LibrarySearch {
  private readonly lexicon: Lexicon;
  private readonly terms: ReadonlyMap<string, QueryTerm>;
  private readonly directions: ReadonlyMap<string, QueryTerm>;
  private readonly shorthands: ReadonlyMap<string, readonly string[]>;
  private readonly names: NameIndex;
  private readonly texts: MiniSearch<{ id: number; text: string }>;
  private readonly termWords: ReadonlySet<string>;
  private readonly textWords = new Set<string>();
  /** Words that others may have been meant for, by how many letters they have. */
  private readonly wordsByLength = new Map<number, string[]>();
  /** Of each term what it makes of each movement; not a number when it rules it out. */
  private readonly termCosts = new WeakMap<Meaning, Float64Array>();
  private readonly placeOf: ReadonlyMap<string, number>;

  constructor(
    private readonly documents: readonly MovementDocument[],
    vocabulary: Vocabulary,
    private readonly ladder: Ladder,
  ) {
    this.lexicon = lexiconOf(vocabulary);
    this.shorthands = new Map((vocabulary.shorthands ?? []).map(({ id, means }) => [id, wordsIn(means)]));
    const known = queryTermsOf(vocabulary);
    this.terms = known;
    this.directions = new Map([...known].filter(([, { meaning }]) => meaning.kind === 'direction'));
    this.termWords = new Set([...known.keys()].flatMap((key) => key.split(' ')));
    this.names = new NameIndex(
      documents.map(({ name, otherNames }) => [name, ...otherNames].map((each) => this.spelledOut(each))),
    );
    for (const stem of new Set([...this.names.stems(), ...this.termWords])) {
      // Nobody mistypes a word for a number.
      if (/\d/.test(stem)) continue;
      const alike = this.wordsByLength.get(stem.length);
      if (alike) alike.push(stem);
      else this.wordsByLength.set(stem.length, [stem]);
    }
    this.placeOf = new Map(documents.map(({ id }, at) => [id, at]));
    this.texts = new MiniSearch({
      fields: ['text'],
      tokenize: wordsIn,
      processTerm: (word) => (isFiller(word) ? null : stemOf(word)),
    });
    this.texts.addAll(documents.map((document, id) => ({ id, text: this.textOf(document) })));
  }

  answer(query: string, { limit = HITS, timesDone, people = [] }: SearchOptions = {}): SearchAnswer {
    const typed = wordsIn(query);
    if (typed.length === 0) return NOTHING;
    const names = peopleTermsOf(people);
    const { words, corrected } = this.understood(typed, new Set([...names.keys()].flatMap((key) => key.split(' '))));
    const reading = this.read(words, names);
    const direction = meaningOf(reading.terms, 'direction');
    const fault = meaningOf(reading.terms, 'fault');
    const neighboursOf = direction ? this.bestNamed(reading.rest) : null;
    const found =
      direction && neighboursOf !== null
        ? this.neighbours(neighboursOf, direction.direction, reading.terms)
        : this.ranked(reading, limit, timesDone);
    return {
      terms: reading.terms,
      corrected,
      faultTypeId: fault?.faultTypeId ?? null,
      clientId: meaningOf(reading.terms, 'client')?.clientId ?? null,
      neighboursOf: neighboursOf === null ? null : this.documents[neighboursOf]!.id,
      hits: found.slice(0, limit).map(({ movement, foundBy }) => ({ movementId: this.documents[movement]!.id, foundBy })),
    };
  }

  /** What is said of a movement, apart from its names. */
  private textOf({ cues, faults, muscles, kit, trains }: MovementDocument): string {
    const { lexicon } = this;
    return [
      trains,
      ...cues.map((cue) => (cue.shared ? lexicon.cues.get(cue.shared)?.text : cue.text)),
      ...faults.flatMap(({ name, type, seen }) => [name, lexicon.faultTypes.get(type)?.name, seen]),
      ...muscles.map(({ muscle }) => lexicon.muscles.get(muscle)?.name),
      ...kit.needed.map((each) => lexicon.kit.get(each)?.name),
    ]
      .filter(Boolean)
      .join(' · ');
  }

  private spelledOut(text: string): string[] {
    return wordsIn(text).flatMap((word) => this.shorthands.get(word) ?? [word]);
  }

  /** Shorthands spelled out, and errors forgiven where nothing knows a word. */
  private understood(
    typed: readonly string[],
    names: ReadonlySet<string>,
  ): { words: QueryWord[]; corrected: { typed: string; taken: string }[] } {
    const corrected: { typed: string; taken: string }[] = [];
    const words = typed.flatMap((word, from): QueryWord[] => {
      const spelled = this.shorthands.get(word);
      if (spelled) return spelled.map((each) => ({ word: each, from }));
      if (names.has(stemOf(word)) || this.isKnown(word)) return [{ word, from }];
      const taken = this.likest(word);
      if (!taken) return [{ word, from }];
      corrected.push({ typed: word, taken: taken.join(' ') });
      return taken.map((each) => ({ word: each, from }));
    });
    return { words, corrected };
  }

  /** Or may become so: the last word is rarely typed to its end. */
  private isKnown(word: string): boolean {
    const stem = stemOf(word);
    if (isFiller(word) || this.names.has(stem) || this.termWords.has(stem)) return true;
    if (this.names.beginningWith(stem).length > 0 || this.names.beginningWith(word).length > 0) return true;
    return this.textHas(stem);
  }

  private textHas(stem: string): boolean {
    if (this.textWords.has(stem)) return true;
    const isThere = this.texts.search(stem, { processTerm: (term) => term, prefix: stem.length > 2 }).length > 0;
    if (isThere) this.textWords.add(stem);
    return isThere;
  }

  /** The known words that an unknown one most likely is: two that were run together, or the nearest by its letters. */
  private likest(word: string): string[] | null {
    const apart = this.apart(word);
    if (apart) return apart;
    const most = word.length >= 6 ? 2 : word.length >= 3 ? 1 : 0;
    let best: { readonly stem: string; readonly wrong: number; readonly weight: number } | null = null;
    const stem = stemOf(word);
    for (let length = stem.length - most; length <= word.length + most; length += 1) {
      for (const each of this.wordsByLength.get(length) ?? []) {
        const wrong = Math.min(lettersWrong(stem, each, most), lettersWrong(word, each, most));
        if (wrong > most) continue;
        // Who errs, errs seldom in the first letter.
        const weight = this.names.frequency(each) + (each[0] === word[0] ? 1000 : 0);
        if (!best || wrong < best.wrong || (wrong === best.wrong && weight > best.weight)) best = { stem: each, wrong, weight };
      }
    }
    return best && [best.stem];
  }

  private apart(word: string): string[] | null {
    for (let cut = 2; cut <= word.length - 2; cut += 1) {
      const [first, second] = [word.slice(0, cut), word.slice(cut)];
      if (this.isWord(first) && this.isWord(second)) return [first, second];
    }
    return null;
  }

  private isWord(word: string): boolean {
    const stem = stemOf(word);
    return (word.length > 2 || word === 'up') && (this.names.has(stem) || this.termWords.has(stem));
  }

  /** A name is a name, whatever terms are in it; otherwise terms narrow, and what is left is looked for. */
  private read(words: readonly QueryWord[], people: ReadonlyMap<string, QueryTerm>): Reading {
    const telling = words.filter(({ word }) => !isFiller(word));
    const asText: Reading = { terms: [], rest: telling.length > 0 ? telling : words };
    for (const some of [words, telling]) {
      const fits = this.names.find(some.map(({ word }) => stemOf(word)));
      if ([...fits.values()].some(({ isExact }) => isExact)) return { terms: [], rest: some };
    }
    const toLadder = this.readForLadder(words, people);
    if (toLadder) return toLadder;
    const reading = readQuery(words, this.terms, people);
    const rest = reading.rest.filter(({ word }) => !isFiller(word));
    const isAllRead = rest.length === 0;
    if (reading.terms.length === 0) return asText;
    const hasWhat = reading.terms.some(({ meaning }) => meaning.kind !== 'direction');
    if (isAllRead) return hasWhat ? { terms: reading.terms.filter(({ meaning }) => meaning.kind !== 'direction'), rest } : asText;
    const isAsking = reading.terms.some(({ meaning }) =>
      ['direction', 'caution', 'fault', 'narrowing', 'client'].includes(meaning.kind),
    );
    if (!isAsking && this.fits(asText.rest).size > 0) return asText;
    return { terms: reading.terms, rest };
  }

  /** "Easier push up" asks for neighbours of what is named so, whatever else "push" may be. */
  private readForLadder(words: readonly QueryWord[], people: ReadonlyMap<string, QueryTerm>): Reading | null {
    const { terms, rest } = readQuery(words, this.directions, people);
    const named = rest.filter(({ word }) => !isFiller(word));
    return meaningOf(terms, 'direction') && this.fits(named).size > 0 ? { terms, rest: named } : null;
  }

  private bestNamed(rest: readonly QueryWord[]): number | null {
    const [best] = this.named(rest).sort((a, b) => a.cost - b.cost);
    return best?.movement ?? null;
  }

  private fits(rest: readonly QueryWord[]): Map<number, NameFit> {
    const fits = this.names.find(rest.map(({ word }) => stemOf(word)));
    // "decline pushup": a name by itself, but two words of another.
    return fits.size > 0 ? fits : this.names.find(rest.flatMap(({ word }) => this.apart(word) ?? [word]).map(stemOf));
  }

  private named(rest: readonly QueryWord[], timesDone?: ReadonlyMap<string, number>): Found[] {
    const fits = this.fits(rest);
    return [...fits].map(([movement, { cost, isMain }]) => ({
      movement,
      cost: cost - this.standing(movement, timesDone),
      foundBy: isMain ? 'name' : 'otherName',
    }));
  }

  /** How far a movement is ahead for being what is usually meant. */
  private standing(movement: number, timesDone?: ReadonlyMap<string, number>): number {
    const { id, common } = this.documents[movement]!;
    return (common ? COMMON : 0) + Math.min(1, Math.log1p(timesDone?.get(id) ?? 0) / 5);
  }

  private ranked({ terms, rest }: Reading, limit: number, timesDone?: ReadonlyMap<string, number>): Found[] {
    const byName = this.named(rest, timesDone);
    const found: Found[] = [];
    const keep = (each: Found) => {
      const cost = this.costOf(each.movement, terms);
      if (cost !== null) found.push({ ...each, cost: each.cost + cost });
    };
    if (rest.length === 0) {
      const foundBy = meaningOf(terms, 'fault') ? 'fault' : 'meaning';
      for (let movement = 0; movement < this.documents.length; movement += 1) {
        const cost = this.costOf(movement, terms);
        if (cost !== null) found.push({ movement, cost: cost - this.standing(movement, timesDone), foundBy });
      }
    } else {
      byName.forEach(keep);
      // Sentences come after names: they needn't be looked at when names fill the list.
      if (found.length < limit) this.byWords(rest, new Set(byName.map(({ movement }) => movement))).forEach(keep);
    }
    return found.sort((a, b) => a.cost - b.cost || a.movement - b.movement);
  }

  private byWords(rest: readonly QueryWord[], known: ReadonlySet<number>): Found[] {
    const text = rest.map(({ word }) => word).join(' ');
    if (text === '') return [];
    const hits = this.texts.search(text, { combineWith: 'AND', prefix: (term) => term.length > 2 });
    const top = hits[0]?.score ?? 1;
    return hits.flatMap(({ id, score }): Found[] =>
      known.has(id as number)
        ? []
        : [{ movement: id as number, cost: BY_WORDS - score / top - this.standing(id as number) / 10, foundBy: 'words' }],
    );
  }

  /** What the terms make of a movement: `null` when they rule it out, else what it costs. */
  private costOf(movement: number, terms: readonly ReadTerm[]): number | null {
    let cost = 0;
    for (const { meaning } of terms) cost += this.costsOf(meaning)[movement]!;
    return Number.isNaN(cost) ? null : cost;
  }

  private costsOf(meaning: Meaning): Float64Array {
    let costs = this.termCosts.get(meaning);
    if (!costs) {
      costs = Float64Array.from(this.documents, (document) => this.termCost(document, meaning) ?? NaN);
      this.termCosts.set(meaning, costs);
    }
    return costs;
  }

  private termCost(document: MovementDocument, meaning: Meaning): number | null {
    switch (meaning.kind) {
      case 'muscles': {
        const shares = document.muscles.filter(
          ({ muscle }) => matchesFacets(document, { muscle }) && meaning.muscleIds.includes(muscle),
        );
        if (shares.length === 0) return null;
        return -SHARE * Math.max(...shares.map(({ share }) => share));
      }
      case 'kit':
        if (document.kit.needed.some((each) => meaning.kitIds.includes(each))) return 0;
        return meaning.kitIds.some((needs) => matchesFacets(document, { needs })) ? REPLACED : null;
      case 'narrowing': {
        const { withoutKit, ...facets } = meaning.narrows;
        if (withoutKit && document.kit.needed.some((each) => !EVERYWHERE.has(each))) return null;
        return matchesFacets(document, facets) ? 0 : null;
      }
      case 'caution': {
        const own = document.cautions.find(({ caution }) => caution === meaning.cautionId);
        if (own?.closed) return null;
        const regions = this.lexicon.cautions.get(meaning.cautionId)?.regions ?? [];
        const isAround = document.muscles.some(({ muscle, role }) => {
          const region = this.lexicon.muscles.get(muscle)?.region;
          return role === 'prime-mover' && region !== undefined && regions.includes(region);
        });
        return (own ? LIMITED : 0) - (isAround ? AROUND_THE_CAUTION : 0);
      }
      case 'fault': {
        const own = document.faults.find(({ type }) => type === meaning.faultTypeId);
        return own ? { risk: -0.3, performance: -0.1, polish: 0 }[own.severity] : null;
      }
      case 'direction':
      case 'client':
        return 0;
    }
  }

  /** What is easier, or harder, nearest first; of what is equally near the plain ones. */
  private neighbours(from: number, direction: 'easier' | 'harder', terms: readonly ReadTerm[]): Found[] {
    const stepsFrom = (id: string) =>
      direction === 'easier'
        ? this.ladder.easierFrom(id).map((step) => step.from)
        : this.ladder.harderFrom(id).map((step) => step.to);
    const start = this.documents[from]!.id;
    const distance = new Map([[start, 0]]);
    const queue = [start];
    for (const id of queue) {
      for (const next of stepsFrom(id)) {
        if (distance.has(next)) continue;
        distance.set(next, distance.get(id)! + 1);
        queue.push(next);
      }
    }
    const others = terms.filter(({ meaning }) => meaning.kind !== 'direction');
    return queue
      .slice(1)
      .flatMap((id): Found[] => {
        const movement = this.placeOf.get(id);
        const cost = movement === undefined ? null : this.costOf(movement, others);
        return movement === undefined || cost === null
          ? []
          : [{ movement, cost: cost + 2 * distance.get(id)! - this.standing(movement), foundBy: 'ladder' }];
      })
      .sort((a, b) => a.cost - b.cost);
  }
}

function meaningOf<Kind extends Meaning['kind']>(terms: readonly ReadTerm[], kind: Kind) {
  return terms
    .map(({ meaning }) => meaning)
    .find((meaning): meaning is Extract<Meaning, { kind: Kind }> => meaning.kind === kind);
}

/** The query without a term that was read in it. */
export function withoutTerm(query: string, { from, to }: ReadTerm): string {
  return wordsIn(query)
    .filter((_, at) => at < from || at >= to)
    .join(' ');
}
