import { PATTERNS, doseText, resolveMovement, stancesInForce, type MovementRevision, type Pattern, type SearchField } from '@waxwing/core';
import clsx from 'clsx';
import { Search } from 'lucide-react';
import { useMemo } from 'react';
import { Link, useSearchParams } from 'react-router';
import { Page } from '../../shared/page.tsx';
import { useLibrary, type IndexedLibrary } from '../../shared/queries.ts';
import { Empty, Failed, Loading } from '../../shared/states.tsx';

/** What a hit was found by, as half a sentence. */
const FOUND_BY: Readonly<Record<SearchField, string>> = {
  name: '',
  otherNames: 'by another name',
  muscles: 'by muscle',
  cues: 'by what is said',
  faults: 'by a fault',
  levers: 'by a lever',
  kit: 'by kit',
};

interface Row {
  readonly revision: MovementRevision;
  readonly foundBy: string;
}

function rowsOf(library: IndexedLibrary, query: string, pattern: string | null): Row[] {
  const rows: Row[] =
    query.trim() === ''
      ? library.revisions.map((revision) => ({ revision, foundBy: '' }))
      : library.search.find(query, 200).flatMap((hit) => {
          const revision = library.revision(hit.movementId);
          return revision ? [{ revision, foundBy: FOUND_BY[hit.field] }] : [];
        });
  return pattern === null ? rows : rows.filter((row) => row.revision.document.pattern === pattern);
}

export default function LibraryPage() {
  const { library, isPending, error, refetch } = useLibrary();
  // The whole state of the view is in the address, so that a search can be sent and gone back to.
  const [params, setParams] = useSearchParams();
  const query = params.get('q') ?? '';
  const pattern = params.get('pattern');
  const set = (name: string, value: string) =>
    setParams(
      (before) => {
        const next = new URLSearchParams(before);
        if (value) next.set(name, value);
        else next.delete(name);
        return next;
      },
      { replace: true },
    );
  const rows = useMemo(() => (library ? rowsOf(library, query, pattern) : []), [library, query, pattern]);
  const patterns = useMemo(
    () => PATTERNS.filter((each) => library?.revisions.some((revision) => revision.document.pattern === each)),
    [library],
  );

  return (
    <Page title="Library" aside={library && <span className="text-quiet text-lg">{library.revisions.length} movements</span>}>
      <label className="input bg-panel flex min-h-14 w-full max-w-2xl items-center gap-3 text-lg">
        <Search aria-hidden="true" size={22} />
        <span className="sr-only">Find a movement</span>
        <input
          type="search"
          value={query}
          autoFocus
          placeholder="Name, muscle, fault, or what you’d say"
          onChange={(event) => set('q', event.target.value)}
        />
      </label>
      <PatternChoice patterns={patterns} chosen={pattern} onChoose={(value) => set('pattern', value)} />
      {isPending && <Loading what="the library" />}
      {error && <Failed what="the library" error={error} onRetry={() => void refetch()} />}
      {library && <p className="sr-only" role="status">{`${rows.length} found`}</p>}
      {library && rows.length === 0 && (
        <Empty title="Nothing found">
          <p>Try fewer letters, a muscle, or what goes wrong: “knee drops in”.</p>
        </Empty>
      )}
      {library && <Results library={library} rows={rows} />}
    </Page>
  );
}

interface PatternChoiceProps {
  readonly patterns: readonly Pattern[];
  readonly chosen: string | null;
  readonly onChoose: (pattern: string) => void;
}

function PatternChoice({ patterns, chosen, onChoose }: PatternChoiceProps) {
  return (
    <div className="my-3 flex flex-wrap gap-x-5" role="group" aria-label="Pattern">
      {['', ...patterns].map((each) => {
        const isChosen = (chosen ?? '') === each;
        return (
          <button
            key={each}
            type="button"
            aria-pressed={isChosen}
            className="min-h-11 cursor-pointer text-lg"
            onClick={() => onChoose(each)}
          >
            <span className={clsx(isChosen ? 'tail font-bold' : 'text-quiet')}>{each || 'all'}</span>
          </button>
        );
      })}
    </div>
  );
}

function Results({ library, rows }: { library: IndexedLibrary; rows: readonly Row[] }) {
  return (
    <ul className="border-base-300 border-t">
      {rows.map(({ revision, foundBy }) => {
        const { document } = revision;
        return (
        <li key={document.id} className="border-base-300 border-b">
          <Link
            to={`/library/${document.id}`}
            className="hover:bg-base-200 grid min-h-16 items-baseline gap-x-6 px-2 py-3 md:grid-cols-[17rem_1fr_13rem]"
          >
            <span className="heading text-xl">{document.name}</span>
            <span className="text-lg">“{shortestCue(library, revision)}”</span>
            <span className="text-quiet">{foundBy || `${document.pattern} · ${doseText(document.dose)}`}</span>
          </Link>
        </li>
        );
      })}
    </ul>
  );
}

/** What carries furthest across a room, of what the stances in force leave. */
function shortestCue(library: IndexedLibrary, revision: MovementRevision): string {
  const { cues } = resolveMovement(revision, library.lexicon, stancesInForce(library.lexicon));
  return cues.reduce((shortest, { text }) => (shortest === '' || text.length < shortest.length ? text : shortest), '');
}
