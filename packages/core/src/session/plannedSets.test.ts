import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import type { Inventory } from '../loading/inventory.ts';
import type { Plan, PlanItem, Way } from '../planning/plan.ts';
import { unroll } from '../planning/unroll.ts';
import { briefOfPlan } from '../test/briefOfPlan.ts';
import { floor } from '../test/floor.ts';
import { anyPlan, blockOf, itemOf, laneId, planOf, SMALL_ROOM } from '../test/plans.ts';
import {
  beginSet,
  countRep,
  dropHold,
  endAsAsked,
  endSet,
  goOn,
  holdAgain,
  lookClean,
  seeFault,
  rateEffort,
  startItem,
  switchSide,
} from './actions.ts';
import { amountPerSide, askedAmount } from './amount.ts';
import { doneBy } from '../test/doneBy.ts';
import { decisionsDue } from './decisionsDue.ts';
import { laneSituation } from './laneSituation.ts';
import { itemRows, setRows } from './logRows.ts';
import { nextSetAfter } from './nextSetAfter.ts';
import { takeLevel } from './levels.ts';
import { warmUpShowed } from './warmUp.ts';
import { planContextOf } from './planContextOf.ts';
import { foldSession } from './fold.ts';

/** A trainer with the first lane of a plan. */
function hourOf(plan: Plan, at = 0, inventory: Inventory | null = SMALL_ROOM) {
  const brief = briefOfPlan(plan);
  const made = floor({}, undefined, { ...brief, inventory });
  const look = () => laneSituation(made.index, foldSession(made.replica.events), laneId(at))!;
  const tap: typeof made.tap = (...actions) => {
    for (const action of actions) {
      const state = foldSession(made.replica.events);
      const situation = laneSituation(made.index, state, laneId(at))!;
      made.replica.add(...action({ index: made.index, state, situation, newId: made.replica.newId }));
    }
    return look();
  };
  const nameOf = () => look().item.movementId.slice('waxwing:'.length);
  const doSet = () => tap(beginSet, endAsAsked);
  const onTo = () => tap((context) => startItem(context, context.situation.nextItem!));
  return { ...made, look, tap, nameOf, doSet, onTo };
}

const one = (slug: string, part: Partial<PlanItem> = {}, format: Plan['blocks'][0]['format'] = { kind: 'sets' }) =>
  hourOf(planOf([blockOf(format, [itemOf(slug, part)])]));
const way = (it: Way) => ({ way: it });
const set = ({ look }: ReturnType<typeof hourOf>) => look().set!;
const movementOf = ({ index }: ReturnType<typeof hourOf>) => index.movement.bind(index);

describe('a plan at its own pace is done as it was planned', () => {
  test('rounds go from one to the next and back, with the rest of a round after its last', () => {
    const hour = hourOf(
      planOf([
        blockOf({ kind: 'rounds', rounds: 2, restSeconds: 90, betweenSeconds: 10 }, [
          itemOf('goblet-squat'),
          itemOf('full-push-up'),
        ]),
        blockOf({ kind: 'sets' }, [itemOf('forearm-plank')]),
      ]),
    );
    const { look, doSet, onTo, nameOf } = hour;
    expect(look()).toMatchObject({ goesOn: false, planned: { round: { at: 1, of: 2 } } });
    expect(doSet()).toMatchObject({ goesOn: true, restSeconds: 10, nextItem: { movementId: 'waxwing:full-push-up' } });
    onTo();
    expect(doSet()).toMatchObject({ goesOn: true, restSeconds: 90, nextItem: { movementId: 'waxwing:goblet-squat' } });
    onTo();
    expect(look().planned?.round).toEqual({ at: 2, of: 2 });
    doSet();
    onTo();
    expect(doSet()).toMatchObject({ goesOn: true, nextItem: { movementId: 'waxwing:forearm-plank' } });
    onTo();
    expect(nameOf()).toBe('forearm-plank');
  });

  test('what was passed over in a round is come back to when the round is through', () => {
    const { look, doSet, onTo, tap } = hourOf(
      planOf([
        blockOf(
          { kind: 'rounds', rounds: 1, restSeconds: 0 },
          ['goblet-squat', 'full-push-up', 'split-squat'].map((slug) => itemOf(slug)),
        ),
      ]),
    );
    doSet();
    tap((context) => startItem(context, context.situation.lane.items[2]!));
    expect(doSet()).toMatchObject({ goesOn: true, nextItem: { movementId: 'waxwing:full-push-up' } });
    onTo();
    doSet();
    expect(look()).toMatchObject({ goesOn: true, nextItem: null });
  });

  test('lighter sets come first, ask for less, and count for no record, no decision and no last load', () => {
    const hour = one('goblet-squat', {
      sets: 1,
      load: { kind: 'single', value: 16, unit: 'kg' },
      ...way({ kind: 'ramp', sets: 2 }),
    });
    const { look, doSet } = hour;
    expect(look().item.sets).toBe(3);
    expect(look().asked).toMatchObject({ part: 'ramp', load: { value: 8 } });
    doSet();
    doSet();
    expect(decisionsDue(hour.index, foldSession(hour.replica.events), look().lane)).toEqual([]);
    expect(look().asked.part).toBeUndefined();
    expect(look().asked.load).toMatchObject({ value: 16 });
    const ramp = setRows(set(hour), movementOf(hour)).segments;
    expect(ramp).toMatchObject([{ isLast: false, setAmount: null, settings: { part: 'ramp' } }]);
    doSet();
    expect(setRows(set(hour), movementOf(hour)).segments).toMatchObject([{ isLast: true }]);
    expect(itemRows(look().lane, movementOf(hour))).toMatchObject([{ load: { value: 16 }, outcome: { fellShort: false } }]);
  });

  test('a script goes from stretch to stretch, and a hold among reps counts seconds', () => {
    const stretches = [
      { kind: 'slow' as const, amount: 4 },
      { kind: 'hold' as const, amount: 15 },
      { kind: 'pulses' as const, amount: 8 },
    ];
    const hour = one('goblet-squat', { sets: 2, ...way({ kind: 'script', stretches }) });
    const { look, tap } = hour;
    expect(look().asked).toMatchObject({ target: 4, manner: 'slow', stretch: 0 });
    tap(countRep, countRep);
    expect(look().follows).toMatchObject({ kind: 'stretch', manner: 'hold', unit: 'seconds', target: 15 });
    tap(goOn, goOn, countRep);
    expect(look().follows).toBeNull();
    expect(set(hour).segments.map(({ manner, unit, counted }) => [manner, unit, counted])).toEqual([
      ['slow', 'reps', 2],
      ['hold', 'seconds', 0],
      ['pulses', 'reps', 1],
    ]);
    // Seconds held aren't added to reps.
    expect(amountPerSide(set(hour), doneBy('both'))).toBe(3);
    expect(askedAmount(set(hour))).toBe(12);
    tap(
      (context) => endSet(context, 'done'),
      (context) => rateEffort(context, { effort: 'plenty-left', reserve: 4 }),
    );
    expect(nextSetAfter(hour.index, look(), set(hour), { effort: 'plenty-left', reserve: 4 }).kind).not.toBe('amount');
  });

  test('what follows at once, lighter or easier, is no part of what the set is judged by', () => {
    const drop = one('goblet-squat', {
      sets: 1,
      load: { kind: 'single', value: 16, unit: 'kg' },
      ...way({ kind: 'drop', drops: 1 }),
    });
    drop.tap(countRep);
    expect(drop.look().follows).toMatchObject({ kind: 'lighter', load: { value: 12 } });
    drop.tap(goOn, countRep, (context) => endSet(context, 'done'));
    expect(itemRows(drop.look().lane, movementOf(drop))).toMatchObject([{ load: { value: 16 }, outcome: { leastDone: 1 } }]);

    const easier = one('full-push-up', {
      sets: 1,
      ...way({ kind: 'then-easier', movementId: 'waxwing:knee-push-up', amount: 6 }),
    });
    easier.tap(countRep);
    expect(easier.look().follows).toMatchObject({ kind: 'easier', movementId: 'waxwing:knee-push-up', target: 6 });
    easier.tap(goOn);
    // What may be seen now is seen on the easier one.
    expect(easier.look().movement.movementId).toBe('waxwing:knee-push-up');
    easier.tap(countRep, (context) => endSet(context, 'done'));
    expect(itemRows(easier.look().lane, movementOf(easier))).toMatchObject([
      { movementId: 'waxwing:full-push-up', outcome: { leastDone: 1 } },
    ]);
  });

  test('in a ladder the plan says how many, whatever the answer', () => {
    const hour = one('goblet-squat', way({ kind: 'ladder', of: 'amount', amounts: [12, 10, 8], words: [] }));
    const { look, tap, doSet } = hour;
    expect(look().item.sets).toBe(3);
    doSet();
    tap((context) => rateEffort(context, { effort: 'about-right', reserve: 2 }));
    const next = nextSetAfter(hour.index, look(), set(hour), { effort: 'about-right', reserve: 2 });
    expect(next).toMatchObject({ target: 10, reasons: ['as the plan has it'] });
    expect(look().asked.target).toBe(10);
  });

  test('sides that are sets of their own are done one by one, and none of them is half done', () => {
    const { look, tap } = one('split-squat', { sets: 1, sides: 'by-set' });
    expect(look()).toMatchObject({ item: { sets: 2 }, asked: { side: 'left', sideAlone: true } });
    tap(countRep, countRep);
    expect(look().follows).toBeNull();
    expect(amountPerSide(look().set!, doneBy('one-side'))).toBe(2);
    tap((context) => endSet(context, 'done'));
    expect(look()).toMatchObject({ goesOn: false, asked: { side: 'right' } });
  });

  test('going back and forth between the sides asks for no more than was asked', () => {
    const { look, tap } = one('split-squat', { sets: 1 });
    tap(countRep, switchSide, countRep, switchSide, countRep, switchSide);
    expect(look().set!.segments.map(({ side, stretch }) => [side, stretch])).toEqual([
      ['left', 0],
      ['right', 1],
      ['left', 0],
      ['right', 1],
    ]);
    expect(askedAmount(look().set!)).toBe(look().item.target);
  });

  test('what was decided after a set stands over what was planned', () => {
    const { look, tap, replica, doSet } = one('goblet-squat', { sets: 2 });
    doSet();
    const { item } = look();
    replica.add({
      type: 'load-changed',
      ...ids(look()),
      payload: { itemId: item.itemId, load: { kind: 'single', value: 12, unit: 'kg' } },
    });
    replica.add({ type: 'next-set-planned', ...ids(look()), payload: { itemId: item.itemId, target: 7 } });
    expect(tap(beginSet).set!.segments[0]).toMatchObject({ target: 7, load: { value: 12 } });
  });
});

const ids = ({ lane: { laneId: id, clientId } }: ReturnType<ReturnType<typeof hourOf>['look']>) => ({ laneId: id, clientId });

describe('what the warm-up showed', () => {
  const hour = () =>
    hourOf(
      planOf([
        blockOf({ kind: 'sets' }, [itemOf('bodyweight-squat', { sets: 1 })], { part: 'warm-up' }),
        blockOf({ kind: 'sets' }, [itemOf('goblet-squat', { sets: 2, load: { kind: 'single', value: 16, unit: 'kg' } })]),
      ]),
    );
  const KNEES = 'waxwing:bodyweight-squat/knees-in';
  const showed = ({ index, look }: ReturnType<typeof hourOf>) => warmUpShowed(index, look());

  test('a fault that was still there proposes where to begin with what it rehearsed, until that is taken or begun', () => {
    const made = hour();
    made.tap(beginSet, (context) => seeFault(context, KNEES, 'left'));
    expect(showed(made)).toBeNull();
    made.tap(endAsAsked);
    made.onTo();
    const found = showed(made)!;
    expect(found.faults).toMatchObject([{ faultId: 'waxwing:goblet-squat/knees-in', severity: 'risk' }]);
    expect(found.beginWith).not.toBeNull();
    made.tap((context) => takeLevel(context, found.beginWith!));
    expect(made.look().item.nextChange).not.toBeNull();
    expect(showed(made)).toMatchObject({ beginWith: null });
    expect(made.tap(beginSet).set!.changes).toEqual([found.beginWith!.key]);
  });

  test('what a cue took away, or a clean look didn’t find again, is nothing to begin easier for', () => {
    const made = hour();
    made.tap(beginSet, (context) => seeFault(context, KNEES, 'left'), lookClean, endAsAsked);
    made.onTo();
    expect(showed(made)).toBeNull();
  });
});

describe('a hold in pieces', () => {
  const held = () => one('forearm-plank', { sets: 1, amount: { unit: 'seconds', value: 30 } });

  test('dropped and held again it is one set, and the next piece asks for what is left', () => {
    const { look, tap, replica } = held();
    tap(beginSet);
    replica.pass(12);
    tap(dropHold);
    expect(look().isWorking).toBe(true);
    replica.pass(5);
    tap(holdAgain);
    expect(look().set!.segments.at(-1)).toMatchObject({ target: 18 });
    replica.pass(18);
    tap((context) => endSet(context, 'done'));
    expect(look().lane.sets).toHaveLength(1);
    expect(amountPerSide(look().set!, doneBy('both'))).toBe(30);
    expect(askedAmount(look().set!)).toBe(30);
  });

  test('dropping what isn’t held, and taking up what wasn’t dropped, is nothing', () => {
    const { tap, replica } = held();
    tap(beginSet);
    const before = replica.events.length;
    tap(holdAgain);
    tap(dropHold, dropHold);
    expect(replica.events).toHaveLength(before + 1);
  });
});

test('whoever follows a plan to its end has done what it unrolls to, in its order', () => {
  const atOwnPace = anyPlan.map((plan) => ({
    ...plan,
    blocks: plan.blocks.filter(({ format: { kind } }) => kind === 'sets' || kind === 'rounds' || kind === 'build-up'),
  }));
  fc.assert(
    fc.property(atOwnPace, fc.nat(5), (plan, chosen) => {
      const at = chosen % plan.lanes.length;
      const lane = laneId(at);
      const brief = briefOfPlan(plan);
      if ((brief.clients[at]?.items ?? []).length === 0) return;
      const hour = hourOf(plan, at, null);
      const { steps } = unroll(plan, planContextOf(hour.index));
      const planned = steps
        .filter(({ laneId: of, kind }) => of === lane && kind === 'work')
        .map(({ itemId, document, work }) => [itemId, document!.id, work!.unit, work!.amount]);
      // An hour holds some dozens of sets; every tap folds all events before it.
      if (planned.length > 60) return;
      for (let taps = 0; taps < 400; taps += 1) {
        const { isWorking, follows, goesOn, nextItem, set: last } = hour.look();
        if (isWorking) hour.tap(follows ? goOn : endAsAsked);
        else if (!last || !goesOn) hour.tap(beginSet);
        else if (nextItem) hour.onTo();
        else break;
      }
      const { lane: done } = hour.look();
      const placeOf = new Map(done.items.map(({ itemId, planItemId }) => [itemId, planItemId]));
      const noted = done.sets.flatMap(({ itemId, segments }) =>
        segments.map(({ movementId, unit, target }) => [placeOf.get(itemId), movementId, unit, target]),
      );
      expect(noted).toEqual(planned);
    }),
    { numRuns: 60 },
  );
});
