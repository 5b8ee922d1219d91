import { useMutation } from '@tanstack/react-query';
import { wordTexts, type Choice, type MovementDocument, type MovementRevision } from '@waxwing/core/movement';
import type { MovementProblem } from '@waxwing/core/ladder';
import { useState } from 'react';
import { RequestRefused } from '../../../shared/api.ts';
import { useRefresh, type IndexedLibrary } from '../../../shared/queries.ts';
import { DifferenceList } from '../DifferenceList.tsx';
import { Choosing, conflictKey } from '../Choosing.tsx';
import { NoteField } from '../NoteField.tsx';
import { useHandIn } from '../saveMovement.ts';
import { changeOf, isChanged, rebased, wordsOf, type Draft } from './draft.ts';

/** More is scrolled: the strip above is what is worked on. */
const FEW_LINES = 'max-h-24 overflow-y-auto md:max-h-40';

interface ChangesBarProps {
  readonly draft: Draft;
  /** The movement as the library has it now. */
  readonly current: MovementRevision;
  readonly library: IndexedLibrary;
  readonly problems: readonly MovementProblem[];
  readonly onKeep: (draft: Draft) => void;
  /** Nothing of it is needed any more: it is saved, or given up. */
  readonly onForget: () => void;
  readonly onDone: (end: ChangeEnd) => void;
}

/** What became of a draft; suggested, it waits for somebody’s answer. */
export type ChangeEnd = 'saved' | 'suggested' | 'given up';

/** What is otherwise than before, in words; saved, or given up. */
export function ChangesBar({ draft, current, library, problems, onKeep, onForget, onDone }: ChangesBarProps) {
  const [choices, setChoices] = useState<Readonly<Record<string, Choice>>>({});
  const refresh = useRefresh();
  const handIn = useHandIn();
  const [note, setNote] = useState('');
  const save = useMutation({
    mutationFn: (made: Draft) => handIn.send(changeOf(made), note),
    // Also when somebody has gone elsewhere before the answer.
    onSuccess: () => {
      onForget();
      return refresh();
    },
    // What somebody else has made of it in the meantime is shown.
    onError: (error) => void (isChangedMeanwhile(error) && refresh()),
  });
  // While one's own is on its way, the newer one is that.
  const isBehind = !save.isPending && !save.isSuccess && current.revisionId !== draft.base.revisionId;
  const joined = rebased(
    draft,
    (id) => library.revision(id),
    (conflict) => choices[conflictKey(conflict)] ?? 'theirs',
  );
  const open = isBehind ? joined.conflicts.filter((conflict) => choices[conflictKey(conflict)] === undefined) : [];
  return (
    <section aria-label="What you changed" className="border-base-content bg-base-100 sticky bottom-0 z-10 mt-4 border-t-2 py-3">
      {isBehind && (
        <div role="alert" className="border-warning mb-3 max-h-[50dvh] overflow-y-auto border-l-4 pl-3">
          <p className="font-bold">This movement was changed in the meantime:</p>
          <DifferenceList
            before={draft.base.document}
            after={current.document}
            library={library}
            nothing="Nothing that can be seen."
            className={FEW_LINES}
          />
          {joined.conflicts.length === 0 && isChanged(draft) && <p>It goes together with yours: saving keeps both.</p>}
          {joined.conflicts.map((conflict) => (
            <Choosing
              key={conflictKey(conflict)}
              conflict={conflict}
              sides={{ before: draft.base.document, mine: draft.document, theirs: current.document }}
              library={library}
              chosen={choices[conflictKey(conflict)]}
              onChoose={(choice) => setChoices({ ...choices, [conflictKey(conflict)]: choice })}
            />
          ))}
          <button
            type="button"
            className="btn mt-1 min-h-11"
            disabled={open.length > 0}
            onClick={() => {
              // What was refused was another.
              save.reset();
              setChoices({});
              onKeep(joined.draft);
            }}
          >
            Go on from there
          </button>
        </div>
      )}
      <div className="flex flex-wrap items-start gap-x-6 gap-y-2">
        <div className="min-w-0 flex-1 basis-72">
          <Changed draft={draft} library={library} />
          {save.error && !isBehind && (
            <div role="alert" className="mt-2 font-bold">
              <p>{save.error.message.replace(/\.$/, '')}. What you typed is kept on this device.</p>
              {save.error instanceof RequestRefused &&
                save.error.problems.map(({ path, message }) => (
                  <p key={path + message}>
                    {whereOf(path, draft.document, library)}: {message}
                  </p>
                ))}
            </div>
          )}
        </div>
        <NextThings problems={problems} />
        <button
          type="button"
          className="btn btn-ghost min-h-11 font-normal"
          onClick={() => {
            onForget();
            onDone('given up');
          }}
        >
          {isChanged(draft) ? 'Give it up' : 'Done'}
        </button>
        <button
          type="button"
          className="btn btn-neutral min-h-11"
          disabled={!isChanged(draft) || open.length > 0 || save.isPending}
          // Only who is still here goes on to the page.
          onClick={() => save.mutate(joined.draft, { onSuccess: () => onDone(handIn.isSaved ? 'saved' : 'suggested') })}
        >
          {handIn.verb}
        </button>
      </div>
      {!handIn.isSaved && isChanged(draft) && <NoteField value={note} onChange={setNote} />}
    </section>
  );
}

/** What the draft says otherwise: of its movement, of easier ones that lead to it, and in words that others use too. */
function Changed({ draft, library }: { readonly draft: Draft; readonly library: IndexedLibrary }) {
  const words = wordTexts(wordsOf(draft), library.lexicon);
  return (
    <div className={FEW_LINES}>
      <DifferenceList
        before={draft.base.document}
        after={draft.document}
        library={library}
        nothing={isChanged(draft) ? '' : 'Nothing changed yet. Click on what stands there, and type.'}
      />
      {draft.neighbours.map(({ base, document }) => (
        <div key={base.document.id}>
          <p className="font-bold">{base.document.name}</p>
          <DifferenceList before={base.document} after={document} library={library} nothing="" />
        </div>
      ))}
      <ul className="list-disc pl-5 leading-snug">
        {words.map((text) => (
          <li key={text}>{text}</li>
        ))}
      </ul>
    </div>
  );
}

const THINGS_SHOWN = 3;

/** What could still be added, not what has to be. */
function NextThings({ problems }: { readonly problems: readonly MovementProblem[] }) {
  const [isOpen, setOpen] = useState(false);
  const things = [...new Set(problems.map(({ message }) => message))];
  if (things.length === 0) return null;
  return (
    <details className="min-w-0 basis-64" open={isOpen} onToggle={({ currentTarget }) => setOpen(currentTarget.open)}>
      <summary className="min-h-11 cursor-pointer py-2">
        {things.length === 1 ? 'One thing' : `${things.length} things`} to look at next
      </summary>
      <ul className={`list-disc pl-5 text-sm leading-snug ${FEW_LINES}`}>
        {(isOpen ? things : things.slice(0, THINGS_SHOWN)).map((thing) => (
          <li key={thing}>{thing}</li>
        ))}
      </ul>
    </details>
  );
}

/** Which part of the movement a refusal speaks of, as it is called on the page. */
function whereOf(path: string, { cues, faults }: MovementDocument, { lexicon }: IndexedLibrary): string {
  const [, list, at, rest] = /document\.(\w+)\[(\d+)\](.*)$/.exec(path) ?? [];
  const [cue, fault] = [list === 'cues' && cues[Number(at)], list === 'faults' && faults[Number(at)]];
  if (cue) return `Cue “${cue.text ?? lexicon.cues.get(cue.shared ?? '')?.text ?? ''}”`;
  if (fault) return `${fault.name ?? lexicon.faultTypes.get(fault.type)?.name ?? fault.type}${rest ? ` (${rest.slice(1)})` : ''}`;
  return path.replace(/^.*document\./, '');
}

function isChangedMeanwhile(error: unknown): boolean {
  return error instanceof RequestRefused && error.code === 'changed';
}
