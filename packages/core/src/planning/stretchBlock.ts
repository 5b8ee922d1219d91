import { laneEntry } from './laneEntry.ts';
import type { Plan, PlanBlock } from './plan.ts';
import type { PlanContext } from './planContext.ts';
import { ROUNDS_MOST, SECONDS_LEAST, SECONDS_MOST, SETS_MOST } from './planTerms.ts';
import { unroll } from './unroll.ts';

/** As many rounds, or sets more or fewer, are tried. */
const TRIED_MOST = 12;
const STEP_SECONDS = 30;

/** A plan with a block that takes as nearly so many seconds as its rounds, or the sets of its movements, can make it. */
export function stretchBlock(plan: Plan, blockId: string, seconds: number, context: PlanContext): Plan {
  const block = plan.blocks.find((each) => each.blockId === blockId);
  if (!block || block.items.length === 0) return plan;
  const withOther = (other: PlanBlock): Plan => ({ ...plan, blocks: plan.blocks.map((each) => (each === block ? other : each)) });
  const takes = (now: Plan) => unroll(now, context).blocks.find((each) => each.blockId === blockId)!.seconds;
  let best = { plan, off: Math.abs(takes(plan) - seconds) };
  for (const other of others(block, seconds, plan, context)) {
    const next = withOther(other);
    const off = Math.abs(takes(next) - seconds);
    if (off < best.off) best = { plan: next, off };
  }
  return best.plan;
}

function others(block: PlanBlock, seconds: number, plan: Plan, context: PlanContext): readonly PlanBlock[] {
  const { format } = block;
  if (format.kind === 'amrap') {
    const rounded = Math.round(seconds / STEP_SECONDS) * STEP_SECONDS;
    return [{ ...block, format: { ...format, seconds: Math.max(SECONDS_LEAST, Math.min(SECONDS_MOST, rounded)) } }];
  }
  if ('rounds' in format) {
    const from = Math.max(1, format.rounds - TRIED_MOST);
    const to = Math.min(ROUNDS_MOST, format.rounds + TRIED_MOST);
    return Array.from({ length: to - from + 1 }, (_, i) => ({ ...block, format: { ...format, rounds: from + i } }));
  }
  return [-3, -2, -1, 1, 2, 3].map((more) => ({
    ...block,
    items: block.items.map((item) => {
      const [entry] = plan.lanes.flatMap(({ laneId }) => laneEntry(item, laneId, context) ?? []);
      const within = (sets: number) => Math.max(1, Math.min(SETS_MOST, sets + more));
      return {
        ...item,
        sets: within(item.sets ?? entry?.sets ?? 1),
        own: item.own.map((own) => (own.sets === undefined ? own : { ...own, sets: within(own.sets) })),
      };
    }),
  }));
}
