import type { Load } from '../movement/load.ts';
import type { MovementDocument } from '../movement/movementDocument.ts';

/** What to start from when nothing else is known: nothing added. */
export const BODYWEIGHT = { kind: 'bodyweight' } as const satisfies Load;

/** The first target of a movement: the lower end of its dose. */
export function startingTarget(document: Pick<MovementDocument, 'dose'>): number {
  return document.dose.kind === 'distance' ? document.dose.metres : document.dose.low;
}
