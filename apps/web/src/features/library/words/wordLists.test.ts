import { expect, test } from '@jest/globals';
import type { FaultType } from '@waxwing/core/movement';
import { NEW_WORDS, wordsLike } from './wordLists.ts';

const WORD: FaultType = { id: 'knees-in', name: 'Knee drops in', region: 'knees', causes: ['load'], otherNames: ['valgus'] };

test('words are found by all that is typed, in their name or another, and stand by name', () => {
  const words = [WORD, NEW_WORDS.faultTypes('heels-lift', 'Heels lift'), NEW_WORDS.faultTypes('a', 'Arms drop in')];
  const found = (typed: string) => wordsLike(words, typed).map(({ id }) => id);
  expect(found('')).toEqual(['a', 'heels-lift', 'knees-in']);
  expect(found('drop IN')).toEqual(['a', 'knees-in']);
  expect(found('valg knee')).toEqual(['knees-in']);
});
