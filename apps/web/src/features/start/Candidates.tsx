import type { MovementDocument } from '@waxwing/core/movement';
import type { ClientSummary } from '@waxwing/core/api';
import { Plus } from 'lucide-react';
import { useState } from 'react';
import { More } from '../../shared/More.tsx';
import { useDoneBy, type IndexedLibrary } from '../../shared/queries.ts';
import { Understood } from '../../shared/Understood.tsx';
import { useViewpoint } from '../../shared/viewpoint.ts';

interface CandidatesProps {
  readonly library: IndexedLibrary;
  readonly client: ClientSummary;
  readonly query: string;
  readonly onQuery: (query: string) => void;
  /** A room's id, or `home`: what it lacks isn't open there. */
  readonly where: string | null;
  readonly onPick: (document: MovementDocument) => void;
}

/** Rows drawn at first, and added each time the end comes into view. */
const ROWS_AT_ONCE = 30;

/** What can be added: what is open to them here first, the rest with why not. */
export function Candidates({ library, client, query, onQuery, where, onPick }: CandidatesProps) {
  const doneBy = useDoneBy();
  const [more, setDrawn] = useState({ query, rows: ROWS_AT_ONCE });
  // Another search begins at its beginning.
  const drawn = more.query === query ? more.rows : ROWS_AT_ONCE;
  const { openness } = useViewpoint(client.clientId, where);
  const obstaclesTo = (id: string) => openness?.obstaclesTo(id) ?? [];
  const all = library.revisions.map((revision) => revision.document);
  const answer = query.trim() === '' ? null : library.search.answer(query, { limit: 20, doneBy });
  const documents =
    answer === null
      ? // What they may do comes first.
        [...all].sort((a, b) => Number(obstaclesTo(a.id).length > 0) - Number(obstaclesTo(b.id).length > 0))
      : answer.hits.flatMap((hit) => library.revision(hit.movementId)?.document ?? []);
  const cautions = new Set(client.cautions.map((each) => each.caution));
  const cautionName = (id: string) => library.lexicon.cautions.get(id)?.name ?? id;
  return (
    <>
      {answer && <Understood answer={answer} library={library} query={query} onQuery={onQuery} />}
      {documents.length === 0 && <p className="text-quiet mt-3">Nothing found.</p>}
      <ul data-found={query} className="mt-2 max-h-[34rem] overflow-y-auto">
        {documents.slice(0, drawn).map((document) => {
          const obstacles = obstaclesTo(document.id);
          const isShut = obstacles.some(({ kind }) => kind === 'caution');
          const why = obstacles.map(({ text }) => text).join('; ');
          const limit = document.cautions.find((caution) => cautions.has(caution.caution) && !caution.closed);
          return (
            <li key={document.id} className="border-base-300 border-b">
              <button
                type="button"
                aria-label={`Add ${document.name}`}
                className="hover:bg-base-200 flex min-h-12 w-full cursor-pointer items-center gap-2 px-2 py-2 text-left"
                onClick={() => onPick(document)}
              >
                <Plus aria-hidden="true" size={18} className="shrink-0" />
                <span>
                  <span className="text-lg leading-tight">{document.name}</span>
                  {isShut && <span className="block text-sm font-bold">Not open to them: {why}</span>}
                  {!isShut && why && <span className="text-quiet block text-sm">Not yet: {why}</span>}
                  {obstacles.length === 0 && limit && (
                    <span className="text-quiet block text-sm">
                      {cautionName(limit.caution)}: {limit.limit}
                    </span>
                  )}
                </span>
              </button>
            </li>
          );
        })}
        {drawn < documents.length && (
          <li key={drawn}>
            <More onSeen={() => setDrawn({ query, rows: drawn + ROWS_AT_ONCE })} />
          </li>
        )}
      </ul>
    </>
  );
}
