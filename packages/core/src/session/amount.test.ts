import { expect, test } from '@jest/globals';
import { amountPerSide } from './amount.ts';
import type { SegmentState, SetState } from './state.ts';

const setOf = (unit: 'reps' | 'seconds', ...sides: ('left' | 'right' | undefined)[]): SetState =>
  ({
    segments: sides.map((side): Partial<SegmentState> => ({
      unit,
      counted: 21,
      stated: unit === 'seconds' ? 40 : null,
      startedAt: '2026-11-26T10:00:00.000Z',
      endedAt: '2026-11-26T10:00:40.000Z',
      ...(side && { side }),
    })),
  }) as unknown as SetState;

test('what was done of one side: every second rep of what goes by turns, but all of its seconds', () => {
  expect(amountPerSide(setOf('reps', undefined), 'both')).toBe(21);
  expect(amountPerSide(setOf('reps', undefined), 'alternating')).toBe(10);
  expect(amountPerSide(setOf('seconds', undefined), 'alternating')).toBe(40);
  expect(amountPerSide(setOf('reps', 'left', 'right'), 'one-side')).toBe(21);
  expect(amountPerSide(setOf('reps', 'left'), 'one-side')).toBe(0);
});
