import { expect, test } from '@jest/globals';
import { ageGroupOf, audiencesOf } from './audience.ts';

test('by the year of birth somebody is a teenager, older, or neither', () => {
  expect([2016, 2013, 2009, 2008, 1962, 1961, 1940].map((birthYear) => ageGroupOf(birthYear, 2026))).toEqual([
    undefined,
    'teen',
    'teen',
    undefined,
    undefined,
    'older-adult',
    'older-adult',
  ]);
});

test('new to a movement, at home in it, or in between: by the sets of it that were watched', () => {
  expect([0, 6, 7, 23, 24].map((sets) => audiencesOf(undefined, sets))).toEqual([
    ['beginner'],
    ['beginner'],
    [],
    [],
    ['experienced'],
  ]);
  expect(audiencesOf('older-adult', 0)).toEqual(['older-adult', 'beginner']);
});
