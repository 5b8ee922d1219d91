import { useMutation, useQuery } from '@tanstack/react-query';
import type { InboxAnswer, InboxEntry } from '@waxwing/core/api';
import { faultTypesMeant } from '@waxwing/core/coaching';
import {
  filedAsCue,
  filedAsCueFor,
  filedAsFault,
  filedAsNewCue,
  filedAsNewFault,
  filedWith,
  lowerFirst,
  newFaultType,
  ownCueId,
  textsWith,
  type Filing,
  type LibraryChange,
  type MovementDocument,
} from '@waxwing/core/movement';
import { firstName } from '@waxwing/core/client';
import { typedSlug } from '@waxwing/core/session';
import { useState } from 'react';
import { Link } from 'react-router';
import { api } from '../../shared/api.ts';
import { dayText } from '../../shared/dates.ts';
import { DoneWithUndo } from '../../shared/DoneWithUndo.tsx';
import { LibraryNav } from '../../shared/LibraryNav.tsx';
import { Page } from '../../shared/page.tsx';
import { useLibrary, useRefresh, type IndexedLibrary } from '../../shared/queries.ts';
import { useSignedIn } from '../../shared/signedIn.tsx';
import { SortButtons, useSorting, type SortWay } from '../../shared/sorting.tsx';
import { Empty, Failed, Loading } from '../../shared/states.tsx';
import { AddByTyping } from './changing/AddByTyping.tsx';
import { wordsFound } from './changing/editor.ts';
import { saveChange } from './saveMovement.ts';
import { StarterNews } from './StarterNews.tsx';
import { SuggestionsList } from './SuggestionsList.tsx';

const byDay: SortWay<InboxEntry>['compare'] = (a, b) => b.localDate.localeCompare(a.localDate);

/** What was typed on the floor and the library lacks: taken in, joined to what there is, or dropped. */
export default function InboxPage() {
  const { library, error, refetch } = useLibrary();
  const inbox = useQuery({ queryKey: ['inbox'], queryFn: () => api.get<InboxAnswer>('inbox'), refetchOnMount: 'always' });
  const failed = error ?? inbox.error;
  const filing = useFiling(library);
  const nameOf = (movementId: string) => library?.nameOf(movementId) ?? movementId;
  const { me } = useSignedIn();
  const sorting = useSorting<InboxEntry>([
    { id: 'day', name: 'day', compare: byDay },
    {
      id: 'movement',
      name: 'movement',
      compare: (a, b) => nameOf(a.movementId).localeCompare(nameOf(b.movementId)) || byDay(a, b),
    },
    { id: 'seen', name: 'how often', compare: (a, b) => b.seen - a.seen || byDay(a, b) },
  ]);
  return (
    <Page title="Inbox" aside={<LibraryNav />}>
      <p className="text-quiet max-w-2xl text-lg">
        What was typed on the floor and isn’t in the library yet, and what trainers would change in it.
      </p>
      <DoneWithUndo done={filing.done?.text} onUndo={filing.undo} />
      {filing.error && (
        <p role="alert" className="font-bold">
          {filing.error.message}
        </p>
      )}
      {failed && <Failed what="the inbox" error={failed} onRetry={() => void (error ? refetch() : inbox.refetch())} />}
      {!failed && (!library || !inbox.data) && <Loading what="the inbox" />}
      {library && <SuggestionsList library={library} />}
      {library && <StarterNews library={library} />}
      {inbox.data?.length === 0 && (
        <Empty title="Nothing from the floor waits here">
          On the floor, “Another fault” and “Say something else” keep what the library lacks; it comes here.
        </Empty>
      )}
      {library && (inbox.data?.length ?? 0) > 1 && <SortButtons sorting={sorting} />}
      {library && (
        <ul>
          {sorting.sorted(inbox.data ?? []).map((entry) => (
            <Entry
              key={entry.id}
              entry={entry}
              library={library}
              mayFile={me.keepsLibrary}
              onFile={filing.file}
              onDrop={filing.drop}
            />
          ))}
        </ul>
      )}
    </Page>
  );
}

type OnFile = (entry: InboxEntry, make: (document: MovementDocument, slug: string) => Filing, text: string) => void;

/** Files one at a time; the last can be taken back. */
function useFiling(library: IndexedLibrary | undefined) {
  const refresh = useRefresh();
  const [done, setDone] = useState<{ readonly text: string; readonly undo: () => Promise<unknown> } | null>(null);
  const work = useMutation({ mutationFn: (run: () => Promise<unknown>) => run(), onSettled: refresh });
  const revisionOf = (entry: InboxEntry) => {
    const revision = library?.revision(entry.movementId);
    if (!revision) throw new Error('The movement isn’t in the library any more.');
    return revision;
  };
  const file: OnFile = (entry, make, text) =>
    work.mutate(async () => {
      const { revisionId, document } = revisionOf(entry);
      const filed = filedWith(make(document, typedSlug(entry.id) ?? ''), entry.others);
      const words = Object.keys(filed.words).length > 0 ? { after: filed.words, before: {} } : undefined;
      const change: LibraryChange = {
        movements: filed.document ? [{ baseRevisionId: revisionId, document: filed.document }] : [],
        ...(words && { words }),
      };
      const {
        revisions: [saved],
      } = await saveChange(change);
      setDone({
        text,
        undo: () =>
          saveChange({
            movements: saved ? [{ baseRevisionId: saved.revisionId, document }] : [],
            ...(filed.words.aliases && { words: { after: {}, before: {}, withdrawn: filed.words.aliases } }),
          }),
      });
    });
  const drop = (entry: InboxEntry) =>
    work.mutate(async () => {
      const ids = [entry.id, ...entry.others];
      await api.post('inbox/dropped', { ids, isDropped: true });
      setDone({ text: `“${entry.text}” is dropped.`, undo: () => api.post('inbox/dropped', { ids, isDropped: false }) });
    });
  const undo = () =>
    done &&
    work.mutate(async () => {
      await done.undo();
      setDone(null);
    });
  return { done, error: work.error, file, drop, undo: () => void undo() };
}

interface EntryProps {
  readonly entry: InboxEntry;
  readonly library: IndexedLibrary;
  readonly mayFile: boolean;
  readonly onFile: OnFile;
  readonly onDrop: (entry: InboxEntry) => void;
}

function Entry(props: EntryProps) {
  const { entry, library, mayFile, onDrop } = props;
  const document = library.revision(entry.movementId)?.document;
  const fault = document?.faults.find(({ id }) => entry.faultId === `${document.id}/${id}`);
  const faultName = fault && lowerFirst(fault.name ?? library.lexicon.faultTypes.get(fault.type)?.name ?? fault.type);
  return (
    <li className="border-base-300 grid gap-x-6 gap-y-1 border-t py-3 md:grid-cols-[20rem_1fr]" aria-label={entry.text}>
      <div>
        <h2 className="text-xl">{entry.kind === 'cue' ? `“${entry.text}”` : entry.text}</h2>
        <p>
          {entry.kind === 'fault' ? 'a fault of ' : 'a cue on '}
          <Link className="link" to={`/library/${entry.movementId}`}>
            {lowerFirst(library.nameOf(entry.movementId))}
          </Link>
          {faultName && `, for ${faultName}`}
        </p>
        <p className="text-quiet text-sm">
          {entry.trainerName}, {dayText(entry.localDate)}
          {entry.clientName && `, with ${firstName(entry.clientName)}`}
          {entry.kind === 'fault' && ` · seen ${times(entry.seen)}`}
          {entry.kind === 'cue' && entry.tried > 0 && ` · fixed it ${entry.fixed} of ${entry.tried}`}
        </p>
      </div>
      {mayFile && document && (
        <div className="flex flex-wrap items-start gap-x-4">
          {entry.kind === 'fault' ? <FileFault {...props} document={document} /> : <FileCue {...props} document={document} />}
          <button
            type="button"
            className="link min-h-11 cursor-pointer"
            aria-label={`Drop “${entry.text}”`}
            onClick={() => onDrop(entry)}
          >
            drop it
          </button>
        </div>
      )}
      {!mayFile && <p className="text-quiet">Waits for whoever keeps the library.</p>}
    </li>
  );
}

function times(count: number): string {
  return count === 1 ? 'once' : `${count} times`;
}

interface FileProps extends EntryProps {
  readonly document: MovementDocument;
}

function FileFault({ entry, library, document, onFile }: FileProps) {
  const { lexicon } = library;
  const name = ({ name: own, type }: MovementDocument['faults'][number]) => own ?? lexicon.faultTypes.get(type)?.name ?? type;
  const as = (type: ReturnType<typeof newFaultType>, isNew: boolean) =>
    onFile(
      entry,
      (now, slug) => filedAsNewFault(now, slug, entry.text, { type, isNew }),
      `“${entry.text}” is a fault of ${lowerFirst(document.name)} now: say in its strip what to do about it.`,
    );
  const likely = faultTypesMeant(entry.text, lexicon.faultTypes.values());
  const isHere = new Set(document.faults.map(({ type }) => type));
  const elsewhere = likely.filter(({ id }) => !isHere.has(id));
  const rankOf = ({ type }: MovementDocument['faults'][number]) => {
    const rank = likely.findIndex(({ id }) => id === type);
    return rank < 0 ? likely.length : rank;
  };
  return (
    <div>
      <div className="flex flex-wrap items-center gap-x-2" role="group" aria-label={`What “${entry.text}” is the same as`}>
        <span className="text-quiet text-sm">the same as</span>
        {[...document.faults]
          .sort((a, b) => rankOf(a) - rankOf(b))
          .map((fault) => (
            <button
              key={fault.id}
              type="button"
              className="link min-h-11 cursor-pointer"
              onClick={() =>
                onFile(
                  entry,
                  (now, slug) => filedAsFault(now, slug, fault.id),
                  `“${entry.text}” is “${name(fault)}” now, with what was seen of it.`,
                )
              }
            >
              {lowerFirst(name(fault))}
            </button>
          ))}
      </div>
      {document.faults.length > 0 && (
        <AddByTyping
          text="it is what one says: a cue for"
          where={`“${entry.text}”`}
          label={`For which fault “${entry.text}” is a cue`}
          placeholder="which fault"
          find={(typed) =>
            wordsFound(
              document.faults.map((fault) => ({ id: fault.id, name: name(fault) })),
              typed,
              new Set(),
            )
          }
          onTake={(faultId) =>
            onFile(
              entry,
              (now, slug) => filedAsCueFor(now, slug, entry.text, faultId),
              `“${entry.text}” is a cue for “${name(document.faults.find(({ id }) => id === faultId)!)}” now, with what was seen of it.`,
            )
          }
        />
      )}
      <div className="flex flex-wrap items-center gap-x-3">
        <span className="text-quiet text-sm">or a new fault</span>
        {elsewhere.map((type) => (
          <button
            key={type.id}
            type="button"
            className="link min-h-11 cursor-pointer"
            aria-label={`“${entry.text}” is a new fault of the kind ${lowerFirst(type.name)}`}
            onClick={() => as(type, false)}
          >
            of the kind “{lowerFirst(type.name)}”
          </button>
        ))}
        <AddByTyping
          text={elsewhere.length > 0 ? 'of another kind that there is' : 'of a kind that there is'}
          where={`for “${entry.text}”`}
          label={`What kind of fault “${entry.text}” is`}
          placeholder="knee drops in, heels lift …"
          find={(typed) => wordsFound(lexicon.faultTypes.values(), typed, new Set())}
          onTake={(id) => as(lexicon.faultTypes.get(id)!, false)}
        />
        <button
          type="button"
          className="link min-h-11 cursor-pointer"
          aria-label={`“${entry.text}” is a kind of its own`}
          onClick={() =>
            as(
              newFaultType(entry.text, (id) => lexicon.faultTypes.has(id)),
              true,
            )
          }
        >
          of a kind of its own
        </button>
      </div>
    </div>
  );
}

function FileCue({ entry, library, document, onFile }: FileProps) {
  const { lexicon } = library;
  const own = document.cues.flatMap(({ id, text }) => (id && text ? [{ id: ownCueId(document.id, id), text }] : []));
  const shared = [...lexicon.cues.values()].map(({ id, text }) => ({ id, text }));
  const fault = document.faults.find(({ id }) => entry.faultId === `${document.id}/${id}`);
  return (
    <div className="flex flex-wrap items-center gap-x-3">
      <button
        type="button"
        className="link min-h-11 cursor-pointer"
        aria-label={`Take in “${entry.text}”`}
        onClick={() =>
          onFile(
            entry,
            (now, slug) => filedAsNewCue(now, slug, entry.text, fault?.type),
            `“${entry.text}” is a cue on ${lowerFirst(document.name)} now.`,
          )
        }
      >
        take it in as a cue
      </button>
      <AddByTyping
        text="it is the same as one that there is"
        label={`Which cue “${entry.text}” is`}
        placeholder="what else it is said like"
        find={(typed) =>
          textsWith(typed, [...own, ...shared])
            .slice(0, 8)
            .map(({ id, text }) => ({ id, text: `“${text}”`, note: id.includes('/') ? undefined : 'shared' }))
        }
        onTake={(cueId) =>
          onFile(
            entry,
            (now, slug) => filedAsCue(now, slug, cueId),
            `“${entry.text}” is “${[...own, ...shared].find(({ id }) => id === cueId)?.text}” now, with what it did.`,
          )
        }
      />
    </div>
  );
}
