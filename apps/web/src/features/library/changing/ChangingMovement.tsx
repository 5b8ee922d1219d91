import type { MovementRevision } from '@waxwing/core/movement';
import type { IndexedLibrary } from '../../../shared/queries.ts';
import { ChangesBar } from './ChangesBar.tsx';
import { ChangingStrip } from './ChangingStrip.tsx';
import { useDraft } from './useDraft.ts';

interface ChangingMovementProps {
  readonly revision: MovementRevision;
  readonly library: IndexedLibrary;
  readonly onDone: () => void;
}

/** A movement while it is changed: its strip is the editor. */
export default function ChangingMovement({ revision, library, onDone }: ChangingMovementProps) {
  const { draft, change, keep, forget } = useDraft(revision);
  return (
    <>
      <ChangingStrip document={draft.document} pictured={draft.base.document} lexicon={library.lexicon} onChange={change} />
      <ChangesBar draft={draft} current={revision} library={library} onKeep={keep} onForget={forget} onDone={onDone} />
    </>
  );
}
