import { expect, test } from '@jest/globals';
import { Tries } from './tries.ts';

const at = (seconds: number) => new Date(1_000_000 + seconds * 1000);

test('tries are counted by key, each for a while; a right one doesn’t count', () => {
  const tries = new Tries(2, 60_000);
  expect([tries.take('a', at(0)), tries.take('a', at(10)), tries.take('a', at(20))]).toEqual([true, true, false]);
  expect(tries.take('b', at(20))).toBe(true);
  // The first has had its time.
  expect([tries.take('a', at(61)), tries.take('a', at(62))]).toEqual([true, false]);
  tries.giveBack('b');
  expect([tries.take('b', at(63)), tries.take('b', at(63)), tries.take('b', at(63))]).toEqual([true, true, false]);
  tries.forget('b');
  expect(tries.take('b', at(64))).toBe(true);
});

test('somebody who makes up names fills no memory, and frees nobody who tried just now', () => {
  const tries = new Tries(1, 60_000);
  for (let i = 0; i < 30_000; i += 1) tries.take(`made up ${i}`, at(0));
  expect(tries.take('made up 29999', at(1))).toBe(false);
  expect(tries.take('made up 0', at(1))).toBe(true);
});
