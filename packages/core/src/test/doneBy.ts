import type { MovementDocument } from '../movement/movementDocument.ts';
import type { Laterality } from '../movement/terms.ts';

/** As much of a movement as counting its sides takes; dosed for each side where it has sides. */
export function doneBy(laterality: Laterality, perSide = laterality !== 'both'): Pick<MovementDocument, 'laterality' | 'dose'> {
  return { laterality, dose: { kind: 'reps', low: 8, high: 12, ...(perSide && { perSide }) } };
}
