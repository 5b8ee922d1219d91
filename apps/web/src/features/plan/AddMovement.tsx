import type { MovementDocument } from '@waxwing/core/movement';
import { hindrancesOf, isClosing, type PlanContext } from '@waxwing/core/planning';
import { Plus } from 'lucide-react';
import { useState, type Ref } from 'react';
import { FoundByKeys } from '../../shared/FoundByKeys.tsx';
import { useDoneBy, type IndexedLibrary } from '../../shared/queries.ts';
import { searchOf } from '../../shared/searchOf.ts';
import { SearchField } from '../../shared/SearchField.tsx';
import { Understood } from '../../shared/Understood.tsx';

interface AddMovementProps {
  readonly library: IndexedLibrary;
  readonly context: PlanContext;
  readonly laneIds: readonly string[];
  /** What it is added to, in words. */
  readonly to: string;
  /** How often the plan has it. */
  readonly timesIn: (movementId: string) => number;
  readonly query: string;
  readonly onQuery: (query: string) => void;
  readonly onAdd: (document: MovementDocument) => void;
  readonly fieldRef: Ref<HTMLDivElement>;
}

const FOUND_MOST = 12;

const timesText = (times: number) => (times === 2 ? 'twice' : `${times} times`);

/** A search over the library: what is found goes into the block that was named, what is open to all of them first. */
export function AddMovement({ library, context, laneIds, to, timesIn, query, onQuery, onAdd, fieldRef }: AddMovementProps) {
  const doneBy = useDoneBy();
  const [added, setAdded] = useState<string | null>(null);
  const answer = query.trim() === '' ? null : searchOf(library).answer(query, { limit: FOUND_MOST, doneBy });
  const found = (answer?.hits ?? []).flatMap(({ movementId }) => library.revision(movementId)?.document ?? []);
  return (
    <section aria-label="Add a movement" ref={fieldRef} className="bg-base-100 top-0 z-10 lg:sticky">
      <FoundByKeys>
        <SearchField
          label="Find a movement to add"
          placeholder={`Add to ${to}`}
          value={query}
          className="min-h-12"
          onSearch={onQuery}
        />
        {answer && <Understood answer={answer} library={library} query={query} onQuery={onQuery} />}
        {answer && found.length === 0 && <p className="text-quiet mt-2">Nothing found.</p>}
        <ul data-found={query} className="mt-1 max-h-[55dvh] overflow-y-auto">
          {found.map((document) => {
            const hindrances = hindrancesOf(document.id, laneIds, context);
            const isShut = hindrances.some(isClosing);
            const why = [...new Set(hindrances.map(({ text }) => text))].join('; ');
            return (
              <li key={document.id} className="border-base-300 border-b">
                <button
                  type="button"
                  aria-label={`Add ${document.name}`}
                  className="hover:bg-base-200 flex min-h-11 w-full cursor-pointer items-center gap-2 px-1 py-1.5 text-left leading-tight"
                  onClick={() => {
                    const before = timesIn(document.id);
                    onAdd(document);
                    setAdded(
                      before === 0 ? document.name : `${document.name}, again: it is in the plan ${timesText(before + 1)} now`,
                    );
                  }}
                >
                  <Plus aria-hidden="true" size={16} className="shrink-0" />
                  <span>
                    {document.name}
                    {isShut && <b className="block text-sm">Not for them here: {why}</b>}
                    {!isShut && why && <span className="text-quiet block text-sm">Not yet: {why}</span>}
                  </span>
                </button>
              </li>
            );
          })}
        </ul>
        <p role="status" className="text-quiet min-h-6 text-sm">
          {added && `Added: ${added}`}
        </p>
      </FoundByKeys>
    </section>
  );
}
