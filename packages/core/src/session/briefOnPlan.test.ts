import { describe, expect, test } from '@jest/globals';
import { lastForThese } from '../planning/repeatPlan.ts';
import { briefOfPlan, lastingId } from '../test/briefOfPlan.ts';
import { blockOf, itemOf, planOf } from '../test/plans.ts';
import { briefOnPlan } from './briefOnPlan.ts';

const ids = () => {
  let n = 0;
  return () => lastingId(`new ${(n += 1)}`);
};

describe('a brief that runs a plan', () => {
  const plan = planOf(
    [blockOf({ kind: 'rounds', rounds: 3, restSeconds: 45 }, [itemOf('goblet-squat'), itemOf('full-push-up')])],
    2,
  );
  const [first, second] = plan.lanes.map(({ laneId }) => laneId);
  const brief = briefOfPlan(plan);

  test('has on each lane’s list what the plan asks, by its places', () => {
    const [{ items }] = briefOnPlan(brief, plan, ids()).clients as [(typeof brief.clients)[number]];
    expect(items.map(({ planItemId, sets, restSeconds }) => [planItemId, sets, restSeconds])).toEqual(
      plan.blocks[0]!.items.map(({ itemId }) => [itemId, 3, 45]),
    );
  });

  test('leaves out what the brief doesn’t hold, and what somebody sits out', () => {
    const [squat, push] = plan.blocks[0]!.items;
    const without = { ...brief, revisions: brief.revisions.filter(({ document }) => document.id !== push!.movementId) };
    const alone = {
      ...plan,
      blocks: plan.blocks.map((block) => ({
        ...block,
        items: block.items.map((item) => ({ ...item, own: [{ laneId: second!, leftOut: true }] })),
      })),
    };
    const { clients } = briefOnPlan(without, alone, ids());
    expect(clients.map(({ laneId, items }) => [laneId, items.map(({ planItemId }) => planItemId)])).toEqual([
      [first, [squat!.itemId]],
      [second, []],
    ]);
  });

  test('of last time: who was in another lane then has their own parts in theirs of today; who isn’t here leaves none', () => {
    const [item] = plan.blocks[0]!.items;
    const lanes = [
      { laneId: 'then-a', clientId: 'ilse' },
      { laneId: 'then-b', clientId: 'wren' },
    ];
    const own = lanes.map(({ laneId }, at) => ({ laneId, amount: { unit: 'reps' as const, value: 5 + at } }));
    const last = { ...plan, lanes, blocks: [{ ...plan.blocks[0]!, items: [{ ...item!, own }] }] };
    const today = { ...plan, lanes: [{ laneId: 'now', clientId: 'wren' }], blocks: [] };
    const made = lastForThese(today, last);
    expect(made.lanes).toEqual(today.lanes);
    expect(made.blocks[0]!.items[0]!.own).toEqual([{ laneId: 'now', amount: { unit: 'reps', value: 6 } }]);
  });
});
