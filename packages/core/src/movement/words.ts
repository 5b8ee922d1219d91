import type { Alias } from './alias.ts';
import { aliasKey } from './aliases.ts';
import { isSame } from './change/difference.ts';
import type { Vocabulary } from './vocabulary.ts';

/** The lists of a vocabulary. */
export const WORD_LISTS = [
  'families',
  'faultTypes',
  'causes',
  'cues',
  'muscles',
  'levers',
  'cautions',
  'kit',
  'stances',
  'basePoses',
  'searchTerms',
  'shorthands',
  'feelings',
  'aliases',
] as const satisfies readonly (keyof Vocabulary)[];
export type WordList = (typeof WORD_LISTS)[number];

export function isWordList(name: string): name is WordList {
  return (WORD_LISTS as readonly string[]).includes(name);
}

/** An entry of a list of words. */
export type Word = NonNullable<Vocabulary[WordList]>[number];

/** A word as it is from now on; `null`: it is gone. */
export interface ChangedWord {
  readonly list: WordList;
  /** By which it is known in its list: of an alias, what it is of and its old id. */
  readonly id: string;
  readonly word: Word | null;
}

/** By what an entry is known in its list. */
export function wordKey(list: WordList, word: Word): string {
  return list === 'aliases' ? aliasKey(word as Alias) : word.id;
}

/** The entries of a list by their keys. */
export function wordsIn(vocabulary: Vocabulary, list: WordList): ReadonlyMap<string, Word> {
  const words: readonly Word[] = vocabulary[list] ?? [];
  return new Map(words.map((word) => [wordKey(list, word), word]));
}

/** What makes one vocabulary of another, word by word. */
export function changedWords(before: Vocabulary, after: Vocabulary): ChangedWord[] {
  const lists = new Set([...Object.keys(before), ...Object.keys(after)] as WordList[]);
  return [...lists].flatMap((list) => {
    // A list that nobody touched is the same object.
    if (before[list] === after[list]) return [];
    const [was, is] = [wordsIn(before, list), wordsIn(after, list)];
    return [
      ...[...is].flatMap(([id, word]): ChangedWord[] => (isSame(was.get(id), word) ? [] : [{ list, id, word }])),
      ...[...was.keys()].flatMap((id): ChangedWord[] => (is.has(id) ? [] : [{ list, id, word: null }])),
    ];
  });
}

/** A vocabulary with words as they are from now on; what is new comes last in its list. */
export function withChangedWords(vocabulary: Vocabulary, changed: readonly ChangedWord[]): Vocabulary {
  if (changed.length === 0) return vocabulary;
  const lists = new Map<WordList, Map<string, Word>>();
  for (const { list, id, word } of changed) {
    const words = lists.get(list) ?? new Map(wordsIn(vocabulary, list));
    lists.set(list, words);
    if (word) words.set(id, word);
    else words.delete(id);
  }
  const now = Object.fromEntries([...lists].map(([list, words]) => [list, [...words.values()]]));
  return { ...vocabulary, ...now };
}
