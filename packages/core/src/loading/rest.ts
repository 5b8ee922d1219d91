import type { Load } from '../movement/load.ts';
import type { MovementDocument } from '../movement/movementDocument.ts';

/**
 * Rest for a set that could have gone on for at most so many reps, in seconds. After de Salles et al. (2009), Sports Med 39:765: three
 * minutes and more for strength, one to two for size, under one for endurance.
 */
const REST_BY_REPS_TO_FAILURE: readonly (readonly [most: number, seconds: number])[] = [
  [6, 180],
  [9, 120],
  [14, 90],
  [20, 60],
  [Infinity, 45],
];
const STEP_SECONDS = 15;
const MOST_SECONDS = 300;

function restAt(repsToFailure: number): number {
  return REST_BY_REPS_TO_FAILURE.find(([most]) => repsToFailure <= most)![1];
}

export interface Meant {
  /** Of a side, in the unit of the dose. */
  readonly target: number;
  /** Reps that are meant to be left. */
  readonly reserve: number;
  readonly load: Load;
}

/**
 * Seconds of rest by how heavy a set is meant. Within the movement's own range it is what its author says; fewer reps with a weight mean
 * a heavier one and a longer rest, in the proportion in which the table says so. More reps, for want of the next weight, shorten nothing:
 * the set is no easier.
 */
export function restFor(
  { dose, restSeconds }: Pick<MovementDocument, 'dose' | 'restSeconds'>,
  { target, reserve, load }: Meant,
): number {
  if (dose.kind !== 'reps' || load.kind === 'bodyweight' || target >= dose.low) return restSeconds;
  const wanted = (restSeconds * restAt(target + reserve)) / restAt(dose.low + reserve);
  return Math.min(MOST_SECONDS, Math.round(wanted / STEP_SECONDS) * STEP_SECONDS);
}
