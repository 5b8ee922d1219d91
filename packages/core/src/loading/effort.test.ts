import { describe, expect, test } from '@jest/globals';
import { answerOf, answersOf, answerText, effortOfReserve, EFFORTS, RESERVE_OF_EFFORT, reserveOf } from './effort.ts';

describe('how hard it was', () => {
  test('a word stands for a reserve, and that reserve for the word', () => {
    for (const effort of EFFORTS) expect(effortOfReserve(RESERVE_OF_EFFORT[effort])).toBe(effort);
  });

  test('less in reserve is never an easier word', () => {
    const words = [0, 0.5, 1, 1.5, 2, 2.5, 3, 3.5, 4, 5].map((reserve) => EFFORTS.indexOf(effortOfReserve(reserve)));
    expect(words).toEqual([...words].sort((a, b) => b - a));
    expect(effortOfReserve(0)).toBe('nothing-left');
    expect(effortOfReserve(2)).toBe('about-right');
    expect(effortOfReserve(5)).toBe('plenty-left');
  });

  test('a number that was said counts for itself, not for its word', () => {
    expect(reserveOf({ effort: 'about-right', reserve: 3 })).toBe(3);
    expect(reserveOf({ effort: 'about-right' })).toBe(2.5);
    expect(answerOf({ effort: null, reserve: 3 })).toBeNull();
    expect(answerOf({ effort: 'nothing-left', reserve: 0 })).toEqual({ effort: 'nothing-left', reserve: 0 });
    expect(answerOf({ effort: 'nothing-left' })).toEqual({ effort: 'nothing-left' });
  });

  test('every scale can be answered from easiest to hardest, the ends as bounds', () => {
    expect(answersOf('words').map(({ text }) => text)).toEqual(['Plenty left', 'About right', 'Nothing left']);
    expect(answersOf('reserve').map(({ text }) => text)).toEqual(['4 or more', '2 or 3', '1', 'None']);
    expect(answersOf('reserve').map(({ effort }) => effort)).toEqual([
      'plenty-left',
      'about-right',
      'nothing-left',
      'nothing-left',
    ]);
    expect(answersOf('rpe').map(({ text }) => text)).toEqual(['5 or less', '6', '7', '8', '9', '10']);
    for (const answer of [...answersOf('rpe'), ...answersOf('reserve')])
      expect(answer.effort).toBe(effortOfReserve(answer.reserve!));
  });

  test('is read back as it was said', () => {
    const eight = answersOf('rpe').find(({ text }) => text === '8')!;
    expect(answerText(eight, 'rpe')).toBe('RPE 8');
    expect(answerText(eight, 'reserve')).toBe('2 left');
    expect(answersOf('reserve').map((answer) => answerText(answer, 'reserve'))).toEqual([
      '4 or more left',
      '2 or 3 left',
      '1 left',
      'none left',
    ]);
    expect(answerText(eight, 'words')).toBe('about right');
    expect(answerText({ effort: 'plenty-left' }, 'rpe')).toBe('plenty left');
  });
});
