import { expect, test } from '@jest/globals';
import { holdLabel, holdOf, loadFrom, typedText } from './typedLoad.ts';

const kit = (...needed: string[]) => ({ kit: { needed, optional: [] } });

test('a movement is typed the way it is loaded', () => {
  expect([kit('mat'), kit('bench', 'dumbbells'), kit('cable'), kit('suspension-strap')].map(holdOf)).toEqual([
    'bodyweight',
    'pair',
    'stack',
    'position',
  ]);
  expect(holdLabel('pair', 'lb')).toBe('lb in each hand');
});

test('typed in pounds stays in pounds, and reads back as typed', () => {
  const load = loadFrom('12,5', 'pair', 'lb');
  expect(load).toEqual({ kind: 'pair', value: 12.5, unit: 'lb' });
  expect(typeof load === 'string' ? '' : typedText(load)).toBe('12.5');
  expect(loadFrom(' ', 'pair', 'kg')).toEqual({ kind: 'bodyweight' });
  expect(loadFrom('4', 'bodyweight', 'kg')).toEqual({ kind: 'bodyweight-plus', value: 4, unit: 'kg' });
});

test.each([
  ['501', 'single', 'a weight from 0 to 500 kg'],
  ['-2', 'pair', 'a weight from 0 to 500 kg'],
  ['heavy', 'pair', 'a weight from 0 to 500 kg'],
  ['7.5', 'stack', 'a whole number from 1 to 60'],
  ['9', 'band', 'a whole number from 1 to 6'],
] as const)('%s for a %s is refused with a reason', (text, hold, reason) => {
  expect(loadFrom(text, hold, 'kg')).toBe(reason);
});
