import { expect, test } from '@jest/globals';
import { readNumber } from './numbers.ts';

test('either decimal mark; nothing typed is nothing wrong', () => {
  expect(readNumber(' 12,5 ', 0, 500)).toEqual({ value: 12.5 });
  expect(readNumber('', 1, 10)).toEqual({ value: null });
});

test.each([
  ['501', 'a number from 0 to 500'],
  ['-1', 'a number from 0 to 500'],
  ['heavy', 'a number from 0 to 500'],
  ['NaN', 'a number from 0 to 500'],
  ['1e9', 'a number from 0 to 500'],
])('%s is no weight', (text, problem) => {
  expect(readNumber(text, 0, 500)).toEqual({ value: null, problem });
});

test('half a rep is none', () => {
  expect(readNumber('7.5', 1, 1000, true)).toEqual({ value: null, problem: 'a whole number from 1 to 1000' });
});
