import { nearest } from '../ladder/ladder.ts';
import { adviseLoad, type LoadAdvice } from '../loading/adviseLoad.ts';
import type { RungStep } from '../loading/nextSet.ts';
import { targetReserveOf } from '../loading/parameters.ts';
import { isLyingPress } from '../loading/raise.ts';
import type { MovementDocument } from '../movement/movementDocument.ts';
import type { ClientBrief } from './brief.ts';
import type { BriefIndex } from './briefIndex.ts';

/** What a brief says of neighbours doesn't change with the hour, and every tap asks for it. */
const NEIGHBOURS = new WeakMap<BriefIndex, Map<string, RungStep | null>>();

/**
 * The nearest movement in a direction that is open to this client here; upward only one that may be proposed to them. `null`
 * when there is none.
 */
export function neighbour(
  index: BriefIndex,
  clientId: string,
  movementId: string,
  direction: 'easier' | 'harder',
): RungStep | null {
  const known = NEIGHBOURS.get(index) ?? new Map<string, RungStep | null>();
  NEIGHBOURS.set(index, known);
  const key = `${clientId} ${movementId} ${direction}`;
  const before = known.get(key);
  if (before !== undefined) return before;
  const found = findNeighbour(index, clientId, movementId, direction);
  known.set(key, found);
  return found;
}

function findNeighbour(index: BriefIndex, clientId: string, movementId: string, direction: 'easier' | 'harder'): RungStep | null {
  const may = (id: string) => (direction === 'easier' ? index.isOpen(clientId, id) : index.isAdvised(clientId, id));
  const [path] = nearest(index.ladder, movementId, direction, may);
  const revision = path && index.revision(path.movementId);
  const client = index.client(clientId);
  if (!revision || !client) return null;
  return {
    movementId: revision.document.id,
    name: revision.document.name,
    levers: path.steps.flatMap((step) => step.levers),
    target: adviceFor(index, client, revision.document).target,
    // Both directions are the same edges: what must be shown stands on the step out of the easier end.
    shownFirst: path.steps[0]!.shownFirst.reps ?? path.steps[0]!.shownFirst.seconds ?? 0,
  };
}

export function isAloneUnder(index: BriefIndex, document: MovementDocument): boolean {
  return index.brief.inventory?.alone === true && isLyingPress(document);
}

/** The load and the target of a movement that is taken up on the floor: the same judgement as in a plan. */
export function adviceFor(index: BriefIndex, client: ClientBrief, document: MovementDocument): LoadAdvice {
  const past = client.history[document.id];
  return adviseLoad({
    document,
    rack: index.rack(document.id),
    last: past ?? null,
    due: client.due.find((decision) => decision.movementId === document.id) ?? null,
    targetReserve: targetReserveOf(index.stances(client.clientId)),
    isAlone: isAloneUnder(index, document),
    ...(client.answers && { answers: client.answers }),
  });
}
