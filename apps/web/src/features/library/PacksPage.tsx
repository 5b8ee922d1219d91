import { useMutation } from '@tanstack/react-query';
import { PACK_KINDS, madeFromOf, packOf, packText, sheetText, wholePack, type PackPreview } from '@waxwing/core/api';
import { isSame, join, type Choice as Side, type Conflict, type MovementDocument } from '@waxwing/core/movement';
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
import { movementsFound } from './changing/editor.ts';
import { TakenList } from './changing/TakenList.tsx';
import { Choosing, conflictKey } from './Choosing.tsx';
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
const PICKED = 'picked';

/** Packs come in again; a sheet is to be read. */
const FILE_KINDS = [...PACK_KINDS, 'markdown'] as const;
type FileKind = (typeof FILE_KINDS)[number];
const FILE_WORDS: Readonly<Record<FileKind, string>> = { yaml: 'YAML', json: 'JSON', markdown: 'Markdown, to be read' };
const ENDINGS: Readonly<Record<FileKind, string>> = { yaml: 'yaml', json: 'json', markdown: 'md' };

function Out({ library }: { readonly library: IndexedLibrary }) {
  const [what, setWhat] = useState(EVERYTHING);
  const [kind, setKind] = useState<FileKind>('yaml');
  const [picked, setPicked] = useState<readonly string[]>([]);
  const families = [...library.lexicon.families.values()];
  const all = [...library.revisions, ...library.putAway];
  const isOurs = ({ number, document }: (typeof all)[number]) => number > 1 || !document.id.startsWith('waxwing:');
  const isChosen = (revision: (typeof all)[number]) => {
    if (what === EVERYTHING) return true;
    if (what === OURS) return isOurs(revision);
    return what === PICKED ? picked.includes(revision.document.id) : revision.document.family === what;
  };
  const chosen = all.filter(isChosen);
  const write = () => {
    const documents = chosen.map(({ document }) => document);
    const { vocabulary } = library;
    const make = what === EVERYTHING ? wholePack : packOf;
    const text =
      kind === 'markdown'
        ? sheetText(documents, vocabulary, (id) => library.nameOf(id))
        : packText(make(documents, vocabulary, madeFromOf(chosen)), kind);
    download(`waxwing-${what}.${ENDINGS[kind]}`, text);
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
            { value: PICKED, text: 'a few, one by one' },
            ...families.map(({ id, name }) => ({ value: id, text: name })),
          ]}
          onChoose={(value) => setWhat(value || EVERYTHING)}
        />
        <Chips
          label="As which kind of file"
          lead="as"
          options={FILE_KINDS.map((value) => ({ value, text: FILE_WORDS[value] }))}
          chosen={[kind]}
          onToggle={setKind}
        />
        <button type="button" className="btn min-h-11" disabled={chosen.length === 0} onClick={write}>
          Save the file
        </button>
        <span className="text-quiet">{countText(chosen.length)}</span>
      </div>
      {what === PICKED && (
        <TakenList
          label="Which go out"
          lead="with"
          values={picked}
          most={500}
          textOf={(id) => library.nameOf(id)}
          add={{
            text: 'a movement',
            label: 'A movement that goes out',
            placeholder: 'which',
            find: (typed) => movementsFound(library, typed, picked),
          }}
          onChange={setPicked}
        />
      )}
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
    mutationFn: (body: TakeIn & { readonly files: readonly PackFileText[] }) => api.post<Taken>('library/packs', body),
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
          onTake={(wish) => takeIn.mutate({ files: read.data.files, ...wish })}
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

/** What is taken in of some files, and what in place of what they say. */
interface TakeIn {
  readonly only: readonly string[];
  readonly instead: readonly MovementDocument[];
}

interface PreviewProps {
  readonly read: Read;
  readonly library: IndexedLibrary;
  readonly isBusy: boolean;
  readonly onTake: (wish: TakeIn) => void;
}

/** A movement of a pack beside what is here. */
interface PackEntry {
  /** As the pack has it. */
  readonly document: MovementDocument;
  readonly known: MovementDocument | undefined;
  /** What both were made from, where that is known here. */
  readonly base: MovementDocument | undefined;
  readonly kind: 'new' | 'same' | 'otherwise' | 'newer here' | 'both changed';
}

function entriesOf({ movements, bases }: PackPreview, library: IndexedLibrary): PackEntry[] {
  return movements.map((document) => {
    const known = library.revision(document.id)?.document;
    const base = bases.find((each) => each.document.id === document.id)?.document;
    return { document, known, base, kind: kindOf(document, known, base) };
  });
}

function kindOf(
  document: MovementDocument,
  known: MovementDocument | undefined,
  base: MovementDocument | undefined,
): PackEntry['kind'] {
  if (!known) return 'new';
  if (isSame(known, document)) return 'same';
  if (!base || isSame(base, known)) return 'otherwise';
  return isSame(base, document) ? 'newer here' : 'both changed';
}

const KIND_WORDS: Readonly<Record<PackEntry['kind'], string>> = {
  new: 'new',
  same: 'the same',
  otherwise: 'otherwise',
  'newer here': 'changed here since, not in the pack',
  'both changed': 'changed in both since',
};

/** What each movement of the pack would be: new, otherwise than now, joined with what was changed here, or the same. */
function Preview({ read, library, isBusy, onTake }: PreviewProps) {
  const entries = entriesOf(read.preview, library);
  const telling = entries.filter(({ kind }) => kind !== 'same');
  const [picks, setPicks] = useState<Readonly<Record<string, boolean>>>({});
  const [sides, setSides] = useState<Readonly<Record<string, Side>>>({});
  const keyOf = (entry: PackEntry, conflict: Conflict) => `${entry.document.id} ${conflictKey(conflict)}`;
  // What the pack didn’t change has nothing to bring, unless somebody wants it back.
  const isPicked = ({ document, kind }: PackEntry) => picks[document.id] ?? kind !== 'newer here';
  const joinedOf = (entry: PackEntry) =>
    entry.kind === 'both changed' && entry.base && entry.known
      ? join(entry.base, entry.known, entry.document, (conflict) => sides[keyOf(entry, conflict)] ?? 'theirs')
      : { document: entry.document, conflicts: [] };
  const chosen = telling.filter(isPicked).map((entry) => ({ entry, joined: joinedOf(entry) }));
  const open = chosen.flatMap(({ entry, joined }) => joined.conflicts.filter((each) => sides[keyOf(entry, each)] === undefined));
  const same = entries.length - telling.length;
  const words = newWords(read.preview, library);
  const take = () =>
    onTake({
      only: chosen.map(({ entry }) => entry.document.id),
      instead: chosen.filter(({ entry }) => entry.kind === 'both changed').map(({ joined }) => joined.document),
    });
  return (
    <section aria-label="What it would change" className="mt-3">
      <p>
        {telling.length === 0 ? 'No movement would change.' : `${countText(telling.length)} new or otherwise than now.`}
        {same > 0 && ` ${same} the same.`}
        {words.length > 0 && ` New words: ${words.slice(0, 12).join(', ')}${words.length > 12 ? ' …' : ''}.`}
      </p>
      <ul className="mt-2">
        {telling.map((entry) => {
          const { document, known, base, kind } = entry;
          const { document: joined, conflicts } = joinedOf(entry);
          return (
            <li key={document.id} className="border-base-300 grid gap-x-6 border-t py-2 md:grid-cols-[20rem_1fr]">
              <Tick
                checked={isPicked(entry)}
                onChange={({ target }) => setPicks((before) => ({ ...before, [document.id]: target.checked }))}
              >
                <b>{document.name}</b> <span className="text-quiet">{KIND_WORDS[kind]}</span>
              </Tick>
              {known && (
                <div>
                  <DifferenceList
                    before={known}
                    after={joined}
                    library={library}
                    nothing="Nothing that isn’t here by now."
                    className="max-h-40 overflow-y-auto text-sm"
                  />
                  {base &&
                    isPicked(entry) &&
                    conflicts.map((conflict) => (
                      <Choosing
                        key={conflictKey(conflict)}
                        conflict={conflict}
                        sides={{ before: base, mine: known, theirs: document }}
                        library={library}
                        titles={{ mine: 'As it is here', theirs: 'As the pack has it' }}
                        legend="Both changed this: which holds?"
                        chosen={sides[keyOf(entry, conflict)]}
                        onChoose={(side) => setSides((before) => ({ ...before, [keyOf(entry, conflict)]: side }))}
                      />
                    ))}
                </div>
              )}
            </li>
          );
        })}
      </ul>
      {open.length > 0 && <p className="font-bold">Choose what holds, or leave that movement out.</p>}
      <button
        type="button"
        className="btn btn-neutral mt-3 min-h-11"
        disabled={isBusy || open.length > 0 || (chosen.length === 0 && words.length === 0)}
        onClick={take}
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
