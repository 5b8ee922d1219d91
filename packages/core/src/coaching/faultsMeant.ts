import type { Lexicon } from '../movement/library.ts';
import type { ResolvedFault } from '../movement/resolvedMovement.ts';
import { stemOf, wordsIn } from '../movement/stems.ts';
import type { FaultType } from '../movement/vocabulary.ts';

export interface MeantFault {
  readonly fault: ResolvedFault;
  /** The words are one of its names, to the end: nothing else is meant. */
  readonly isCalledSo: boolean;
}

/** As many as are read at a glance. */
const SHOWN = 3;
/** How much of what was typed has to be met: of two words one. */
const MOST_OF_IT = 0.5;
/** Words of a sentence tell less than those of a name. */
const IN_SENTENCE = 0.6;
const LITTLE_WORDS = new Set('a an and at her his in is it its my of on out the their to too up down'.split(' '));

/**
 * Faults of a movement that somebody may mean who types what they see, what is most like it first: by their names, those of their types,
 * and what is seen of them. The last word may be half typed.
 */
export function faultsMeant(
  typed: string,
  faults: readonly ResolvedFault[],
  { faultTypes }: Pick<Lexicon, 'faultTypes'>,
): readonly MeantFault[] {
  const words = tellingOf(typed);
  return likestOf(faults, (fault) => {
    const type = faultTypes.get(fault.type);
    const byName = fitOf(words, [fault.name, ...(type ? namesOf(type) : [])]);
    return { ...byName, likeness: Math.max(byName.likeness, IN_SENTENCE * likeness(words, tellingOf(fault.seen))) };
  }).map(({ thing, isCalledSo }) => ({ fault: thing, isCalledSo }));
}

/** The same among kinds of fault, by their names. */
export function faultTypesMeant(typed: string, types: Iterable<FaultType>): readonly FaultType[] {
  const words = tellingOf(typed);
  return likestOf([...types], (type) => fitOf(words, namesOf(type))).map(({ thing }) => thing);
}

interface Fit {
  readonly likeness: number;
  readonly isCalledSo: boolean;
}

function likestOf<Thing>(things: readonly Thing[], fit: (thing: Thing) => Fit): readonly (Fit & { readonly thing: Thing })[] {
  return things
    .map((thing) => ({ thing, ...fit(thing) }))
    .filter((each) => each.likeness > 0)
    .sort((a, b) => Number(b.isCalledSo) - Number(a.isCalledSo) || b.likeness - a.likeness)
    .slice(0, SHOWN);
}

function namesOf({ name, otherNames = [] }: FaultType): readonly string[] {
  return [name, ...otherNames];
}

function fitOf(words: readonly string[], names: readonly string[]): Fit {
  const telling = names.map(tellingOf);
  return {
    likeness: Math.max(...telling.map((name) => likeness(words, name))),
    isCalledSo: telling.some((name) => isTheSame(words, name)),
  };
}

/** 0 when too little of it is met, to 1. */
function likeness(typed: readonly string[], name: readonly string[]): number {
  if (typed.length === 0) return 0;
  const met = typed.filter((word, at) =>
    name.some((each) => word === each || (at === typed.length - 1 && word.length > 1 && each.startsWith(word))),
  ).length;
  const share = met / typed.length;
  return share < MOST_OF_IT ? 0 : 0.7 * share + 0.3 * Math.min(1, met / Math.max(1, name.length));
}

function isTheSame(typed: readonly string[], name: readonly string[]): boolean {
  return typed.length > 0 && typed.length === name.length && typed.every((word) => name.includes(word));
}

function tellingOf(text: string): readonly string[] {
  return wordsIn(text)
    .filter((word) => !LITTLE_WORDS.has(word))
    .map(stemOf);
}
