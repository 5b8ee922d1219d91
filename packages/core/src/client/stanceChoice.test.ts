import { expect, test } from '@jest/globals';
import { plainToInstance } from 'class-transformer';
import { validateSync } from 'class-validator';
import { StanceChoice } from './stanceChoice.ts';

const problems = (positions: unknown) =>
  validateSync(plainToInstance(StanceChoice, { positions })).flatMap(({ constraints = {} }) => Object.values(constraints));

test('positions by contested point, and holding none, are both a choice', () => {
  expect(problems({ 'knees-over-toes': 'allowed', 'sit-ups': 'avoid' })).toEqual([]);
  expect(problems({})).toEqual([]);
});

test.each([[null], ['allowed'], [['allowed']], [undefined]])('%j is not a choice, and the field is named', (positions) => {
  expect(problems(positions)).toEqual(['positions must be positions by contested point']);
});

test('the point that names no position is told', () => {
  expect(problems({ 'knees-over-toes': 'allowed', 'sit-ups': 'Not at all' })).toEqual(['positions sit-ups must name a position']);
});

test('more points than any library holds are turned away', () => {
  const points = (count: number) => Object.fromEntries(Array.from({ length: count }, (_, i) => [`point-${i}`, 'held']));
  expect(problems(points(100))).toEqual([]);
  expect(problems(points(101))).toEqual(['positions has more than 100 points']);
});
