import { describe, expect, test } from '@jest/globals';
import { getMetadataStorage } from 'class-validator';
import { starterLibrary } from '../test/starterLibrary.ts';
import { lexiconOf, mergeVocabulary } from './library.ts';
import { Vocabulary } from './vocabulary.ts';

/** Every list that a pack may hold, as the shape says. */
const LISTS = [
  ...new Set(
    getMetadataStorage()
      .getTargetValidationMetadatas(Vocabulary, '', false, false)
      .map(({ propertyName }) => propertyName),
  ),
] as (keyof Vocabulary)[];

/** An entry of any list: only what a list is keyed by is looked at. */
const entry = (id: string, name = id) => ({ id, name, of: 'cue' });
const listsOf = (entries: readonly object[]) => Object.fromEntries(LISTS.map((list) => [list, entries])) as Vocabulary;

describe('vocabularies laid over each other', () => {
  test('keep every list that a pack may hold: what is forgotten here is lost to every studio', () => {
    expect(LISTS.length).toBeGreaterThan(10);
    const merged = mergeVocabulary(listsOf([entry('a')]), listsOf([entry('b')]));
    const ids = LISTS.map((list) => [list, (merged[list] ?? []).map(({ id }) => id)]);
    expect(ids).toEqual(LISTS.map((list) => [list, ['a', 'b']]));
  });

  test('by id: what is laid over wins, and stands where it stood', () => {
    const under = listsOf([entry('a', 'old'), entry('b')]);
    const over = listsOf([entry('c'), entry('a', 'new')]);
    for (const list of LISTS) {
      expect(mergeVocabulary(under, over)[list]).toEqual([entry('a', 'new'), entry('b'), entry('c')]);
    }
  });

  test('nothing laid over changes nothing, and neither argument is touched', () => {
    const { vocabulary } = starterLibrary();
    const before = JSON.stringify(vocabulary);
    expect(mergeVocabulary(mergeVocabulary(vocabulary, {}), vocabulary)).toEqual(mergeVocabulary({}, vocabulary));
    expect(JSON.stringify(vocabulary)).toBe(before);
  });

  test('aliases of different things may bear the same id', () => {
    const aliases = [
      { of: 'cue' as const, id: 'x', now: 'y' },
      { of: 'movement' as const, id: 'x', now: 'z' },
    ];
    expect(mergeVocabulary({ aliases: [aliases[0]!] }, { aliases: [aliases[1]!] }).aliases).toEqual(aliases);
  });
});

describe('a vocabulary looked up by id', () => {
  test('knows every entry of the lists that are looked up in', () => {
    const { vocabulary } = starterLibrary();
    const lexicon = lexiconOf(vocabulary);
    for (const [list, entries] of Object.entries(lexicon) as [keyof typeof lexicon, ReadonlyMap<string, { id: string }>][]) {
      expect([list, [...entries.keys()]]).toEqual([list, (vocabulary[list] ?? []).map(({ id }) => id)]);
      expect(entries.size).toBeGreaterThan(0);
    }
  });

  test('of nothing is empty, not missing', () => {
    expect(Object.values(lexiconOf({})).every((entries) => entries instanceof Map && entries.size === 0)).toBe(true);
  });
});
