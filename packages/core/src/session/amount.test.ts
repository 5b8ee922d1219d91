import { expect, test } from '@jest/globals';
import { doneBy } from '../test/doneBy.ts';
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

test('what was done of one side: every second rep of what goes by turns and is dosed for each side, but all of its seconds', () => {
  expect(amountPerSide(setOf('reps', undefined), doneBy('both'))).toBe(21);
  expect(amountPerSide(setOf('reps', undefined), doneBy('alternating'))).toBe(10);
  expect(amountPerSide(setOf('reps', undefined), doneBy('alternating', false))).toBe(21);
  expect(amountPerSide(setOf('seconds', undefined), doneBy('alternating'))).toBe(40);
  expect(amountPerSide(setOf('reps', 'left', 'right'), doneBy('one-side'))).toBe(21);
  expect(amountPerSide(setOf('reps', 'left'), doneBy('one-side'))).toBe(0);
});
