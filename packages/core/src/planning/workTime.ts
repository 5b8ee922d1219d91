import type { Tempo } from '../movement/dose.ts';
import type { MovementDocument } from '../movement/movementDocument.ts';
import type { DoseKind } from '../movement/terms.ts';

/** From the last rep of one side to the first of the other. */
export const SIDE_CHANGE_SECONDS = 4;
/** Between two reps to a tempo: nobody turns round in no time. */
const BETWEEN_REPS_SECONDS = 0.5;
/** Of a movement that nobody has timed: the middle of the starter library. */
const UNKNOWN_REP_SECONDS = 2.4;
const UNKNOWN_METRES_PER_SECOND = 1;

export type Timed = Pick<MovementDocument, 'dose' | 'laterality' | 'repSeconds' | 'metresPerSecond'>;

/** How long a rep takes, in seconds: to the tempo that is asked for, else as people do it. */
export function repSecondsOf({ repSeconds }: Pick<Timed, 'repSeconds'>, tempo?: Tempo | null): number {
  if (!tempo) return repSeconds ?? UNKNOWN_REP_SECONDS;
  const { lowerSeconds, turnSeconds, liftSeconds, finishSeconds } = tempo;
  return lowerSeconds + turnSeconds + liftSeconds + finishSeconds + BETWEEN_REPS_SECONDS;
}

/** Seconds of so much of one side, in whatever unit it is asked for. */
export function secondsOfAmount(
  { metresPerSecond = UNKNOWN_METRES_PER_SECOND }: Pick<Timed, 'metresPerSecond'>,
  unit: DoseKind,
  amount: number,
  repSeconds: number,
): number {
  if (unit === 'seconds') return amount;
  return unit === 'reps' ? amount * repSeconds : amount / metresPerSecond;
}

/** Seconds under work of one set of so many reps, seconds or metres of a side, both sides and the change between them in it. */
export function workSeconds(movement: Timed, amount: number, tempo?: Tempo | null): number {
  const { dose, laterality } = movement;
  const side = secondsOfAmount(movement, dose.kind, amount, repSecondsOf(movement, tempo));
  if (!dose.perSide) return side;
  return 2 * side + (laterality === 'alternating' ? 0 : SIDE_CHANGE_SECONDS);
}

/** From the first rep to the last of all sets, in seconds: rest only between them. */
export function allSetsSeconds(
  movement: Timed & Pick<MovementDocument, 'sets' | 'restSeconds'>,
  amount: number,
  tempo?: Tempo | null,
): number {
  return movement.sets * workSeconds(movement, amount, tempo) + (movement.sets - 1) * movement.restSeconds;
}

/** What a dose asks for at the most, in its own unit. */
export function mostOf(dose: MovementDocument['dose']): number {
  return dose.kind === 'distance' ? dose.metres : dose.high;
}
