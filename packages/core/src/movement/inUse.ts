import type { MovementDocument } from './movementDocument.ts';

/** Not put away. */
export function isInUse({ putAway }: Pick<MovementDocument, 'putAway'>): boolean {
  return putAway === undefined;
}
