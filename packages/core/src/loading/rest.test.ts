import { describe, expect, test } from '@jest/globals';
import type { Load } from '../movement/load.ts';
import { restFor } from './rest.ts';

const load: Load = { kind: 'single', value: 20, unit: 'kg' };
const squat = { dose: { kind: 'reps' as const, low: 8, high: 12 }, restSeconds: 90 };
const rest = (target: number, more: Partial<Parameters<typeof restFor>[1]> = {}) =>
  restFor(squat, { target, reserve: 2, load, ...more });

describe('rest by how heavy a set is meant', () => {
  test('in the movement’s own range it is the movement’s own', () => {
    expect([8, 10, 12].map((target) => rest(target))).toEqual([90, 90, 90]);
  });

  test('fewer reps are heavier and rest longer', () => {
    // Three and two left: five to failure, three minutes where ten to failure have one and a half.
    expect(rest(3)).toBe(180);
    expect(rest(6)).toBe(120);
  });

  test('more reps, for want of the next weight, are no easier', () => {
    expect([13, 18, 20].map((target) => rest(target))).toEqual([90, 90, 90]);
  });

  test('never a shorter rest for a heavier set', () => {
    const all = Array.from({ length: 30 }, (_, i) => rest(i + 1));
    expect([...all].sort((a, b) => b - a)).toEqual(all);
  });

  test('without a weight fewer reps aren’t heavier; what is held isn’t counted', () => {
    expect(rest(3, { load: { kind: 'bodyweight' } })).toBe(90);
    const hold = { dose: { kind: 'seconds' as const, low: 20, high: 40 }, restSeconds: 45 };
    expect(restFor(hold, { target: 5, reserve: 2, load })).toBe(45);
  });

  test('a long rest stays within five minutes', () => {
    expect(restFor({ ...squat, restSeconds: 240 }, { target: 2, reserve: 2, load })).toBe(300);
  });
});
