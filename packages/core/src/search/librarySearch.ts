import { stemOf, wordsIn } from '../movement/stems.ts';
import { likeness } from '../ladder/fallback.ts';
import { rungs, type Ladder } from '../ladder/ladder.ts';
import { standInsFor } from '../ladder/nearness.ts';
import { feltIn } from '../movement/feeling.ts';
import { isInUse } from '../movement/inUse.ts';
import { lexiconOf, type Lexicon } from '../movement/library.ts';
import type { MovementDocument } from '../movement/movementDocument.ts';
import type { Lever } from '../movement/terms.ts';
import type { Vocabulary } from '../movement/vocabulary.ts';
import { FaultPhrases, isBodyPart } from './faultPhrases.ts';
import { NameIndex, type NameFit } from './nameIndex.ts';
import { neighboursOf } from './neighbours.ts';
import {
  leverTermsOf,
  peopleTermsOf,
  placeTermsOf,
  queryTermsOf,
  type Meaning,
  type Person,
  type QueryTerm,
} from './queryTerms.ts';
import { isFiller } from './fillers.ts';
import { meaningOf, readQuery, tellingOf, unfinishedTerm, withMissing, type QueryWord, type ReadTerm } from './readQuery.ts';
import { SaidFaults } from './saidFaults.ts';
import { Spelling, type Corrected } from './spelling.ts';
import { TermCosts } from './termCosts.ts';
import { TextIndex } from './textIndex.ts';
import { wordsTyped } from './words.ts';

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
  /** Words that were taken for others. */
  readonly corrected: readonly Corrected[];
  /** Words, as typed, that nothing was found for: the hits are for the rest. */
  readonly unmet: readonly string[];
  /** The fault that was asked for. */
  readonly faultTypeId: string | null;
  /** Where something was said to be felt, and shouldn't be: those that the movements found have. */
  readonly feelingIds: readonly string[];
  /** The client who was named: what is open to them is the caller's to say. */
  readonly clientId: string | null;
  /** The movement whose neighbours were asked for. */
  readonly neighboursOf: string | null;
  /** Best first. */
  readonly hits: readonly SearchHit[];
}

export interface SearchOptions {
  readonly limit?: number;
  /** How many of the trainer's clients have done a movement: what is done here comes before what isn't. */
  readonly doneBy?: ReadonlyMap<string, number>;
  /** Whose names are understood. */
  readonly people?: readonly Person[];
}

/** An index over a library: built once, asked at every keystroke. */
export interface LibrarySearch {
  answer(query: string, options?: SearchOptions): SearchAnswer;
}

/** The stem of what asks where something is felt. */
const FEEL = stemOf('feel');
const HITS = 50;
/** What a plain movement of its kind is ahead of a special one. */
const COMMON = 1.2;
/** What is worth more than being common: having all the words in one's names. */
const CALLED_SO = 1.5;
/** What is found by a sentence comes after every name. */
const BY_WORDS = 20;
/** What a word is worth that stands in what is said of a movement, of one in its names. */
const IN_TEXT = 0.4;
/** How much of what was typed has to be met when not all of it can be. */
const MOST_OF_IT = 0.6;
const SOME_OF_IT = 0.34;
/** And what it is worth to have some of it for a whole name. */
const NAMED_WITHIN = 0.3;
/** Fewer are likely not all that was meant. */
const FEW = 3;
/** A step that leads out of the family, as from a push-up to a plank, is seldom what is meant. */
const OTHER_FAMILY = 3;
/** What it is worth to be for the same muscles. */
const ALIKE = 5;
/** What being near to what it stands in for is worth, from 0 to all of it. */
const NEARNESS = 6;
/** A fault beside a name counts only when it is called so. */
const ITS_NAME = 1;
/** What a fit costs at most that lacks one word of a movement's name. */
const NEARLY_A_NAME = 3.2;
/** How like a fault's phrase a query has to be to be taken for it: before names, before parts of names, after them. */
const THE_SAME = 0.95;
const VERY_LIKE = 0.75;
const LIKE_ENOUGH = 0.6;

export function buildLibrarySearch(
  documents: readonly MovementDocument[],
  vocabulary: Vocabulary,
  ladder: Ladder,
): LibrarySearch {
  return new Search(documents.filter(isInUse), vocabulary, ladder);
}

interface Found {
  readonly movement: number;
  readonly cost: number;
  readonly foundBy: FoundBy;
}

/** One way to take a query, with what it brings. */
interface Taken {
  readonly terms: readonly ReadTerm[];
  readonly found: readonly Found[];
  readonly unmet?: readonly QueryWord[];
  readonly neighboursOf?: number;
  /** Also when it brings nothing: a fault that no movement has is one all the same. */
  readonly isAnswer?: boolean;
  /** By words that stand somewhere: when it brings next to nothing, what the next way brings comes after it. */
  readonly isGuess?: boolean;
}

/** Who asks, and what for. */
interface Asked {
  /** The words as they were typed. */
  readonly typed: readonly string[];
  readonly people: ReadonlyMap<string, QueryTerm>;
  /** Stems of the words in people's names. */
  readonly nameWords: ReadonlySet<string>;
  readonly limit: number;
  readonly doneBy: ReadonlyMap<string, number> | undefined;
}

/** What somebody counts a movement in. */
const UNITS = /^(s|secs?|seconds?|mins?|minutes?|reps?|sets?|rounds?|metres?|meters?|kgs?|kilos?|lbs?|pounds?)$/;

const LEVELS: Readonly<Record<'easier' | 'harder', QueryTerm>> = {
  easier: { text: 'The easier ones', meaning: { kind: 'level', end: 'low' } },
  harder: { text: 'The harder ones', meaning: { kind: 'level', end: 'high' } },
};

const NOTHING_TAKEN: Taken = { terms: [], found: [] };
const NONE: ReadonlySet<number> = new Set();

class Search implements LibrarySearch {
  private readonly lexicon: Lexicon;
  private readonly terms: ReadonlyMap<string, QueryTerm>;
  private readonly faultTerms: ReadonlyMap<string, QueryTerm>;
  private readonly directions: ReadonlyMap<string, QueryTerm>;
  private readonly levers: ReadonlyMap<string, QueryTerm>;
  private readonly places: ReadonlyMap<string, QueryTerm>;
  private readonly shorthands: ReadonlyMap<string, readonly string[]>;
  private readonly spelling: Spelling;
  private readonly names: NameIndex;
  /** Names, as `isNamedAsTyped` compares them. */
  private readonly asTyped: ReadonlySet<string>;
  private readonly saidFaults: SaidFaults;
  private readonly costs: TermCosts;
  private readonly rungOf: ReadonlyMap<string, number>;
  private readonly texts: TextIndex;
  private readonly sortedKeys: readonly string[];
  private readonly termWords: ReadonlySet<string>;
  /** How words are written, by their stems. */
  private readonly written = new Map<string, string>();
  private readonly placeOf: ReadonlyMap<string, number>;
  /** What could stand in for the movement that was last asked about: the next letter asks for the same. */
  private stoodIn: { readonly of: number; readonly found: readonly Found[] } | null = null;
  /** What is called by words of the query in hand: each way to take it asks again. */
  private readonly askedFor = new Map<string, Map<number, NameFit>>();

  constructor(
    private readonly documents: readonly MovementDocument[],
    vocabulary: Vocabulary,
    private readonly ladder: Ladder,
  ) {
    this.lexicon = lexiconOf(vocabulary);
    this.shorthands = new Map((vocabulary.shorthands ?? []).map(({ id, means }) => [id, wordsIn(means)]));
    this.terms = queryTermsOf(vocabulary, (text) => this.spelledOut(text));
    this.faultTerms = new Map(
      [...this.terms.values()].flatMap((term) =>
        term.meaning.kind === 'fault' ? [[term.meaning.faultTypeId, term] as const] : [],
      ),
    );
    this.directions = new Map([...this.terms].filter(([, { meaning }]) => meaning.kind === 'direction'));
    this.levers = leverTermsOf(vocabulary, (text) => this.spelledOut(text));
    this.places = placeTermsOf(vocabulary, (text) => this.spelledOut(text));
    this.sortedKeys = [...this.terms.keys()].filter((key) => !key.startsWith('~')).sort();
    this.termWords = new Set([FEEL, ...[...this.terms.keys(), ...this.places.keys()].flatMap((key) => key.split(' '))]);
    this.names = new NameIndex(
      documents.map(({ name, otherNames }) => [name, ...otherNames].map((each) => this.spelledOut(each))),
    );
    this.asTyped = new Set(
      documents.flatMap(({ name, otherNames }) => [name, ...otherNames].map((each) => wordsIn(each).map(singular).join(' '))),
    );
    const phrases = new FaultPhrases(vocabulary.faultTypes ?? [], (text) => this.spelledOut(text));
    this.saidFaults = new SaidFaults(documents, this.lexicon, this.terms, phrases, this.names);
    this.rungOf = rungs(ladder);
    this.costs = new TermCosts(documents, this.lexicon, (id) => this.rungOf.get(id) ?? 0);
    this.placeOf = new Map(documents.map(({ id }, at) => [id, at]));
    this.texts = new TextIndex(documents, this.lexicon, (word) => this.noted(word));
    this.spelling = new Spelling(this.shorthands, {
      stems: [...this.names.stems(), ...this.termWords, ...this.texts.stems()],
      isKnown: (word, isLast) => this.isKnown(word, isLast),
      isWhole: (word) => this.names.has(stemOf(word)) || this.termWords.has(stemOf(word)),
      frequency: (stem) => this.names.frequency(stem),
      written: (stem) => this.written.get(stem) ?? stem,
    });
  }

  answer(query: string, { limit = HITS, doneBy, people = [] }: SearchOptions = {}): SearchAnswer {
    this.askedFor.clear();
    const names = peopleTermsOf(people);
    const nameWords = new Set([...names.keys()].flatMap((key) => key.split(' ')));
    const typed = wordsTyped(query);
    const { words, corrected } = this.spelled(typed, nameWords);
    const asked: Asked = { typed, people: names, nameWords, limit, doneBy };
    const { terms, found, unmet = [], neighboursOf } = this.take(words, asked);
    const valueOf = <Kind extends Meaning['kind']>(kind: Kind) => meaningOf(terms, kind);
    return {
      terms,
      corrected,
      unmet: [...new Set(unmet.map(({ from }) => typed[from]!))],
      faultTypeId: valueOf('fault')?.faultTypeId ?? null,
      feelingIds: this.feltAmong(valueOf('feeling')?.feelingIds ?? [], found),
      clientId: valueOf('client')?.clientId ?? null,
      neighboursOf: neighboursOf === undefined ? null : this.documents[neighboursOf]!.id,
      hits: found.slice(0, limit).map(({ movement, foundBy }) => ({ movementId: this.documents[movement]!.id, foundBy })),
    };
  }

  /** Those of the best that was found before those of the rest. */
  private feltAmong(feelingIds: readonly string[], found: readonly Found[]): string[] {
    if (feelingIds.length === 0) return [];
    const felt = found.flatMap(({ movement }) => feltIn(this.documents[movement]!, this.lexicon).not.map(({ id }) => id));
    return [...new Set(felt)].filter((id) => feelingIds.includes(id));
  }

  /** Errors are forgiven in words that nothing knows, and in one that only sentences know when a name is meant. */
  private spelled(typed: readonly string[], nameWords: ReadonlySet<string>) {
    const understood = this.spelling.understood(typed, nameWords);
    if (this.isName(understood.words)) return understood;
    for (const { words, corrected } of this.spelling.nearly(understood.words, typed)) {
      if (this.isName(words)) return { words, corrected: [...understood.corrected, corrected] };
    }
    return understood;
  }

  private isName(words: readonly QueryWord[]): boolean {
    return this.exactlyNamed(words).size > 0;
  }

  /** Movements of which these words are a whole name. */
  private exactlyNamed(words: readonly QueryWord[]): ReadonlySet<number> {
    return this.names.exactly(words.map(({ word }) => stemOf(word)));
  }

  /** The first way to take a query that brings something, from what is most likely meant to what is least. */
  private take(words: readonly QueryWord[], asked: Asked): Taken {
    const felt = words.filter(({ word }) => stemOf(word) === FEEL);
    if (felt.length > 0 && felt.length < words.length) {
      return this.asFelt(
        words.filter((each) => !felt.includes(each)),
        felt[0]!.from,
        asked,
      );
    }
    const withoutFillers = tellingOf(words);
    // A letter that may become anything, or nothing but fillers, is taken at its word.
    const telling = withoutFillers.length > 0 ? withoutFillers : words;
    const unknown = telling.filter(
      ({ word }, at) => isOfAmount(telling, at) || (!this.isKnown(word) && !asked.nameWords.has(stemOf(word))),
    );
    if (unknown.length > 0 && unknown.length < telling.length) {
      // A word that nothing knows is said, and keeps nothing from being found.
      const known = this.take(
        words.filter((each) => !unknown.includes(each)),
        asked,
      );
      return { ...known, unmet: [...unknown, ...(known.unmet ?? [])] };
    }
    let thin: Taken | null = null;
    for (const way of this.waysToTake(words, telling, asked)) {
      const taken = way();
      if (taken.found.length === 0 && !taken.isAnswer) continue;
      if (thin) return { ...thin, found: together(thin.found, taken.found).slice(0, asked.limit) };
      if (!taken.isGuess || taken.found.length >= FEW) return taken;
      thin = taken;
    }
    return thin ?? { terms: [], found: [], unmet: telling };
  }

  private waysToTake(words: readonly QueryWord[], telling: readonly QueryWord[], asked: Asked): readonly (() => Taken)[] {
    const { terms: readTerms } = withMissing(readQuery(words, this.terms, asked.people));
    const read = readTerms.filter((term) => !this.isPartOfName(term, words, readTerms));
    const left = tellingOf(outside(read, words));
    const terms = read.flatMap(levelOf);
    const meant = terms.filter(({ meaning }) => isMeant(meaning));
    // A name may hold words that are terms elsewhere: with those that are surely meant taken out, the rest is looked for as it is.
    const text = outside(meant, telling);
    const all = (some: readonly ReadTerm[], unmet: readonly QueryWord[] = []): Taken => ({
      terms: some,
      found: some.length > 0 ? this.everyOne(some, asked, telling) : [],
      unmet,
    });
    const named = (some: readonly QueryWord[], within: readonly ReadTerm[]): Taken => ({
      terms: within,
      found: this.within(this.named(some, asked), within, asked.limit),
    });
    const worded = (some: readonly QueryWord[], within: readonly ReadTerm[]): Taken => ({
      terms: within,
      found: this.within(this.byWords(some, NONE), within, asked.limit),
      isGuess: true,
    });
    // "Sit" in "sit ups" is no term; "bad knee" among other words is one.
    const faultInNamed = (enough: number): Taken => {
      const taken = this.faultInNamed(words, [], enough, asked);
      return taken.found.length > 0 || meant.length === 0 ? taken : this.faultInNamed(text, meant, enough, asked);
    };
    return [
      () => (this.isNamedAsTyped(words, asked) ? NOTHING_TAKEN : this.asFault(read, left, telling, asked)),
      () => this.exactly(words, asked),
      () => this.exactly(telling, asked),
      () => this.onLadder(words, asked),
      () => this.preparing(terms, telling, asked),
      // "Pike pushups" are called so, whatever else pikes.
      () => {
        const taken = faultInNamed(ITS_NAME);
        return taken.found.length > 0 && this.fits(telling).size > 0 ? NOTHING_TAKEN : taken;
      },
      // Everything was read.
      () => (left.length === 0 ? all(terms) : NOTHING_TAKEN),
      () => this.likeFault(words, meant, THE_SAME, asked),
      () => named(text, meant),
      // "Heels come off the floor": all of it is said of that fault, whatever else is done off the floor.
      () => {
        const fault = meaningOf(terms, 'fault')?.faultTypeId;
        const isOfFault = fault !== undefined && !meaningOf(terms, 'muscles') && this.isAllOfFault(fault, left);
        return isOfFault ? all(terms) : NOTHING_TAKEN;
      },
      () => faultInNamed(VERY_LIKE),
      () => this.likeFault(words, meant, VERY_LIKE, asked),
      () => this.saidAs(text, meant, asked),
      () => this.unfinished(words, asked),
      () => ({ ...named(left, terms), isGuess: true }),
      () => faultInNamed(LIKE_ENOUGH),
      () => this.likeFault(words, meant, LIKE_ENOUGH, asked),
      () => ({ ...this.mostly(text, meant, MOST_OF_IT, asked), isGuess: true }),
      () => worded(left, terms),
      () => worded(text, meant),
      () => this.calledByPart(telling, asked),
      // Part of it was read, and nothing is like the rest.
      () => all(terms, left),
      () => this.mostly(text, meant, SOME_OF_IT, asked),
      () => this.withOneLess(terms, telling, asked),
      () => all(meant, text),
    ];
  }

  /** "Sit" in "neck hurts doing sit ups": what is read from the one word before the other, and both are a name. */
  private isPartOfName(term: ReadTerm, words: readonly QueryWord[], read: readonly ReadTerm[]): boolean {
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

  /** "Feels deadlifts in the low back": a place where it shouldn't be felt, else what is meant to be. */
  private asFelt(words: readonly QueryWord[], saidAt: number, asked: Asked): Taken {
    // "Where should I feel hip thrusts": the hip is in the name.
    if (this.isName(tellingOf(words))) return this.take(words, asked);
    const { terms: places } = readQuery(words, this.places);
    // "Biceps curl felt in the groin": what comes after it is where, what came before only when nothing does.
    const place = places.find(({ from }) => from > saidAt) ?? places.at(-1);
    if (!place) return this.take(words, asked);
    const telling = tellingOf(words).filter(({ from }) => from < place.from || from >= place.to);
    const everywhere = () => this.everyOne([place], asked);
    if (telling.length === 0) return { terms: [place], found: everywhere() };
    const taken = this.take(telling, { ...asked, limit: Infinity });
    const found = this.within(taken.found, [place], asked.limit);
    if (found.length === 0) return { terms: [place], found: everywhere(), unmet: telling };
    return { ...taken, terms: [...taken.terms, place].sort((a, b) => a.from - b.from), found };
  }

  /** "Cardio sitting down": where nothing is all of it, all but one; what somebody must be spared is never left out. */
  private withOneLess(terms: readonly ReadTerm[], words: readonly QueryWord[], asked: Asked): Taken {
    for (const less of [...terms].reverse()) {
      const rest = terms.filter((each) => each !== less);
      if (less.meaning.kind === 'caution' || rest.length === 0) continue;
      const found = this.everyOne(rest, asked);
      if (found.length > 0) return { terms: rest, found, unmet: words.filter(({ from }) => less.from <= from && from < less.to) };
    }
    return NOTHING_TAKEN;
  }

  /** What is said of a fault in just these words: "hips rotating" is that, though something may be called hip rotations. */
  private asFault(terms: readonly ReadTerm[], left: readonly QueryWord[], telling: readonly QueryWord[], asked: Asked): Taken {
    const isFault = left.length === 0 && terms.length === 1 && meaningOf(terms, 'fault') !== undefined;
    return isFault ? { terms, found: this.everyOne(terms, asked, telling), isAnswer: true } : NOTHING_TAKEN;
  }

  /** Whether something bears these words for a name, in this order and form but for the plural. */
  private isNamedAsTyped(words: readonly QueryWord[], { typed }: Asked): boolean {
    const places = [...new Set(words.map(({ from }) => from))];
    return this.asTyped.has(places.map((from) => singular(typed[from]!)).join(' '));
  }

  /** A name, and nothing more; other movements that have it in theirs, or are told of with these words, come after. */
  private exactly(words: readonly QueryWord[], asked: Asked): Taken {
    if (!this.isName(words)) {
      // "Pull over" is one word, whatever else may be pulled or over something.
      const joined = [{ word: words.map(({ word }) => word).join(''), from: words[0]?.from ?? 0 }];
      return words.length === 2 && this.isName(joined) ? this.exactly(joined, asked) : NOTHING_TAKEN;
    }
    const named = this.within(this.named(words, asked), [], asked.limit);
    // Sentences needn't be looked at when names fill the list.
    if (named.length >= asked.limit) return { terms: [], found: named };
    const known = new Set(named.map(({ movement }) => movement));
    return { terms: [], found: [...named, ...this.within(this.byWords(words, known), [], asked.limit)] };
  }

  private spelledOut(text: string): string[] {
    const words = wordsIn(text).flatMap((word) => this.shorthands.get(word) ?? [word]);
    for (const word of words) this.noted(word);
    return words;
  }

  /** The stem of a word that stands in the library. */
  private noted(word: string): string {
    const stem = stemOf(word);
    const known = this.written.get(stem);
    // The plainest of its forms is shown.
    if (known === undefined || word.length < known.length) this.written.set(stem, word);
    return stem;
  }

  /** Stands in names, terms or sentences; the last word, which is rarely typed to its end, may become one that does. */
  private isKnown(word: string, isLast = true): boolean {
    const stem = stemOf(word);
    if (isFiller(word) || this.names.has(stem) || this.termWords.has(stem) || this.texts.stems().has(stem)) return true;
    if (!isLast) return false;
    if (this.names.beginningWith(stem).length > 0 || this.names.beginningWith(word).length > 0) return true;
    if (this.texts.hasBeginning(stem)) return true;
    return [...this.termWords].some((each) => each.startsWith(word));
  }

  /** "Easier push up" asks for neighbours of what is named so, whatever else "push" may be. */
  private onLadder(words: readonly QueryWord[], asked: Asked): Taken {
    const { terms, rest } = readQuery(words, this.directions, asked.people);
    const direction = meaningOf(terms, 'direction');
    if (!direction) return NOTHING_TAKEN;
    const called = (some: readonly QueryWord[]) => this.within(this.named(tellingOf(some), asked), [], 1)[0];
    if (direction.direction === 'instead') return this.insteadOf(terms, rest, called, asked);
    // "Harder squat by load": what makes no name may say how.
    const byLever = readQuery(rest, this.levers);
    const said = meaningOf(byLever.terms, 'lever')?.lever;
    const isName = said === undefined || this.isName(tellingOf(rest));
    const lever = isName || !this.isName(tellingOf(byLever.rest)) ? undefined : said;
    const best = called(lever ? byLever.rest : rest);
    // "Advanced core" has many in it that are called so in part.
    const isKind = tellingOf(readQuery(rest, this.terms).rest).length === 0 && !this.isName(tellingOf(rest));
    if (!best || (isKind && !lever)) return NOTHING_TAKEN;
    const along = this.neighbours(best.movement, direction.direction, lever);
    // At an end of its ladder: what is like it, and asks for less or for more.
    const found = along.length > 0 ? along : this.standInsBeyond(best.movement, direction.direction);
    return { terms: lever ? [...terms, ...byLever.terms] : terms, found, neighboursOf: best.movement };
  }

  /** "Instead of pull ups with no bar": what could stand in for what is named so, nearest first, as far as the rest allows it. */
  private insteadOf(
    directions: readonly ReadTerm[],
    rest: readonly QueryWord[],
    called: (words: readonly QueryWord[]) => Found | undefined,
    asked: Asked,
  ): Taken {
    const reading = withMissing(readQuery(rest, this.terms, asked.people));
    const asWhole = called(rest);
    const isWithin = (term: ReadTerm) =>
      (isMeant(term.meaning) || term.meaning.kind === 'kit') && !this.isPartOfName(term, rest, reading.terms);
    const within = asWhole ? [] : reading.terms.filter(isWithin);
    const name = tellingOf(outside(within, rest));
    const best = asWhole ?? called(name);
    const part = best ? undefined : this.calledByPart(name, asked);
    const movement = best?.movement ?? part?.found[0]?.movement;
    if (movement === undefined) return NOTHING_TAKEN;
    return {
      terms: [...directions, ...within].sort((a, b) => a.from - b.from),
      found: this.within(this.standIns(movement), within, asked.limit),
      neighboursOf: movement,
      unmet: part?.unmet ?? [],
    };
  }

  /** "Stretch after deadlifts", "warm up for squats": what is for the muscles that work in what is named so. */
  private preparing(read: readonly ReadTerm[], words: readonly QueryWord[], asked: Asked): Taken {
    const terms = read.filter(
      ({ meaning }) => meaning.kind === 'narrowing' && /^(stretch|mobility)$/.test(meaning.narrows.family ?? ''),
    );
    const level = read.filter(({ meaning }) => meaning.kind === 'level');
    const name = outside([...terms, ...level], words);
    const work = terms.length > 0 && this.isName(name) ? this.within(this.named(name, asked), [], 1)[0] : undefined;
    if (!work) return NOTHING_TAKEN;
    const of = this.documents[work.movement]!;
    const found = this.everyOne(terms, { ...asked, limit: Infinity }).map((each) => ({
      ...each,
      cost: each.cost - ALIKE * likeness(of, this.documents[each.movement]!),
    }));
    return { terms, found: bestOf(found, asked.limit) };
  }

  private standInsBeyond(of: number, direction: 'easier' | 'harder'): Found[] {
    const { skill } = this.documents[of]!;
    const isBeyond = (other: number) => (direction === 'easier' ? other < skill || skill === 1 : other > skill || skill === 3);
    return bestOf(
      this.standIns(of).filter(({ movement }) => isBeyond(this.documents[movement]!.skill)),
      FEW,
    );
  }

  private standIns(of: number): readonly Found[] {
    if (this.stoodIn?.of === of) return this.stoodIn.found;
    const found = standInsFor(this.documents[of]!, this.documents, this.rungOf).map(({ document, nearness }): Found => {
      const movement = this.placeOf.get(document.id)!;
      return { movement, cost: -NEARNESS * nearness.value - this.standing(movement), foundBy: 'ladder' };
    });
    this.stoodIn = { of, found };
    return found;
  }

  /** What is being typed, before it is: "bad kn", "knees ca". */
  private unfinished(words: readonly QueryWord[], asked: Asked): Taken {
    const term = unfinishedTerm(words, this.terms, this.sortedKeys);
    if (!term) return NOTHING_TAKEN;
    const before = words.filter(({ from }) => from < term.from);
    const { terms, rest } = readQuery(before, this.terms, asked.people);
    if (tellingOf(rest).length > 0) return NOTHING_TAKEN;
    const all = [...terms, term];
    return { terms: all, found: this.everyOne(all, asked) };
  }

  private likeFault(words: readonly QueryWord[], meant: readonly ReadTerm[], enough: number, asked: Asked): Taken {
    const rest = outside(meant, words);
    const typeId = this.saidFaults.likest(rest, enough);
    const term = typeId !== undefined && this.faultTerms.get(typeId);
    if (!term) return NOTHING_TAKEN;
    const terms = [...meant, { ...term, from: rest[0]!.from, to: rest.at(-1)!.from + 1 }];
    return { terms, found: this.everyOne(terms, asked, rest) };
  }

  /** "Knee wobbles on step ups": what goes wrong, and in what. The longest name counts, at the end before one at the beginning. */
  private faultInNamed(words: readonly QueryWord[], meant: readonly ReadTerm[], enough: number, asked: Asked): Taken {
    const inWhole = this.faultBeside(words, meant, enough === ITS_NAME ? enough : LIKE_ENOUGH, asked, true);
    return inWhole.found.length > 0 || enough === ITS_NAME ? inWhole : this.faultBeside(words, meant, enough, asked, false);
  }

  /** `isWhole`: beside a whole name, or also a part of one. */
  private faultBeside(
    words: readonly QueryWord[],
    meant: readonly ReadTerm[],
    enough: number,
    asked: Asked,
    isWhole: boolean,
  ): Taken {
    for (let size = words.length - 1; size > 0; size -= 1) {
      for (const at of [words.length - size, 0]) {
        // A fault is looked for with its fillers, "bum in the air"; a name has none.
        const name = tellingOf(words.slice(at, at + size));
        const said = at === 0 ? words.slice(size) : words.slice(0, at);
        if (name.length === 0 || (name.length === 1 && isBodyPart(name[0]!.word))) continue;
        // "Bum in the air" is a fault, and "air" a part of names.
        if (isWhole && !this.isName(name)) continue;
        const called = this.saidFaults.called(said);
        const typeId = called ?? (enough === ITS_NAME ? undefined : this.saidFaults.likest(said, enough));
        if (typeId === undefined) continue;
        const named = this.within(this.named(name, asked), meant, Infinity);
        const movements = named.map(({ movement }) => movement);
        if (named.length === 0 || (called === undefined && this.saidFaults.isRestOfName(said, movements))) continue;
        const exact = this.exactlyNamed(name);
        const own = this.saidFaults.likestOf(
          movements.filter((movement) => exact.has(movement)),
          said,
        );
        const term = { ...this.faultTerms.get(own ?? typeId)!, from: said[0]!.from, to: said.at(-1)!.from + 1 };
        const terms = [...meant, term].sort((a, b) => a.from - b.from);
        return { terms, found: this.faultAmong(named, exact, said, terms, asked) };
      }
    }
    return NOTHING_TAKEN;
  }

  /** Whether words only say more of a fault: each stands in one of its phrases, and together they are hardly a name. */
  private isAllOfFault(typeId: string, words: readonly QueryWord[]): boolean {
    if (this.saidFaults.besides(typeId, words).length > 0) return false;
    // One word is in many names, and a name of its own in few.
    if (words.length === 1) return !this.isName(words);
    return [...this.fits(words).values()].every(({ cost }) => cost > NEARLY_A_NAME);
  }

  /** Of movements with a name those that have a fault; where none has it, those that tell of it in their own words, or all: it is they that are asked about. */
  private faultAmong(
    named: readonly Found[],
    exact: ReadonlySet<number>,
    said: readonly QueryWord[],
    terms: readonly ReadTerm[],
    { limit }: Asked,
  ): Found[] {
    const asFault = (found: readonly Found[]) => bestOf(found, limit).map((each): Found => ({ ...each, foundBy: 'fault' }));
    const having = this.within(named, terms, Infinity);
    if (having.length === 0) {
      const telling = named.filter(({ movement }) => this.saidFaults.isToldOf(movement, said));
      return telling.length > 0 ? asFault(telling) : bestOf(named, limit);
    }
    // What is called just so is meant, also where the library knows no such fault of it.
    const known = new Set(having.map(({ movement }) => movement));
    return [...asFault(having), ...named.filter(({ movement }) => exact.has(movement) && !known.has(movement))].slice(0, limit);
  }

  /** Of "plank, bum in the air" a plank at least: what the longest run of words is a whole name of, the last before the first. */
  private calledByPart(words: readonly QueryWord[], asked: Asked): Taken {
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

  /** Movements with a cue that has these words in it. */
  private saidAs(words: readonly QueryWord[], terms: readonly ReadTerm[], { limit }: Asked): Taken {
    if (words.length < 2) return { terms, found: [] };
    const found = [...this.texts.withCue(words.map(({ word }) => word))].map((movement): Found => ({
      movement,
      cost: -this.standing(movement),
      foundBy: 'words',
    }));
    return { terms, found: this.within(found, terms, limit) };
  }

  /** Movements whose names, or what is said of them, have most of the words, those that tell most first. */
  private mostly(words: readonly QueryWord[], terms: readonly ReadTerm[], least: number, { limit }: Asked): Taken {
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
    for (const movement of this.namedWithin(words)) scores.set(movement, (scores.get(movement) ?? 0) + NAMED_WITHIN * whole);
    const found = [...scores].flatMap(([movement, score]): Found[] =>
      score / whole < least
        ? []
        : [{ movement, cost: BY_WORDS - 10 * (score / whole) - this.standing(movement) / 4, foundBy: 'words' }],
    );
    return { terms, found: this.within(found, terms, limit), unmet };
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

  private fits(rest: readonly QueryWord[]): Map<number, NameFit> {
    const key = rest.map(({ word }) => word).join(' ');
    const fits = this.askedFor.get(key) ?? this.fitsOf(rest.map(({ word }) => word));
    this.askedFor.set(key, fits);
    return fits;
  }

  private fitsOf(words: readonly string[]): Map<number, NameFit> {
    const fits = this.names.find(words.map(stemOf));
    if (fits.size > 0 || words.length === 0) return fits;
    // "decline pushup": a name by itself, but two words of another; "dead lift": the other way round.
    const apart = this.names.find(words.flatMap((word) => this.spelling.apart(word) ?? [word]).map(stemOf));
    return apart.size > 0 || words.length > 2 ? apart : this.names.find([stemOf(words.join(''))]);
  }

  private named(rest: readonly QueryWord[], { doneBy }: Asked): Found[] {
    return [...this.fits(rest)].map(([movement, { cost, isMain }]) => ({
      movement,
      cost: cost - this.standing(movement, doneBy),
      foundBy: isMain ? 'name' : 'otherName',
    }));
  }

  /** How far a movement is ahead for being what is usually meant. */
  private standing(movement: number, doneBy?: ReadonlyMap<string, number>): number {
    const { id, common } = this.documents[movement]!;
    return (common ? COMMON : 0) + Math.min(1, Math.log1p(doneBy?.get(id) ?? 0) / 3);
  }

  /** What terms leave of something found, best first. */
  private within(found: readonly Found[], terms: readonly ReadTerm[], most: number): Found[] {
    const left = found.flatMap((each): Found[] => {
      const cost = this.costs.of(each.movement, terms);
      return cost === null ? [] : [{ ...each, cost: each.cost + cost }];
    });
    return bestOf(left, most);
  }

  /** Every movement that terms leave. */
  private everyOne(terms: readonly ReadTerm[], { doneBy, limit }: Asked, words: readonly QueryWord[] = []): Found[] {
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

  private byWords(rest: readonly QueryWord[], known: ReadonlySet<number>): Found[] {
    if (rest.length === 0) return [];
    return this.texts
      .withAll(rest.map(({ word }) => word))
      .flatMap(({ movement, fit }): Found[] =>
        known.has(movement) ? [] : [{ movement, cost: BY_WORDS - fit - this.standing(movement) / 10, foundBy: 'words' }],
      );
  }

  /** What is easier, or harder, nearest first; of what is equally near the plain ones; with a lever, by steps that move it. */
  private neighbours(from: number, direction: 'easier' | 'harder', lever?: Lever): Found[] {
    const { family } = this.documents[from]!;
    const apart = (movement: number) => (this.documents[movement]!.family === family ? 0 : OTHER_FAMILY);
    return neighboursOf(this.ladder, this.documents[from]!.id, direction, lever)
      .flatMap(({ movementId, steps }): Found[] => {
        const movement = this.placeOf.get(movementId);
        return movement === undefined
          ? []
          : [{ movement, cost: 2 * steps + apart(movement) - this.standing(movement), foundBy: 'ladder' }];
      })
      .sort((a, b) => a.cost - b.cost);
  }
}

/** Best first, as many as are looked at: to put thousands in order takes longer than to find them. */
function bestOf<F extends Found>(found: readonly F[], most: number): F[] {
  const dearest = found.length > most ? Float64Array.from(found, ({ cost }) => cost).sort()[most - 1]! : Infinity;
  return found
    .filter(({ cost }) => cost <= dearest)
    .sort((a, b) => a.cost - b.cost || a.movement - b.movement)
    .slice(0, most);
}

/** Whether somebody means it who types it among other words: a muscle, a thing or a pattern may only be part of a name. */
function isMeant(meaning: Meaning): boolean {
  return (
    meaning.kind === 'caution' ||
    meaning.kind === 'without' ||
    meaning.kind === 'feeling' ||
    meaning.kind === 'client' ||
    (meaning.kind === 'narrowing' && !meaning.narrows.pattern)
  );
}

/** "Easy" beside what names no movement: the easier of whatever is asked for. */
function levelOf(term: ReadTerm): readonly ReadTerm[] {
  const { meaning } = term;
  if (meaning.kind !== 'direction') return [term];
  return meaning.direction === 'instead' ? [] : [{ ...term, ...LEVELS[meaning.direction] }];
}

/** "Plank 60 seconds": how much of it says nothing of what. */
function isOfAmount(words: readonly QueryWord[], at: number): boolean {
  const isNumber = (word?: QueryWord) => word !== undefined && /^\d+$/.test(word.word);
  const isUnit = (word?: QueryWord) => word !== undefined && UNITS.test(word.word);
  return (isNumber(words[at]) && isUnit(words[at + 1])) || (isUnit(words[at]) && isNumber(words[at - 1]));
}

/** The first, then what of the others isn't among them. */
function together(first: readonly Found[], others: readonly Found[]): Found[] {
  const known = new Set(first.map(({ movement }) => movement));
  return [...first, ...others.filter(({ movement }) => !known.has(movement))];
}

/** Words that aren't of these terms. */
function outside(terms: readonly ReadTerm[], words: readonly QueryWord[]): readonly QueryWord[] {
  return words.filter(({ from }) => !terms.some((each) => each.from <= from && from < each.to));
}

function singular(word: string): string {
  return word.length > 3 && !word.endsWith('ss') ? word.replace(/s$/, '') : word;
}

/** The query without a term that was read in it. */
export function withoutTerm(query: string, { from, to }: ReadTerm): string {
  return wordsTyped(query)
    .filter((_, at) => at < from || at >= to)
    .join(' ');
}
