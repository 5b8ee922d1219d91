import { lowerFirst } from '../movement/text.ts';
import type { MovementDocument } from '../movement/movementDocument.ts';
import type { Stances } from '../movement/resolvedMovement.ts';
import { laneEntry } from './laneEntry.ts';
import type { PlanItem } from './plan.ts';
import { blockOfItem, moveItem, removeItem } from './planEdit.ts';
import { places, swapMends, type Mend, type PlanProblem, type ProblemQuestion } from './planProblem.ts';

/** An order of movements in an hour that a position speaks against. */
interface Rule {
  readonly point: string;
  readonly position: string;
  /** What shouldn't come before the others. */
  readonly isEarly: (document: MovementDocument) => boolean;
  /** The others. */
  readonly isLater: (document: MovementDocument) => boolean;
  /** As long as one of the others is still to come, or only until the first of them. */
  readonly until: 'last' | 'first';
  /** What may stand in its place; the nearest of it is offered, and nothing that isn't near. */
  readonly isInstead: (document: MovementDocument) => boolean;
  readonly text: string;
}

const RULES: readonly Rule[] = [
  {
    point: 'before-jumps',
    position: 'dynamic',
    isEarly: ({ pattern, dose }) => pattern === 'stretch' && dose.kind === 'seconds',
    isLater: ({ pattern }) => pattern === 'jump',
    until: 'last',
    isInstead: ({ pattern }) => pattern === 'mobility',
    text: 'A held stretch before jumps: the rule here is dynamic only',
  },
  {
    point: 'trunk-training',
    position: 'bracing-first',
    isEarly: ({ pattern }) => pattern === 'trunk-curl',
    isLater: ({ pattern }) => pattern === 'brace' || pattern === 'anti-rotation',
    until: 'first',
    isInstead: ({ pattern }) => pattern === 'brace' || pattern === 'anti-rotation',
    text: 'Curls before bracing: the rule here is bracing and holds first',
  },
];

interface Place {
  readonly item: PlanItem;
  readonly document: MovementDocument;
}

/** What comes in an order that a contested point, as it is held for somebody, speaks against; said once a place. */
export function againstStances(question: ProblemQuestion): PlanProblem[] {
  const { plan, context } = question;
  const seen = new Set<string>();
  return plan.lanes.flatMap(({ laneId }) => {
    const does = places(question).flatMap(({ item }): Place[] => {
      const document = laneEntry(item, laneId, context)?.document;
      return document ? [{ item, document }] : [];
    });
    return rulesFor(context.lane(laneId).stances).flatMap((rule) => {
      const isLater = ({ document }: Place) => rule.isLater(document);
      const end = rule.until === 'last' ? does.findLastIndex(isLater) : does.findIndex(isLater);
      return does.slice(0, Math.max(0, end)).flatMap(({ item, document }): PlanProblem[] => {
        const key = `stance/${rule.point}/${item.itemId}`;
        if (!rule.isEarly(document) || seen.has(key)) return [];
        seen.add(key);
        return [
          {
            key,
            kind: 'stance',
            itemId: item.itemId,
            laneId: null,
            atSeconds: null,
            text: rule.text,
            mends: () => [...afterwards(question, item, does[end]!), ...instead(question, item, document, rule)],
          },
        ];
      });
    });
  });
}

function rulesFor(stances: Stances): readonly Rule[] {
  return RULES.filter(({ point, position }) => stances[point] === position);
}

/** In the hour's close if it has one, else right after what it should follow. */
function afterwards({ plan }: ProblemQuestion, item: PlanItem, last: Place): Mend[] {
  const after = blockOfItem(plan, last.item.itemId)!;
  const close = plan.blocks.at(-1)!;
  const text = `After the ${lowerFirst(last.document.name)}`;
  if (close.part === 'cool-down' && close !== after) return [{ text, edit: moveItem(item.itemId, close.blockId, Infinity) }];
  const at = after.items.filter(({ itemId }) => itemId !== item.itemId).findIndex(({ itemId }) => itemId === last.item.itemId);
  return [{ text, edit: moveItem(item.itemId, after.blockId, at + 1) }];
}

function instead(question: ProblemQuestion, item: PlanItem, of: MovementDocument, rule: Rule): Mend[] {
  const without: ProblemQuestion = {
    ...question,
    among: question.among.filter(rule.isInstead),
  };
  return [...swapMends(without, item, null, of, 1), { text: 'Take it out', edit: removeItem(item.itemId) }];
}
