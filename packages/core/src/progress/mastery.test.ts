import { describe, expect, test } from '@jest/globals';
import type { Dose } from '../movement/dose.ts';
import { hasShown, masteryOf, shownFirstText, type PractisedSet } from './mastery.ts';

const dose: Dose = { kind: 'reps', low: 8, high: 12 };
const set = (sessionId: string, amount: number, part: Partial<PractisedSet> = {}): PractisedSet => ({
  sessionId,
  amount,
  clean: true,
  effort: 'about-right',
  ...part,
});
const twice = (sessionId: string, amount: number, part?: Partial<PractisedSet>) => [
  set(sessionId, amount, part),
  set(sessionId, amount, part),
];

describe('mastery follows from the log', () => {
  test('never done is no mark, once done is introduced', () => {
    expect(masteryOf({ dose }, [])).toBeNull();
    expect(masteryOf({ dose }, [set('a', 10, { clean: false })])).toBe('introduced');
  });

  test('what nobody looked at is not clean', () => {
    expect(masteryOf({ dose }, twice('a', 10, { clean: null }))).toBe('introduced');
    expect(masteryOf({ dose }, [...twice('a', 10, { clean: null }), ...twice('b', 10, { clean: null })])).toBe('learning');
  });

  test('clean takes two clean sets in the range in one session; one in each of two is still learning', () => {
    expect(masteryOf({ dose }, twice('a', 8))).toBe('clean');
    expect(masteryOf({ dose }, twice('a', 7))).toBe('learning');
    expect(masteryOf({ dose }, [set('a', 9), set('b', 9)])).toBe('learning');
  });

  test('owned takes the top of the range on two sessions with something left', () => {
    expect(masteryOf({ dose }, [...twice('a', 12), ...twice('b', 12)])).toBe('owned');
    expect(masteryOf({ dose }, [...twice('a', 12), ...twice('b', 12, { effort: 'nothing-left' })])).toBe('clean');
    expect(masteryOf({ dose }, [...twice('a', 12), ...twice('b', 12, { effort: null })])).toBe('clean');
  });
});

describe('what a step asks to be shown first', () => {
  const first = { sets: 2, reps: 12, reserve: 2 };

  test('is shown by enough clean sets of one session with the reserve', () => {
    expect(hasShown(first, twice('a', 12))).toEqual({ isShown: true, sets: 2 });
    expect(hasShown(first, [set('a', 12), set('b', 12)])).toEqual({ isShown: false, sets: 1 });
    expect(hasShown(first, twice('a', 11))).toEqual({ isShown: false, sets: 0 });
    expect(hasShown(first, twice('a', 12, { effort: 'nothing-left' })).isShown).toBe(false);
    expect(hasShown({ ...first, reserve: 4 }, twice('a', 12, { effort: 'about-right' })).isShown).toBe(false);
    expect(hasShown({ ...first, reserve: 4 }, twice('a', 12, { effort: 'plenty-left' })).isShown).toBe(true);
  });

  test('is said with its seconds where it is a hold', () => {
    expect(shownFirstText({ sets: 3, seconds: 30, reserve: 2 })).toBe('3 × 30 s clean, 2 in reserve');
    expect(shownFirstText({ sets: 1, reps: 5, reserve: 0 })).toBe('1 × 5 clean');
  });
});
