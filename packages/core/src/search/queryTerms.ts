import { stemOf, wordsIn } from '../movement/stems.ts';
import { lowerFirst, upperFirst } from '../movement/text.ts';
import type { Lever } from '../movement/terms.ts';
import type { Narrowing, Vocabulary } from '../movement/vocabulary.ts';
import { isFiller } from './fillers.ts';

/** What a part of a query asks for. */
export type Meaning =
  | { readonly kind: 'fault'; readonly faultTypeId: string }
  | { readonly kind: 'muscles'; readonly muscleIds: readonly string[] }
  | { readonly kind: 'kit'; readonly kitIds: readonly string[] }
  | { readonly kind: 'caution'; readonly cautionId: string }
  | { readonly kind: 'feeling'; readonly feelingIds: readonly string[] }
  /** `isLacking`: for a movement that the library doesn't have. */
  | { readonly kind: 'narrowing'; readonly termId: string; readonly narrows: Narrowing; readonly isLacking?: boolean }
  | { readonly kind: 'without'; readonly of: Extract<Meaning, { kind: 'kit' | 'narrowing' }> }
  | { readonly kind: 'not-these'; readonly movementIds: ReadonlySet<string> }
  | { readonly kind: 'direction'; readonly direction: Direction }
  | { readonly kind: 'lever'; readonly lever: Lever }
  /** The easier, or the harder, of whatever else is asked for. */
  | { readonly kind: 'level'; readonly end: 'low' | 'high' }
  | { readonly kind: 'client'; readonly clientId: string };

/** Somebody whose name may be typed. */
export interface Person {
  readonly clientId: string;
  readonly name: string;
}

/** A term that a query may hold, with what is shown for it. */
export interface QueryTerm {
  readonly text: string;
  readonly meaning: Meaning;
}

/** Words that ask from a movement: along the ladder, or for what could stand in for it; beside a kind of movement, for the easier or the harder of it. */
const DIRECTIONS = {
  easier: [
    'easier',
    'easy',
    'easiest',
    'regression',
    'regress',
    'simpler',
    'easier version',
    'make easier',
    'step down',
    'scaled',
    'simple',
    'basic',
    'beginner',
    'beginners',
    'novice',
    'newbie',
    'untrained',
    'unfit',
    'deconditioned',
    'activation',
    'before',
    'comes before',
    'first',
    'towards',
    'toward',
    'work up to',
    'working up to',
    'build up to',
    'building up to',
    'lead up to',
  ],
  harder: [
    'harder',
    'hard',
    'hardest',
    'progression',
    'progress',
    'tougher',
    'harder version',
    'make harder',
    'next step',
    'advanced',
    'challenging',
    'tough',
    'athlete',
    'athletes',
    'after',
    'comes after',
    'next after',
    'next',
  ],
  instead: [
    'instead of',
    'instead',
    'alternative to',
    'alternative for',
    'alternative',
    'alternatives to',
    'alternatives for',
    'substitute for',
    'substitute',
    'replacement for',
    'replacement',
    'replace',
    'swap for',
    'swap',
    'in place of',
    'similar to',
    'other than',
  ],
} as const;
type Direction = keyof typeof DIRECTIONS;

/** Under which a term stands. */
export function termKey(words: readonly string[]): string {
  return words.map(stemOf).join(' ');
}

/** Words that mean something else in another place: "shoulders up" is no "warm up for shoulders". */
const PLACED = /^(up|down|in|out|on|off|no|not|under|over|to|too)$/;

/** The same words in any order are the same term: "sagging hips", "hips sag". */
export function anyOrderKey(words: readonly string[]): string {
  return words.some((word) => PLACED.test(word)) ? '' : `~ ${words.map(stemOf).sort().join(' ')}`;
}

/** Longest term, in words. */
export const TERM_WORDS_MOST = 6;

/** Every term of a vocabulary by its key; `wordsOf` spells out what stands for other words; what `isHeld` says that the library has by now isn't lacking. Where two kinds share a name, the later in this list has it; muscles, and things, share theirs. */
export function queryTermsOf(
  vocabulary: Vocabulary,
  wordsOf: (text: string) => string[] = wordsIn,
  isHeld: (name: string) => boolean = () => false,
): ReadonlyMap<string, QueryTerm> {
  const terms = new Map<string, QueryTerm>();
  const add = (names: readonly string[], term: QueryTerm) => {
    for (const name of names) {
      const words = wordsOf(name);
      if (words.length === 0 || words.length > TERM_WORDS_MOST) continue;
      // "Lower leg" is a place, "leg lowering" isn't; what somebody sees or has is said in any order.
      const isSaid = ['fault', 'caution', 'feeling'].includes(term.meaning.kind);
      const keys = new Set([termKey(words), isSaid ? anyOrderKey(words) : '', stemOf(words.join(''))]);
      keys.delete('');
      for (const key of keys) terms.set(key, joined(terms.get(key), term));
    }
  };
  for (const { id, name, otherNames = [] } of vocabulary.kit ?? []) {
    add([name.replace(/^an? (pair of |sound |firm )?/, ''), ...otherNames], {
      text: upperFirst(name),
      meaning: { kind: 'kit', kitIds: [id] },
    });
  }
  for (const { id, name, otherNames = [] } of vocabulary.muscles ?? []) {
    // "Front thigh (quadriceps)" is called both.
    add([...name.split(/[(),]/), ...otherNames], { text: name, meaning: { kind: 'muscles', muscleIds: [id] } });
  }
  for (const { id, place, saidAs = [] } of vocabulary.feelings ?? []) {
    add(saidAs, { text: `Felt: ${place}`, meaning: { kind: 'feeling', feelingIds: [id] } });
  }
  for (const { id, name, otherNames = [], narrows, isLacking } of vocabulary.searchTerms ?? []) {
    const meaning = { kind: 'narrowing', termId: id, narrows, ...(isLacking && { isLacking }) } as const;
    const called = [name, ...otherNames].filter((each) => !isLacking || !isHeld(each));
    add(called, { text: upperFirst(name), meaning });
  }
  for (const { id, name, otherNames = [] } of vocabulary.cautions ?? []) {
    // A part of the body is no caution by itself: "shoulder" may be anything.
    add(otherNames, { text: `With a caution: ${name.toLowerCase()}`, meaning: { kind: 'caution', cautionId: id } });
  }
  for (const { id, name, otherNames = [] } of vocabulary.faultTypes ?? []) {
    add([name, ...otherNames], { text: name, meaning: { kind: 'fault', faultTypeId: id } });
  }
  for (const [direction, names] of Object.entries(DIRECTIONS) as [Direction, readonly string[]][]) {
    add(names, { text: upperFirst(direction), meaning: { kind: 'direction', direction } });
  }
  return terms;
}

/** Where something may be felt that shouldn't be. Only asked where somebody says that it is felt: the low back by itself is a muscle. */
export function placeTermsOf(vocabulary: Vocabulary, wordsOf: (text: string) => string[]): ReadonlyMap<string, QueryTerm> {
  const terms = new Map<string, QueryTerm>();
  for (const { id, place, otherNames = [] } of vocabulary.feelings ?? []) {
    const term: QueryTerm = { text: `Felt: ${place}`, meaning: { kind: 'feeling', feelingIds: [id] } };
    for (const name of [place, ...otherNames]) {
      const key = termKey(wordsOf(name).filter((word) => !isFiller(word)));
      terms.set(key, joined(terms.get(key), term));
    }
  }
  return terms;
}

/** What a step along the ladder may change: "a harder squat by load". Only asked where somebody asks for a step. */
export function leverTermsOf(vocabulary: Vocabulary, wordsOf: (text: string) => string[]): ReadonlyMap<string, QueryTerm> {
  return new Map(
    (vocabulary.levers ?? []).flatMap(({ id, name, otherNames = [] }) =>
      [name, ...otherNames].map(
        (each) => [termKey(wordsOf(each)), { text: `By ${name}`, meaning: { kind: 'lever', lever: id } }] as const,
      ),
    ),
  );
}

/** Names of people, the first alone too where only one has it. */
export function peopleTermsOf(people: readonly Person[]): ReadonlyMap<string, QueryTerm> {
  const terms = new Map<string, QueryTerm>();
  const first = ({ name }: Person) => termKey(wordsIn(name).slice(0, 1));
  for (const person of people) {
    const term: QueryTerm = { text: person.name, meaning: { kind: 'client', clientId: person.clientId } };
    terms.set(termKey(wordsIn(person.name)), term);
    if (people.filter((each) => first(each) === first(person)).length === 1) terms.set(first(person), term);
  }
  return terms;
}

/** "Shoulders" are three muscles, and a kettlebell may be one of a pair: any of them will do. */
function joined(known: QueryTerm | undefined, term: QueryTerm): QueryTerm {
  const [a, b] = [known?.meaning, term.meaning];
  const text = known && known.text !== term.text ? `${known.text}, ${lowerFirst(term.text)}` : term.text;
  if (a?.kind === 'muscles' && b.kind === 'muscles') {
    return { text, meaning: { kind: 'muscles', muscleIds: [...new Set([...a.muscleIds, ...b.muscleIds])] } };
  }
  if (a?.kind === 'feeling' && b.kind === 'feeling') {
    return { text: known!.text, meaning: { kind: 'feeling', feelingIds: [...new Set([...a.feelingIds, ...b.feelingIds])] } };
  }
  if (a?.kind === 'kit' && b.kind === 'kit') {
    return { text, meaning: { kind: 'kit', kitIds: [...new Set([...a.kitIds, ...b.kitIds])] } };
  }
  return term;
}
