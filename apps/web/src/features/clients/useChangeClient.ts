import { useMutation, useQueryClient } from '@tanstack/react-query';
import type { ClientDocument } from '@waxwing/core/client';
import type { ClientSummary } from '@waxwing/core/api';
import { api } from '../../shared/api.ts';

/** The record without what the server adds to it. */
export function documentOf({ clientId: _clientId, version: _version, ...document }: ClientSummary): ClientDocument {
  return document;
}

/** Changes a client's record on the version that is shown; all lists that show them are fetched anew. */
export function useChangeClient(client: ClientSummary) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (part: Partial<ClientDocument>) =>
      api.put<ClientSummary>(`clients/${client.clientId}`, {
        version: client.version,
        document: { ...documentOf(client), ...part },
      }),
    onSuccess: async (changed) => {
      queries.setQueryData(['clients', changed.clientId], changed);
      await queries.invalidateQueries();
    },
  });
}
