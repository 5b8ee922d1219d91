import type { MovementDocument, MovementRevision } from '@waxwing/core/movement';
import { api } from '../../shared/api.ts';

/** Where a movement's revisions are read, and another is put. */
export function revisionsOf(movementId: string): string {
  return `library/${encodeURIComponent(movementId)}/revisions`;
}

/** Makes a movement say this, if it still says what that was made from. */
export function saveMovement(baseRevisionId: string, document: MovementDocument): Promise<MovementRevision> {
  return api.post(revisionsOf(document.id), { baseRevisionId, document });
}
