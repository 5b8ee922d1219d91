import { fitsOn, floorText, type FloorArea } from '../movement/floorArea.ts';
import type { MovementDocument } from '../movement/movementDocument.ts';

/** What decides whether a movement can be given to a client here and now. */
export interface Circumstances {
  /** Kit ids at hand; `null` when it is not known (then kit excludes nothing). */
  readonly kit: ReadonlySet<string> | null;
  /** Ids of the client's cautions. */
  readonly cautions: ReadonlySet<string>;
  /** The free floor; left out when nobody said how much there is. */
  readonly floor?: FloorArea | undefined;
}

/** Why kit, the room or a caution closes a movement: empty when they don't. Each reason is a short sentence part. */
export function reasonsClosed(
  document: MovementDocument,
  circumstances: Circumstances,
  nameOf: { kit(id: string): string; caution(id: string): string },
): readonly string[] {
  const reasons: string[] = [];
  const { kit, cautions, floor } = circumstances;
  if (kit) {
    for (const needed of document.kit.needed) {
      const replaced = document.kit.replaceable?.some((r) => r.kit === needed && kit.has(r.by)) ?? false;
      if (!kit.has(needed) && !replaced) reasons.push(`needs ${nameOf.kit(needed)}`);
    }
  }
  if (floor && !fitsOn(document.footprint, floor)) {
    reasons.push(`needs ${floorText(document.footprint)} of free floor: here it is ${floorText(floor)}`);
  }
  for (const caution of document.cautions) {
    if (caution.closed && cautions.has(caution.caution)) {
      reasons.push(`${nameOf.caution(caution.caution)} caution: ${caution.limit}`);
    }
  }
  return reasons;
}

/** Is the movement open under these circumstances? */
export function isOpenTo(document: MovementDocument, circumstances: Circumstances): boolean {
  const same = (id: string) => id;
  return reasonsClosed(document, circumstances, { kit: same, caution: same }).length === 0;
}

/**
 * May the movement be proposed as a step up? Open, and not one for which its author names something else for a caution that
 * this client has. The trainer may still choose it.
 */
export function isAdvisedFor(document: MovementDocument, circumstances: Circumstances): boolean {
  const namesAnother = document.cautions.some(({ caution, instead }) => instead && circumstances.cautions.has(caution));
  return !namesAnother && isOpenTo(document, circumstances);
}
