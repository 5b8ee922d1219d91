import { lowerFirst, type MovementDocument } from '@waxwing/core/movement';
import { fallbacks, nearest } from '@waxwing/core/ladder';
import { opennessOf, type Openness } from '@waxwing/core/progress';
import { calledOf, type BriefIndex, type LaneSituation } from '@waxwing/core/session';
import { useMemo } from 'react';
import { PURPOSE_WORDS } from '../../shared/purposeWords.ts';
import { useLibrary, type IndexedLibrary } from '../../shared/queries.ts';
import { searchOf } from '../../shared/searchOf.ts';
import { Loading } from '../../shared/states.tsx';
import { Understood } from '../../shared/Understood.tsx';
import type { FloorSession } from '../../shared/live/floorSession.ts';
import type { LaneTaps } from './laneTaps.ts';

interface SwapFoundProps {
  readonly query: string;
  readonly onQuery: (query: string) => void;
  readonly live: FloorSession;
  readonly index: BriefIndex;
  readonly situation: LaneSituation;
  readonly taps: LaneTaps;
  readonly onClose: () => void;
}

const FOUND_MOST = 20;
/** Of the nearest in each direction, before anything is typed. */
const NEAR_MOST = 4;

/** What can be done instead: of the whole library, as the device keeps it, so that it needs no network. */
export default function SwapFound(props: SwapFoundProps) {
  const { library, error } = useLibrary();
  if (library) return <Found {...props} library={library} />;
  if (!error) return <Loading what="the library" />;
  return <p role="alert">The library isn’t on this device yet, and the server can’t be reached.</p>;
}

interface Choice {
  readonly movementId: string;
  /** Where it stands to the one that is done. */
  readonly place?: string;
}

function Found({
  query,
  onQuery,
  live,
  index,
  situation,
  taps,
  onClose,
  library,
}: SwapFoundProps & { readonly library: IndexedLibrary }) {
  const { client, item } = situation;
  const openness = useMemo(
    () =>
      opennessOf({
        ladder: library.ladder,
        documentOf: (id) => library.revision(id)?.document,
        lexicon: library.lexicon,
        circumstances: {
          kit: index.brief.kit && new Set(index.brief.kit),
          cautions: new Set(client.cautions.map(({ caution }) => caution)),
          floor: index.brief.inventory?.floor,
        },
        practice: null,
      }),
    [library, index, client],
  );
  const answer = query.trim() === '' ? null : searchOf(library).answer(query, { limit: FOUND_MOST, doneBy: doneHere(index) });
  const suggested = useMemo(
    () => suggestions(library, situation.movement.document, openness),
    [library, situation.movement.document, openness],
  );
  const found: readonly Choice[] = answer ? answer.hits : suggested;
  // What stands further down the ladder may stand in as well: it is shown once.
  const choices = found.filter(
    ({ movementId }, at) => movementId !== item.movementId && found.findIndex((each) => each.movementId === movementId) === at,
  );
  const isOpen = ({ movementId }: Choice) => openness.isOpen(movementId);
  // What can be done here and by them stands first, in the order in which it was found.
  const ordered = [...choices.filter(isOpen), ...choices.filter((choice) => !isOpen(choice))];
  const swap = (movementId: string) => {
    void live.bring(movementId, library.revisions);
    taps.swap(movementId);
    onClose();
  };
  return (
    <>
      {answer && <Understood answer={answer} library={library} query={query} onQuery={onQuery} />}
      {ordered.length === 0 && (
        <p className="text-quiet mt-3">
          {answer ? 'Nothing else found.' : 'Nothing nearby on its ladder is open here: search for another movement.'}
        </p>
      )}
      <ul data-found={query} aria-label="What to do instead" className="mt-2 max-h-[55dvh] overflow-y-auto">
        {ordered.map(({ movementId, place }) => {
          const document = library.revision(movementId)?.document;
          if (!document) return null;
          const obstacles = openness.obstaclesTo(movementId);
          const limits = document.cautions.filter(
            ({ caution, closed }) => !closed && client.cautions.some((each) => each.caution === caution),
          );
          return (
            <li key={movementId} className="border-base-300 border-b">
              <button
                type="button"
                aria-label={`Swap for ${lowerFirst(document.name)}`}
                className="hover:bg-base-200 min-h-14 w-full cursor-pointer px-2 py-2 text-left"
                onClick={() => swap(movementId)}
              >
                <span className="text-lg leading-tight">{document.name}</span>
                {place && <span className="text-quiet block text-sm">{place}</span>}
                {obstacles.map(({ text }) => (
                  <span key={text} className="block text-sm font-bold">
                    Not open to {calledOf(client)} here: {text}
                  </span>
                ))}
                {limits.map(({ caution, limit }) => (
                  <span key={caution} className="text-quiet block text-sm">
                    {library.lexicon.cautions.get(caution)?.name ?? caution}: {limit}
                  </span>
                ))}
              </button>
            </li>
          );
        })}
      </ul>
    </>
  );
}

/** Before anything is typed: what stands near it on the ladder, and what is easier and does the same. */
function suggestions(library: IndexedLibrary, of: MovementDocument, openness: Openness): readonly Choice[] {
  const isOpen = (movementId: string) => openness.isOpen(movementId);
  const { ladder, lexicon } = library;
  const leverName = (lever: string) => lexicon.levers.get(lever)?.name ?? lever;
  const near = (direction: 'easier' | 'harder'): readonly Choice[] =>
    nearest(ladder, of.id, direction, isOpen)
      .slice(0, NEAR_MOST)
      .map(({ movementId, steps }) => ({
        movementId,
        place: `${direction}: ${[...new Set(steps.flatMap(({ levers }) => levers.map(leverName)))].join(', ')}`,
      }));
  const among = library.revisions.map(({ document }) => document);
  const standIns = fallbacks({ of, among, ladder, lexicon, isOpen }).map(({ movementId, purpose }) => ({
    movementId,
    place: `easier: ${PURPOSE_WORDS[purpose]}`,
  }));
  return [...near('easier'), ...standIns, ...near('harder')];
}

/** What those who are here have done comes first. */
function doneHere({ brief }: BriefIndex): ReadonlyMap<string, number> {
  const doneBy = new Map<string, number>();
  for (const { history } of brief.clients) for (const id of Object.keys(history)) doneBy.set(id, (doneBy.get(id) ?? 0) + 1);
  return doneBy;
}
