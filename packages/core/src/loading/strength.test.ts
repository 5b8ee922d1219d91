import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { estimateStrength, loadFor, repsAt } from './strength.ts';

describe('strength from a set', () => {
  test('both formulas by hand, and where they meet', () => {
    // 60 kg × 5 with nothing left: Epley 70, Brzycki 67.5.
    expect(estimateStrength(60, 5, 0)!.oneRm).toBeCloseTo(68.75);
    // At ten they agree: 60 · 4/3.
    expect(estimateStrength(60, 8, 2)!.oneRm).toBeCloseTo(80);
    // Above ten Epley alone; above twelve it is rough.
    expect(estimateStrength(8, 12, 4)).toMatchObject({ oneRm: expect.closeTo(12.27, 2), isRough: true });
    expect(estimateStrength(60, 10, 2)!.isRough).toBe(false);
  });

  test('nothing follows from no load and from no rep', () => {
    expect(estimateStrength(0, 10, 2)).toBeNull();
    expect(estimateStrength(20, 0, 4)).toBeNull();
  });

  test('a prediction goes back the way the estimate came', () => {
    const load = fc.double({ min: 1, max: 300, noNaN: true });
    fc.assert(
      fc.property(load, fc.integer({ min: 1, max: 25 }), fc.integer({ min: 0, max: 5 }), (kg, reps, reserve) => {
        const estimate = estimateStrength(kg, reps, reserve)!;
        expect(repsAt(estimate, kg)).toBeCloseTo(reps + reserve, 6);
        expect(loadFor(estimate, reps, reserve)).toBeCloseTo(kg, 6);
      }),
    );
  });

  test('heavier is fewer, and above the maximum none', () => {
    const estimate = estimateStrength(50, 5, 1)!;
    const reps = [20, 35, 50, 55, 59].map((kg) => repsAt(estimate, kg));
    expect([...reps].sort((a, b) => b - a)).toEqual(reps);
    expect(repsAt(estimate, estimate.oneRm * 1.2)).toBe(0);
  });
});
