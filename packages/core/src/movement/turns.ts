import type { MovementDocument } from './movementDocument.ts';
import type { DoseKind } from './terms.ts';

/** By how much reps are more in all than their dose says: twice as many where they go by turns and the dose is of each side. */
export function turnsOf({ laterality, dose }: Pick<MovementDocument, 'laterality' | 'dose'>, unit: DoseKind): 1 | 2 {
  // Seconds of what goes by turns are of both sides together.
  return laterality === 'alternating' && dose.perSide && unit === 'reps' ? 2 : 1;
}
