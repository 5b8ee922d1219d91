import { useMutation } from '@tanstack/react-query';
import { PACK_KINDS, packOf, packText, wholePack, type PackKind, type PackPreview } from '@waxwing/core/api';
import { differences } from '@waxwing/core/movement';
import { useState } from 'react';
import { api, RequestRefused } from '../../shared/api.ts';
import { Tick } from '../../shared/Field.tsx';
import { LibraryNav } from '../../shared/LibraryNav.tsx';
import { Page } from '../../shared/page.tsx';
import { useLibrary, useRefresh, type IndexedLibrary } from '../../shared/queries.ts';
import { useSignedIn } from '../../shared/signedIn.tsx';
import { Failed, Loading } from '../../shared/states.tsx';
import { Choice } from '../../shared/Choice.tsx';
import { Chips } from './changing/Chips.tsx';
import { DifferenceList } from './DifferenceList.tsx';
import { undoChange } from './saveMovement.ts';

/** The library as open files: out, and in with a look at what they would change. */
export default function PacksPage() {
  const { library, error, refetch } = useLibrary();
  const { me } = useSignedIn();
  return (
    <Page title="Packs" aside={<LibraryNav />}>
      <p className="text-quiet max-w-2xl text-lg">
        A pack is an open file of movements with every word that they need. Yours to keep, to change in any editor, and to pass
        on.
      </p>
      {error && <Failed what="the library" error={error} onRetry={() => void refetch()} />}
      {!error && !library && <Loading what="the library" />}
      {library && (
        <div className="mt-4 grid gap-8">
          <Out library={library} />
          {me.keepsLibrary && <In library={library} />}
        </div>
      )}
    </Page>
  );
}

const EVERYTHING = 'everything';
const OURS = 'ours';

function Out({ library }: { readonly library: IndexedLibrary }) {
  const [what, setWhat] = useState(EVERYTHING);
  const [kind, setKind] = useState<PackKind>('yaml');
  const families = [...library.lexicon.families.values()];
  const all = [...library.revisions, ...library.putAway];
  const isOurs = ({ number, document }: (typeof all)[number]) => number > 1 || !document.id.startsWith('waxwing:');
  const chosen = all.filter(
    (revision) => what === EVERYTHING || (what === OURS ? isOurs(revision) : revision.document.family === what),
  );
  const write = () => {
    const documents = chosen.map(({ document }) => document);
    const pack = what === EVERYTHING ? wholePack(documents, library.vocabulary) : packOf(documents, library.vocabulary);
    download(`waxwing-${what}.${kind}`, packText(pack, kind));
  };
  return (
    <section aria-label="Out">
      <h2 className="text-2xl">Out</h2>
      <div className="flex flex-wrap items-center gap-x-4">
        <Choice
          label="What goes out"
          none="what"
          value={what}
          options={[
            { value: EVERYTHING, text: 'everything' },
            { value: OURS, text: 'what was written or changed here' },
            ...families.map(({ id, name }) => ({ value: id, text: name })),
          ]}
          onChoose={(value) => setWhat(value || EVERYTHING)}
        />
        <Chips
          label="As which kind of file"
          lead="as"
          options={PACK_KINDS.map((value) => ({ value, text: value.toUpperCase() }))}
          chosen={[kind]}
          onToggle={setKind}
        />
        <button type="button" className="btn min-h-11" disabled={chosen.length === 0} onClick={write}>
          Save the file
        </button>
        <span className="text-quiet">{countText(chosen.length)}</span>
      </div>
    </section>
  );
}

function countText(count: number): string {
  return count === 1 ? 'one movement' : `${count} movements`;
}

function download(name: string, text: string): void {
  const link = document.createElement('a');
  link.href = URL.createObjectURL(new Blob([text], { type: 'text/plain' }));
  link.download = name;
  link.click();
  setTimeout(() => URL.revokeObjectURL(link.href), 60_000);
}

interface PackFileText {
  readonly name: string;
  readonly text: string;
}

interface Read {
  readonly files: readonly PackFileText[];
  readonly preview: PackPreview;
}

interface Taken {
  readonly changed: readonly string[];
  /** Nothing when nothing came. */
  readonly number: number | null;
}

function takenText({ changed, number }: Taken): string {
  if (number === null) return 'Nothing in it was new.';
  return changed.length === 0 ? 'Its words are taken in.' : `Taken in: ${countText(changed.length)}.`;
}

function In({ library }: { readonly library: IndexedLibrary }) {
  const refresh = useRefresh();
  const [taken, setTaken] = useState<Taken | null>(null);
  const read = useMutation({
    mutationFn: async (list: readonly File[]): Promise<Read> => {
      const files = await Promise.all(list.map(async (file) => ({ name: file.name, text: await file.text() })));
      return { files, preview: await api.post<PackPreview>('library/packs/preview', { files }) };
    },
  });
  const takeIn = useMutation({
    mutationFn: (body: { readonly files: readonly PackFileText[]; readonly only: readonly string[] }) =>
      api.post<Taken>('library/packs', body),
    onSuccess: async (answer) => {
      setTaken(answer);
      read.reset();
      await refresh();
    },
  });
  const undo = useMutation({
    mutationFn: undoChange,
    onSuccess: async () => {
      setTaken(null);
      await refresh();
    },
  });
  const begin = (list: FileList | null) => {
    if (!list || list.length === 0) return;
    takeIn.reset();
    undo.reset();
    setTaken(null);
    read.mutate([...list]);
  };
  return (
    <section
      aria-label="In"
      onDragOver={(event) => event.preventDefault()}
      onDrop={(event) => {
        event.preventDefault();
        begin(event.dataTransfer.files);
      }}
    >
      <h2 className="text-2xl">In</h2>
      <label className="border-base-content/45 my-2 flex min-h-24 cursor-pointer flex-wrap items-center gap-x-4 rounded-2xl border-2 border-dashed px-5 py-3 text-lg">
        <input
          type="file"
          multiple
          accept=".yaml,.yml,.json"
          className="file-input bg-panel min-h-11"
          onChange={({ target }) => {
            begin(target.files);
            // The same file once more, mended, is read again.
            target.value = '';
          }}
        />
        Choose pack files, or drop them here. Nothing is changed before you have seen what.
      </label>
      {read.isPending && <Loading what="what they would change" />}
      {[read.error, takeIn.error, undo.error].map((error, at) => error && <Refused key={at} error={error} />)}
      {taken && (
        <p role="status" className="text-lg">
          {takenText(taken)}{' '}
          {taken.number !== null && (
            <button type="button" className="link min-h-11 cursor-pointer" onClick={() => undo.mutate(taken.number!)}>
              Take all of it back
            </button>
          )}
        </p>
      )}
      {read.data && (
        <Preview
          key={read.submittedAt}
          read={read.data}
          library={library}
          isBusy={takeIn.isPending}
          onTake={(only) => takeIn.mutate({ files: read.data.files, only })}
        />
      )}
    </section>
  );
}

function Refused({ error }: { readonly error: Error }) {
  return (
    <div role="alert" className="my-2">
      <p className="font-bold">{error.message}</p>
      {error instanceof RequestRefused && (
        <ul className="list-disc pl-5">
          {error.problems.map(({ path, message }) => (
            <li key={path + message}>
              {path}: {message}
            </li>
          ))}
        </ul>
      )}
    </div>
  );
}

interface PreviewProps {
  readonly read: Read;
  readonly library: IndexedLibrary;
  readonly isBusy: boolean;
  readonly onTake: (only: readonly string[]) => void;
}

/** What each movement of the pack would be: new, otherwise than now, or the same. */
function Preview({ read, library, isBusy, onTake }: PreviewProps) {
  const entries = read.preview.movements.map((document) => {
    const known = library.revision(document.id)?.document;
    return { document, known, isSame: known !== undefined && differences(known, document).length === 0 };
  });
  const telling = entries.filter(({ isSame }) => !isSame);
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set());
  const chosen = telling.filter(({ document }) => !left.has(document.id)).map(({ document }) => document.id);
  const same = entries.length - telling.length;
  const words = newWords(read.preview, library);
  return (
    <section aria-label="What it would change" className="mt-3">
      <p>
        {telling.length === 0 ? 'No movement would change.' : `${countText(telling.length)} new or otherwise than now.`}
        {same > 0 && ` ${same} the same.`}
        {words.length > 0 && ` New words: ${words.slice(0, 12).join(', ')}${words.length > 12 ? ' …' : ''}.`}
      </p>
      <ul className="mt-2">
        {telling.map(({ document, known }) => (
          <li key={document.id} className="border-base-300 grid gap-x-6 border-t py-2 md:grid-cols-[20rem_1fr]">
            <Tick
              checked={!left.has(document.id)}
              onChange={({ target }) =>
                setLeft((before) => {
                  const next = new Set(before);
                  if (target.checked) next.delete(document.id);
                  else next.add(document.id);
                  return next;
                })
              }
            >
              <b>{document.name}</b> <span className="text-quiet">{known ? 'otherwise' : 'new'}</span>
            </Tick>
            {known && (
              <DifferenceList
                before={known}
                after={document}
                library={library}
                nothing=""
                className="max-h-40 overflow-y-auto text-sm"
              />
            )}
          </li>
        ))}
      </ul>
      <button
        type="button"
        className="btn btn-neutral mt-3 min-h-11"
        disabled={isBusy || (chosen.length === 0 && words.length === 0)}
        onClick={() => onTake(chosen)}
      >
        {chosen.length === 0 ? 'Take in the words' : `Take in ${countText(chosen.length)}`}
      </button>
    </section>
  );
}

/** Words that the library lacks, by what they are called. */
function newWords({ vocabulary }: PackPreview, library: IndexedLibrary): string[] {
  return (Object.keys(vocabulary) as (keyof typeof vocabulary)[]).flatMap((list) => {
    const entries = (vocabulary[list] ?? []) as readonly { id: string; name?: string; text?: string }[];
    const known = new Set(((library.vocabulary[list] ?? []) as readonly { id: string }[]).map(({ id }) => id));
    return entries.filter(({ id }) => !known.has(id)).map(({ id, name, text }) => name ?? text ?? id);
  });
}
