import { ladderOf, reach } from '../ladder/ladder.ts';
import type { MovementDocument } from '../movement/movementDocument.ts';

/**
 * What of a library a session may need away from the network: what was picked, all that is easier or harder than it, and whatever
 * those send somebody to (a regression, something else for a caution, the parts of a joined movement), with what is easier than that.
 */
export function movementsForFloor(picked: Iterable<string>, documents: readonly MovementDocument[]): ReadonlySet<string> {
  const byId = new Map(documents.map((document) => [document.id, document]));
  const ladder = ladderOf(documents);
  const onLadders = new Set([...reach(ladder, picked, 'easier'), ...reach(ladder, picked, 'harder')]);
  const named = [...onLadders].flatMap((id) => {
    const { faults = [], cautions = [], components = [] } = byId.get(id) ?? {};
    return [...faults.map(({ regressTo }) => regressTo), ...cautions.map(({ instead }) => instead), ...components];
  });
  const sentTo = named.filter((id): id is string => id !== undefined && byId.has(id));
  return new Set([...onLadders, ...reach(ladder, sentTo, 'easier')]);
}
