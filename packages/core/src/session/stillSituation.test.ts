import { describe, expect, test } from '@jest/globals';
import { SMALL_ROOM, blockOf, itemOf, laneId, planOf } from '../test/plans.ts';
import { briefOfPlan } from '../test/briefOfPlan.ts';
import { TestReplica } from '../test/replica.ts';
import { beginSet, changeView, countRep, endSet, goOn, lookClean, openSession, seeFault, type ActionContext } from './actions.ts';
import { indexBrief } from './briefIndex.ts';
import { rememberSituations } from './laneSituation.ts';
import { SessionFold } from './sessionFold.ts';
import { tellDay } from './day.ts';

/** A lane as Floor holds it: folded step by step, so that what didn't change is the same object. */
function lane() {
  const brief = { ...briefOfPlan(planOf([blockOf({ kind: 'sets' }, [itemOf('split-squat')])])), inventory: SMALL_ROOM };
  const index = indexBrief(brief);
  const replica = new TestReplica('a');
  const fold = new SessionFold(replica.add(...openSession(brief)));
  const situationOf = rememberSituations(index);
  const look = () => situationOf(fold.state, laneId(0))!;
  const tap = (...actions: ((context: ActionContext) => ReturnType<typeof countRep>)[]) => {
    for (const action of actions) {
      fold.add(replica.add(...action({ index, state: fold.state, situation: look(), newId: replica.newId })));
      look();
    }
    return look().still;
  };
  return { tap, look };
}

describe('what has to be drawn anew', () => {
  test('is nothing but the count while reps are counted', () => {
    const { tap, look } = lane();
    const begun = tap(beginSet);
    const after = look();
    expect(tap(countRep, countRep, countRep)).toBe(begun);
    expect(look()).not.toBe(after);
    expect(look().set!.segments[0]!.counted).toBe(3);
  });

  test.each([
    ['the other side', [goOn]],
    ['a fault', [(context: ActionContext) => seeFault(context, context.situation.movement.faults[0]!.faultId, 'left')]],
    ['a clean look', [lookClean]],
    ['another place to stand', [(context: ActionContext) => changeView(context, 'side')]],
    ['how they are', [(context: ActionContext) => tellDay(context, { slept: 'well', sore: [], did: 'nothing' })]],
    ['the end of the set', [(context: ActionContext) => endSet(context, 'done')]],
  ] as const)('is everything with %s', (_what, actions) => {
    const { tap } = lane();
    const before = tap(beginSet, countRep);
    const after = tap(...actions);
    expect(after).not.toBe(before);
    // From there on it stands still again.
    expect(tap(...(actions[0] === goOn ? [countRep] : []))).toBe(after);
  });
});
