import type { MovementDocument, MovementRevision } from '@waxwing/core/movement';
import { useState } from 'react';
import { useSignedIn } from '../../../shared/signedIn.tsx';

/** What somebody is making of a movement, and the revision from which. */
export interface Draft {
  readonly base: MovementRevision;
  readonly document: MovementDocument;
}

/** Kept on the device for this sign-in from the first letter on: a reload, or a network that is gone, loses nothing. */
export function useDraft(revision: MovementRevision) {
  const { me } = useSignedIn();
  const key = `waxwing.changing.${me.trainerId}.${revision.document.id}`;
  const [draft, setDraft] = useState<Draft>(() => keptDraft(key) ?? { base: revision, document: revision.document });
  const keep = (next: Draft) => {
    setDraft(next);
    try {
      localStorage.setItem(key, JSON.stringify(next));
    } catch {
      // A full or private store: it stands on the page as long as that does.
    }
  };
  return {
    draft,
    change: (part: Partial<MovementDocument>) => keep({ ...draft, document: { ...draft.document, ...part } }),
    keep,
    forget: () => {
      localStorage.removeItem(key);
      setDraft({ base: revision, document: revision.document });
    },
  };
}

function keptDraft(key: string): Draft | null {
  try {
    const kept = localStorage.getItem(key);
    return kept ? (JSON.parse(kept) as Draft) : null;
  } catch {
    return null;
  }
}
