import TinyQueue from 'tinyqueue';
import { findCycle } from '../movement/cycle.ts';
import { isInUse } from '../movement/inUse.ts';
import type { MovementDocument, ShownFirst } from '../movement/movementDocument.ts';
import type { Lever } from '../movement/terms.ts';

/** A directed step to a harder movement. */
export interface Step {
  readonly from: string;
  readonly to: string;
  readonly levers: readonly Lever[];
  readonly shownFirst: ShownFirst;
  readonly sideBranch: boolean;
}

/** The graph of harder steps over a set of movements. Easier steps are the same edges read backwards. */
export interface Ladder {
  readonly movementIds: readonly string[];
  harderFrom(movementId: string): readonly Step[];
  easierFrom(movementId: string): readonly Step[];
}

/**
 * What a step along a lever costs a client to take, in arbitrary units: small changes first, another way of
 * carrying the body last. Used to find the nearest neighbour, never shown.
 */
export const LEVER_COST: Readonly<Record<Lever, number>> = {
  'set-up': 1,
  volume: 1,
  range: 1.5,
  tempo: 1.5,
  grip: 1.5,
  load: 2,
  'load-position': 2,
  'arm-position': 2,
  support: 2,
  'lever-arm': 2.5,
  base: 2.5,
  surface: 3,
  plane: 3,
  speed: 3,
  limbs: 3.5,
  coordination: 3.5,
};

export function stepCost(step: Step): number {
  return step.levers.reduce((sum, lever) => sum + LEVER_COST[lever], 0);
}

/** Builds the graph of what is in use. Steps to movements outside the set are left out (a pack may name what is not here). */
export function ladderOf(documents: Iterable<MovementDocument>): Ladder {
  const all = [...documents].filter(isInUse);
  const ids = new Set(all.map((document) => document.id));
  const harder = new Map<string, Step[]>();
  const easier = new Map<string, Step[]>();
  const add = (map: Map<string, Step[]>, key: string, step: Step) => {
    const steps = map.get(key);
    if (steps) steps.push(step);
    else map.set(key, [step]);
  };
  for (const document of all) {
    for (const edge of document.harder) {
      if (!ids.has(edge.to)) continue;
      const step: Step = { ...edge, from: document.id, sideBranch: edge.sideBranch ?? false };
      add(harder, step.from, step);
      add(easier, step.to, step);
    }
  }
  return {
    movementIds: [...ids],
    harderFrom: (movementId) => harder.get(movementId) ?? [],
    easierFrom: (movementId) => easier.get(movementId) ?? [],
  };
}

/** The first loop of harder steps, as the ids along it with the first repeated at the end; `null` when there is none. */
export function findLoop(ladder: Ladder): readonly string[] | null {
  return findCycle(ladder.movementIds, (id) => ladder.harderFrom(id).map((step) => step.to));
}

/** Each movement's rung: the longest path of harder steps that leads to it, counted from 0. The ladder must have no loop. */
export function rungs(ladder: Ladder): ReadonlyMap<string, number> {
  const found = new Map<string, number>();
  const rungOf = (id: string): number => {
    const known = found.get(id);
    if (known !== undefined) return known;
    const rung = ladder.easierFrom(id).reduce((most, step) => Math.max(most, rungOf(step.from) + 1), 0);
    found.set(id, rung);
    return rung;
  };
  for (const id of ladder.movementIds) rungOf(id);
  return found;
}

/** A way from one movement to another. */
export interface LadderPath {
  readonly steps: readonly Step[];
  readonly cost: number;
}

/**
 * Dijkstra over summed lever cost, from any of several movements at once, through and to movements that `isOpen` allows only.
 * Ties keep the library's order. The origins themselves are in the answer, at no cost.
 */
function spread(
  ladder: Ladder,
  origins: Iterable<string>,
  direction: 'easier' | 'harder',
  isOpen: (movementId: string) => boolean,
  goal?: string,
): ReadonlyMap<string, LadderPath> {
  const best = new Map<string, LadderPath>();
  const settled = new Set<string>();
  let asked = 0;
  const queue = new TinyQueue<{ readonly id: string; readonly cost: number; readonly place: number }>(
    [],
    (a, b) => a.cost - b.cost || a.place - b.place,
  );
  for (const id of origins) {
    best.set(id, { steps: [], cost: 0 });
    queue.push({ id, cost: 0, place: asked++ });
  }
  for (let here = queue.pop(); here; here = queue.pop()) {
    if (here.id === goal) break;
    if (settled.has(here.id)) continue;
    settled.add(here.id);
    const path = best.get(here.id)!;
    for (const step of direction === 'easier' ? ladder.easierFrom(here.id) : ladder.harderFrom(here.id)) {
      const next = direction === 'easier' ? step.from : step.to;
      if (settled.has(next) || !isOpen(next)) continue;
      const cost = path.cost + stepCost(step);
      if (cost >= (best.get(next)?.cost ?? Infinity)) continue;
      best.set(next, { steps: [...path.steps, step], cost });
      queue.push({ id: next, cost, place: asked++ });
    }
  }
  return best;
}

/** Nearest movements in one direction, nearest first by summed lever cost, through and to open ones only. */
export function nearest(
  ladder: Ladder,
  from: string,
  direction: 'easier' | 'harder',
  isOpen: (movementId: string) => boolean,
): readonly (LadderPath & { readonly movementId: string })[] {
  return [...spread(ladder, [from], direction, isOpen)]
    .filter(([movementId]) => movementId !== from)
    .map(([movementId, path]) => ({ movementId, ...path }))
    .sort((a, b) => a.cost - b.cost);
}

/** The cheapest way up to `goal` from any of `origins`, through open movements only; `null` when there is none. */
export function pathTo(
  ladder: Ladder,
  goal: string,
  origins: Iterable<string>,
  isOpen: (movementId: string) => boolean,
): LadderPath | null {
  return spread(ladder, origins, 'harder', isOpen, goal).get(goal) ?? null;
}

/** Everything that can be reached from `movementIds` in one direction, themselves among them. */
export function reach(ladder: Ladder, movementIds: Iterable<string>, direction: 'easier' | 'harder'): ReadonlySet<string> {
  const found = new Set(movementIds);
  for (const id of found) {
    for (const step of direction === 'easier' ? ladder.easierFrom(id) : ladder.harderFrom(id)) {
      found.add(direction === 'easier' ? step.from : step.to);
    }
  }
  return found;
}
