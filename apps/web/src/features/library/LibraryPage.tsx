import {
  PATTERNS,
  doseText,
  resolveMovement,
  stancesInForce,
  type MovementFault,
  type MovementRevision,
  type Pattern,
  type SearchField,
} from '@waxwing/core';
import clsx from 'clsx';
import { Search } from 'lucide-react';
import { useMemo } from 'react';
import { Link, useSearchParams } from 'react-router';
import { FaultStill } from '../../shared/figure/FaultStill.tsx';
import { PhaseStill, tellingPhase } from '../../shared/figure/PhaseStill.tsx';
import { useSeen } from '../../shared/figure/useSeen.ts';
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
  readonly field?: SearchField;
}

function rowsOf(library: IndexedLibrary, query: string, pattern: string | null): Row[] {
  const rows: Row[] =
    query.trim() === ''
      ? library.revisions.map((revision) => ({ revision, foundBy: '' }))
      : library.search.find(query, 200).flatMap((hit) => {
          const revision = library.revision(hit.movementId);
          return revision ? [{ revision, foundBy: FOUND_BY[hit.field], field: hit.field }] : [];
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
      {library && <Results library={library} rows={rows} query={query} />}
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

function Results({ library, rows, query }: { library: IndexedLibrary; rows: readonly Row[]; query: string }) {
  return (
    <ul className="border-base-300 border-t">
      {rows.map((row) => (
        <ResultRow key={row.revision.document.id} library={library} row={row} query={query} />
      ))}
    </ul>
  );
}

/** A movement with its most telling moment; found by a fault, with that fault on it. */
function ResultRow({ library, row: { revision, foundBy, field }, query }: { library: IndexedLibrary; row: Row; query: string }) {
  const { document } = revision;
  const { ref, isSeen } = useSeen<HTMLLIElement>();
  const found = field === 'faults' ? faultFoundBy(revision, library, query) : null;
  return (
    <li ref={ref} className="border-base-300 border-b">
      <Link
        to={`/library/${document.id}${found ? `?fault=${found.id}` : ''}`}
        className="hover:bg-base-200 grid min-h-20 grid-cols-[5.5rem_1fr] items-center gap-x-4 px-2 py-1.5 md:grid-cols-[5.5rem_16rem_1fr_13rem]"
      >
        <span className="row-span-3 flex h-16 items-end justify-center md:row-span-1">
          {isSeen &&
            (found ? (
              <FaultStill document={document} lexicon={library.lexicon} fault={found} className="max-h-16 max-w-full" />
            ) : (
              <PhaseStill
                document={document}
                lexicon={library.lexicon}
                phase={tellingPhase(document)}
                className="max-h-16 max-w-full"
              />
            ))}
        </span>
        <span className="heading text-xl">{document.name}</span>
        <span className="text-lg">“{shortestCue(library, revision)}”</span>
        <span className="text-quiet">
          {found
            ? `${faultName(found, library)}, ${found.severity}`
            : foundBy || `${document.pattern} · ${doseText(document.dose)}`}
        </span>
      </Link>
    </li>
  );
}

function faultName(fault: MovementFault, library: IndexedLibrary): string {
  return fault.name ?? library.lexicon.faultTypes.get(fault.type)?.name ?? fault.type;
}

/** Which of a movement's faults the words are about: the one that shares most of their beginnings. */
function faultFoundBy({ document }: MovementRevision, library: IndexedLibrary, query: string): MovementFault | null {
  const wanted = wordsOf(query);
  let best: MovementFault | null = null;
  let most = 0;
  for (const fault of document.faults) {
    const said = wordsOf(`${faultName(fault, library)} ${fault.seen}`);
    const shared = wanted.filter((word) => said.some((each) => each.startsWith(word.slice(0, 4)))).length;
    if (shared > most) {
      most = shared;
      best = fault;
    }
  }
  return best;
}

function wordsOf(text: string): string[] {
  return text
    .toLowerCase()
    .split(/[^\p{L}\p{N}]+/u)
    .filter((word) => word.length > 1);
}

/** What carries furthest across a room, of what the stances in force leave. */
function shortestCue(library: IndexedLibrary, revision: MovementRevision): string {
  const { cues } = resolveMovement(revision, library.lexicon, stancesInForce(library.lexicon));
  return cues.reduce((shortest, { text }) => (shortest === '' || text.length < shortest.length ? text : shortest), '');
}
