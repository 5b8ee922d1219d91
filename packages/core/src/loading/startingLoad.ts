import type { Load } from '../movement/load.ts';
import type { MovementDocument } from '../movement/movementDocument.ts';

/** How a movement is loaded, by the kit that it needs: what a form asks for. */
export function loadKindOf(document: MovementDocument): 'bodyweight' | 'pair' | 'single' {
  const { needed } = document.kit;
  if (needed.includes('dumbbells')) return 'pair';
  return needed.includes('kettlebell') || needed.includes('dumbbell') ? 'single' : 'bodyweight';
}

/** What to start from when nothing else is known: nothing added. */
export const BODYWEIGHT = { kind: 'bodyweight' } as const satisfies Load;

/** The first target of a movement: the lower end of its dose. */
export function startingTarget(document: Pick<MovementDocument, 'dose'>): number {
  return document.dose.kind === 'distance' ? document.dose.metres : document.dose.low;
}
