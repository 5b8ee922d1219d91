import { laneEntry, setsOfEntry } from './laneEntry.ts';
import type { PlanBlock } from './plan.ts';
import { withAsked, withFormat, withItem } from './planEdit.ts';
import type { Mend, PlanProblem, ProblemQuestion } from './planProblem.ts';

/** Sides that can't come out even: an odd number by turns, or an odd number of rounds with one side each. */
export function unevenSides({ plan, context }: ProblemQuestion): PlanProblem[] {
  return plan.blocks.flatMap((block) =>
    block.items.flatMap((item): PlanProblem[] => {
      for (const { laneId } of plan.lanes) {
        const entry = laneEntry(item, laneId, context);
        if (!entry) continue;
        const { document, unit, amount, perSide } = entry;
        const isForAll = !item.own.some((own) => own.laneId === laneId && (own.amount ?? own.movementId));
        const at = { itemId: item.itemId, laneId: isForAll ? null : laneId, atSeconds: null, kind: 'sides' as const };
        if (document.laterality === 'alternating' && !perSide && unit === 'reps' && amount % 2 === 1 && !item.way) {
          const even: Mend = {
            text: `${amount + 1} in all`,
            edit: withAsked(item.itemId, at.laneId, { amount: { unit, value: amount + 1 } }),
          };
          return [
            {
              ...at,
              key: `sides/${item.itemId}/${laneId}`,
              text: `${amount} by turns leave one side a rep short`,
              mends: () => [even],
            },
          ];
        }
        const rounds = roundsOf(block, setsOfEntry(entry, item));
        if (entry.sides === 'by-set' && block.format.kind !== 'sets' && perSide && rounds % 2 === 1) {
          return [
            {
              ...at,
              laneId: null,
              key: `sides/${item.itemId}`,
              text: `One side a round, and ${rounds} rounds: one side comes short`,
              mends: () => [
                { text: 'Both sides each round', edit: withItem(item.itemId, ({ sides: _sides, ...rest }) => rest) },
                ...moreRounds(block),
              ],
            },
          ];
        }
      }
      return [];
    }),
  );
}

function roundsOf({ format, times = 1 }: PlanBlock, sets: number): number {
  if (format.kind === 'rounds' || format.kind === 'intervals') return format.rounds * times;
  return format.kind === 'sets' || format.kind === 'build-up' ? sets : 2;
}

function moreRounds({ blockId, format }: PlanBlock): Mend[] {
  if (format.kind !== 'rounds' && format.kind !== 'intervals') return [];
  return [{ text: `${format.rounds + 1} rounds`, edit: withFormat(blockId, { ...format, rounds: format.rounds + 1 }) }];
}
