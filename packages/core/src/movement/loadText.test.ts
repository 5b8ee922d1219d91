import { describe, expect, test } from '@jest/globals';
import type { Load } from './load.ts';
import { isHeavier, loadKg, loadText } from './loadText.ts';

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
