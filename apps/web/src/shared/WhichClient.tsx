import type { ClientSummary } from '@waxwing/core/api';
import type { ReactNode } from 'react';
import { useClients } from './queries.ts';
import { Failed, Loading } from './states.tsx';

interface WhichClientProps {
  /** Those who are not asked about. */
  readonly without: ReadonlySet<string>;
  /** Why somebody can't be picked; nothing when they can. */
  readonly obstacle?: (client: ClientSummary) => string | undefined;
  /** Whom something is being done for: nobody can be picked meanwhile. */
  readonly busyWith: string | null;
  readonly onPick: (client: ClientSummary) => void;
  /** What stands there when there is nobody to pick. */
  readonly nobody: ReactNode;
}

/** The trainer's clients, to pick one by a tap. */
export function WhichClient({ without, obstacle, busyWith, onPick, nobody }: WhichClientProps) {
  const clients = useClients();
  const others = clients.data?.filter(({ clientId }) => !without.has(clientId));
  return (
    <>
      {clients.error && <Failed what="your clients" error={clients.error} onRetry={() => void clients.refetch()} />}
      {!others && !clients.error && <Loading what="your clients" />}
      {others?.length === 0 && <p className="mt-3 text-lg">{nobody}</p>}
      <div className="mt-3 flex flex-wrap gap-2">
        {others?.map((client) => {
          const why = obstacle?.(client);
          return (
            <button
              key={client.clientId}
              type="button"
              className="btn min-h-14 flex-col gap-0 px-5 text-lg"
              disabled={busyWith !== null || why !== undefined}
              onClick={() => onPick(client)}
            >
              {busyWith === client.clientId ? `${client.name} …` : client.name}
              {why && <span className="text-sm font-normal">{why}</span>}
            </button>
          );
        })}
      </div>
    </>
  );
}
