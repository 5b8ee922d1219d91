import { useMutation } from '@tanstack/react-query';
import { differences, withDifferences, type MovementDocument, type MovementRevision } from '@waxwing/core/movement';
import { RequestRefused } from '../../../shared/api.ts';
import { useRefresh, type IndexedLibrary } from '../../../shared/queries.ts';
import { DifferenceList } from '../DifferenceList.tsx';
import { saveMovement } from '../saveMovement.ts';
import type { Draft } from './useDraft.ts';

/** More is scrolled: the strip above is what is worked on. */
const FEW_LINES = 'max-h-24 overflow-y-auto md:max-h-40';

interface ChangesBarProps {
  readonly draft: Draft;
  /** The movement as the library has it now. */
  readonly current: MovementRevision;
  readonly library: IndexedLibrary;
  readonly onKeep: (draft: Draft) => void;
  /** Nothing of it is needed any more: it is saved, or given up. */
  readonly onForget: () => void;
  readonly onDone: () => void;
}

/** What is otherwise than before, in words; saved, or given up. */
export function ChangesBar({ draft, current, library, onKeep, onForget, onDone }: ChangesBarProps) {
  const { base, document } = draft;
  const refresh = useRefresh();
  const isChanged = differences(base.document, document).length > 0;
  const save = useMutation({
    mutationFn: () => saveMovement(base.revisionId, document),
    // Also when somebody has gone elsewhere before the answer.
    onSuccess: () => {
      onForget();
      return refresh();
    },
    // What somebody else has made of it in the meantime is shown.
    onError: (error) => void (isChangedMeanwhile(error) && refresh()),
  });
  // While one's own is on its way, the newer one is that.
  const isBehind = !save.isPending && !save.isSuccess && current.revisionId !== base.revisionId;
  return (
    <section aria-label="What you changed" className="border-base-content bg-base-100 sticky bottom-0 z-10 mt-4 border-t-2 py-3">
      {isBehind && (
        <div role="alert" className="border-warning mb-3 border-l-4 pl-3">
          <p className="font-bold">This movement was changed in the meantime:</p>
          <DifferenceList
            before={base.document}
            after={current.document}
            library={library}
            nothing="Nothing that can be seen."
            className={FEW_LINES}
          />
          <button
            type="button"
            className="btn mt-1 min-h-11"
            onClick={() => {
              // What was refused was another.
              save.reset();
              onKeep({ base: current, document: onTopOf(draft, current) });
            }}
          >
            Put mine on top of that
          </button>
        </div>
      )}
      <div className="flex flex-wrap items-start gap-x-6 gap-y-2">
        <div className="min-w-0 flex-1 basis-72">
          <DifferenceList
            before={base.document}
            after={document}
            library={library}
            nothing="Nothing changed yet. Click on what stands there, and type."
            className={FEW_LINES}
          />
          {save.error && !isBehind && (
            <div role="alert" className="mt-2 font-bold">
              <p>{save.error.message}</p>
              {save.error instanceof RequestRefused &&
                save.error.problems.map(({ path, message }) => (
                  <p key={path + message}>
                    {whereOf(path, document, library)}: {message}
                  </p>
                ))}
            </div>
          )}
        </div>
        <button
          type="button"
          className="btn btn-ghost min-h-11 font-normal"
          onClick={() => {
            onForget();
            onDone();
          }}
        >
          {isChanged ? 'Give it up' : 'Done'}
        </button>
        <button
          type="button"
          className="btn btn-neutral min-h-11"
          disabled={!isChanged || isBehind || save.isPending}
          // Only who is still here goes on to the page.
          onClick={() => save.mutate(undefined, { onSuccess: onDone })}
        >
          Save
        </button>
      </div>
    </section>
  );
}

/** Which part of the movement a refusal speaks of, as it is called on the page. */
function whereOf(path: string, { cues, faults }: MovementDocument, { lexicon }: IndexedLibrary): string {
  const [, list, at, rest] = /^document\.(\w+)\[(\d+)\](.*)$/.exec(path) ?? [];
  const [cue, fault] = [list === 'cues' && cues[Number(at)], list === 'faults' && faults[Number(at)]];
  if (cue) return `Cue “${cue.text ?? lexicon.cues.get(cue.shared ?? '')?.text ?? ''}”`;
  if (fault) return `${fault.name ?? lexicon.faultTypes.get(fault.type)?.name ?? fault.type}${rest ? ` (${rest.slice(1)})` : ''}`;
  return path.replace(/^document\./, '');
}

function isChangedMeanwhile(error: unknown): boolean {
  return error instanceof RequestRefused && error.code === 'changed';
}

/** One's own changes made in what somebody else has made; where that took their place away, one's own whole. */
function onTopOf({ base, document }: Draft, current: MovementRevision) {
  try {
    return withDifferences(current.document, differences(base.document, document));
  } catch {
    return document;
  }
}
