import { factsOf } from '../movement/facts.ts';
import type { MovementDocument } from '../movement/movementDocument.ts';
import { laneEntry } from './laneEntry.ts';
import type { PlanContext } from './planContext.ts';
import { withBlock, withItem } from './planEdit.ts';
import type { PlanProblem, ProblemQuestion } from './planProblem.ts';

/** Of a muscle's share: it holds, and not only helps. */
const GRIPS = 0.4;
/** So many in a row, and the hands give out before what they hold on for. */
const IN_A_ROW = 3;

export function hangsOnGrip({ muscles }: MovementDocument): boolean {
  return muscles.some(({ muscle, share }) => muscle === 'grip' && share >= GRIPS);
}

export function standsOnWrists(document: MovementDocument, lexicon: PlanContext['lexicon']): boolean {
  return factsOf(document, lexicon).handsFlat;
}

/** So many in a row that hang on the grip, or stand on bent wrists. */
export function tiredHands(question: ProblemQuestion): PlanProblem[] {
  const { lexicon } = question.context;
  return [
    ...inARow(question, 'grip', hangsOnGrip),
    ...inARow(question, 'wrists', (document) => standsOnWrists(document, lexicon)),
  ];
}

/** Three movements one after the other that ask the same of the hands. */
function inARow(
  { plan, context }: ProblemQuestion,
  kind: 'grip' | 'wrists',
  asks: (document: MovementDocument) => boolean,
): PlanProblem[] {
  const seen = new Map<string, PlanProblem>();
  for (const { laneId } of plan.lanes) {
    let row = 0;
    for (const block of plan.blocks) {
      block.items.forEach((item, at) => {
        const entry = laneEntry(item, laneId, context);
        if (!entry) return;
        row = asks(entry.document) && !item.stacked ? row + 1 : 0;
        if (row < IN_A_ROW || seen.has(item.itemId)) return;
        const later = block.items.findIndex((other, place) => {
          const document = context.documentOf(other.movementId);
          return place > at && document && !asks(document);
        });
        seen.set(item.itemId, {
          key: `${kind}/${item.itemId}`,
          kind,
          itemId: item.itemId,
          laneId: null,
          atSeconds: null,
          text:
            kind === 'grip'
              ? `The ${ordinal(row)} in a row that hangs on the grip`
              : `The ${ordinal(row)} in a row on bent wrists`,
          mends: () => [
            ...(later < 0
              ? []
              : [
                  {
                    text: 'Another place',
                    edit: withBlock(block.blockId, (each) => {
                      const items = each.items.filter((other) => other.itemId !== item.itemId);
                      return { ...each, items: [...items.slice(0, later), item, ...items.slice(later)] };
                    }),
                  },
                ]),
            { text: 'It is meant so', edit: withItem(item.itemId, (each) => ({ ...each, stacked: true })) },
          ],
        });
      });
    }
  }
  return [...seen.values()];
}

function ordinal(n: number): string {
  return ['', 'first', 'second', 'third', 'fourth', 'fifth', 'sixth'][n] ?? `${n}th`;
}
