import type { MovementDocument } from '../movement/movementDocument.ts';
import { prepares } from '../movement/prepares.ts';
import type { Pattern, Plane } from '../movement/terms.ts';
import type { Plan } from './plan.ts';
import { WORKING_PARTS } from './planTerms.ts';
import type { Step } from './step.ts';
import type { Unrolled } from './unroll.ts';

/** The patterns that a whole hour looks for, in the order in which they are said. */
export const BASIC_PATTERNS = [
  'squat',
  'lunge',
  'hinge',
  'push',
  'pull',
  'rotate',
  'brace',
  'locomotion',
] as const satisfies readonly Pattern[];

/** Another pattern that does for a basic one. */
const DOES_FOR: Readonly<Partial<Record<Pattern, (typeof BASIC_PATTERNS)[number]>>> = {
  'trunk-curl': 'brace',
  'anti-rotation': 'brace',
  carry: 'locomotion',
  throw: 'rotate',
};

/** What a lane's hour comes to. A set of both sides, or of several stretches, is one set. */
export interface Coverage {
  /** Sets by basic pattern; those that aren't met are 0. */
  readonly patterns: ReadonlyMap<(typeof BASIC_PATTERNS)[number], number>;
  readonly push: number;
  readonly pull: number;
  /** Squats and lunges, by where they bend most. */
  readonly knee: number;
  readonly hip: number;
  readonly planes: ReadonlyMap<Plane, number>;
  /** Seconds of one side alone. */
  readonly left: number;
  readonly right: number;
  /** Sets by muscle, each in the share that the movement gives it. */
  readonly muscles: ReadonlyMap<string, number>;
  /** Reps that land, and how many of them hard. */
  readonly landings: number;
  readonly hardLandings: number;
  /** Times down to the floor, or up from it. */
  readonly floorChanges: number;
}

/** Of a muscle's share below this nobody speaks. */
const LEAST_SHARE = 0.2;

/** A movement that lands is done about so often a second where seconds are asked for. */
function landingsOf({ document, work, seconds }: Step): number {
  if (!document || !work || document.impact === 'none') return 0;
  if (work.unit === 'reps') return work.amount;
  return Math.round(seconds / (document.repSeconds ?? 1));
}

/** What each lane's hour covers. Warm-up and cool-down prepare and ease off: they count as no sets. */
export function coverageOf(plan: Plan, unrolled: Unrolled): ReadonlyMap<string, Coverage> {
  const partOf = new Map(plan.blocks.map(({ blockId, part }) => [blockId, part]));
  const tallies = new Map(plan.lanes.map(({ laneId }) => [laneId, new Tally()]));
  // Sets are counted by movement first: some hundred of them are of forty, each of which has patterns, planes and a dozen muscles.
  const sets = new Map(plan.lanes.map(({ laneId }) => [laneId, new Map<MovementDocument, number>()]));
  for (const step of unrolled.steps) {
    const tally = tallies.get(step.laneId)!;
    if (step.isFloorChange) tally.floorChanges += 1;
    if (step.kind !== 'work' || !step.document || !step.work || step.work.isRamp) continue;
    const landings = landingsOf(step);
    tally.landings += landings;
    if (step.document.impact === 'high') tally.hardLandings += landings;
    if (step.work.side) tally[step.work.side] += step.seconds;
    if (!step.work.isFirstOfSet || !WORKING_PARTS.includes(partOf.get(step.blockId)!)) continue;
    const ofLane = sets.get(step.laneId)!;
    ofLane.set(step.document, (ofLane.get(step.document) ?? 0) + 1);
  }
  for (const [laneId, ofLane] of sets) {
    for (const [document, count] of ofLane) tallies.get(laneId)!.add(document, count);
  }
  return tallies;
}

function addSets(muscles: Map<string, number>, shares: MovementDocument['muscles'], sets: number): void {
  for (const { muscle, share } of shares) {
    if (share >= LEAST_SHARE) muscles.set(muscle, (muscles.get(muscle) ?? 0) + share * sets);
  }
}

/** Sets by muscle of what was done, by movement, in the shares of each; what prepares and eases off is none. */
export function musclesOfSets(
  sets: Readonly<Record<string, number>>,
  documentOf: (movementId: string) => MovementDocument | undefined,
): ReadonlyMap<string, number> {
  const muscles = new Map<string, number>();
  for (const [movementId, count] of Object.entries(sets)) {
    const document = documentOf(movementId);
    if (document && !prepares(document)) addSets(muscles, document.muscles, count);
  }
  return muscles;
}

class Tally implements Coverage {
  readonly patterns = new Map<(typeof BASIC_PATTERNS)[number], number>(BASIC_PATTERNS.map((pattern) => [pattern, 0]));
  readonly planes = new Map<Plane, number>();
  readonly muscles = new Map<string, number>();
  push = 0;
  pull = 0;
  knee = 0;
  hip = 0;
  left = 0;
  right = 0;
  landings = 0;
  hardLandings = 0;
  floorChanges = 0;

  add({ pattern, planes, muscles }: MovementDocument, sets: number): void {
    const basic = DOES_FOR[pattern] ?? pattern;
    const known = this.patterns.get(basic as (typeof BASIC_PATTERNS)[number]);
    if (known !== undefined) this.patterns.set(basic as (typeof BASIC_PATTERNS)[number], known + sets);
    if (pattern === 'push' || pattern === 'pull') this[pattern] += sets;
    if (pattern === 'squat' || pattern === 'lunge') this.knee += sets;
    if (pattern === 'hinge') this.hip += sets;
    for (const plane of planes) this.planes.set(plane, (this.planes.get(plane) ?? 0) + sets);
    addSets(this.muscles, muscles, sets);
  }
}

/** Basic patterns that no set of a lane meets. */
export function missedPatterns({ patterns }: Coverage): readonly (typeof BASIC_PATTERNS)[number][] {
  return BASIC_PATTERNS.filter((pattern) => patterns.get(pattern) === 0);
}
