import { useMutation } from '@tanstack/react-query';
import {
  differences,
  differenceText,
  withDifferences,
  type MovementDocument,
  type MovementRevision,
} from '@waxwing/core/movement';
import { RequestRefused, api } from '../../../shared/api.ts';
import { useRefresh, type IndexedLibrary } from '../../../shared/queries.ts';
import type { Draft } from './useDraft.ts';

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
  const made = differences(base.document, document);
  const save = useMutation({
    mutationFn: () =>
      api.post<MovementRevision>(`library/${encodeURIComponent(document.id)}/revisions`, {
        baseRevisionId: base.revisionId,
        document,
      }),
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
          <Told before={base} after={current} library={library} />
          <button
            type="button"
            className="btn mt-1 min-h-11"
            onClick={() => onKeep({ base: current, document: onTopOf(draft, current) })}
          >
            Put mine on top of that
          </button>
        </div>
      )}
      <div className="flex flex-wrap items-start gap-x-6 gap-y-2">
        <div className="min-w-0 flex-1 basis-72">
          {made.length === 0 ? (
            <p className="text-quiet">Nothing changed yet. Click on what stands there, and type.</p>
          ) : (
            <Told before={base} after={{ ...base, document }} library={library} />
          )}
          {save.error && !isChangedMeanwhile(save.error) && (
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
          {made.length === 0 ? 'Done' : 'Give it up'}
        </button>
        <button
          type="button"
          className="btn btn-neutral min-h-11"
          disabled={made.length === 0 || isBehind || save.isPending}
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

interface ToldProps {
  readonly before: MovementRevision;
  readonly after: MovementRevision;
  readonly library: IndexedLibrary;
}

function Told({ before, after, library }: ToldProps) {
  const sides = { before: before.document, after: after.document };
  return (
    <ul className="max-h-24 list-disc md:max-h-40 overflow-y-auto pl-5 leading-snug">
      {differences(sides.before, sides.after).map((each) => {
        const text = differenceText(each, sides, library);
        return <li key={text}>{text}</li>;
      })}
    </ul>
  );
}
