import type { Format, Plan, PlanBlock, PlanItem, PlanLane } from './plan.ts';
import type { Part } from './planTerms.ts';

export function newItem(movementId: string, newId: () => string): PlanItem {
  return { itemId: newId(), movementId, own: [] };
}

export function newBlock(part: Part, format: Format, movementIds: readonly string[], newId: () => string): PlanBlock {
  return { blockId: newId(), part, format, items: movementIds.map((id) => newItem(id, newId)) };
}

/** An empty hour for some people, with the one block that every hour has. */
export function newPlan(
  { lanes, minutes, name = '', placeId, atHome, heads }: Partial<Plan> & { readonly lanes: readonly PlanLane[]; readonly minutes: number },
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

/** The plan of an hour that was done without one: what each did, in one block, everybody in their own place of it. */
export function planOfMovements(
  lanes: readonly (PlanLane & { readonly movementIds: readonly string[] })[],
  minutes: number,
  newId: () => string,
): Plan {
  const ids = [...new Set(lanes.flatMap(({ movementIds }) => movementIds))];
  const items = ids.map((movementId): PlanItem => {
    const own = lanes.filter((lane) => !lane.movementIds.includes(movementId)).map(({ laneId }) => ({ laneId, leftOut: true }));
    return { ...newItem(movementId, newId), own };
  });
  const block: PlanBlock = { blockId: newId(), part: 'main', format: { kind: 'sets' }, items };
  return { name: '', minutes, lanes: lanes.map(({ movementIds: _movementIds, ...lane }) => lane), blocks: [block] };
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
