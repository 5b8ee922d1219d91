import type { LoadAdvice } from '../loading/adviseLoad.ts';
import { amountText } from '../movement/doseText.ts';
import { isSameLoad, loadText } from '../movement/loadText.ts';
import { isInUse } from '../movement/inUse.ts';
import { lowerFirst } from '../movement/text.ts';
import type { MovementDocument } from '../movement/movementDocument.ts';
import { laneEntry, type LaneEntry } from './laneEntry.ts';
import type { Plan } from './plan.ts';
import type { PlanContext } from './planContext.ts';
import { copyOfPlan, swapMovement, withAsked, withOwn } from './planEdit.ts';
import { isOpenToAll } from './swaps.ts';

/** What was decided about a movement for next time. */
export interface DecidedForNext {
  readonly kind: 'raise' | 'repeat' | 'step-down' | 'leave-out';
  readonly text: string;
  /** The movement that takes its place. */
  readonly instead?: string;
}

/** Something that is otherwise than last time. */
export interface RepeatChange {
  readonly itemId: string;
  readonly laneId: string;
  readonly text: string;
  readonly why: string;
}

export interface RepeatQuestion {
  readonly last: Plan;
  /** Of today: advice follows what was decided, last time's numbers and what the room has. */
  readonly context: PlanContext;
  readonly decided: (laneId: string, movementId: string) => DecidedForNext | null;
  readonly newId: () => string;
}

/** An hour that some people did before as their plan of now: their own parts follow them into the lanes that they are in today. */
export function lastForThese(plan: Plan, last: Plan): Plan {
  const laneOf = new Map(
    last.lanes.map(({ laneId, clientId }) => [laneId, plan.lanes.find((lane) => lane.clientId === clientId)?.laneId]),
  );
  const blocks = last.blocks.map((block) => ({
    ...block,
    items: block.items.map((item) => ({
      ...item,
      own: item.own.flatMap((own) => {
        const laneId = laneOf.get(own.laneId);
        return laneId ? [{ ...own, laneId }] : [];
      }),
    })),
  }));
  return { ...plan, blocks };
}

/**
 * Last time's plan for today, with what was decided: loads and amounts that are due give way to advice, what another takes the place of
 * is swapped, and what is to be left out is. What
 * has changed is told for each place.
 */
export function repeatPlan({ last, context, decided, newId }: RepeatQuestion): {
  readonly plan: Plan;
  readonly changes: readonly RepeatChange[];
} {
  let plan = copyOfPlan(last, newId);
  const changes: RepeatChange[] = [];
  const items = plan.blocks.flatMap((block) => block.items);
  for (const item of items) {
    for (const { laneId } of plan.lanes) {
      const before = laneEntry(item, laneId, context);
      if (!before) continue;
      const due = decided(laneId, before.document.id);
      if (!due || due.kind === 'repeat') continue;
      if (due.kind === 'leave-out') {
        plan = withOwn(item.itemId, laneId, { leftOut: true })(plan);
        changes.push({ itemId: item.itemId, laneId, text: 'left out', why: due.text });
        continue;
      }
      const other = replacementFor(due, laneId, before, context);
      if (other) {
        plan = swapMovement(item.itemId, plan.lanes.length === 1 ? null : laneId, other.id)(plan);
        const text = `${lowerFirst(other.name)} instead of ${lowerFirst(before.document.name)}`;
        changes.push({ itemId: item.itemId, laneId, text, why: due.text });
        continue;
      }
      const advice = context.lane(laneId).advise(before.document);
      // Where the slot says it for everybody, theirs is said beside it; else nothing is said, and what is advised holds.
      const isSaidForAll = !before.isOtherMovement && (item.amount !== undefined || item.load !== undefined);
      const asked = isSaidForAll ? askedBy(advice, before.document.dose.kind) : { amount: undefined, load: undefined };
      plan = withAsked(item.itemId, laneId, asked)(plan);
      const text = changeText({ load: before.load, amount: before.amount }, advice, before.unit);
      if (text) changes.push({ itemId: item.itemId, laneId, text, why: due.text });
    }
  }
  return { plan, changes };
}

/** What was decided to take its place, where it can be done: what this place or a caution closes is left as it was, and said there. */
function replacementFor(
  { instead }: DecidedForNext,
  laneId: string,
  { document }: LaneEntry,
  context: PlanContext,
): MovementDocument | null {
  const other = instead === undefined ? undefined : context.documentOf(instead);
  if (!other || !isInUse(other) || other.id === document.id) return null;
  return isOpenToAll(other.id, [laneId], context) ? other : null;
}

function askedBy(advice: LoadAdvice, unit: 'reps' | 'seconds' | 'distance') {
  return {
    amount: { unit, value: advice.target },
    ...(advice.load.kind !== 'bodyweight' && { load: advice.load }),
  };
}

function changeText(
  before: { readonly load: LoadAdvice['load']; readonly amount: number },
  advice: LoadAdvice,
  unit: 'reps' | 'seconds' | 'distance',
): string | null {
  const parts: string[] = [];
  if (!isSameLoad(before.load, advice.load)) parts.push(`${loadText(advice.load)} instead of ${loadText(before.load)}`);
  if (before.amount !== advice.target) parts.push(`${amountText(advice.target, unit)} instead of ${before.amount}`);
  return parts.length > 0 ? parts.join(', ') : null;
}
