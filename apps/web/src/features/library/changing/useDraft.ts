import type { MovementDocument, MovementRevision } from '@waxwing/core/movement';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { forgetDraftAt, keepDraftAt, keptDraftAt } from '../../../shared/device/keptDrafts.ts';
import { useSignedIn } from '../../../shared/signedIn.tsx';
import { draftFrom, isChanged, newDraft, withNeighbour, type Draft } from './draft.ts';

/** What hands do to a draft. The same functions from one letter to the next. */
export interface DraftHands {
  readonly change: (change: (document: MovementDocument) => MovementDocument) => void;
  readonly changeNeighbour: (revision: MovementRevision, change: (document: MovementDocument) => MovementDocument) => void;
  readonly changeDraft: (change: (draft: Draft) => Draft) => void;
}

/** Kept on the device for this sign-in from the first letter on: a reload, or a network that is gone, loses nothing. */
export function useDraft(revision: MovementRevision) {
  const { me } = useSignedIn();
  const key = draftKey(me.trainerId, revision.document.id);
  const [draft, setDraft] = useState<Draft>(() => keptDraft(key) ?? newDraft(revision));
  // Fast fingers are ahead of what has been drawn: each change is made in what the one before has left.
  const latest = useRef(draft);
  const changeDraft = useCallback(
    (change: (draft: Draft) => Draft) => {
      latest.current = change(latest.current);
      keepDraftAt(key, latest.current);
      setDraft(latest.current);
    },
    [key],
  );
  // Another page of this device that changes it goes on from the same draft: what is typed there is here, too.
  useEffect(() => {
    const follow = ({ key: changed, newValue }: StorageEvent) => {
      if (changed !== key) return;
      latest.current = newValue === null ? newDraft(revision) : (keptDraft(key) ?? latest.current);
      setDraft(latest.current);
    };
    window.addEventListener('storage', follow);
    return () => window.removeEventListener('storage', follow);
  }, [key, revision]);
  // The library that this device had is shown first, and the server's comes later: as long as nothing is changed, that
  // is what somebody begins on. What was changed stays on its own base, and is joined when it is saved.
  useEffect(() => {
    if (latest.current.base.revisionId === revision.revisionId || isChanged(latest.current)) return;
    latest.current = newDraft(revision);
    setDraft(latest.current);
  }, [revision]);
  const hands = useMemo(
    (): DraftHands => ({
      change: (change) => changeDraft((before) => ({ ...before, document: change(before.document) })),
      changeNeighbour: (of, change) => changeDraft((before) => withNeighbour(before, of, change)),
      changeDraft,
    }),
    [changeDraft],
  );
  return {
    draft,
    hands,
    forget: () => {
      forgetDraftAt(key);
      latest.current = newDraft(revision);
      setDraft(latest.current);
    },
  };
}

const draftKey = (trainerId: string, movementId: string) => `waxwing.changing.${trainerId}.${movementId}`;

/** Whether somebody is changing a movement on this device. */
export function hasDraft(trainerId: string, movementId: string): boolean {
  const draft = keptDraft(draftKey(trainerId, movementId));
  return draft !== null && isChanged(draft);
}

/** What somebody goes on with when they next change that movement. */
export function keepDraft(trainerId: string, draft: Draft): void {
  keepDraftAt(draftKey(trainerId, draft.base.document.id), draft);
}

function keptDraft(key: string): Draft | null {
  const kept = keptDraftAt<Draft>(key);
  try {
    return kept && draftFrom(kept);
  } catch {
    // Of a shape that this build can't go on from.
    return null;
  }
}
