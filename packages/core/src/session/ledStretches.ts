import { HANDS_KEY } from '../planning/sharedUse.ts';
import { placeOf, type Step, type StepWork } from '../planning/step.ts';
import type { ClockPart, ClockStep, ClockWork } from './clockStep.ts';

/** A step in which something is done. */
type WorkStep = Step & { readonly itemId: string; readonly work: StepWork };

/** A set of a lane: its parts, one after the other at once. */
type TimedSet = readonly [WorkStep, ...WorkStep[]];

/**
 * A block at one's own pace as a clock leads through it: the first set of everybody, then their second, each as long as the slowest needs, and after
 * it the longest rest. Within a set it calls what follows at once; who does the same does it together. None where two would want the same thing, or the
 * trainer's hands, at once: then it is not for a clock. `steps`: of the block, unrolled.
 */
export function ledStretches(steps: readonly Step[]): ClockStep[] {
  const laneIds = [...new Set(steps.map(({ laneId }) => laneId))];
  const byLane = laneIds.map((laneId) => setsOf(steps.filter((step) => step.laneId === laneId)));
  const stretches: ClockStep[] = [];
  let at = 0;
  for (let turn = 0; byLane.some((each) => turn < each.length); turn += 1) {
    const here = byLane.flatMap((each) => each.slice(turn, turn + 1));
    if (!isEnough(here)) return [];
    const starts = new Map(here.map((set) => [set, startsOf(set, here)]));
    const seconds = Math.max(...[...starts.values()].map((each) => each.at(-1)!));
    stretches.push({
      kind: 'work',
      fromSeconds: at,
      untilSeconds: at + seconds,
      works: here.map((set) => workOf(set, starts.get(set)!)),
    });
    const gaps = byLane.flatMap((sets) => {
      const [now, next] = sets.slice(turn, turn + 2);
      return now && next ? [next[0].fromSeconds - now.at(-1)!.untilSeconds] : [];
    });
    at += seconds + Math.ceil(Math.max(0, ...gaps));
  }
  return stretches;
}

/** The sets of one lane in order. */
function setsOf(steps: readonly Step[]): readonly TimedSet[] {
  const sets = new Map<string, [WorkStep, ...WorkStep[]]>();
  for (const step of steps) {
    if (!isWork(step)) continue;
    const set = sets.get(placeOf(step));
    if (set) set.push(step);
    else sets.set(placeOf(step), [step]);
  }
  return [...sets.values()];
}

function isWork(step: Step): step is WorkStep {
  return step.kind === 'work' && step.work !== null && step.itemId !== null;
}

/** Whether two do the same set, each at their pace. */
function isAlike(a: TimedSet, b: TimedSet): boolean {
  return (
    a[0].itemId === b[0].itemId && a.length === b.length && a.every(({ work }, part) => work.stretch === b[part]!.work.stretch)
  );
}

/** When each part of a set begins, in whole seconds from its first, and when the last ends: each as long as the slowest of those who do the same needs. */
function startsOf(set: TimedSet, sets: readonly TimedSet[]): readonly number[] {
  const alike = sets.filter((each) => isAlike(each, set));
  const starts = [0];
  for (const part of set.keys()) {
    const needs = alike.map((each) => each[part]!.untilSeconds - (each[part - 1]?.untilSeconds ?? each[0].fromSeconds));
    starts.push(starts[part]! + Math.ceil(Math.max(...needs)));
  }
  return starts;
}

/** Whether there is enough for all of these at once, the trainer's hands among it. */
function isEnough(sets: readonly TimedSet[]): boolean {
  const wanted = new Map<string, number>();
  const want = (key: string, count: number, there: number | null) => {
    const sum = (wanted.get(key) ?? 0) + count;
    wanted.set(key, sum);
    return there === null || sum <= there;
  };
  return sets.every((set) => {
    // What is put down for the next part is still theirs.
    const things = new Map(set.flatMap(({ work }) => work.things).map((thing) => [thing.key, thing]));
    const has = [...things.values()].map(({ key, count, there }) => want(key, count, there));
    return has.every(Boolean) && (!set[0].work.usesHands || want(HANDS_KEY, 1, 1));
  });
}

function workOf(set: TimedSet, starts: readonly number[]): ClockWork {
  const [first] = set;
  const isOneSide = set.every(({ work }) => work.side === first.work.side);
  return {
    laneId: first.laneId,
    planItemId: first.itemId,
    stepId: first.id,
    side: isOneSide ? first.work.side : null,
    parts: set.map((step, part) => partOf(set, step, part, starts[part]!)),
    set: first.set,
    fills: false,
  };
}

function partOf(set: TimedSet, { work, document }: WorkStep, part: number, afterSeconds: number): ClockPart {
  const before = set[part - 1];
  const isOther = document !== null && document.id !== set[0].document?.id;
  return {
    afterSeconds,
    kind: kindOf(work, before?.work, isOther),
    manner: work.stretch,
    amount: work.amount,
    movementId: isOther ? document.id : null,
  };
}

function kindOf(work: StepWork, before: StepWork | undefined, isOther: boolean): ClockPart['kind'] {
  if (!before) return 'set';
  if (work.side !== before.side) return 'side';
  if (isOther) return 'easier';
  return work.stretch ? 'stretch' : 'lighter';
}
