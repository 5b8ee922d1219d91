import { expect, test } from '@jest/globals';
import { tempoCall } from './tempoBeats.ts';

const words = (...[lowerSeconds, turnSeconds, liftSeconds, finishSeconds]: [number, number, number, number]) => {
  const { beats, repSeconds } = tempoCall({ lowerSeconds, turnSeconds, liftSeconds, finishSeconds });
  return [beats.map(({ atSeconds, word }) => `${atSeconds} ${word}`).join(', '), repSeconds];
};

test('a rep is called part by part and second by second', () => {
  expect(words(2, 0, 1, 0)).toEqual(['0 go, 1 2, 2 back', 3]);
  expect(words(3, 1, 1, 1)).toEqual(['0 go, 1 2, 2 3, 3 hold, 4 back, 5 hold', 6]);
});

test('half seconds are kept, and what has no time of its own still takes one', () => {
  expect(words(1.5, 0, 0, 0)).toEqual(['0 go, 1 2, 1.5 back', 2.5]);
});
