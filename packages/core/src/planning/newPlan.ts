import type { MovementDocument } from '../movement/movementDocument.ts';
import type { Format, OwnPart, Plan, PlanBlock, PlanItem, PlanLane } from './plan.ts';
import type { Part } from './planTerms.ts';

export function newItem(movementId: string, newId: () => string): PlanItem {
  return { itemId: newId(), movementId, own: [] };
}

export function newBlock(part: Part, format: Format, movementIds: readonly string[], newId: () => string): PlanBlock {
  return { blockId: newId(), part, format, items: movementIds.map((id) => newItem(id, newId)) };
}

/** An empty hour for some people, with the one block that every hour has. */
export function newPlan(
  {
    lanes,
    minutes,
    name = '',
    placeId,
    atHome,
    heads,
  }: Partial<Plan> & { readonly lanes: readonly PlanLane[]; readonly minutes: number },
  newId: () => string,
): Plan {
  return {
    name,
    minutes,
    ...(placeId && { placeId }),
    ...(atHome && { atHome }),
    ...(heads && { heads }),
    lanes: [...lanes],
    blocks: [newBlock('main', { kind: 'sets' }, [], newId)],
  };
}

/** What each did in an hour, in order. */
export interface DoneByLane {
  readonly lane: PlanLane;
  readonly documents: readonly MovementDocument[];
}

/** Two who do another version of the same do it in the same place: alike by movement, else by family, else by pattern. */
const ALIKE: readonly ((a: MovementDocument, b: MovementDocument) => boolean)[] = [
  (a, b) => a.id === b.id,
  (a, b) => a.family === b.family,
  (a, b) => a.pattern === b.pattern,
];

/**
 * The plan of an hour that was done without one, in one block: a place for each movement of who did most, where the others do theirs that is
 * most like it; what is like nothing has a place of its own, in which the others sit out.
 */
export function planOfMovements(done: readonly DoneByLane[], minutes: number, newId: () => string): Plan {
  const byLength = [...done].sort((a, b) => b.documents.length - a.documents.length);
  const places: { readonly of: MovementDocument; readonly byLane: Map<string, MovementDocument> }[] = [];
  for (const { lane, documents } of byLength) {
    const left = [...documents];
    for (const isAlike of ALIKE) {
      for (const place of places) {
        const at = place.byLane.has(lane.laneId) ? -1 : left.findIndex((document) => isAlike(place.of, document));
        if (at >= 0) place.byLane.set(lane.laneId, left.splice(at, 1)[0]!);
      }
    }
    for (const document of left) places.push({ of: document, byLane: new Map([[lane.laneId, document]]) });
  }
  const items = places.map(({ of, byLane }): PlanItem => ({
    ...newItem(of.id, newId),
    own: done.flatMap(({ lane: { laneId } }): OwnPart[] => {
      const document = byLane.get(laneId);
      if (!document) return [{ laneId, leftOut: true }];
      return document.id === of.id ? [] : [{ laneId, movementId: document.id }];
    }),
  }));
  const block: PlanBlock = { blockId: newId(), part: 'main', format: { kind: 'sets' }, items };
  return { name: '', minutes, lanes: done.map(({ lane }) => lane), blocks: [block] };
}

/** What a format begins with when it is chosen; seconds and rounds that the one before had stay where they mean the same. */
export function formatOf(kind: Format['kind'], before?: Format): Format {
  const rounds = before && 'rounds' in before ? before.rounds : 3;
  switch (kind) {
    case 'sets':
    case 'build-up':
      return { kind };
    case 'rounds':
      return { kind, rounds, restSeconds: before?.kind === 'rounds' ? before.restSeconds : 60 };
    case 'intervals':
      return { kind, workSeconds: 40, restSeconds: 20, rounds, order: 'by-round' };
    case 'amrap':
      return { kind, seconds: 600 };
    case 'emom':
      return { kind, everySeconds: 60, rounds: 10 };
  }
}

/** A block's format in words: "Pair, 3 rounds", "Intervals 40:20 × 3". */
export function formatText({ format, items, times }: Pick<PlanBlock, 'format' | 'items' | 'times'>): string {
  const again = times && times > 1 ? `, all of it ${times} times` : '';
  const rounds = (n: number) => (n === 1 ? 'once' : `${n} rounds`);
  switch (format.kind) {
    case 'sets':
      return `Straight sets${again}`;
    case 'build-up':
      return `Build-up${again}`;
    case 'rounds': {
      const name = items.length <= 1 ? 'Rounds' : items.length === 2 ? 'Pair' : items.length <= 4 ? 'Giant set' : 'Circuit';
      if (format.rounds === 1) return `Each once${again}`;
      return `${name}, ${rounds(format.rounds)}${again}`;
    }
    case 'intervals':
      return `Intervals ${format.workSeconds}:${format.restSeconds}, ${rounds(format.rounds)}${again}`;
    case 'amrap':
      return `As many rounds as fit, ${minutesText(format.seconds)}${again}`;
    case 'emom':
      return `A start every ${format.everySeconds} s, ${format.rounds} times${again}`;
  }
}

function minutesText(seconds: number): string {
  return seconds % 60 === 0 ? `${seconds / 60} min` : `${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, '0')} min`;
}
