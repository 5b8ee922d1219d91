import { stemOf, wordsIn } from '../movement/stems.ts';
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { Spelling, type KnownWords } from './spelling.ts';

const NAMES = ['goblet squat', 'push up', 'pull up', 'hip thrust', 'plank', 'romanian deadlift', 'press out', 'squat jump'];
/** Words that only sentences have. */
const TEXT = ['trust', 'spread', 'floor', 'plant'];
const inNames = NAMES.flatMap(wordsIn);
const frequency = (stem: string) => inNames.filter((word) => stemOf(word) === stem).length;
const written = new Map(inNames.map((word) => [stemOf(word), word]));

const known: KnownWords = {
  stems: inNames.map(stemOf),
  isKnown: (word, isLast) =>
    frequency(stemOf(word)) > 0 || TEXT.includes(word) || (isLast && inNames.some((each) => each.startsWith(word))),
  isWhole: (word) => frequency(stemOf(word)) > 0,
  frequency,
  written: (stem) => written.get(stem) ?? stem,
};
const spelling = new Spelling(new Map([['rdl', ['romanian', 'deadlift']]]), known);
const read = (query: string, names: readonly string[] = []) => {
  const { words, corrected } = spelling.understood(wordsIn(query), new Set(names.flatMap(wordsIn).map(stemOf)));
  return { text: words.map(({ word }) => word).join(' '), corrected: corrected.map(({ typed, taken }) => `${typed}→${taken}`) };
};

describe('what was typed', () => {
  test('is left alone where something knows it, also as the beginning of the last word', () => {
    expect(read('goblet squ')).toEqual({ text: 'goblet squ', corrected: [] });
    expect(read('spread the floor').text).toContain('spread');
  });

  test('shorthands are spelled out, each of their words from where the shorthand stood', () => {
    const { words } = spelling.understood(['rdl', 'squat'], new Set());
    expect(words).toEqual([
      { word: 'romanian', from: 0 },
      { word: 'deadlift', from: 0 },
      { word: 'squat', from: 1 },
    ]);
  });

  test.each([
    ['a letter missing', 'gobet', 'goblet'],
    ['a letter too many', 'gobblet', 'goblet'],
    ['a wrong letter', 'goplet', 'goblet'],
    ['two that changed places', 'plnak', 'plank'],
    ['two errors in a long word', 'romnain deadlift', 'romanian deadlift'],
    ['run together', 'pushup', 'push up'],
  ])('%s', (_, typed, text) => {
    expect(read(`${typed} squat`).text).toBe(`${text} squat`);
    expect(read(`${typed} squat`).corrected).toHaveLength(1);
  });

  test('two errors in a short word are another word', () => {
    expect(read('pxxnk squat')).toEqual({ text: 'pxxnk squat', corrected: [] });
  });

  test('the name of a person is right as it is', () => {
    expect(read('planc squat').text).toBe('plank squat');
    expect(read('planc squat', ['Planc']).text).toBe('planc squat');
  });

  test('a number is nobody’s typing error', () => {
    expect(read('90 squat').text).toBe('90 squat');
  });
});

describe('a word that only sentences know', () => {
  test('may have been meant for one of a name, one letter away; the caller chooses', () => {
    const { words } = spelling.understood(['hip', 'trust'], new Set());
    const ways = [...spelling.nearly(words, ['hip', 'trust'])];
    expect(ways).toEqual([
      {
        words: [
          { word: 'hip', from: 0 },
          { word: 'thrust', from: 1 },
        ],
        corrected: { typed: 'trust', taken: 'thrust' },
      },
    ]);
  });

  test('a word of a name isn’t taken for another', () => {
    const { words } = spelling.understood(['plank'], new Set());
    expect([...spelling.nearly(words, ['plank'])]).toEqual([]);
  });
});

test('whatever is typed: each word comes from one that was typed, in order, and what is right is never corrected', () => {
  fc.assert(
    fc.property(
      fc.array(fc.oneof(fc.constantFrom(...inNames, 'rdl'), fc.stringMatching(/^[a-z]{1,12}$/)), { maxLength: 6 }),
      (typed) => {
        const { words, corrected } = spelling.understood(typed, new Set());
        const places = words.map(({ from }) => from);
        expect(places).toEqual([...places].sort((a, b) => a - b));
        expect(new Set(places)).toEqual(new Set(typed.keys()));
        for (const { typed: word } of corrected) expect(inNames).not.toContain(word);
      },
    ),
  );
});
