import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { anyPlan, blockOf, idOf, itemOf, laneId, planOf, w } from '../test/plans.ts';
import { join } from '../movement/change/join.ts';
import { starterLibrary } from '../test/starterLibrary.ts';
import { joinedOf } from './joined.ts';
import { formatOf } from './newPlan.ts';
import type { Plan } from './plan.ts';
import { planErrors } from './plan.ts';
import * as edit from './planEdit.ts';
import { historyOf, redone, undone, withDone } from './planHistory.ts';
import { FORMATS } from './planTerms.ts';

/** Whoever writes into a plan that was handed out is caught at it. */
function frozen<T>(value: T): T {
  if (typeof value !== 'object' || value === null || Object.isFrozen(value)) return value;
  Object.freeze(value);
  for (const each of Object.values(value)) frozen(each);
  return value;
}

/** Some edit or other, by three numbers that say where and what. */
function anyEdit(plan: Plan, [what, where, how]: readonly [number, number, number], at: number): edit.PlanEdit {
  const items = plan.blocks.flatMap((block) => block.items);
  const block = plan.blocks[where % Math.max(1, plan.blocks.length)];
  const item = items[where % Math.max(1, items.length)];
  const lane = plan.lanes[how % plan.lanes.length]!.laneId;
  if (!block) return edit.addBlock({ blockId: idOf(7, at), part: 'main', format: { kind: 'sets' }, items: [] });
  if (!item) return edit.addItem(block.blockId, { itemId: idOf(8, at), movementId: w('goblet-squat'), own: [] }, how);
  const { itemId } = item;
  return [
    edit.addBlock({ blockId: idOf(7, at), part: 'finisher', format: { kind: 'amrap', seconds: 300 }, items: [] }, how),
    edit.removeBlock(block.blockId),
    edit.moveBlock(block.blockId, how % 2 ? 1 : -1),
    edit.withFormat(block.blockId, formatOf(FORMATS[how % FORMATS.length]!, block.format)),
    edit.addItem(block.blockId, { itemId: idOf(8, at), movementId: w('full-push-up'), own: [] }, how),
    edit.removeItem(itemId),
    edit.moveItem(itemId, block.blockId, how),
    edit.moveItemBy(itemId, how % 2 ? 1 : -1),
    edit.withAsked(itemId, null, { sets: 1 + (how % 5) }),
    edit.withAsked(itemId, lane, { amount: { unit: 'reps', value: 1 + how } }),
    edit.withAsked(itemId, lane, { amount: undefined }),
    edit.swapMovement(itemId, how % 2 ? lane : null, w('box-squat')),
    edit.withOwn(itemId, lane, { leftOut: true }),
    edit.withPlanFields({ minutes: 5 + (how % 100) }),
  ][what % 14]!;
}

describe('edits', () => {
  test('any fifty, undone and done again, give back the same plan', () => {
    const numbers = fc.tuple(fc.nat(1000), fc.nat(1000), fc.nat(30));
    fc.assert(
      fc.property(anyPlan, fc.array(numbers, { minLength: 50, maxLength: 50 }), (plan, choices) => {
        frozen(plan);
        let history = historyOf(plan);
        const seen = [plan];
        choices.forEach((choice, at) => {
          history = withDone(history, frozen(anyEdit(history.now, choice, at)(history.now)), `edit ${at}`);
          if (history.now !== seen.at(-1)) seen.push(history.now);
        });
        const after = JSON.stringify(history.now);
        expect(planErrors(history.now)).toEqual([]);
        for (let i = seen.length - 2; i >= 0; i -= 1) {
          history = undone(history);
          if (history.now !== seen[i]) throw new Error(`undo ${i} gives another plan`);
        }
        expect(undone(history)).toBe(history);
        while (history.undone.length > 0) history = redone(history);
        expect(JSON.stringify(history.now)).toBe(after);
      }),
      { numRuns: 60 },
    );
  });

  test('what is done after an undo takes the place of what was undone', () => {
    const plan = planOf([]);
    const one = withDone(historyOf(plan), { ...plan, minutes: 45 }, 'shorter');
    const other = withDone(undone(one), { ...plan, minutes: 30 }, 'much shorter');
    expect(redone(other)).toBe(other);
    expect(undone(other).now.minutes).toBe(60);
    expect(withDone(other, other.now, 'nothing')).toBe(other);
  });

  test('one lane’s own rung, dose and load stand in the same place; what is taken back leaves nothing behind', () => {
    const plan = planOf([blockOf({ kind: 'sets' }, [itemOf('goblet-squat')])], 2);
    const { itemId } = plan.blocks[0]!.items[0]!;
    const own = edit.withAsked(itemId, laneId(1), { sets: 2 })(edit.swapMovement(itemId, laneId(1), w('box-squat'))(plan));
    expect(edit.itemIn(own, itemId)!.own).toEqual([{ laneId: laneId(1), movementId: w('box-squat'), sets: 2 }]);
    const back = edit.withAsked(itemId, laneId(1), { sets: undefined })(
      edit.swapMovement(itemId, laneId(1), w('goblet-squat'))(own),
    );
    expect(back).toEqual(plan);
    expect(edit.removeLane(laneId(1))(own).blocks[0]!.items[0]!.own).toEqual([]);
  });

  test('moving over the edge of a block goes into the next', () => {
    const [a, b, c] = ['goblet-squat', 'full-push-up', 'thread-the-needle'].map((slug) => itemOf(slug));
    const plan = planOf([blockOf({ kind: 'sets' }, [a!, b!]), blockOf({ kind: 'sets' }, [c!])]);
    const order = (now: Plan) => now.blocks.map(({ items }) => items.map(({ movementId }) => movementId.slice(8)));
    expect(order(edit.moveItemBy(b!.itemId, 1)(plan))).toEqual([['goblet-squat'], ['full-push-up', 'thread-the-needle']]);
    expect(order(edit.moveItemBy(c!.itemId, -1)(plan))).toEqual([['goblet-squat', 'full-push-up', 'thread-the-needle'], []]);
    expect(edit.moveItemBy(a!.itemId, -1)(plan)).toEqual(plan);
  });

  test('what two devices made of the same plan is joined place by place', () => {
    const [squat, push] = [itemOf('goblet-squat'), itemOf('full-push-up')];
    const plan = planOf([blockOf({ kind: 'sets' }, [squat, push])], 2);
    const mine = edit.withAsked(squat.itemId, laneId(0), { sets: 4 })(plan);
    const row = itemOf('bent-over-row');
    const theirs = edit.addItem(plan.blocks[0]!.blockId, row)(edit.withAsked(push.itemId, null, { sets: 5 })(plan));
    const { document, conflicts } = join(plan, mine, theirs);
    expect(conflicts).toEqual([]);
    expect(document).toEqual(edit.withAsked(squat.itemId, laneId(0), { sets: 4 })(theirs));
    const met = join(plan, mine, edit.withAsked(squat.itemId, laneId(0), { sets: 2 })(plan));
    expect(met.conflicts).toHaveLength(1);
  });
});

test('a build-up is offered what joins its two, where the library has it', () => {
  const among = starterLibrary().movements;
  const joined = among.find(({ components }) => components?.length === 2)!;
  expect(joinedOf(joined.components!, among).map(({ id }) => id)).toContain(joined.id);
  expect(joinedOf([joined.components![0]!], among)).toEqual([]);
  expect(joinedOf([...joined.components!, joined.id], among).map(({ id }) => id)).not.toContain(joined.id);
});
