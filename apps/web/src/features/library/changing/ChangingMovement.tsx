import { problemsOfChanged } from '@waxwing/core/ladder';
import { lexiconOf, mergeVocabulary, withFields, type MovementRevision } from '@waxwing/core/movement';
import { useEffect, useMemo, useState } from 'react';
import { useCueTrials, type IndexedLibrary } from '../../../shared/queries.ts';
import { ChangesBar, type ChangeEnd } from './ChangesBar.tsx';
import { ChangingFacts } from './ChangingFacts.tsx';
import { ChangingCautions, ChangingLadder, ChangingParts } from './ChangingLadder.tsx';
import { ChangingStrip } from './ChangingStrip.tsx';
import { PosePanel } from './PosePanel.tsx';
import { PutAway } from './PutAway.tsx';
import { evidenceOf, type Editor } from './editor.ts';
import { useDraft } from './useDraft.ts';

/** A hand that pauses so long has come to the end of a word. */
const PAUSE_MS = 300;

/** A value once it has stayed the same for a while. */
function useSettled<Value>(value: Value, pauseMs: number): Value {
  const [settled, setSettled] = useState(value);
  useEffect(() => {
    const timer = setTimeout(() => setSettled(value), pauseMs);
    return () => clearTimeout(timer);
  }, [value, pauseMs]);
  return settled;
}

interface ChangingMovementProps {
  readonly revision: MovementRevision;
  readonly library: IndexedLibrary;
  readonly onDone: (end: ChangeEnd) => void;
}

/** A movement while it is changed: its strip is the editor, and the rest stands where it stands on the page. */
export default function ChangingMovement({ revision, library, onDone }: ChangingMovementProps) {
  const { draft, hands, forget } = useDraft(revision);
  const { after } = draft.words;
  const editor = useMemo(
    (): Editor => ({ library, lexicon: lexiconOf(mergeVocabulary(library.vocabulary, after)), hands }),
    [library, after, hands],
  );
  const { data: trials } = useCueTrials();
  const evidence = useMemo(() => evidenceOf(trials ?? [], revision.document.id), [trials, revision.document.id]);
  // Whoever types is not kept waiting for what could be said about it.
  const typed = useSettled(draft, PAUSE_MS);
  const problems = useMemo(
    () =>
      problemsOfChanged(
        typed.document,
        typed.neighbours.map(({ document }) => document),
        [...library.revisions, ...library.putAway].map(({ document }) => document),
        editor.lexicon,
      ),
    [typed, library, editor],
  );
  const { document, neighbours } = draft;
  // Drawn anew when the pose is another, not with every letter.
  const { figure, laterality, rhythm } = document;
  const pictured = useMemo(
    () => withFields(draft.base.document, { figure, laterality, rhythm }),
    [draft.base.document, figure, laterality, rhythm],
  );
  return (
    <>
      <div className="grid items-start gap-x-5 gap-y-4 lg:grid-cols-[16.5rem_minmax(0,1fr)]">
        <PosePanel {...{ document, editor }} />
        <ChangingStrip {...{ document, editor, evidence, problems }} pictured={pictured} />
      </div>
      {/* What isn’t looked at isn’t laid out: a letter in the strip moves all of it. */}
      <div className="[contain-intrinsic-size:auto_80rem] [content-visibility:auto]">
        <ChangingFacts {...{ document, editor, problems }} />
        <div className="mt-6 grid gap-6">
          <ChangingLadder {...{ document, neighbours, editor, problems }} />
          <ChangingCautions {...{ document, editor, problems }} />
          <ChangingParts {...{ document, editor }} />
          <PutAway {...{ document, neighbours, editor }} />
        </div>
      </div>
      <ChangesBar
        draft={draft}
        current={revision}
        library={library}
        problems={problems}
        onKeep={(next) => hands.changeDraft(() => next)}
        onForget={forget}
        onDone={onDone}
      />
    </>
  );
}
