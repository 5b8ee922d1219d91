import { expect, test } from '@jest/globals';
import { blockOf, itemOf, planContext, planOf } from '../test/plans.ts';
import { learnedGaps, type DoneSet } from './habits.ts';
import { unroll } from './unroll.ts';

/** Sets of ten seconds with a rest of a minute between them, and so much more. */
function hour(movements: readonly string[], more: { readonly same: number; readonly other: number }): DoneSet[] {
  let now = 0;
  return movements.map((movementId, at) => {
    if (at > 0) now += 60 + (movements[at - 1] === movementId ? more.same : more.other);
    const set = { movementId, fromSeconds: now, untilSeconds: now + 10, restSeconds: 60 };
    now += 10;
    return set;
  });
}

const THREE_OF_EACH = ['a', 'b', 'c', 'd', 'e'].flatMap((id) => [id, id, id]);

test('what passes beyond the rest is learned from ten of a kind on', () => {
  const sets = hour(THREE_OF_EACH, { same: 14, other: 70 });
  // Ten pairs of the same, four changes of movement.
  expect(learnedGaps([sets])).toEqual({ beforeAnotherSetSeconds: 14, beforeNewMovementSeconds: null });
  expect(learnedGaps([sets, sets, sets])).toEqual({ beforeAnotherSetSeconds: 14, beforeNewMovementSeconds: 70 });
  expect(learnedGaps([])).toEqual({ beforeAnotherSetSeconds: null, beforeNewMovementSeconds: null });
});

test('a shorter rest than was asked for is none to add, and the night between two hours is no gap', () => {
  const quick = hour(THREE_OF_EACH, { same: -20, other: -20 });
  expect(learnedGaps([quick]).beforeAnotherSetSeconds).toBe(0);
  const late = quick.map((set) => ({ ...set, fromSeconds: set.fromSeconds + 86_400, untilSeconds: set.untilSeconds + 86_400 }));
  expect(learnedGaps([[...quick, ...late]]).beforeAnotherSetSeconds).toBe(0);
});

test('a plan reckons with what was learned: after the rest, not within it', () => {
  const plan = planOf([
    blockOf({ kind: 'sets' }, [
      itemOf('goblet-squat', { sets: 3, restSeconds: 60 }),
      itemOf('full-push-up', { sets: 2, restSeconds: 60 }),
    ]),
  ]);
  const seconds = (beforeAnotherSetSeconds: number | null, beforeNewMovementSeconds: number | null) =>
    unroll(plan, planContext({ lane: { gaps: { beforeAnotherSetSeconds, beforeNewMovementSeconds } } })).seconds;
  const plain = seconds(null, null);
  expect(seconds(10, null) - plain).toBeCloseTo(30);
  // The bell is picked up (7 s) and the squat brought to mind (10 s) within what was learned; later both fit into the rest.
  expect(seconds(null, 90) - plain).toBeCloseTo(90 - 17 + 90, 0);
  expect(
    unroll(plan, planContext({ lane: { gaps: { beforeAnotherSetSeconds: 10, beforeNewMovementSeconds: null } } })).steps.filter(
      ({ kind, seconds: s }) => kind === 'change' && s === 10,
    ),
  ).toHaveLength(3);
});
