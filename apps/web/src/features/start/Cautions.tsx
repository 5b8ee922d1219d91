import { lowerFirst } from '@waxwing/core/movement';
import type { ClientSummary } from '@waxwing/core/api';
import type { IndexedLibrary } from '../../shared/queries.ts';

/** What to mind with this client, before anything is picked. */
export function Cautions({ client, library }: { client: ClientSummary; library: IndexedLibrary }) {
  return (
    <ul className="mb-3">
      {client.cautions.map((each) => {
        const entry = library.lexicon.cautions.get(each.caution);
        return (
          <li key={each.caution} className="py-0.5">
            <b className="border-accent border-b-4">
              {each.side && `${each.side} `}
              {lowerFirst(entry?.name ?? each.caution)}
            </b>{' '}
            {each.note} <span className="text-quiet">{entry?.general}</span>
          </li>
        );
      })}
    </ul>
  );
}
