import { describe, expect, test } from '@jest/globals';
import { blockOf, itemOf, laneId, planContext, planOf } from '../test/plans.ts';
import type { Format, Plan } from './plan.ts';
import { stretchBlock } from './stretchBlock.ts';
import { unroll } from './unroll.ts';

const context = planContext();
const takes = (plan: Plan) => unroll(plan, context).blocks[0]!.seconds;

describe('a block that is pulled longer or shorter', () => {
  test.each<[string, Format]>([
    ['rounds', { kind: 'rounds', rounds: 3, restSeconds: 60 }],
    ['intervals', { kind: 'intervals', workSeconds: 40, restSeconds: 20, rounds: 3, order: 'by-round' }],
    ['starts', { kind: 'emom', everySeconds: 60, rounds: 10 }],
    ['a time', { kind: 'amrap', seconds: 600 }],
    ['sets', { kind: 'sets' }],
  ])('takes as nearly that long as its %s can make it', (_what, format) => {
    const plan = planOf([blockOf(format, [itemOf('goblet-squat', { sets: 3 }), itemOf('full-push-up', { sets: 3 })])], 2);
    const before = takes(plan);
    for (const share of [0.6, 1.4]) {
      const wanted = before * share;
      const pulled = stretchBlock(plan, plan.blocks[0]!.blockId, wanted, context);
      expect(Math.abs(takes(pulled) - wanted)).toBeLessThan(Math.abs(before - wanted));
      expect(takes(pulled) < before).toBe(share < 1);
    }
  });

  test('stays within what a plan may hold, and what has nothing in it stays as it is', () => {
    const one = planOf([blockOf({ kind: 'rounds', rounds: 1, restSeconds: 60 }, [itemOf('goblet-squat')])]);
    expect(stretchBlock(one, one.blocks[0]!.blockId, 1, context)).toBe(one);
    const empty = planOf([blockOf({ kind: 'sets' }, [])]);
    expect(stretchBlock(empty, empty.blocks[0]!.blockId, 600, context)).toBe(empty);
    const own = { laneId: laneId(1), sets: 1 };
    const sets = planOf([blockOf({ kind: 'sets' }, [itemOf('goblet-squat', { sets: 2, own: [own] })])], 2);
    const fewer = stretchBlock(sets, sets.blocks[0]!.blockId, 1, context);
    expect(fewer.blocks[0]!.items[0]).toMatchObject({ sets: 1, own: [own] });
  });
});
