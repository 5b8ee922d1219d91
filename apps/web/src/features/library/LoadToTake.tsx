import { amountText, loadTextIn, type MovementDocument } from '@waxwing/core/movement';
import { loadFormsOf } from '@waxwing/core/loading';
import { firstName } from '@waxwing/core/client';
import type { ClientSummary } from '@waxwing/core/api';
import { Choice } from '../../shared/Choice.tsx';
import { useHistory, usePlaces, type IndexedLibrary } from '../../shared/queries.ts';
import { useAddress } from '../../shared/useAddress.ts';
import { useAdvise } from '../../shared/useAdvise.ts';

interface LoadToTakeProps {
  readonly client: ClientSummary;
  readonly library: IndexedLibrary;
  readonly document: MovementDocument;
}

/** For a chosen client: what to take of this, here, and why. */
export function LoadToTake({ client, library, document }: LoadToTakeProps) {
  const history = useHistory(client.clientId);
  if (!history.data || loadFormsOf(document).length === 0) return null;
  return <Advice client={client} library={library} document={document} history={history.data} />;
}

function Advice({ client, library, document, history }: LoadToTakeProps & { history: Parameters<typeof useAdvise>[2] }) {
  const address = useAddress();
  const places = usePlaces().data ?? [];
  const place = places.find(({ placeId }) => placeId === address.get('place')) ?? places[0] ?? null;
  const advise = useAdvise(library, client, history, place?.inventory ?? null);
  const { load, target, reasons } = advise(document);
  return (
    <div className="mb-4 flex flex-wrap items-baseline gap-x-2">
      <span className="text-lg">
        <b>
          {loadTextIn(load, client.unit ?? 'kg')}, {amountText(target, document.dose.kind)}
          {document.dose.perSide && ' a side'}
        </b>{' '}
        for {firstName(client.name)}
      </span>
      <Choice
        label="With the kit of"
        none="anywhere"
        value={place?.placeId ?? null}
        options={places.map(({ placeId, name }) => ({ value: placeId, text: `at ${name}` }))}
        onChoose={(placeId) => address.set({ place: placeId || null })}
      />
      <span className="text-quiet">{reasons.join('; ')}</span>
    </div>
  );
}
