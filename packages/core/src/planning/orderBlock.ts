import { Flow, type Burden } from './flow.ts';
import { stepAt, type OrderProblem } from './orderProblem.ts';
import type { Plan, PlanBlock, PlanItem } from './plan.ts';
import type { PlanContext } from './planContext.ts';
import { withBlock, type PlanEdit } from './planEdit.ts';

const sum = (burdens: readonly Burden[]) => burdens.reduce((all, { cost }) => all + cost, 0);

/** A block's order as numbers. */
export function orderProblem(flow: Flow): OrderProblem {
  const count = flow.items.length;
  const size = (count + 2) * (count + 2) * count;
  const [step, turn] = [new Float64Array(size), new Float64Array(size)];
  const ahead = new Float64Array(count * count);
  for (let c = 0; c < count; c += 1) {
    for (let b = 0; b <= count; b += 1) {
      if (b === c) continue;
      const next = sum(flow.next(b, c, false));
      if (b === count) {
        step[stepAt(count, count + 1, count, c)] = next + flow.acrossCost(count + 1, count, c, false);
        continue;
      }
      ahead[b * count + c] = sum(flow.ahead(b, c));
      const atTurn = sum(flow.next(b, c, true));
      for (let a = 0; a <= count; a += 1) {
        if (a === b) continue;
        step[stepAt(count, a, b, c)] = next + flow.acrossCost(a, b, c, false);
        turn[stepAt(count, a, b, c)] = atTurn + flow.acrossCost(a, b, c, true);
      }
    }
  }
  const places = flow.items.map((_, at) => at);
  return {
    count,
    step,
    turn,
    ahead,
    rounds: flow.rounds,
    keptAt: places.map((at) => flow.keptAt(at)),
    behind: places.map((at) => flow.behind(at)),
  };
}

/** Two take turns anyhow. */
const ORDERED_LEAST = 3;

/** Whether there is an order to be found: a build-up has its own, and what is pinned and stacked may leave nothing to move. */
export function canBeOrdered({ format, items }: PlanBlock): boolean {
  const free = items.filter(({ pinned, stacked }) => !pinned && !stacked);
  return format.kind !== 'build-up' && items.length >= ORDERED_LEAST && free.length > 1;
}

/** Items of a block in this order; what isn't named stands after them, as it stood. */
export function orderedBy(blockId: string, itemIds: readonly string[]): PlanEdit {
  return withBlock(blockId, (block) => {
    const places = new Map(itemIds.map((id, at) => [id, at]));
    const placeOf = ({ itemId }: PlanItem) => places.get(itemId) ?? itemIds.length;
    return { ...block, items: [...block.items].sort((a, b) => placeOf(a) - placeOf(b)) };
  });
}

/** `null` for what can't be put in order, or is nobody's. */
export function flowOf(plan: Plan, blockId: string, context: PlanContext, floorTogether: boolean): Flow | null {
  const block = plan.blocks.find((each) => each.blockId === blockId);
  return block && plan.lanes.length > 0 && canBeOrdered(block) ? new Flow(plan, block, context, floorTogether) : null;
}
