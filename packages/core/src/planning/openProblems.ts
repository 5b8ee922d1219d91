import { isInUse } from '../movement/inUse.ts';
import { lowerFirst } from '../movement/text.ts';
import type { MovementDocument } from '../movement/movementDocument.ts';
import { laneEntry } from './laneEntry.ts';
import type { PlanItem } from './plan.ts';
import { removeItem, swapMovement, type PlanEdit } from './planEdit.ts';
import {
  MENDS_MOST,
  leaveOut,
  places,
  swapMends,
  type Mend,
  type PlanProblem,
  type PlanProblemKind,
  type ProblemQuestion,
} from './planProblem.ts';
import { isOpenToAll } from './swaps.ts';

export function goneFrom(question: ProblemQuestion): PlanProblem[] {
  return places(question).flatMap(({ item }) => {
    const ids = [...new Set([item.movementId, ...item.own.flatMap(({ movementId }) => movementId ?? [])])];
    return ids.flatMap((id): PlanProblem[] => {
      const document = question.context.documentOf(id);
      if (document && isInUse(document)) return [];
      const instead = question.context.documentOf(document?.putAway?.instead ?? '');
      const swap =
        (to: string): PlanEdit =>
        (plan) =>
          [null, ...item.own.filter((own) => own.movementId === id).map(({ laneId }) => laneId)].reduce(
            (now, laneId) => (laneId === null && item.movementId !== id ? now : swapMovement(item.itemId, laneId, to)(now)),
            plan,
          );
      return [
        {
          key: `gone/${item.itemId}/${id}`,
          kind: 'gone',
          itemId: item.itemId,
          laneId: null,
          atSeconds: null,
          text: document ? `${document.name} was put away` : 'This movement is no longer in the library',
          mends: () => [
            ...(instead ? [{ text: `Swap for ${lowerFirst(instead.name)}`, edit: swap(instead.id) }] : []),
            { text: 'Take it out', edit: removeItem(item.itemId) },
          ],
        },
      ];
    });
  });
}

/** Hindrances of one kind, at one place, for one or for all who do the same there. */
export function hindered(question: ProblemQuestion): PlanProblem[] {
  const { plan, context } = question;
  return places(question).flatMap(({ item }) => {
    const found = plan.lanes.flatMap(({ laneId }) => {
      const entry = laneEntry(item, laneId, context);
      if (!entry || !isInUse(entry.document)) return [];
      const isEasy = entry.document.pattern === 'mobility' || entry.document.pattern === 'stretch';
      // What loosens up needn't have been shown before.
      const hindrances = context
        .lane(laneId)
        .hindrances(entry.document.id)
        .filter(({ kind }) => !(isEasy && kind === 'mastery'));
      const [first] = hindrances;
      if (!first) return [];
      const kind: PlanProblemKind = first.kind === 'mastery' ? 'not-yet' : first.kind;
      return [{ laneId, kind, entry, text: hindrances.map(({ text }) => text.replace(/\.$/, '')).join('; ') }];
    });
    const slots = plan.lanes.filter(({ laneId }) => laneEntry(item, laneId, context)?.isOtherMovement === false).length;
    return found.flatMap(({ laneId, kind, entry, text }, at): PlanProblem[] => {
      const alike = found.filter((each) => each.text === text && !each.entry.isOtherMovement);
      // What stands in everybody's way is said once.
      const isForAll = !entry.isOtherMovement && slots > 1 && alike.length === slots;
      if (isForAll && found.indexOf(alike[0]!) !== at) return [];
      const { document } = entry;
      return [
        {
          key: `${kind}/${item.itemId}/${isForAll ? 'all' : laneId}`,
          kind,
          itemId: item.itemId,
          laneId: isForAll ? null : laneId,
          atSeconds: null,
          text,
          mends: () => [
            ...openMends(question, item, { laneId, kind, document, isForAll }),
            isForAll || plan.lanes.length === 1
              ? { text: 'Take it out', edit: removeItem(item.itemId) }
              : leaveOut(item.itemId, laneId),
          ],
        },
      ];
    });
  });
}

/** What the movement's author names for the caution, then the nearest that is open. */
function openMends(
  question: ProblemQuestion,
  item: PlanItem,
  at: {
    readonly laneId: string;
    readonly kind: PlanProblemKind;
    readonly document: MovementDocument;
    readonly isForAll: boolean;
  },
): Mend[] {
  const { context } = question;
  const { laneId, kind, document, isForAll } = at;
  const named = document.cautions.flatMap(({ instead, closed }) => (closed && instead ? [instead] : []))[0];
  const instead = kind === 'caution' && named && isOpenToAll(named, [laneId], context) ? context.documentOf(named) : undefined;
  const first = instead && { text: `Swap for ${lowerFirst(instead.name)}`, edit: swapMovement(item.itemId, laneId, instead.id) };
  const others = swapMends(question, item, isForAll ? null : laneId, document).filter(({ text }) => text !== first?.text);
  return [...(first ? [first] : []), ...others].slice(0, MENDS_MOST - 1);
}
