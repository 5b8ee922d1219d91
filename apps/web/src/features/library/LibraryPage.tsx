import {
  PATTERNS,
  doseText,
  facetsFrom,
  matchesFacets,
  resolveMovement,
  wordsOf,
  type MovementFault,
  type MovementRevision,
  type Pattern,
  type Stances,
} from '@waxwing/core/movement';
import { rungs } from '@waxwing/core/ladder';
import type { FoundBy, SearchAnswer } from '@waxwing/core/search';
import { firstName } from '@waxwing/core/client';
import type { Obstacle, Openness } from '@waxwing/core/progress';
import type { ClientSummary } from '@waxwing/core/api';
import clsx from 'clsx';
import { Plus } from 'lucide-react';
import { useDeferredValue, useMemo, useState } from 'react';
import { Link } from 'react-router';
import { FaultStill } from '../../shared/figure/FaultStill.tsx';
import { PhaseStill, tellingPhase } from '../../shared/figure/PhaseStill.tsx';
import { useSeen } from '../../shared/figure/useSeen.ts';
import { FoundByKeys } from '../../shared/FoundByKeys.tsx';
import { LibraryNav } from '../../shared/LibraryNav.tsx';
import { More } from '../../shared/More.tsx';
import { Page } from '../../shared/page.tsx';
import { useClients, useDoneBy, useLibrary, type IndexedLibrary } from '../../shared/queries.ts';
import { searchOf } from '../../shared/searchOf.ts';
import { SearchField } from '../../shared/SearchField.tsx';
import { Empty, Failed, Loading } from '../../shared/states.tsx';
import { Understood } from '../../shared/Understood.tsx';
import { useAddress } from '../../shared/useAddress.ts';
import { useViewpoint } from '../../shared/viewpoint.ts';
import { NarrowedBy } from './NarrowedBy.tsx';
import { FacetChoices, FACET_NAMES } from './FacetChoices.tsx';
import { FaultAnswer } from './FaultAnswer.tsx';
import { FeelingAnswer } from './FeelingAnswer.tsx';
import { patternText } from './patternText.ts';

/** What a hit was found by, as half a sentence; where it goes without saying, nothing. */
const FOUND_BY: Readonly<Record<FoundBy, string>> = {
  name: '',
  otherName: 'by another name',
  fault: 'by a fault',
  words: 'by what is said of it',
  meaning: '',
  ladder: '',
};
/** More than this nobody reads to the end of; there are facets. */
const MOST_FOUND = 200;
/** Rows drawn at first, and added each time the end comes into view. */
const ROWS_AT_ONCE = 40;

interface Row {
  readonly revision: MovementRevision;
  readonly foundBy?: FoundBy;
  readonly obstacles: readonly Obstacle[];
}

interface Asked {
  /** `null` when nothing was typed. */
  readonly answer: SearchAnswer | null;
  readonly facets: ReturnType<typeof facetsFrom>;
  readonly sort: string | null;
  readonly openness: Openness | null;
}

/** What can be done first, in the order asked for; then what is not open, each with why. */
function rowsOf(library: IndexedLibrary, { answer, facets, sort, openness }: Asked): Row[] {
  const hits = answer
    ? answer.hits.flatMap(({ movementId, foundBy }) => {
        const revision = library.revision(movementId);
        return revision ? [{ revision, foundBy }] : [];
      })
    : library.revisions.map((revision) => ({ revision }));
  const rows = hits
    .filter(({ revision }) => matchesFacets(revision.document, facets))
    .map((hit): Row => ({ ...hit, obstacles: openness?.obstaclesTo(hit.revision.document.id) ?? [] }));
  if (sort === 'name') rows.sort((a, b) => a.revision.document.name.localeCompare(b.revision.document.name));
  const isByFamily = !sort && !answer;
  const rungOf = sort === 'easiest' || isByFamily ? rungs(library.ladder) : new Map<string, number>();
  const byRung = (a: Row, b: Row) => rungOf.get(a.revision.document.id)! - rungOf.get(b.revision.document.id)!;
  if (sort === 'easiest') rows.sort(byRung);
  // As a trainer thinks: family by family, each from its easiest on.
  if (isByFamily) {
    const families = [...library.lexicon.families.keys()];
    const placeOf = ({ revision }: Row) => families.indexOf(revision.document.family);
    rows.sort(
      (a, b) => placeOf(a) - placeOf(b) || byRung(a, b) || a.revision.document.name.localeCompare(b.revision.document.name),
    );
  }
  return [...rows.filter(({ obstacles }) => obstacles.length === 0), ...rows.filter(({ obstacles }) => obstacles.length > 0)];
}

export default function LibraryPage() {
  const { library, isPending, error, refetch } = useLibrary();
  const address = useAddress();
  const query = address.get('q') ?? '';
  // The letters show at once; the list follows when there is time.
  const asked = useDeferredValue(query);
  const clients = useClients();
  const doneBy = useDoneBy();
  const answer = useMemo(
    () =>
      library && asked.trim() !== ''
        ? searchOf(library).answer(asked, { limit: MOST_FOUND, people: clients.data ?? [], doneBy })
        : null,
    [library, asked, clients.data, doneBy],
  );
  // Somebody who is named in the search is as good as picked.
  const clientId = address.get('for') ?? answer?.clientId ?? null;
  const place = address.get('place');
  const { openness, client, stances } = useViewpoint(clientId, place);
  const sort = address.get('sort');
  const narrowedBy = new URLSearchParams(
    FACET_NAMES.flatMap((name) => (address.get(name) ? [[name, address.get(name)!]] : [])),
  ).toString();
  const facets = useMemo(() => facetsFrom(Object.fromEntries(new URLSearchParams(narrowedBy))), [narrowedBy]);
  const rows = useMemo(
    () => (library ? rowsOf(library, { answer, facets, sort, openness }) : []),
    [library, answer, facets, sort, openness],
  );
  const patterns = useMemo(
    () => PATTERNS.filter((each) => library?.revisions.some((revision) => revision.document.pattern === each)),
    [library],
  );
  const isNarrowed = query !== '' || narrowedBy !== '' || Boolean(place);

  return (
    <Page
      title="Library"
      aside={
        <>
          {library && <span className="text-quiet text-lg">{library.revisions.length} movements</span>}
          <LibraryNav />
          <Link to="/library/new" className="btn btn-ghost min-h-11 font-normal">
            <Plus aria-hidden="true" size={18} /> A new movement
          </Link>
        </>
      }
    >
      <FoundByKeys>
        <SearchField
          label="Find a movement"
          placeholder="Name, muscle, fault, or what you’d say"
          value={query}
          className="min-h-14 max-w-2xl"
          autoFocus
          onSearch={(text) => address.set({ q: text })}
        />
        {library && answer && (
          <Understood answer={answer} library={library} query={asked} onQuery={(text) => address.set({ q: text })} />
        )}
        <NarrowedBy count={ALL_CHOICES.filter((name) => address.get(name)).length}>
          <PatternChoice
            patterns={patterns}
            chosen={address.get('pattern')}
            onChoose={(value) => address.set({ pattern: value })}
          />
          {library && <FacetChoices library={library} address={address} />}
        </NarrowedBy>
        {isPending && <Loading what="the library" />}
        {error && <Failed what="the library" error={error} onRetry={() => void refetch()} />}
        {library && (
          <p className="text-quiet py-1" role="status">
            {isNarrowed || client ? countText(rows, client) : <span className="sr-only">{rows.length} found</span>}
          </p>
        )}
        {library && rows.length === 0 && (
          <Empty title="Nothing found">
            <p>Try fewer letters, a muscle, or what goes wrong: “knee drops in”.</p>
            {isNarrowed && (
              <button type="button" className="btn mt-3" onClick={() => address.set(NO_FACETS)}>
                Show all movements
              </button>
            )}
          </Empty>
        )}
        {library && answer?.faultTypeId && rows[0] && (
          <FaultAnswer
            library={library}
            faultTypeId={answer.faultTypeId}
            movementId={rows[0].revision.document.id}
            stances={stances}
            clientId={clientId}
          />
        )}
        {library && answer && (
          <FeelingAnswer
            library={library}
            feelingIds={answer.feelingIds}
            movementIds={rows.map(({ revision }) => revision.document.id)}
          />
        )}
        {/* Over the list, which grows as it is scrolled: under it, it would run away from the hand. */}
        {library && library.putAway.length > 0 && !isNarrowed && <PutAwayList library={library} />}
        {library && (
          <Results
            key={`${asked}|${narrowedBy}`}
            library={library}
            rows={rows}
            query={asked}
            faultTypeId={answer?.faultTypeId ?? null}
            stances={stances}
            client={client}
          />
        )}
      </FoundByKeys>
    </Page>
  );
}

/** What is no longer used, to be looked at and brought back. */
function PutAwayList({ library }: { readonly library: IndexedLibrary }) {
  return (
    <details>
      <summary className="text-quiet min-h-11 cursor-pointer py-2">{library.putAway.length} put away</summary>
      <ul>
        {library.putAway.map(({ document }) => (
          <li key={document.id}>
            <Link className="link inline-flex min-h-11 items-center text-lg" to={`/library/${document.id}`}>
              {document.name}
            </Link>
          </li>
        ))}
      </ul>
    </details>
  );
}

/** What can be chosen besides what is typed. */
const ALL_CHOICES = [...FACET_NAMES, 'for', 'place', 'sort'];

const NO_FACETS = Object.fromEntries(['q', 'place', 'sort', ...FACET_NAMES].map((name) => [name, null]));

function countText(rows: readonly Row[], client: ClientSummary | null): string {
  const open = rows.filter(({ obstacles }) => obstacles.length === 0).length;
  const shut = rows.length - open;
  if (!client) return shut > 0 ? `${open} can be done there, ${shut} can’t` : `${rows.length} found`;
  return `${open} open to ${firstName(client.name)}, ${shut} not yet`;
}

interface PatternChoiceProps {
  readonly patterns: readonly Pattern[];
  readonly chosen: string | null;
  readonly onChoose: (pattern: string) => void;
}

function PatternChoice({ patterns, chosen, onChoose }: PatternChoiceProps) {
  return (
    <div className="mt-3 flex flex-wrap gap-x-4 lg:gap-x-3" role="group" aria-label="Pattern">
      {['' as const, ...patterns].map((each) => {
        const isChosen = (chosen ?? '') === each;
        return (
          <button
            key={each}
            type="button"
            aria-pressed={isChosen}
            className="min-h-11 cursor-pointer text-lg lg:text-base"
            onClick={() => onChoose(each)}
          >
            <span className={clsx(isChosen ? 'tail font-bold' : 'text-quiet')}>{each ? patternText(each) : 'all'}</span>
          </button>
        );
      })}
    </div>
  );
}

interface ResultsProps {
  readonly library: IndexedLibrary;
  readonly rows: readonly Row[];
  readonly query: string;
  readonly faultTypeId: string | null;
  readonly stances: Stances;
  readonly client: ClientSummary | null;
}

/** Draws what is looked at and a little more, so that thousands cost no more than forty. */
function Results({ rows, ...shown }: ResultsProps) {
  const { client } = shown;
  const [drawn, setDrawn] = useState(ROWS_AT_ONCE);
  const shut = rows.findIndex(({ obstacles }) => obstacles.length > 0);
  return (
    <>
      <ul data-found={shown.query} className="border-base-300 border-t">
        {rows.slice(0, drawn).map((row, i) => (
          <ResultRow
            key={row.revision.document.id}
            {...shown}
            row={row}
            heading={i === shut ? (client ? `Not open to ${firstName(client.name)} yet` : 'Can’t be done there') : null}
          />
        ))}
      </ul>
      {drawn < rows.length && <More key={drawn} onSeen={() => setDrawn(drawn + ROWS_AT_ONCE)} />}
    </>
  );
}

interface ResultRowProps extends Omit<ResultsProps, 'rows'> {
  readonly row: Row;
  /** Begins another part of the list. */
  readonly heading: string | null;
}

/** A movement with its most telling moment; found by a fault, with that fault on it. */
function ResultRow({ library, row, query, faultTypeId, stances, client, heading }: ResultRowProps) {
  const { revision, foundBy, obstacles } = row;
  const { document } = revision;
  const { ref, isSeen } = useSeen<HTMLLIElement>();
  const found = faultTypeId
    ? document.faults.find(({ type }) => type === faultTypeId)
    : foundBy === 'words'
      ? faultFoundBy(revision, library, query)
      : null;
  const params = new URLSearchParams({ ...(found && { fault: found.id }), ...(client && { for: client.clientId }) }).toString();
  return (
    <li ref={ref} className="border-base-300 border-b">
      {heading && <h2 className="bg-base-200 px-2 py-2 text-xl">{heading}</h2>}
      <Link
        to={`/library/${document.id}${params && `?${params}`}`}
        className="hover:bg-base-200 grid min-h-20 grid-cols-[5.5rem_1fr] items-center gap-x-4 px-2 py-1.5 lg:grid-cols-[5.5rem_16rem_1fr_15rem]"
      >
        <span className="row-span-3 flex h-16 items-end justify-center lg:row-span-1">
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
        <span className="text-lg">“{shortestCue(library, revision, stances)}”</span>
        {obstacles.length > 0 ? (
          <span className="leading-snug">{obstacles.map(({ text }) => text).join('; ')}</span>
        ) : (
          <span className="text-quiet">
            {found
              ? `${faultName(found, library)}, ${found.severity}`
              : (foundBy && FOUND_BY[foundBy]) || `${patternText(document.pattern)} · ${doseText(document.dose)}`}
          </span>
        )}
      </Link>
    </li>
  );
}

function faultName(fault: MovementFault, library: IndexedLibrary): string {
  return fault.name ?? library.lexicon.faultTypes.get(fault.type)?.name ?? fault.type;
}

/** Which of a movement's faults the words are about: the one that shares most of their beginnings. */
function faultFoundBy({ document }: MovementRevision, library: IndexedLibrary, query: string): MovementFault | null {
  const longEnough = (words: string[]) => words.filter((word) => word.length > 1);
  const wanted = longEnough(wordsOf(query));
  let best: MovementFault | null = null;
  let most = 0;
  for (const fault of document.faults) {
    const said = longEnough(wordsOf(`${faultName(fault, library)} ${fault.seen}`));
    const shared = wanted.filter((word) => said.some((each) => each.startsWith(word.slice(0, 4)))).length;
    if (shared > most) {
      most = shared;
      best = fault;
    }
  }
  return best;
}

/** What carries furthest across a room, of what the stances in force leave. */
function shortestCue(library: IndexedLibrary, revision: MovementRevision, stances: Stances): string {
  const { cues } = resolveMovement(revision, library.lexicon, stances);
  return cues.reduce((shortest, { text }) => (shortest === '' || text.length < shortest.length ? text : shortest), '');
}
