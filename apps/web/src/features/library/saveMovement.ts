import type { LibraryChange, MovementDocument, MovementRevision } from '@waxwing/core/movement';
import type { SavedChange } from '@waxwing/core/api';
import { api } from '../../shared/api.ts';
import { useSignedIn } from '../../shared/signedIn.tsx';

/** Where a movement's revisions are read. */
export function revisionsOf(movementId: string): string {
  return `library/${encodeURIComponent(movementId)}/revisions`;
}

/** Changes all of it or nothing, if it still says what that was made from. */
export function saveChange(change: LibraryChange): Promise<SavedChange> {
  return api.post('library/changes', change);
}

/** Makes a movement say this, if it still says what that was made from. */
export async function saveMovement(baseRevisionId: string, document: MovementDocument): Promise<MovementRevision> {
  const { revisions } = await saveChange({ movements: [{ baseRevisionId, document }] });
  return revisions[0]!;
}

/** Takes a change back, by its number, as long as nothing else has changed since. */
export function undoChange(number: number): Promise<void> {
  return api.post('library/changes/undo', { number });
}

/** How somebody’s change comes into the library: saved, or suggested to who keeps it. */
export function useHandIn() {
  const { me } = useSignedIn();
  const isSaved = me.keepsLibrary;
  return {
    isSaved,
    verb: isSaved ? 'Save' : 'Suggest it',
    send: async (change: LibraryChange, note = ''): Promise<void> => {
      if (isSaved) await saveChange(change);
      else await api.post('suggestions', { change, ...(note.trim() && { note }) });
    },
  };
}
