import type { LibraryChange, MovementDocument, MovementRevision } from '@waxwing/core/movement';
import { api } from '../../shared/api.ts';

/** Where a movement's revisions are read. */
export function revisionsOf(movementId: string): string {
  return `library/${encodeURIComponent(movementId)}/revisions`;
}

/** Changes all of it or nothing, if it still says what that was made from. Answers what the movements say now. */
export function saveChange(change: LibraryChange): Promise<MovementRevision[]> {
  return api.post('library/changes', change);
}

/** Makes a movement say this, if it still says what that was made from. */
export async function saveMovement(baseRevisionId: string, document: MovementDocument): Promise<MovementRevision> {
  const [saved] = await saveChange({ movements: [{ baseRevisionId, document }] });
  return saved!;
}
