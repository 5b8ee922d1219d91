import { expect, test } from '@jest/globals';
import type { FaultType } from '@waxwing/core/movement';
import { withChange } from './useWordDraft.ts';
import { NEW_WORDS, wordsLike } from './wordLists.ts';

const WORD: FaultType = { id: 'knees-in', name: 'Knee drops in', region: 'knees', causes: ['load'], otherNames: ['valgus'] };

test('of two fields that are changed faster than either is drawn both hold', () => {
  const renamed = withChange(WORD, WORD, { ...WORD, name: 'Knee caves' });
  const both = withChange(renamed, WORD, { ...WORD, causes: [] });
  expect(both).toEqual({ ...WORD, name: 'Knee caves', causes: [] });
  const { otherNames: _, ...without } = WORD;
  expect(withChange(both, WORD, without)).toEqual({ ...without, name: 'Knee caves', causes: [] });
});

test('words are found by all that is typed, in their name or another, and stand by name', () => {
  const words = [WORD, NEW_WORDS.faultTypes('heels-lift', 'Heels lift'), NEW_WORDS.faultTypes('a', 'Arms drop in')];
  const found = (typed: string) => wordsLike(words, typed).map(({ id }) => id);
  expect(found('')).toEqual(['a', 'heels-lift', 'knees-in']);
  expect(found('drop IN')).toEqual(['a', 'knees-in']);
  expect(found('valg knee')).toEqual(['knees-in']);
});
