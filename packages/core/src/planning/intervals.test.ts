import { expect, test } from '@jest/globals';
import { intervalTime, roundsThatFit, totalReps } from './intervals.ts';

test('six stations at 45:15 for three rounds is 1,065 seconds', () => {
  expect(intervalTime({ stations: 6, workSeconds: 45, restSeconds: 15, rounds: 3 })).toEqual({
    totalSeconds: 1065,
    workSeconds: 810,
  });
});

test('a rest between rounds and a burn-out minute are counted once each', () => {
  const timed = { stations: 4, workSeconds: 30, restSeconds: 10, rounds: 2, roundRestSeconds: 60, burnOutSeconds: 60 };
  expect(intervalTime(timed)).toEqual({ totalSeconds: 8 * 30 + 7 * 10 + 60 + 10 + 60, workSeconds: 300 });
});

test('rounds that fit, to the second', () => {
  const timed = { stations: 6, workSeconds: 45, restSeconds: 15 };
  expect(roundsThatFit(timed, 1065 / 60)).toBe(3);
  expect(roundsThatFit(timed, 1064 / 60)).toBe(2);
  expect(roundsThatFit(timed, 1)).toBe(0);
});

test('reps of both sides', () => {
  expect(totalReps(3, 10, true)).toEqual({ perSide: 30, total: 60 });
  expect(totalReps(3, 10, false)).toEqual({ perSide: 30, total: 30 });
});
