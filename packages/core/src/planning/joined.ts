import { isInUse } from '../movement/inUse.ts';
import type { MovementDocument } from '../movement/movementDocument.ts';

/** Movements that join two of some others, in the library's order: what a build-up leads to. */
export function joinedOf(movementIds: readonly string[], among: readonly MovementDocument[]): readonly MovementDocument[] {
  const parts = new Set(movementIds);
  return among.filter(
    (document) =>
      isInUse(document) &&
      !parts.has(document.id) &&
      (document.components?.length ?? 0) >= 2 &&
      document.components!.every((id) => parts.has(id)),
  );
}
