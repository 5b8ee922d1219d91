import { expect, test } from '@jest/globals';
import type { TodayClient } from '@waxwing/core/api';
import { decidedLines, layOutFor } from './dayWords.ts';

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

test('a weight is laid out by what it is in this room', () => {
  const goblet = { ...decided('goblet-squat', 'raise', 'Up'), load: { kind: 'single', value: 20, unit: 'kg' } as const };
  const kit = { needed: ['kettlebell', 'wall'], optional: [] };
  const revision = { document: { id: goblet.movementId, kit } };
  const library = {
    revisionInUse: () => revision,
    lexicon: {
      kit: new Map([
        ['kettlebell', { id: 'kettlebell', name: 'one kettlebell', weighs: true }],
        ['wall', { id: 'wall', name: 'a clear stretch of wall' }],
      ]),
    },
  } as unknown as Parameters<typeof layOutFor>[1];
  const weights = [{ value: 20, unit: 'kg' as const, count: 1 }];
  const room = { sources: [{ kind: 'kettlebells' as const, weights }] } as unknown as Parameters<typeof layOutFor>[2];
  expect(layOutFor([goblet], library, room)).toEqual(['one 20 kg kettlebell']);
  expect(layOutFor([goblet], library, null)).toEqual(['20 kg']);
});
