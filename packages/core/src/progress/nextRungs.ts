import type { Ladder } from '../ladder/ladder.ts';
import type { MovementDocument } from '../movement/movementDocument.ts';
import type { Openness } from './openness.ts';

/** A step on from something that somebody stands on. */
export interface NextRung {
  readonly document: MovementDocument;
  /** Why it isn't open yet; empty when it is. */
  readonly why: readonly string[];
}

/** Shown of each family: more would be a list and no advice. */
const RUNGS_SHOWN = 3;

/** The steps on from what a client stands on, by family; what is open first, then what has the fewest obstacles. */
export function nextRungs(
  ladder: Ladder,
  openness: Openness,
  documentOf: (movementId: string) => MovementDocument | undefined,
): ReadonlyMap<string, readonly NextRung[]> {
  const stood = new Set(openness.stoodOn);
  const byFamily = new Map<string, Map<string, NextRung>>();
  for (const id of stood) {
    for (const { to } of ladder.harderFrom(id)) {
      const document = documentOf(to);
      if (!document || stood.has(to)) continue;
      const family = byFamily.get(document.family) ?? new Map<string, NextRung>();
      byFamily.set(document.family, family);
      family.set(to, { document, why: openness.obstaclesTo(to).map(({ text }) => text) });
    }
  }
  return new Map(
    [...byFamily].map(([family, found]) => [
      family,
      [...found.values()].sort((a, b) => a.why.length - b.why.length).slice(0, RUNGS_SHOWN),
    ]),
  );
}
