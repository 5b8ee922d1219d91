import { stepsFrom } from '../loading/makeable.ts';
import { loadText } from '../movement/loadText.ts';
import { listed } from '../movement/text.ts';
import { laneEntry } from './laneEntry.ts';
import type { Plan, PlanItem } from './plan.ts';
import type { PlanContext } from './planContext.ts';
import { itemIn, withAsked, withBlock } from './planEdit.ts';
import { MENDS_MOST, swapMends, type Mend, type PlanProblem, type ProblemQuestion } from './planProblem.ts';
import { HANDS_KEY, sharedUse, type SharedUse, type UseSpan } from './sharedUse.ts';
import { unroll } from './unroll.ts';

/** Two want what only one can have: another load, beginning at different stations, or another movement for one of them. */
export function clashes(question: ProblemQuestion, uses: readonly SharedUse[]): PlanProblem[] {
  const { plan, context } = question;
  return uses.flatMap(({ key, name, spans }) => {
    const seen = new Set<string>();
    return spans.flatMap((span): PlanProblem[] => {
      if (!span.isClash) return [];
      const who = whoIn(span);
      if (seen.has(who)) return [];
      seen.add(who);
      const [first, last] = [span.lanes[0]!, span.lanes.at(-1)!];
      const names = [...new Set(span.lanes.map(({ laneId }) => context.lane(laneId).name))];
      const item = itemIn(plan, last.itemId)!;
      const isHands = key === HANDS_KEY;
      const block = plan.blocks.find(({ items }) => items.some(({ itemId }) => itemId === last.itemId))!;
      return [
        {
          key: `${isHands ? 'hands' : 'shared'}/${key}/${who}`,
          kind: isHands ? 'hands' : 'shared',
          itemId: last.itemId,
          laneId: last.laneId,
          atSeconds: span.fromSeconds,
          text: isHands ? `${listed(names)} need your hands at the same time` : `${listed(names)} want ${name} at the same time`,
          mends: () =>
            [
              ...(isHands ? [] : otherLoads(question, item, last.laneId)),
              ...(first.itemId === last.itemId && !block.spread && block.items.length > 1
                ? [{ text: 'Begin at different stations', edit: withBlock(block.blockId, (each) => ({ ...each, spread: true })) }]
                : []),
              ...swapMends(question, item, last.laneId, laneEntry(item, last.laneId, context)!.document),
            ]
              // Another weight leaves the one bench what it was: only what really parts them is offered.
              .filter(({ edit }) => !stillClashes(edit(plan), context, key, who))
              .slice(0, MENDS_MOST),
        },
      ];
    });
  });
}

/** The same while the same people do the same beside each other. */
export function whoIn({ lanes }: UseSpan): string {
  return lanes
    .map(({ laneId, itemId }) => `${laneId}/${itemId}`)
    .sort()
    .join('+');
}

function stillClashes(plan: Plan, context: PlanContext, thing: string, who: string): boolean {
  const use = sharedUse(unroll(plan, context)).find(({ key }) => key === thing);
  return use?.spans.some((span) => span.isClash && whoIn(span) === who) ?? false;
}

function otherLoads({ context }: ProblemQuestion, item: PlanItem, laneId: string): Mend[] {
  const entry = laneEntry(item, laneId, context);
  if (!entry) return [];
  const { lighter, heavier } = stepsFrom(context.rack(entry.document), entry.load);
  const { name } = context.lane(laneId);
  return [lighter ?? heavier].flatMap((other) =>
    other ? [{ text: `${name} takes ${loadText(other.load)}`, edit: withAsked(item.itemId, laneId, { load: other.load }) }] : [],
  );
}
