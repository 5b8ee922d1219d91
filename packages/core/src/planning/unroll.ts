import { isSameLoad } from '../movement/loadText.ts';
import { BlockRun, SECONDS_UNROLLED_MOST, tenths, type LaneClock } from './blockRun.ts';
import type { Plan, PlanBlock } from './plan.ts';
import type { PlanContext } from './planContext.ts';
import type { Step } from './step.ts';

export interface BlockSpan {
  readonly blockId: string;
  readonly fromSeconds: number;
  readonly seconds: number;
}

export interface Unrolled {
  readonly steps: readonly Step[];
  readonly blocks: readonly BlockSpan[];
  /** To the end of the last step of all. */
  readonly seconds: number;
}

/**
 * The whole of a plan, second by second, for every lane: the only place that adds up seconds. Blocks begin for all together; within a block
 * at own pace each lane goes on as it is ready, and on the clock all do the same at the same time.
 *
 * Runs after every letter that is typed, so a block that nobody touched isn't gone through again: it is moved in time when it is entered in
 * the same state. Blocks and contexts are never changed in place.
 */
export function unroll(plan: Plan, context: PlanContext): Unrolled {
  const known = knownBlocks(context);
  const steps: Step[] = [];
  const blocks: BlockSpan[] = [];
  let at: readonly LaneState[] = plan.lanes.map(({ laneId }) => ({ laneId, now: 0, last: null, shown: new Set() }));
  for (const block of plan.blocks) {
    const from = latest(at);
    if (block.items.length > 0) {
      const done = movedTo(known.get(block), at, from) ?? runOf(block, at, from, context);
      if (done.isWhole) known.set(block, done);
      for (const step of done.steps) steps.push(step);
      at = done.after;
    }
    blocks.push({ blockId: block.blockId, fromSeconds: from, seconds: latest(at) - from });
  }
  return { steps, blocks, seconds: latest(at) };
}

type LaneState = Readonly<Omit<LaneClock, 'at' | 'shown'>> & { readonly shown: ReadonlySet<string> };

/** A block as it went when it was entered like this. */
interface DoneBlock {
  readonly before: readonly LaneState[];
  readonly after: readonly LaneState[];
  readonly from: number;
  readonly steps: readonly Step[];
  readonly isWhole: boolean;
}

const KNOWN = new WeakMap<PlanContext, WeakMap<PlanBlock, DoneBlock>>();

function knownBlocks(context: PlanContext): WeakMap<PlanBlock, DoneBlock> {
  const known = KNOWN.get(context) ?? new WeakMap<PlanBlock, DoneBlock>();
  KNOWN.set(context, known);
  return known;
}

function latest(lanes: readonly LaneState[]): number {
  return Math.max(0, ...lanes.map(({ now }) => now));
}

function runOf(block: PlanBlock, before: readonly LaneState[], from: number, context: PlanContext): DoneBlock {
  const clocks = before.map((lane, at): LaneClock => ({ ...lane, at, shown: new Set(lane.shown) }));
  const run = new BlockRun(block, clocks, context);
  const { isWhole } = run.run();
  return { before, after: clocks, from, steps: run.steps, isWhole };
}

/** The same block at another time; `null` when it would go otherwise. */
function movedTo(done: DoneBlock | undefined, before: readonly LaneState[], from: number): DoneBlock | null {
  if (!done || !isEnteredAlike(done, before, from)) return null;
  const by = tenths(from - done.from);
  if (by === 0) return done;
  const moved = (seconds: number) => tenths(seconds + by);
  const after = done.after.map((lane) => ({ ...lane, now: moved(lane.now) }));
  if (latest(after) > SECONDS_UNROLLED_MOST) return null;
  const steps = done.steps.map((step) => ({
    ...step,
    fromSeconds: moved(step.fromSeconds),
    untilSeconds: moved(step.untilSeconds),
  }));
  return { ...done, before, after, from, steps };
}

/** Who is in it, how long each waits for it, what they have in their hands and what they were shown. */
function isEnteredAlike(done: DoneBlock, before: readonly LaneState[], from: number): boolean {
  return (
    done.before.length === before.length &&
    before.every((lane, i) => {
      const then = done.before[i]!;
      return (
        lane.laneId === then.laneId &&
        tenths(from - lane.now) === tenths(done.from - then.now) &&
        isSameEnd(lane.last, then.last) &&
        lane.shown.size === then.shown.size &&
        [...lane.shown].every((id) => then.shown.has(id))
      );
    })
  );
}

function isSameEnd(a: LaneState['last'], b: LaneState['last']): boolean {
  return a === b || (a !== null && b !== null && a.document === b.document && isSameLoad(a.load, b.load));
}
