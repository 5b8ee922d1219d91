import type { Ladder } from '../ladder/ladder.ts';
import { isSameLoad } from '../movement/loadText.ts';
import type { MovementDocument } from '../movement/movementDocument.ts';
import { laneEntry } from './laneEntry.ts';
import type { Plan } from './plan.ts';
import type { PlanContext } from './planContext.ts';
import { swapMovement, withAsked } from './planEdit.ts';
import { hindrancesOf, swapsFor } from './swaps.ts';

/** What became of one place when a plan was put into another room. */
export interface Refitted {
  readonly itemId: string;
  /** `null` for everybody in it. */
  readonly laneId: string | null;
  readonly from: MovementDocument;
  /** `null` where nothing near enough can be done there: it stands as it was, and is said. */
  readonly to: MovementDocument | null;
  readonly reasons: readonly string[];
}

export interface Refit {
  readonly plan: Plan;
  readonly changes: readonly Refitted[];
}

/**
 * A plan for another place: what it lacks the kit for becomes the nearest that can be done there. Loads that were written down go where the
 * place hasn't got them, so that they are advised anew. `context` is of the new place.
 */
export function refit(
  plan: Plan,
  {
    context,
    ladder,
    among,
  }: { readonly context: PlanContext; readonly ladder: Ladder; readonly among: readonly MovementDocument[] },
): Refit {
  const changes: Refitted[] = [];
  let now = plan;
  const used = new Set(plan.blocks.flatMap(({ items }) => items.map(({ movementId }) => movementId)));
  const swap = (itemId: string, laneId: string | null, of: MovementDocument, laneIds: readonly string[]) => {
    const swaps = swapsFor({ of, laneIds, among, ladder, context, used }, 8);
    const best = swaps.find(({ notYet }) => notYet === null) ?? swaps[0];
    changes.push({
      itemId,
      laneId,
      from: of,
      to: best?.document ?? null,
      reasons: best?.reasons ?? ['nothing near enough can be done there'],
    });
    if (!best) return;
    used.add(best.document.id);
    now = swapMovement(itemId, laneId, best.document.id)(now);
  };
  const lacks = (document: MovementDocument, laneIds: readonly string[]) =>
    hindrancesOf(document.id, laneIds, context).some(({ kind }) => kind === 'kit');
  for (const item of plan.blocks.flatMap((block) => block.items)) {
    const theirs = plan.lanes
      .map(({ laneId }) => laneId)
      .filter((laneId) => !item.own.some((own) => own.laneId === laneId && (own.movementId ?? own.leftOut)));
    const slot = context.documentOf(item.movementId);
    if (slot && theirs.length > 0 && lacks(slot, theirs)) swap(item.itemId, null, slot, theirs);
    for (const own of item.own) {
      const document = own.movementId === undefined ? undefined : context.documentOf(own.movementId);
      if (document && lacks(document, [own.laneId])) swap(item.itemId, own.laneId, document, [own.laneId]);
    }
  }
  return { plan: withoutForeignLoads(now, context), changes };
}

/** A load that was chosen in one room and isn't in the next says nothing there. */
function withoutForeignLoads(plan: Plan, context: PlanContext): Plan {
  let now = plan;
  for (const item of plan.blocks.flatMap((block) => block.items)) {
    for (const { laneId } of plan.lanes) {
      const entry = laneEntry(item, laneId, context);
      if (!entry || entry.load.kind === 'bodyweight') continue;
      const rack = context.rack(entry.document);
      if (rack.some(({ load }) => isSameLoad(load, entry.load))) continue;
      const own = item.own.find((each) => each.laneId === laneId);
      if (own?.load) now = withAsked(item.itemId, laneId, { load: undefined })(now);
      else if (item.load) now = withAsked(item.itemId, null, { load: undefined })(now);
    }
  }
  return now;
}
