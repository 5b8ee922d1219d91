import { amountText, loadTextIn, type MovementDocument } from '@waxwing/core/movement';
import { firstName } from '@waxwing/core/client';
import type { MovementHistory } from '@waxwing/core/session';
import { Choice } from '../../shared/Choice.tsx';
import { useClients, useHistory, useLibrary } from '../../shared/queries.ts';
import { useAddress } from '../../shared/useAddress.ts';

export interface TakenNumbers {
  readonly clientName: string;
  readonly document: MovementDocument;
  readonly past: MovementHistory;
}

/** One tap takes what a client did last into a tool. */
export function ClientNumbers({
  fits,
  onTake,
}: {
  fits: (past: MovementHistory, document: MovementDocument) => boolean;
  onTake: (numbers: TakenNumbers) => void;
}) {
  const address = useAddress();
  const clients = useClients();
  const { library } = useLibrary();
  const client = clients.data?.find(({ clientId }) => clientId === address.get('for')) ?? null;
  const history = useHistory(client?.clientId ?? null);
  const rows = Object.entries(history.data?.movements ?? {}).flatMap(([id, past]) => {
    const document = library?.revision(id)?.document;
    return document && fits(past, document) ? [{ document, past }] : [];
  });
  return (
    <div className="mt-4">
      <Choice
        label="Take the numbers of"
        none="take a client’s numbers"
        value={client?.clientId ?? null}
        options={(clients.data ?? []).map(({ clientId, name }) => ({ value: clientId, text: name }))}
        onChoose={(clientId) => address.set({ for: clientId || null })}
      />
      {client && (
        <div className="mt-1 flex flex-wrap gap-1.5" role="group" aria-label={`${client.name}, last time`}>
          {rows.map(({ document, past }) => (
            <button
              key={document.id}
              type="button"
              className="btn btn-sm min-h-11 font-normal"
              onClick={() => onTake({ clientName: firstName(client.name), document, past })}
            >
              {document.name}: {amountText(past.done, document.dose.kind)}, {loadTextIn(past.load, client.unit ?? 'kg')}
            </button>
          ))}
          {history.data && rows.length === 0 && <span className="text-quiet">Nothing of theirs fits here yet.</span>}
        </div>
      )}
    </div>
  );
}
