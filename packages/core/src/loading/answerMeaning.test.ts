import { describe, expect, test } from '@jest/globals';
import { answerHabits, readAnswer, type RatedSet } from './answerMeaning.ts';

let at = 0;

/** One set: on which day of the month, how many with 20 kg, and how much was said to be left. */
function set(day: number, amount: number, reserve: number, other: Partial<RatedSet> = {}): RatedSet {
  const localDate = `2026-09-${String(day).padStart(2, '0')}`;
  return {
    sessionId: `on ${day}`,
    movementId: 'w:press',
    localDate,
    startedAt: `${localDate}T10:${String(at++ % 60).padStart(2, '0')}:00Z`,
    kilograms: 20,
    amount,
    effort: reserve >= 3.25 ? 'plenty-left' : reserve <= 1.5 ? 'nothing-left' : 'about-right',
    reserve,
    ...other,
  };
}

/** "Two or three" after ten, and the week after so many with nothing left; so many times, each with a load of its own. */
const tested = (times: number, later: number) =>
  Array.from({ length: times }, (_, i) => [
    set(1, 10, 2.5, { kilograms: 20 + i }),
    set(8, later, 0, { kilograms: 20 + i }),
  ]).flat();

describe('what an answer has meant', () => {
  test('is what a later set with nothing left shows, drawn towards what was said', () => {
    const { meanings } = answerHabits(tested(6, 17));
    // Six times seven, and four times the 2.5 that was said: 52 by 10.
    expect(meanings).toEqual([{ said: 2.5, meant: 5.2, sets: 6 }]);
    expect(readAnswer({ effort: 'about-right', reserve: 2.5 }, answerHabits(tested(6, 17)))).toMatchObject({
      effort: 'plenty-left',
      reserve: 5.2,
    });
  });

  test('is what was said as long as nothing speaks against it, or little does', () => {
    expect(answerHabits(tested(6, 12)).meanings).toEqual([]);
    expect(answerHabits(tested(3, 17)).meanings).toEqual([]);
    expect(readAnswer({ effort: 'about-right', reserve: 2.5 }, undefined)).toEqual({ effort: 'about-right', reserve: 2.5 });
  });

  test('sets that the answer allowed count for it', () => {
    const fitting = Array.from({ length: 12 }, (_, i) => [
      set(1, 10, 2.5, { kilograms: 50 + i }),
      set(8, 11, 2.5, { kilograms: 50 + i }),
    ]).flat();
    expect(answerHabits([...tested(6, 17), ...fitting]).meanings).toEqual([{ said: 2.5, meant: 3.7, sets: 18 }]);
  });

  test('says nothing by another load, by a set three weeks later, or by a tired one on the same day', () => {
    const pairs = (later: Partial<RatedSet>, day = 8) =>
      Array.from({ length: 8 }, (_, i) => [
        set(1, 10, 2.5, { movementId: `w:${i}` }),
        set(day, 6, 0, { movementId: `w:${i}`, ...later }),
      ]).flat();
    expect(answerHabits(pairs({ kilograms: 25 })).meanings).toEqual([]);
    expect(answerHabits(pairs({}, 22)).meanings).toEqual([]);
    expect(answerHabits(pairs({}, 1)).meanings).toEqual([]);
    // The control: a week later the same sets do say something.
    expect(answerHabits(pairs({})).meanings).toMatchObject([{ said: 2.5, sets: 8 }]);
  });

  test('whoever said that nothing was left is never read as having had plenty', () => {
    const sets = Array.from({ length: 9 }, (_, i) => [
      set(1, 8, 0, { kilograms: 20 + i }),
      set(8, 17, 0, { kilograms: 20 + i }),
    ]).flat();
    const { effort, reserve } = readAnswer({ effort: 'nothing-left', reserve: 0 }, answerHabits(sets));
    expect(effort).not.toBe('plenty-left');
    expect(reserve).toBeLessThanOrEqual(2);
  });
});

describe('who always says the same', () => {
  const days = (answers: readonly number[]) => answers.map((reserve, i) => set(1 + Math.floor(i / 4), 10 + i, reserve));

  test('is told after a dozen, over three sessions', () => {
    expect(answerHabits(days(Array(12).fill(2.5))).always).toEqual({
      answer: { effort: 'about-right', reserve: 2.5 },
      times: 12,
    });
    expect(answerHabits(days(Array(11).fill(2.5))).always).toBeNull();
    expect(answerHabits(days([...Array<number>(11).fill(2.5), 0])).always).toBeNull();
  });

  test('not by one long afternoon', () => {
    expect(answerHabits(Array.from({ length: 20 }, () => set(1, 10, 2.5))).always).toBeNull();
  });
});
