import { expect, test } from '@jest/globals';
import type { TodayClient } from '@waxwing/core/api';
import { decidedLines } from './dayWords.ts';

const decided = (movementName: string, kind: 'raise' | 'repeat', text: string): TodayClient['decided'][number] => ({
  movementId: `waxwing:${movementName}`,
  movementName,
  kind,
  text,
  localDate: '2026-11-25',
});

test('what changes comes first; what is the same again shares a line at the end', () => {
  const lines = decidedLines([
    decided('Band row', 'repeat', 'The same again'),
    decided('Romanian deadlift', 'repeat', 'Not heavier: first get rid of “back rounds”'),
    decided('Split squat', 'raise', 'Up to 12'),
    decided('Box squat', 'repeat', 'The same again'),
  ]);
  expect(lines).toEqual([
    { names: ['Split squat'], text: 'Up to 12' },
    { names: ['Romanian deadlift'], text: 'Not heavier: first get rid of “back rounds”' },
    { names: ['Band row', 'box squat'], text: 'The same again' },
  ]);
});
