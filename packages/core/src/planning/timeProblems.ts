import { lowerFirst } from '../movement/text.ts';
import { laneEntry } from './laneEntry.ts';
import type { Plan, PlanBlock } from './plan.ts';
import type { PlanContext } from './planContext.ts';
import { withAsked, withBlock, withFormat, withItem } from './planEdit.ts';
import type { Mend, PlanProblem, ProblemQuestion } from './planProblem.ts';
import type { Step } from './step.ts';

/** Changing over takes longer than the clock gives. */
export function tightChanges({ plan, unrolled, context }: ProblemQuestion): PlanProblem[] {
  const worst = new Map<string, Step>();
  for (const step of unrolled.steps) {
    if (step.lacksSeconds <= 0 || step.itemId === null) continue;
    const known = worst.get(step.itemId);
    if (!known || step.lacksSeconds > known.lacksSeconds) worst.set(step.itemId, step);
  }
  return [...worst.values()].flatMap((step): PlanProblem[] => {
    const block = plan.blocks.find(({ blockId }) => blockId === step.blockId);
    if (block?.format.kind !== 'intervals') return [];
    const { format } = block;
    const restSeconds = format.restSeconds + Math.ceil(step.lacksSeconds / 5) * 5;
    const needs = Math.round(step.lacksSeconds);
    return [
      {
        key: `change/${step.itemId!}`,
        kind: 'change',
        itemId: step.itemId,
        laneId: null,
        atSeconds: step.fromSeconds,
        text: `Getting to it takes ${needs} s longer than the pause${plan.lanes.length > 1 ? ` for ${context.lane(step.laneId).name}` : ''}`,
        mends: () => [
          { text: `${restSeconds} s between stations`, edit: withFormat(block.blockId, { ...format, restSeconds }) },
          ...(block.walkThrough
            ? []
            : [{ text: 'Show all stations first', edit: withBlock(block.blockId, (each) => ({ ...each, walkThrough: true })) }]),
        ],
      },
    ];
  });
}

/** A set that isn't done when the next one starts. */
export function tightStarts({ plan, context }: ProblemQuestion): PlanProblem[] {
  return plan.blocks.flatMap((block) => {
    const { format } = block;
    if (format.kind !== 'emom') return [];
    return block.items.flatMap((item) =>
      plan.lanes.flatMap(({ laneId }): PlanProblem[] => {
        const entry = laneEntry(item, laneId, context);
        if (!entry || entry.unit !== 'reps') return [];
        const takes = entry.amount * entry.repSeconds * (entry.perSide ? 2 : 1);
        if (takes <= format.everySeconds) return [];
        const fits = Math.max(1, Math.floor((format.everySeconds * 0.75) / (entry.repSeconds * (entry.perSide ? 2 : 1))));
        return [
          {
            key: `emom/${item.itemId}/${laneId}`,
            kind: 'emom',
            itemId: item.itemId,
            laneId,
            atSeconds: null,
            text: `${entry.amount} take about ${Math.round(takes)} s: longer than the ${format.everySeconds} s to the next start`,
            mends: () => [
              { text: `${fits} instead`, edit: withAsked(item.itemId, laneId, { amount: { unit: 'reps', value: fits } }) },
            ],
          },
        ];
      }),
    );
  });
}

/** More than is booked: a round or a set less where most of the time goes. */
export function overTime({ plan, unrolled, context }: ProblemQuestion): PlanProblem[] {
  const over = unrolled.seconds - plan.minutes * 60;
  if (over <= 0) return [];
  const longest = [...unrolled.blocks]
    .sort((a, b) => b.seconds - a.seconds)
    .flatMap(({ blockId }) => plan.blocks.find((block) => block.blockId === blockId) ?? [])
    .flatMap((block) => fewer(block, plan, context))[0];
  const minutes = Math.ceil(over / 60);
  return [
    {
      key: 'time',
      kind: 'time',
      itemId: null,
      laneId: null,
      atSeconds: plan.minutes * 60,
      text: `${minutes} minute${minutes === 1 ? '' : 's'} more than the ${plan.minutes} that are booked`,
      mends: () => (longest ? [longest] : []),
    },
  ];
}

function fewer(block: PlanBlock, plan: Plan, context: PlanContext): Mend[] {
  const { format, blockId, items } = block;
  if ((format.kind === 'rounds' || format.kind === 'intervals') && format.rounds > 1) {
    return [
      {
        text: `${format.rounds - 1} rounds instead of ${format.rounds}`,
        edit: withFormat(blockId, { ...format, rounds: format.rounds - 1 }),
      },
    ];
  }
  if (format.kind !== 'sets') return [];
  const most = items
    .flatMap((item) => plan.lanes.flatMap(({ laneId }) => laneEntry(item, laneId, context) ?? []))
    .sort((a, b) => b.sets - a.sets)[0];
  if (!most || most.sets < 2) return [];
  return [
    {
      text: `${most.sets - 1} sets of ${lowerFirst(most.document.name)}`,
      edit: withItem(most.itemId, (item) => ({
        ...item,
        sets: most.sets - 1,
        own: item.own.map((own) => (own.sets !== undefined && own.sets >= most.sets ? { ...own, sets: most.sets - 1 } : own)),
      })),
    },
  ];
}
