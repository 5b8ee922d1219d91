import { expect, test } from '@jest/globals';
import { movementDocument } from '../test/smallLibrary.ts';
import { bridges } from './bridges.ts';
import { ladderOf } from './ladder.ts';

const step = (to: string, ...levers: ('load' | 'range')[]) => ({ to, levers, shownFirst: { sets: 2, reps: 12, reserve: 2 } });
const easy = movementDocument({ id: 'a:easy', harder: [step('a:middle', 'load')] });
const middle = movementDocument({
  id: 'a:middle',
  harder: [step('a:hard', 'range'), { ...step('a:aside', 'load'), sideBranch: true }],
});
const others = ['a:hard', 'a:aside'].map((id) => movementDocument({ id }));

test('a gap is closed from each easier one to each harder one, with what changed on the way', () => {
  expect(bridges(ladderOf([easy, middle, ...others]), 'a:middle')).toEqual([
    { from: 'a:easy', step: step('a:hard', 'load', 'range') },
    { from: 'a:easy', step: { ...step('a:aside', 'load'), sideBranch: true } },
  ]);
});

test('nothing is closed that isn’t open: at an end, or where a step leads past already', () => {
  const past = { ...easy, harder: [...easy.harder, step('a:hard', 'load'), step('a:aside', 'load')] };
  expect(bridges(ladderOf([past, middle, ...others]), 'a:middle')).toEqual([]);
  expect(bridges(ladderOf([middle, ...others]), 'a:middle')).toEqual([]);
  expect(bridges(ladderOf([easy, middle]), 'a:middle')).toEqual([]);
});

test('what is put away is on no ladder', () => {
  const ladder = ladderOf([easy, { ...middle, putAway: {} }, ...others]);
  expect([ladder.movementIds, ladder.harderFrom('a:easy')]).toEqual([['a:easy', 'a:hard', 'a:aside'], []]);
});
