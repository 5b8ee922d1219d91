import { nextRungs, type NextRung } from '@waxwing/core/progress';
import type { ClientSummary } from '@waxwing/core/api';
import { Link } from 'react-router';
import { Choice } from '../../shared/Choice.tsx';
import { usePlaces, type IndexedLibrary } from '../../shared/queries.ts';
import { useAddress } from '../../shared/useAddress.ts';
import { useViewpoint } from '../../shared/viewpoint.ts';

/** What is open to them next on each ladder, and why not more. */
export function OnTheLadders({ client, library }: { client: ClientSummary; library: IndexedLibrary }) {
  const places = usePlaces();
  const address = useAddress();
  const place = address.get('place');
  const { openness } = useViewpoint(client.clientId, place);
  const rungs = openness
    ? nextRungs(library.ladder, openness, (id) => library.revision(id)?.document)
    : new Map<string, readonly NextRung[]>();
  return (
    <section aria-label="On the ladders">
      <div className="flex flex-wrap items-baseline gap-x-4">
        <h2 className="text-xl">Next on the ladders</h2>
        <span className="ml-auto">
          <Choice
            label="Kit of"
            none="whatever kit there is"
            value={place}
            options={(places.data ?? []).map(({ placeId, name }) => ({ value: placeId, text: `with the kit of ${name}` }))}
            onChoose={(placeId) => address.set({ place: placeId || null })}
          />
        </span>
      </div>
      {openness && rungs.size === 0 && <p className="text-quiet">Nothing is clean yet: the next steps show once something is.</p>}
      <ul>
        {[...rungs].map(([family, steps]) => (
          <li key={family} className="border-base-300 grid gap-x-5 border-t py-2 md:grid-cols-[13rem_1fr]">
            <Link className="heading hover:underline" to={`/ladders/${family}?for=${client.clientId}`}>
              {library.lexicon.families.get(family)?.name ?? family}
            </Link>
            <ul>
              {steps.map(({ document, why }) => (
                <li key={document.id}>
                  <Link className="hover:underline" to={`/library/${document.id}?for=${client.clientId}`}>
                    {document.name}
                  </Link>
                  {why.length === 0 ? (
                    <b className="text-success"> open</b>
                  ) : (
                    <span className="text-quiet"> not yet: {why.join('; ')}</span>
                  )}
                </li>
              ))}
            </ul>
          </li>
        ))}
      </ul>
    </section>
  );
}
