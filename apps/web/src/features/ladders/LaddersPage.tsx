import type { MovementDocument } from '@waxwing/core/movement';
import { isOpenTo, ladderOf, pathTo, reach, type LadderPath } from '@waxwing/core/ladder';
import { firstName } from '@waxwing/core/client';
import { useEffect, useMemo, useRef, useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { Choice } from '../../shared/Choice.tsx';
import { LibraryNav } from '../../shared/LibraryNav.tsx';
import { Page } from '../../shared/page.tsx';
import { useClients, useLibrary, useMarks, type IndexedLibrary } from '../../shared/queries.ts';
import { Failed, Loading, NotHere } from '../../shared/states.tsx';
import { useAddress } from '../../shared/useAddress.ts';
import { useViewpoint, type Viewpoint } from '../../shared/viewpoint.ts';
import { FindRung } from './FindRung.tsx';
import { LadderList } from './LadderList.tsx';
import { LadderMapView } from './LadderMapView.tsx';
import { NODE } from './layout.ts';
import { marksFor } from './marks.ts';
import { PickedRung } from './PickedRung.tsx';

export default function LaddersPage() {
  const { family: wanted } = useParams();
  const { library, isPending, error, refetch } = useLibrary();
  const families = useMemo(
    () =>
      library
        ? [...library.lexicon.families.values()].filter(({ id }) =>
            library.revisions.some(({ document }) => document.family === id),
          )
        : [],
    [library],
  );
  const family = families.find(({ id }) => id === wanted) ?? (wanted ? undefined : families[0]);
  const address = useAddress();
  const navigate = useNavigate();
  const clients = useClients();
  return (
    <Page title={family ? `${family.name} ladder` : 'Ladders'} aside={<LibraryNav />}>
      <div className="mb-2 flex flex-wrap gap-x-3">
        <Choice
          label="Family"
          none="choose a family"
          value={family?.id ?? null}
          options={families.map(({ id, name }) => ({ value: id, text: name }))}
          onChoose={(id) => void navigate(`/ladders/${id}${address.get('for') ? `?for=${address.get('for')}` : ''}`)}
        />
        <Choice
          label="For"
          none="everybody’s rungs"
          value={address.get('for')}
          options={(clients.data ?? []).map(({ clientId, name }) => ({ value: clientId, text: `for ${firstName(name)}` }))}
          onChoose={(id) => address.set({ for: id })}
        />
        <button
          type="button"
          className="min-h-11 cursor-pointer px-2"
          aria-pressed={address.get('as') === 'list'}
          onClick={() => address.set({ as: address.get('as') === 'list' ? null : 'list' })}
        >
          <span className={address.get('as') === 'list' ? 'tail font-bold' : 'text-quiet'}>as a list</span>
        </button>
        {library && (
          <FindRung
            library={library}
            onPick={(familyId, at) => {
              const who = address.get('for');
              void navigate(`/ladders/${familyId}?${new URLSearchParams({ ...(who && { for: who }), at }).toString()}`);
            }}
          />
        )}
      </div>
      {isPending && <Loading what="the ladders" />}
      {error && <Failed what="the ladders" error={error} onRetry={() => void refetch()} />}
      {library && !family && (
        <NotHere what="this ladder">
          <Link to="/ladders" className="btn btn-primary">
            All ladders
          </Link>
        </NotHere>
      )}
      {library && family && <FamilyLadder key={family.id} library={library} familyId={family.id} />}
    </Page>
  );
}

const NO_MARKS = [] as const;

function FamilyLadder({ library, familyId }: { library: IndexedLibrary; familyId: string }) {
  const address = useAddress();
  const navigate = useNavigate();
  const clients = useClients();
  const everybody = useMarks();
  const viewpoint = useViewpoint(address.get('for'));
  const documents = useMemo(
    () => library.revisions.map(({ document }) => document).filter(({ family }) => family === familyId),
    [library, familyId],
  );
  const picked = documents.find(({ id }) => id === address.get('at')) ?? easiest(documents);
  const goal = address.get('goal');
  const way = useMemo(() => wayTo(library, goal, viewpoint), [library, goal, viewpoint]);
  const onWay = useMemo(() => new Set(way?.steps.flatMap(({ from, to }) => [from, to]) ?? []), [way]);
  const marks = useMemo(
    () => marksFor(viewpoint.openness, everybody.data ?? NO_MARKS, clients.data ?? []),
    [viewpoint.openness, everybody.data, clients.data],
  );
  const { ref, columns } = useColumns();
  const search = address.get('for') ? `?for=${address.get('for')}` : '';
  const open = (id: string) => void navigate(`/library/${id}${search}`);
  return (
    <div ref={ref}>
      {address.get('as') === 'list' ? (
        <LadderList library={library} documents={documents} marks={marks} search={search} />
      ) : (
        columns > 0 && (
          <>
            <LadderMapView
              library={library}
              documents={documents}
              columns={columns}
              picked={picked.id}
              onPick={(id) => address.set({ at: id })}
              onOpen={open}
              marks={marks}
              way={onWay}
            />
            <PickedRung
              library={library}
              document={picked}
              viewpoint={viewpoint}
              goal={goal}
              way={way}
              search={search}
              onGoal={(id) => address.set({ goal: id })}
            />
          </>
        )
      )}
    </div>
  );
}

/** Where the way up begins that leads past most. */
function easiest(documents: readonly MovementDocument[]): MovementDocument {
  const ladder = ladderOf(documents);
  const above = (id: string) => reach(ladder, [id], 'harder').size;
  return documents.reduce((best, each) => (above(each.id) > above(best.id) ? each : best));
}

/**
 * From what the client stands on (or from the ground, for nobody in particular and for who stands on nothing yet) to the goal, round
 * what a caution closes to them.
 */
function wayTo(library: IndexedLibrary, goal: string | null, { openness, client }: Viewpoint): LadderPath | null {
  if (!goal || !library.revision(goal)) return null;
  const cautions = new Set(client?.cautions.map(({ caution }) => caution));
  const isOpen = (id: string) => isOpenTo(library.revision(id)!.document, { kit: null, cautions });
  const ground = library.revisions
    .map(({ document }) => document.id)
    .filter((id) => library.ladder.easierFrom(id).length === 0 && isOpen(id));
  const stoodOn = openness?.stoodOn ?? [];
  return (
    (stoodOn.length > 0 ? pathTo(library.ladder, goal, stoodOn, isOpen) : null) ?? pathTo(library.ladder, goal, ground, isOpen)
  );
}

/** How many rungs a line of the map holds here. */
function useColumns() {
  const ref = useRef<HTMLDivElement>(null);
  const [columns, setColumns] = useState(0);
  useEffect(() => {
    const element = ref.current;
    if (!element) return;
    const observer = new ResizeObserver(([entry]) =>
      setColumns(Math.max(2, Math.floor((entry!.contentRect.width + 20) / NODE.pitchX))),
    );
    observer.observe(element);
    return () => observer.disconnect();
  }, []);
  return { ref, columns };
}
