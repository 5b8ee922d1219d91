import { useState } from 'react';
import { FoundByKeys } from '../../shared/FoundByKeys.tsx';
import type { IndexedLibrary } from '../../shared/queries.ts';
import { searchOf } from '../../shared/searchOf.ts';
import { SearchField } from '../../shared/SearchField.tsx';

interface FindRungProps {
  readonly library: IndexedLibrary;
  readonly onPick: (familyId: string, movementId: string) => void;
}

/** As many as stand beside the field without covering the ladder. */
const SHOWN = 6;

/** Goes to a movement on its ladder, in whichever family that is. */
export function FindRung({ library, onPick }: FindRungProps) {
  const [query, setQuery] = useState('');
  const { hits } = searchOf(library).answer(query, { limit: SHOWN });
  return (
    <div className="relative w-72">
      <FoundByKeys>
        <SearchField
          label="Find on the ladders"
          placeholder="Find a movement"
          value={query}
          className="min-h-11"
          onSearch={setQuery}
        />
        {query.trim() !== '' && (
          <ul
            data-found={query}
            aria-label="Found on the ladders"
            className="bg-panel border-base-300 absolute top-full z-20 mt-1 w-full border-2 px-3 py-1"
          >
            {hits.length === 0 && <li className="text-quiet py-2">Nothing found.</li>}
            {hits.flatMap(({ movementId }) => {
              const document = library.revision(movementId)?.document;
              if (!document) return [];
              return (
                <li key={movementId}>
                  <button
                    type="button"
                    className="link min-h-11 cursor-pointer"
                    onClick={() => {
                      onPick(document.family, movementId);
                      setQuery('');
                    }}
                  >
                    {document.name}
                  </button>
                </li>
              );
            })}
          </ul>
        )}
      </FoundByKeys>
    </div>
  );
}
