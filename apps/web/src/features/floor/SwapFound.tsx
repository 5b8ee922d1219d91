import { lowerFirst } from '@waxwing/core/movement';
import { nearest } from '@waxwing/core/ladder';
import { opennessOf } from '@waxwing/core/progress';
import { firstName } from '@waxwing/core/client';
import type { BriefIndex, LaneSituation } from '@waxwing/core/session';
import { useMemo } from 'react';
import { useLibrary, type IndexedLibrary } from '../../shared/queries.ts';
import { Loading } from '../../shared/states.tsx';
import { Understood } from '../../shared/Understood.tsx';
import type { FloorSession } from './floorSession.ts';
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
        },
        practice: null,
      }),
    [library, index, client],
  );
  const answer = query.trim() === '' ? null : library.search.answer(query, { limit: FOUND_MOST, doneBy: doneHere(index) });
  const leverName = (lever: string) => library.lexicon.levers.get(lever)?.name ?? lever;
  const near = (direction: 'easier' | 'harder'): readonly Choice[] =>
    nearest(library.ladder, item.movementId, direction, (id) => openness.isOpen(id))
      .slice(0, NEAR_MOST)
      .map(({ movementId, steps }) => ({
        movementId,
        place: `${direction}: ${[...new Set(steps.flatMap(({ levers }) => levers.map(leverName)))].join(', ')}`,
      }));
  const found: readonly Choice[] = answer ? answer.hits : [...near('easier'), ...near('harder')];
  const choices = found.filter(({ movementId }) => movementId !== item.movementId);
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
                    Not open to {firstName(client.name)} here: {text}
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

/** What those who are here have done comes first. */
function doneHere({ brief }: BriefIndex): ReadonlyMap<string, number> {
  const doneBy = new Map<string, number>();
  for (const { history } of brief.clients) for (const id of Object.keys(history)) doneBy.set(id, (doneBy.get(id) ?? 0) + 1);
  return doneBy;
}
