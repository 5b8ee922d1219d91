import type { MovementDocument } from '@waxwing/core/movement';
import { adviseLoad, rackFor, targetReserveOf, type Inventory, type LoadAdvice } from '@waxwing/core/loading';
import type { ClientSummary, HistoryAnswer } from '@waxwing/core/api';
import type { IndexedLibrary } from './queries.ts';
import { useStancesInForce } from './viewpoint.ts';

/** The load to take of any movement for a client, out of what there is at a place. */
export function useAdvise(
  library: IndexedLibrary,
  client: ClientSummary,
  history: HistoryAnswer,
  inventory: Inventory | null,
): (document: MovementDocument) => LoadAdvice {
  const stances = useStancesInForce(library, client);
  return (document) =>
    adviseLoad({
      document,
      rack: rackFor(document, inventory),
      last: history.movements[document.id] ?? null,
      due: history.due.find(({ movementId }) => movementId === document.id) ?? null,
      targetReserve: targetReserveOf(stances),
      isAlone: inventory?.alone === true,
      answers: history.answers,
    });
}
