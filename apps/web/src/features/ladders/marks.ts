import { firstName } from '@waxwing/core/client';
import type { Openness } from '@waxwing/core/progress';
import type { ClientSummary, MarksAnswer } from '@waxwing/core/api';

/** What stands on a rung: the chosen client's mark, or everybody's names where they have come to. */
export interface RungMarks {
  of(movementId: string): { readonly mark: string | null; readonly people: readonly string[]; readonly obstacle: string | null };
}

export function marksFor(openness: Openness | null, everybody: MarksAnswer, clients: readonly ClientSummary[]): RungMarks {
  const nameOf = new Map(clients.map(({ clientId, name }) => [clientId, firstName(name)]));
  return {
    of: (movementId) => {
      if (openness) {
        const [first] = openness.obstaclesTo(movementId);
        return { mark: openness.markOf(movementId), people: [], obstacle: first?.text ?? null };
      }
      const people = everybody
        .filter((each) => each.movementId === movementId)
        .flatMap(({ clientId }) => nameOf.get(clientId) ?? []);
      return { mark: null, people, obstacle: null };
    },
  };
}
