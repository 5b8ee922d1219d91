import { describe, expect, test } from '@jest/globals';
import type { LaneEntry, PlanItem } from '@waxwing/core/planning';
import { entryText, minutesText, setsText, shortAmount, shortLoad, wayText } from './planWords.ts';

const item = (part: Partial<PlanItem> = {}): PlanItem => ({ itemId: 'i', movementId: 'waxwing:a', own: [], ...part });
const nameOf = () => 'Box squat';

describe('a plan in words', () => {
  test('how much, with what', () => {
    expect([shortAmount(10, 'reps'), shortAmount(30, 'seconds', true), shortAmount(20, 'distance')]).toEqual([
      '10',
      '30 s each',
      '20 m',
    ]);
    expect(shortLoad({ kind: 'pair', value: 12.5, unit: 'kg' })).toBe('two 12.5 kg');
    expect(shortLoad({ kind: 'single', value: 16, unit: 'kg' })).toBe('one 16 kg');
    expect(shortLoad({ kind: 'stack', pin: 4 })).toMatch(/4/);
    const entry = { amount: 8, unit: 'reps', perSide: true, load: { kind: 'bodyweight' } } as LaneEntry;
    expect([entryText(entry, 3), entryText({ ...entry, load: { kind: 'pair', value: 8, unit: 'kg' } }, null)]).toEqual([
      '3 × 8 each',
      '8 each, two 8 kg',
    ]);
  });

  test.each<[Partial<PlanItem>, string[]]>([
    [{}, []],
    [
      {
        way: {
          kind: 'script',
          stretches: [
            { kind: 'full', amount: 4 },
            { kind: 'pulses', amount: 8 },
            { kind: 'hold', amount: 15 },
          ],
        },
      },
      ['4 + 8 pulses + 15 s held'],
    ],
    [{ way: { kind: 'ramp', sets: 1 } }, ['1 lighter set first']],
    [{ way: { kind: 'drop', drops: 2 } }, ['after the last set 2 lighter, at once']],
    [{ way: { kind: 'ladder', of: 'amount', amounts: [10, 8], words: [] } }, ['10, then 8']],
    [{ way: { kind: 'ladder', of: 'word', amounts: [], words: ['high', 'low'] } }, ['high, then low']],
    [{ way: { kind: 'then-easier', movementId: 'waxwing:b', amount: 6 } }, ['then at once 6 of box squat']],
    [
      { sides: 'split', intents: ['form', 'pace'], hands: 'hold' },
      ['the other side after the next movement', 'form → pace', 'your hands hold'],
    ],
  ])('what is special about a place: %j', (part, said) => expect(wayText(item(part), nameOf)).toEqual(said));

  test('minutes and half sets', () => {
    expect([minutesText(0), minutesText(50), minutesText(3070)]).toEqual(['0 minutes', '1 minute', '51 minutes']);
    expect([setsText(3), setsText(2.4), setsText(0.5), setsText(0.2)]).toEqual(['3', '2½', '½', '0']);
  });
});
