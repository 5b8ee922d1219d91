import { describe, expect, test } from '@jest/globals';
import type { Load } from './load.ts';
import { isHeavier, isSameLoad, loadKg, loadText, loadTextIn } from './loadText.ts';

const pair = (value: number, unit: 'kg' | 'lb' = 'kg'): Load => ({ kind: 'pair', value, unit });

describe('loads', () => {
  test('what to pick up and the total are both said', () => {
    expect(loadText(pair(12))).toBe('two 12 kg (24 kg in all)');
    expect(loadText({ kind: 'bar', bar: 20, platesPerSide: [10, 2.5], unit: 'kg' })).toBe(
      'bar with 10 + 2.5 a side (45 kg in all)',
    );
    expect(loadText({ kind: 'band', strands: 1 })).toBe('1 strand of band');
  });

  test('kilograms are derived from the unit that was entered', () => {
    expect(loadKg({ kind: 'single', value: 10, unit: 'lb' })).toBeCloseTo(4.5359, 4);
    expect(loadText({ kind: 'single', value: 10, unit: 'lb' })).toBe('10 lb');
    expect(loadKg({ kind: 'assisted', value: 20, unit: 'kg' })).toBe(-20);
  });

  test('a pin has no kilograms: ordered among pins, not comparable with a bell', () => {
    expect(loadKg({ kind: 'stack', pin: 7 })).toBeNull();
    expect(isHeavier({ kind: 'stack', pin: 7 }, { kind: 'stack', pin: 6 })).toBe(true);
    expect(isHeavier({ kind: 'stack', pin: 7 }, pair(2))).toBeUndefined();
    expect(isHeavier(pair(10, 'lb'), pair(5))).toBe(false);
  });

  test('strands compare only at the same stretch', () => {
    expect(isHeavier({ kind: 'band', strands: 2, stretch: 2 }, { kind: 'band', strands: 1, stretch: 2 })).toBe(true);
    expect(isHeavier({ kind: 'band', strands: 2, stretch: 1.5 }, { kind: 'band', strands: 1, stretch: 2 })).toBeUndefined();
  });
});

test('the same load is made the same way: what is absent and what is undefined are one', () => {
  const bar: Load = { kind: 'bar', bar: 20, platesPerSide: [10, 2.5], unit: 'kg' };
  expect(isSameLoad(bar, { ...bar, platesPerSide: [10, 2.5] })).toBe(true);
  expect(isSameLoad(bar, { ...bar, platesPerSide: [12.5] })).toBe(false);
  const pair: Load = { kind: 'pair', value: 10, unit: 'lb' };
  expect(isSameLoad(pair, { ...pair })).toBe(true);
  expect(isSameLoad(pair, { ...pair, unit: 'kg' })).toBe(false);
  expect(isSameLoad(pair, { ...pair, kind: 'single' })).toBe(false);
  expect(isSameLoad({ kind: 'band', strands: 1 }, { kind: 'band', strands: 1, name: undefined } as never)).toBe(true);
  expect(isSameLoad({ kind: 'band', strands: 1 }, { kind: 'band', strands: 1, name: 'wide' })).toBe(false);
});

test('the other unit beside what was entered, as a person would say it', () => {
  expect(loadTextIn({ kind: 'pair', value: 10, unit: 'kg' }, 'lb')).toBe('two 10 kg (20 kg in all), about 22 lb in each hand');
  expect(loadTextIn({ kind: 'single', value: 35, unit: 'lb' }, 'kg')).toBe('35 lb, about 16 kg');
  expect(loadTextIn({ kind: 'single', value: 35, unit: 'lb' }, 'lb')).toBe('35 lb');
  expect(loadTextIn({ kind: 'stack', pin: 5 }, 'lb')).toBe('pin 5');
  expect(loadTextIn({ kind: 'bodyweight' }, 'lb')).toBe('bodyweight');
});
