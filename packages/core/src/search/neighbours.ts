import type { Ladder, Step } from '../ladder/ladder.ts';
import type { Lever } from '../movement/terms.ts';

/** A movement along the ladder from another. */
export interface Neighbour {
  readonly movementId: string;
  /** How many steps it is away. */
  readonly steps: number;
}

/** What is easier or harder than a movement, nearest first; with a lever, by steps that move it. */
export function neighboursOf(ladder: Ladder, from: string, direction: 'easier' | 'harder', lever?: Lever): Neighbour[] {
  const moves = ({ levers }: Step) => lever === undefined || levers.includes(lever);
  const nextTo = (id: string) =>
    direction === 'easier'
      ? ladder.easierFrom(id).flatMap((step) => (moves(step) ? [step.from] : []))
      : ladder.harderFrom(id).flatMap((step) => (moves(step) ? [step.to] : []));
  const distance = new Map([[from, 0]]);
  for (const [id, steps] of distance) for (const next of nextTo(id)) if (!distance.has(next)) distance.set(next, steps + 1);
  return [...distance].flatMap(([movementId, steps]) => (steps > 0 ? [{ movementId, steps }] : []));
}
