import { rungs, type Ladder } from '../ladder/ladder.ts';
import { feltIn } from '../movement/feeling.ts';
import { isInUse } from '../movement/inUse.ts';
import { lexiconOf, type Lexicon } from '../movement/library.ts';
import type { MovementDocument } from '../movement/movementDocument.ts';
import { stemOf, wordsIn } from '../movement/stems.ts';
import type { Vocabulary } from '../movement/vocabulary.ts';
import { FaultPhrases } from './faultPhrases.ts';
import { FaultsAsked, ITS_NAME, LIKE_ENOUGH } from './faultsAsked.ts';
import { isFiller } from './fillers.ts';
import { Finding } from './finding.ts';
import { FromMovement } from './fromMovement.ts';
import { NameIndex } from './nameIndex.ts';
import {
  leverTermsOf,
  peopleTermsOf,
  placeTermsOf,
  queryTermsOf,
  termKey,
  type Meaning,
  type Person,
  type QueryTerm,
} from './queryTerms.ts';
import {
  inOrder,
  isCaution,
  isMeant,
  meaningOf,
  outside,
  readQuery,
  tellingOf,
  unfinishedTerm,
  withMissing,
  type QueryWord,
  type ReadTerm,
} from './readQuery.ts';
import { SaidFaults } from './saidFaults.ts';
import { Spelling, type Corrected } from './spelling.ts';
import { NOTHING_TAKEN, together, type Asked, type Found, type FoundBy, type Taken } from './taken.ts';
import { TermCosts } from './termCosts.ts';
import { TextIndex } from './textIndex.ts';
import { withoutNamed } from './unwanted.ts';
import { wordsTyped } from './words.ts';

export type { FoundBy } from './taken.ts';

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
  /** The movement from which it was asked: what is easier, what is harder, or what could stand in for it. */
  readonly neighboursOf: string | null;
  /** The movement that was named and is closed with a caution that was said: the hits could stand in for it. */
  readonly closed: string | null;
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
/** How much of what was typed has to be met when not all of it can be. */
const MOST_OF_IT = 0.6;
const SOME_OF_IT = 0.34;
/** Fewer are likely not all that was meant. */
const FEW = 3;
/** How like a fault's phrase a query has to be to be taken for it: before names, before parts of names, after them. */
const THE_SAME = 0.95;
const VERY_LIKE = 0.75;

export function buildLibrarySearch(
  documents: readonly MovementDocument[],
  vocabulary: Vocabulary,
  ladder: Ladder,
): LibrarySearch {
  return new Search(documents.filter(isInUse), vocabulary, ladder);
}

/** What somebody counts a movement in. */
const UNITS = /^(s|secs?|seconds?|mins?|minutes?|reps?|sets?|rounds?|metres?|meters?|kgs?|kilos?|lbs?|pounds?)$/;

const LEVELS: Readonly<Record<'easier' | 'harder', QueryTerm>> = {
  easier: { text: 'The easier ones', meaning: { kind: 'level', end: 'low' } },
  harder: { text: 'The harder ones', meaning: { kind: 'level', end: 'high' } },
};

class Search implements LibrarySearch {
  private readonly lexicon: Lexicon;
  private readonly terms: ReadonlyMap<string, QueryTerm>;
  private readonly places: ReadonlyMap<string, QueryTerm>;
  private readonly shorthands: ReadonlyMap<string, readonly string[]>;
  private readonly spelling: Spelling;
  private readonly names: NameIndex;
  /** Names, as `isNamedAsTyped` compares them. */
  private readonly asTyped: ReadonlySet<string>;
  private readonly saidFaults: SaidFaults;
  private readonly texts: TextIndex;
  private readonly finding: Finding;
  private readonly fromMovement: FromMovement;
  private readonly faults: FaultsAsked;
  private readonly sortedKeys: readonly string[];
  private readonly termWords: ReadonlySet<string>;
  /** How words are written, by their stems. */
  private readonly written = new Map<string, string>();

  constructor(
    private readonly documents: readonly MovementDocument[],
    vocabulary: Vocabulary,
    ladder: Ladder,
  ) {
    this.lexicon = lexiconOf(vocabulary);
    this.shorthands = new Map((vocabulary.shorthands ?? []).map(({ id, means }) => [id, wordsIn(means)]));
    const wordsOf = (text: string) => this.spelledOut(text);
    // Whoever has added a "Barbell Zercher squat" doesn't lack the Zercher squat.
    const held = documents.map(({ name }) => ` ${termKey(wordsOf(name))} `).join('|');
    this.terms = queryTermsOf(vocabulary, wordsOf, (name) => held.includes(` ${termKey(wordsOf(name))} `));
    this.places = placeTermsOf(vocabulary, wordsOf);
    this.sortedKeys = [...this.terms.keys()].filter((key) => !key.startsWith('~')).sort();
    this.termWords = new Set([FEEL, ...[...this.terms.keys(), ...this.places.keys()].flatMap((key) => key.split(' '))]);
    this.names = new NameIndex(documents.map(({ name, otherNames }) => [name, ...otherNames].map(wordsOf)));
    this.asTyped = new Set(
      documents.flatMap(({ name, otherNames }) => [name, ...otherNames].map((each) => wordsIn(each).map(singular).join(' '))),
    );
    this.texts = new TextIndex(documents, this.lexicon, (word) => this.noted(word));
    this.spelling = new Spelling(this.shorthands, {
      stems: [...this.names.stems(), ...this.termWords, ...this.texts.stems()],
      isKnown: (word, isLast) => this.isKnown(word, isLast),
      isWhole: (word) => this.isWhole(word),
      frequency: (stem) => this.names.frequency(stem),
      written: (stem) => this.written.get(stem) ?? stem,
    });
    const rungOf = rungs(ladder);
    const costs = new TermCosts(documents, this.lexicon, (id) => rungOf.get(id) ?? 0);
    this.finding = new Finding(documents, this.names, this.texts, costs, (word) => this.spelling.apart(word));
    const directions = new Map([...this.terms].filter(([, { meaning }]) => meaning.kind === 'direction'));
    const stepTerms = { all: this.terms, directions, levers: leverTermsOf(vocabulary, wordsOf) };
    this.fromMovement = new FromMovement(documents, ladder, rungOf, stepTerms, this.finding);
    this.saidFaults = new SaidFaults(
      documents,
      this.lexicon,
      this.terms,
      new FaultPhrases(vocabulary.faultTypes ?? [], wordsOf),
      this.names,
    );
    const faultTerms = [...this.terms.values()].flatMap((term) =>
      term.meaning.kind === 'fault' ? [[term.meaning.faultTypeId, term] as const] : [],
    );
    this.faults = new FaultsAsked(this.saidFaults, new Map(faultTerms), this.finding);
  }

  answer(query: string, { limit = HITS, doneBy, people = [] }: SearchOptions = {}): SearchAnswer {
    this.finding.begin();
    const names = peopleTermsOf(people);
    const nameWords = new Set([...names.keys()].flatMap((key) => key.split(' ')));
    const typed = wordsTyped(query);
    const { words, corrected } = this.spelled(typed, nameWords);
    const asked: Asked = { typed, people: names, nameWords, limit, doneBy };
    const { terms, found, unmet = [], neighboursOf, closed } = this.take(words, asked);
    const idOf = (movement: number | undefined) => (movement === undefined ? null : this.documents[movement]!.id);
    const valueOf = <Kind extends Meaning['kind']>(kind: Kind) => meaningOf(terms, kind);
    return {
      terms,
      corrected,
      unmet: [...new Set(unmet.map(({ from }) => typed[from]!))],
      faultTypeId: valueOf('fault')?.faultTypeId ?? null,
      feelingIds: this.feltAmong(valueOf('feeling')?.feelingIds ?? [], found),
      clientId: valueOf('client')?.clientId ?? null,
      neighboursOf: idOf(neighboursOf),
      closed: idOf(closed),
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
    // "Inch worms" are one word, before either is taken for what it is like.
    const asOne = [{ word: typed.join(''), from: 0 }];
    const isNeither = typed.length === 2 && !typed.some((word) => this.isWhole(word));
    if (isNeither && this.finding.isName(asOne)) return { words: asOne, corrected: [] };
    const understood = this.spelling.understood(typed, nameWords);
    if (this.finding.isName(understood.words)) return understood;
    for (const { words, corrected } of this.spelling.nearly(understood.words, typed)) {
      if (this.finding.isName(words)) return { words, corrected: [...understood.corrected, corrected] };
    }
    return understood;
  }

  /** The first way to take a query that brings something, from what is most likely meant to what is least. */
  private take(words: readonly QueryWord[], asked: Asked): Taken {
    // Who has no feeling in the feet is asked about by a caution, not by where something is felt.
    const feel = words.filter(({ word }) => stemOf(word) === FEEL);
    const felt = feel.length > 0 ? outside(readQuery(words, this.terms).terms.filter(isCaution), feel) : feel;
    if (felt.length > 0 && felt.length < words.length) {
      return this.asFelt(
        words.filter((each) => !felt.includes(each)),
        felt[0]!.from,
        asked,
      );
    }
    const without = this.takeWithout(words, asked);
    if (without) return without;
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
      // That what was named is closed is the answer, whatever was guessed before.
      const whole: Taken = thin && taken.closed === undefined ? this.filledUp(thin, taken, asked) : taken;
      if (!taken.isGuess || whole.found.length >= FEW) return whole;
      thin = whole;
    }
    return thin ?? { terms: [], found: [], unmet: telling };
  }

  /** A thin find, then what else may be meant, as far as it is within what was surely meant: that is shown over all of it. */
  private filledUp(thin: Taken, others: Taken, { limit }: Asked): Taken {
    const meant = thin.terms.filter(({ meaning }) => isMeant(meaning));
    const more = this.finding.within(others.found, meant, Infinity);
    return { ...thin, found: together(thin.found, more).slice(0, limit) };
  }

  private waysToTake(words: readonly QueryWord[], telling: readonly QueryWord[], asked: Asked): readonly (() => Taken)[] {
    const { terms: readTerms } = withMissing(readQuery(words, this.terms, asked.people));
    const read = readTerms.filter((term) => !this.finding.isPartOfName(term, words, readTerms));
    const left = tellingOf(outside(read, words));
    const terms = read.flatMap(levelOf);
    const meant = terms.filter(({ meaning }) => isMeant(meaning));
    const cautions = terms.filter(isCaution);
    // A name may hold words that are terms elsewhere: with those that are surely meant taken out, the rest is looked for as it is.
    const text = outside(meant, telling);
    const all = (some: readonly ReadTerm[], unmet: readonly QueryWord[] = []): Taken => ({
      terms: some,
      found: some.length > 0 ? this.finding.everyOne(some, asked, telling) : [],
      unmet,
    });
    const named = (some: readonly QueryWord[], within: readonly ReadTerm[]): Taken => ({
      terms: within,
      found: this.finding.within(this.finding.named(some, asked), within, asked.limit),
    });
    const worded = (some: readonly QueryWord[], within: readonly ReadTerm[]): Taken => ({
      terms: within,
      found: this.finding.within(this.finding.byWords(some), within, asked.limit),
      isGuess: true,
    });
    // "Sit" in "sit ups" is no term; "bad knee" among other words is one.
    const faultInNamed = (enough: number): Taken => {
      const taken = this.faults.faultInNamed(words, [], enough, asked);
      return taken.found.length > 0 || meant.length === 0 ? taken : this.faults.faultInNamed(text, meant, enough, asked);
    };
    const asItStands = [
      () => (this.isNamedAsTyped(words, asked) ? NOTHING_TAKEN : this.asFault(read, left, telling, asked)),
      () => this.exactly(words, asked),
      () => this.exactly(telling, asked),
    ];
    const asRead = [
      () => (cautions.length > 0 ? this.fromMovement.whenClosed(cautions, words, asked) : NOTHING_TAKEN),
      () => this.fromMovement.onLadder(words, asked),
      () => this.fromMovement.preparing(terms, telling, asked),
      // "Pike pushups" are called so, whatever else pikes.
      () => {
        const taken = faultInNamed(ITS_NAME);
        return taken.found.length > 0 && this.finding.fits(telling).size > 0 ? NOTHING_TAKEN : taken;
      },
      // Everything was read.
      () => (left.length === 0 ? all(terms) : NOTHING_TAKEN),
      () => this.faults.likeFault(words, meant, THE_SAME, asked),
      () => named(text, meant),
      // "Heels come off the floor": all of it is said of that fault, whatever else is done off the floor.
      () => {
        const fault = meaningOf(terms, 'fault')?.faultTypeId;
        const isOfFault = fault !== undefined && !meaningOf(terms, 'muscles') && this.faults.isAllOfFault(fault, left);
        return isOfFault ? all(terms) : NOTHING_TAKEN;
      },
      () => faultInNamed(VERY_LIKE),
      () => this.faults.likeFault(words, meant, VERY_LIKE, asked),
      () => this.finding.saidAs(text, meant, asked),
      () => this.unfinished(words, asked),
      () => ({ ...named(left, terms), isGuess: true }),
      () => faultInNamed(LIKE_ENOUGH),
      () => this.faults.likeFault(words, meant, LIKE_ENOUGH, asked),
      () => ({ ...this.finding.mostly(text, meant, MOST_OF_IT, asked), isGuess: true }),
      () => worded(left, terms),
      () => worded(text, meant),
      () => this.finding.calledByPart(telling, asked),
      // Part of it was read, and nothing is like the rest.
      () => all(terms, left),
      () => this.finding.mostly(text, meant, SOME_OF_IT, asked),
      () => this.withOneLess(terms, telling, asked),
      () => all(meant, text),
    ];
    return [...asItStands, ...asRead.map((way) => () => this.spared(way(), cautions, asked))];
  }

  /** What somebody must be spared holds however the rest is taken, unless its words were taken for something else: "bad knee" in a fault. */
  private spared(taken: Taken, cautions: readonly ReadTerm[], asked: Asked): Taken {
    const missing = cautions.filter((caution) => !taken.terms.some(({ from, to }) => from < caution.to && to > caution.from));
    if (missing.length === 0 || taken.found.length === 0) return taken;
    const unmet = outside(missing, taken.unmet ?? []);
    const found = this.finding.within(taken.found, missing, asked.limit);
    if (found.length > 0) return { ...taken, terms: inOrder([...taken.terms, ...missing]), found, unmet };
    const named = taken.found.find(({ foundBy }) => foundBy === 'name' || foundBy === 'otherName');
    return named ? { ...this.fromMovement.insteadOfClosed(named.movement, missing, asked), unmet } : NOTHING_TAKEN;
  }

  /** "Feels deadlifts in the low back": a place where it shouldn't be felt, else what is meant to be. */
  private asFelt(words: readonly QueryWord[], saidAt: number, asked: Asked): Taken {
    // "Where should I feel hip thrusts": the hip is in the name.
    if (this.finding.isName(tellingOf(words))) return this.take(words, asked);
    const { terms: places } = readQuery(words, this.places);
    // "Biceps curl felt in the groin": what comes after it is where, what came before only when nothing does.
    const place = places.find(({ from }) => from > saidAt) ?? places.at(-1);
    if (!place) return this.take(words, asked);
    const telling = tellingOf(words).filter(({ from }) => from < place.from || from >= place.to);
    const everywhere = () => this.finding.everyOne([place], asked);
    if (telling.length === 0) return { terms: [place], found: everywhere() };
    const taken = this.take(telling, { ...asked, limit: Infinity });
    const found = this.finding.within(taken.found, [place], asked.limit);
    if (found.length === 0) return { terms: [place], found: everywhere(), unmet: telling };
    return { ...taken, terms: inOrder([...taken.terms, place]), found };
  }

  /** The rest as it would be without what isn't wanted by its name; `null` when nobody said such a thing, or it leaves nothing. */
  private takeWithout(words: readonly QueryWord[], asked: Asked): Taken | null {
    const divided = withoutNamed(words, asked.typed, this.terms, this.finding, (movement) => this.documents[movement]!.id);
    if (!divided) return null;
    const { unwanted, rest } = divided;
    const taken = this.take(rest, { ...asked, limit: Infinity });
    const found = this.finding.within(taken.found, [unwanted], asked.limit);
    return found.length > 0 ? { ...taken, terms: inOrder([...taken.terms, unwanted]), found } : null;
  }

  /** "Cardio sitting down": where nothing is all of it, all but one; what somebody must be spared is never left out. */
  private withOneLess(terms: readonly ReadTerm[], words: readonly QueryWord[], asked: Asked): Taken {
    // Whoever names movements means these: that goes last.
    const isPicked = ({ meaning }: ReadTerm) => meaning.kind === 'narrowing' && meaning.narrows.movements !== undefined;
    const inTurn = [...terms].reverse().sort((a, b) => Number(isPicked(a)) - Number(isPicked(b)));
    for (const less of inTurn) {
      const rest = terms.filter((each) => each !== less);
      if (isCaution(less) || rest.length === 0) continue;
      const found = this.finding.everyOne(rest, asked);
      if (found.length > 0) return { terms: rest, found, unmet: words.filter(({ from }) => less.from <= from && from < less.to) };
    }
    return NOTHING_TAKEN;
  }

  /** What is said of a fault in just these words: "hips rotating" is that, though something may be called hip rotations. */
  private asFault(terms: readonly ReadTerm[], left: readonly QueryWord[], telling: readonly QueryWord[], asked: Asked): Taken {
    const isFault = left.length === 0 && terms.length === 1 && meaningOf(terms, 'fault') !== undefined;
    return isFault ? { terms, found: this.finding.everyOne(terms, asked, telling), isAnswer: true } : NOTHING_TAKEN;
  }

  /** Whether something bears these words for a name, in this order and form but for the plural. */
  private isNamedAsTyped(words: readonly QueryWord[], { typed }: Asked): boolean {
    const places = [...new Set(words.map(({ from }) => from))];
    return this.asTyped.has(places.map((from) => singular(typed[from]!)).join(' '));
  }

  /** A name, and nothing more; other movements that have it in theirs, or are told of with these words, come after. */
  private exactly(words: readonly QueryWord[], asked: Asked): Taken {
    if (!this.finding.isName(words)) {
      // "Pull over" is one word, whatever else may be pulled or over something.
      const joined = [{ word: words.map(({ word }) => word).join(''), from: words[0]?.from ?? 0 }];
      return words.length === 2 && this.finding.isName(joined) ? this.exactly(joined, asked) : NOTHING_TAKEN;
    }
    const named = this.finding.within(this.finding.named(words, asked), [], asked.limit);
    // Sentences needn't be looked at when names fill the list.
    if (named.length >= asked.limit) return { terms: [], found: named };
    const known = new Set(named.map(({ movement }) => movement));
    return { terms: [], found: [...named, ...this.finding.within(this.finding.byWords(words, known), [], asked.limit)] };
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

  /** Stands in names or terms. */
  private isWhole(word: string): boolean {
    return this.names.has(stemOf(word)) || this.termWords.has(stemOf(word));
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

  /** What is being typed, before it is: "bad kn", "knees ca". */
  private unfinished(words: readonly QueryWord[], asked: Asked): Taken {
    const term = unfinishedTerm(words, this.terms, this.sortedKeys);
    if (!term) return NOTHING_TAKEN;
    const before = words.filter(({ from }) => from < term.from);
    const { terms, rest } = readQuery(before, this.terms, asked.people);
    if (tellingOf(rest).length > 0) return NOTHING_TAKEN;
    const all = [...terms, term];
    return { terms: all, found: this.finding.everyOne(all, asked) };
  }
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

function singular(word: string): string {
  return word.length > 3 && !word.endsWith('ss') ? word.replace(/s$/, '') : word;
}

/** The query without a term that was read in it. */
export function withoutTerm(query: string, { from, to }: ReadTerm): string {
  return wordsTyped(query)
    .filter((_, at) => at < from || at >= to)
    .join(' ');
}
