import { listed } from '../movement/text.ts';
import { whoIn } from './clashProblems.ts';
import { floorUse } from './floorUse.ts';
import { laneEntry } from './laneEntry.ts';
import type { Plan } from './plan.ts';
import type { PlanContext } from './planContext.ts';
import { blockOfItem, itemIn, withBlock } from './planEdit.ts';
import { MENDS_MOST, leaveOut, swapMends, type PlanProblem, type ProblemQuestion } from './planProblem.ts';
import { unroll } from './unroll.ts';

/** So many are looked at for one that takes up less. */
const LOOKED_AT = 8;

/** More than the floor has room for, at the same time: something smaller for one of them, or other stations to begin at. */
export function crowding(question: ProblemQuestion): PlanProblem[] {
  const { plan, unrolled, context } = question;
  const use = floorUse(unrolled, context);
  const seen = new Set<string>();
  return (use?.spans ?? []).flatMap((span): PlanProblem[] => {
    const who = whoIn(span);
    if (!span.isClash || seen.has(who)) return [];
    seen.add(who);
    const last = span.lanes.at(-1)!;
    const item = itemIn(plan, last.itemId)!;
    const block = blockOfItem(plan, last.itemId)!;
    const { document } = laneEntry(item, last.laneId, context)!;
    const names = [...new Set(span.lanes.map(({ laneId }) => context.lane(laneId).name))];
    const isOneStation = span.lanes.every(({ itemId }) => itemId === last.itemId);
    return [
      {
        key: `space/${who}`,
        kind: 'space',
        itemId: last.itemId,
        laneId: last.laneId,
        atSeconds: span.fromSeconds,
        text: `${listed(names)} take up about ${Math.ceil(span.wanted)} m² at the same time: ${Math.floor(use!.there)} m² are free`,
        mends: () =>
          [
            ...(isOneStation && !block.spread && block.items.length > 1
              ? [{ text: 'Begin at different stations', edit: withBlock(block.blockId, (each) => ({ ...each, spread: true })) }]
              : []),
            ...swapMends(question, item, last.laneId, document, LOOKED_AT),
            leaveOut(item.itemId, last.laneId),
          ]
            .filter(({ edit }) => !stillCrowds(edit(plan), context, who))
            .slice(0, MENDS_MOST),
      },
    ];
  });
}

function stillCrowds(plan: Plan, context: PlanContext, who: string): boolean {
  return floorUse(unroll(plan, context), context)?.spans.some((span) => span.isClash && whoIn(span) === who) ?? false;
}
