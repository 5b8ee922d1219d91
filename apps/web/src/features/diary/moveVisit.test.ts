import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { draggedStart } from './moveVisit.ts';

const nine = { startMinute: 9 * 60, minutes: 60 };
const TEN_HOURS = 600;

test('a tenth of ten hours is an hour; what lies between comes out at a quarter', () => {
  expect(draggedStart(nine, 0.1, TEN_HOURS)).toBe(10 * 60);
  expect(draggedStart(nine, -0.052, TEN_HOURS)).toBe(8 * 60 + 30);
});

test('straight up or down keeps a time that is none of ours', () => {
  expect(draggedStart({ startMinute: 550, minutes: 45 }, 0.005, TEN_HOURS)).toBe(550);
});

test('begins and ends on its day, wherever it is let go', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 0, max: 1439 }),
      fc.integer({ min: 5, max: 180 }),
      fc.double({ min: -3, max: 3 }),
      (start, minutes, by) => {
        fc.pre(start + minutes <= 1440 && !Number.isNaN(by));
        const moved = draggedStart({ startMinute: start, minutes }, by, TEN_HOURS);
        expect(moved).toBeGreaterThanOrEqual(0);
        expect(moved + minutes).toBeLessThanOrEqual(1440);
      },
    ),
  );
});
