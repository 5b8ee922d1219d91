import { HANDS_KEY } from '../planning/sharedUse.ts';
import type { PlanBlock, Way } from '../planning/plan.ts';
import type { Step } from '../planning/step.ts';
import type { ClockStep, ClockWork } from './clockStep.ts';

/** Sets of one stretch: what follows at once in a set has no place of its own on a clock that others go by. */
const IN_ONE_STRETCH: readonly Way['kind'][] = ['ladder', 'ramp'];

/** A set of a lane, both its sides, from its first second to its last. */
interface TimedSet {
  readonly first: Step;
  readonly fromSeconds: number;
  readonly untilSeconds: number;
  readonly bothSides: boolean;
}

/**
 * A block at one's own pace as a clock leads through it: the first set of everybody, then their second, each as long as the slowest needs, and after
 * it the longest rest. None where the sets are of several stretches, or where two would want the same thing, or the trainer's hands, at once: then it is
 * not for a clock. `steps`: of the block, unrolled.
 */
export function ledStretches({ items }: PlanBlock, steps: readonly Step[]): ClockStep[] {
  const isPlain = items.every(({ way }) => !way || IN_ONE_STRETCH.includes(way.kind));
  const laneIds = [...new Set(steps.map(({ laneId }) => laneId))];
  const byLane = laneIds.map((laneId) => setsOf(steps.filter((step) => step.laneId === laneId)));
  if (!isPlain) return [];
  const stretches: ClockStep[] = [];
  let at = 0;
  for (let turn = 0; byLane.some((each) => turn < each.length); turn += 1) {
    const here = byLane.flatMap((each) => each[turn] ?? []);
    if (!isEnough(here)) return [];
    const seconds = Math.ceil(Math.max(...here.map((set) => set.untilSeconds - set.fromSeconds)));
    stretches.push({ kind: 'work', fromSeconds: at, untilSeconds: at + seconds, works: here.map(workOf) });
    const gaps = byLane.flatMap((each) => (each[turn + 1] ? [each[turn + 1]!.fromSeconds - each[turn]!.untilSeconds] : []));
    at += seconds + Math.ceil(Math.max(0, ...gaps));
  }
  return stretches;
}

/** The sets of one lane in order. */
function setsOf(steps: readonly Step[]): readonly TimedSet[] {
  const sets: TimedSet[] = [];
  for (const step of steps) {
    if (step.kind !== 'work' || !step.work) continue;
    const last = sets.at(-1);
    if (!last || step.work.isFirstOfSet) {
      sets.push({ first: step, fromSeconds: step.fromSeconds, untilSeconds: step.untilSeconds, bothSides: false });
    } else {
      sets[sets.length - 1] = { ...last, untilSeconds: step.untilSeconds, bothSides: step.work.side !== last.first.work!.side };
    }
  }
  return sets;
}

/** Whether there is enough for all of these at once, the trainer's hands among it. */
function isEnough(sets: readonly TimedSet[]): boolean {
  const wanted = new Map<string, number>();
  const want = (key: string, count: number, there: number | null) => {
    const sum = (wanted.get(key) ?? 0) + count;
    wanted.set(key, sum);
    return there === null || sum <= there;
  };
  return sets.every(({ first: { work } }) => {
    const things = work!.things.map(({ key, count, there }) => want(key, count, there));
    return things.every(Boolean) && (!work!.usesHands || want(HANDS_KEY, 1, 1));
  });
}

function workOf({ first, bothSides }: TimedSet): ClockWork {
  const side = bothSides ? null : (first.work?.side ?? null);
  return {
    laneId: first.laneId,
    planItemId: first.itemId!,
    stepId: first.id,
    side,
    changesSides: bothSides,
    set: first.set,
    fills: false,
  };
}
