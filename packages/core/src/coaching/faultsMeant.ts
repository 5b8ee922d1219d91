import type { Lexicon } from '../movement/library.ts';
import { wordsOf } from '../movement/likeTexts.ts';
import type { ResolvedFault } from '../movement/resolvedMovement.ts';

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
const ENDING = /^(e?s|e|e?d|ings?)?$/;
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
  if (words.length === 0) return [];
  return faults
    .map((fault) => {
      const type = faultTypes.get(fault.type);
      const names = [fault.name, ...(type ? [type.name, ...(type.otherNames ?? [])] : [])].map(tellingOf);
      const byName = Math.max(...names.map((name) => likeness(words, name)));
      const likest = Math.max(byName, IN_SENTENCE * likeness(words, tellingOf(fault.seen)));
      return { fault, likest, isCalledSo: names.some((name) => isTheSame(words, name)) };
    })
    .filter(({ likest }) => likest > 0)
    .sort((a, b) => Number(b.isCalledSo) - Number(a.isCalledSo) || b.likest - a.likest)
    .slice(0, SHOWN)
    .map(({ fault, isCalledSo }) => ({ fault, isCalledSo }));
}

/** 0 when too little of it is met, to 1. */
function likeness(typed: readonly string[], name: readonly string[]): number {
  const met = typed.filter((word, at) =>
    name.some((each) => isSameWord(word, each) || (at === typed.length - 1 && word.length > 1 && each.startsWith(word))),
  ).length;
  const share = met / typed.length;
  return share < MOST_OF_IT ? 0 : 0.7 * share + 0.3 * Math.min(1, met / Math.max(1, name.length));
}

function isTheSame(typed: readonly string[], name: readonly string[]): boolean {
  return typed.length === name.length && typed.every((word) => name.some((each) => isSameWord(word, each)));
}

/** "Caves" and "caving", "sag" and "sagging": the same but for the ending. */
function isSameWord(a: string, b: string): boolean {
  if (a === b) return true;
  let same = 0;
  while (same < a.length && a[same] === b[same]) same += 1;
  return same >= 3 && [a, b].every((word) => ENDING.test(word.slice(same).replace(word[same - 1]!, '')));
}

function tellingOf(text: string): readonly string[] {
  return wordsOf(text).filter((word) => !LITTLE_WORDS.has(word));
}
