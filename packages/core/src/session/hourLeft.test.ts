import { describe, expect, test } from '@jest/globals';
import { hourTimes } from '../planning/hour.ts';
import { unroll } from '../planning/unroll.ts';
import { briefOfPlan } from '../test/briefOfPlan.ts';
import { blockOf, itemOf, planOf } from '../test/plans.ts';
import { TestReplica } from '../test/replica.ts';
import { beginSet, dropItem, endSet, openSession, startItem, type ActionContext } from './actions.ts';
import { indexBrief } from './briefIndex.ts';
import type { EventDraft } from './envelope.ts';
import { foldSession } from './fold.ts';
import { hourLeft } from './hourLeft.ts';
import { laneSituation } from './laneSituation.ts';
import { planContextOf } from './planContextOf.ts';

function hour() {
  const plan = planOf(
    [
      blockOf({ kind: 'sets' }, [itemOf('reverse-lunge', { sets: 1 })], { part: 'warm-up' }),
      blockOf({ kind: 'sets' }, [itemOf('goblet-squat'), itemOf('full-push-up')]),
      blockOf({ kind: 'sets' }, [itemOf('forearm-plank')], { part: 'finisher' }),
    ],
    1,
    { minutes: 30 },
  );
  const brief = briefOfPlan(plan);
  const index = indexBrief(brief);
  const replica = new TestReplica('a');
  replica.add(...openSession(brief));
  const { laneId } = plan.lanes[0]!;
  const tap = (...actions: ((context: ActionContext) => readonly EventDraft[])[]) => {
    for (const action of actions) {
      const state = foldSession(replica.events);
      replica.add(...action({ index, state, situation: laneSituation(index, state, laneId)!, newId: replica.newId }));
    }
  };
  const left = (minutes: number) => {
    const state = foldSession(replica.events);
    return hourLeft(index, state, new Date(Date.parse(state.startedAt!) + minutes * 60_000))!;
  };
  const items = () => foldSession(replica.events).lanes[0]!.items;
  return { plan, index, tap, left, items };
}

describe('what is left of the hour', () => {
  test('at its beginning all that was planned is before them; each set takes its share away', () => {
    const { plan, index, tap, left, items } = hour();
    const { seconds } = hourTimes(plan, unroll(plan, planContextOf(index)));
    const before = left(0);
    expect(before.booked).toBe(1800);
    expect(before.planned).toBeGreaterThan(0.9 * seconds);
    expect(before.planned).toBeLessThanOrEqual(seconds);
    tap(beginSet, (c) => endSet(c, 'done'));
    expect(left(0).planned).toBeLessThan(before.planned);
    expect(items()[0]!.setIds).toHaveLength(1);
    expect(left(40).booked).toBe(-600);
  });

  test('what is least missed is offered first: the finisher, then the last of the main part; never what was begun, nor the warm-up', () => {
    const { plan, tap, left, items } = hour();
    const slots = plan.blocks.flatMap((block) => block.items);
    const offered = () => left(0).droppable.map(({ planItemId }) => slots.findIndex(({ itemId }) => itemId === planItemId));
    expect(offered()).toEqual([3, 2, 1]);
    tap((c) => startItem(c, items()[1]!), beginSet);
    expect(offered()).toEqual([3, 2]);
  });

  test('what is left out saves what it said, and is taken up again by going to it', () => {
    const { tap, left, items } = hour();
    const before = left(0);
    const [first] = before.droppable;
    tap((c) => dropItem(c, first!.items[0]!.itemId));
    expect(left(0).planned).toBeCloseTo(before.planned - first!.saves);
    expect(items().at(-1)!.dropped).toBe(true);
    tap((c) => startItem(c, items().at(-1)!));
    expect(items().at(-1)!.dropped).toBe(false);
    expect(left(0).planned).toBeCloseTo(before.planned);
  });
});
