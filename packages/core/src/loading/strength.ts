/**
 * Strength from one set. Epley (1985): 1RM = w·(1 + r/30). Brzycki (1993): 1RM = w·36/(37 − r). `w` is the load in any one unit, `r` the reps
 * to failure: reps made plus reps in reserve. Up to ten reps their mean, beyond that Epley alone; at ten they agree.
 */
const AGREE_AT = 10;
/** Beyond this an estimate is rough: endurance decides more than strength. */
export const ROUGH_ABOVE = 12;

type Formula = 'mean' | 'epley';

/** A one-repetition maximum with the formula on which it lies, so that a prediction goes back the way it came. */
export interface StrengthEstimate {
  /** In the unit of the load that it was made from. */
  readonly oneRm: number;
  readonly formula: Formula;
  readonly isRough: boolean;
}

function factor(reps: number, formula: Formula): number {
  const epley = 1 + reps / 30;
  return formula === 'epley' || reps > AGREE_AT ? epley : (epley + 36 / (37 - reps)) / 2;
}

/** `null` for no load or no rep: nothing follows from it. */
export function estimateStrength(load: number, reps: number, reserve: number): StrengthEstimate | null {
  const toFailure = reps + reserve;
  if (!(load > 0) || !(reps > 0)) return null;
  const formula = toFailure <= AGREE_AT ? 'mean' : 'epley';
  return { oneRm: load * factor(toFailure, formula), formula, isRough: toFailure > ROUGH_ABOVE };
}

/** Reps to failure at a load, not rounded; 0 when it is above the maximum. */
export function repsAt({ oneRm, formula }: StrengthEstimate, load: number): number {
  if (!(load > 0)) return Infinity;
  const ratio = oneRm / load;
  const epley = 30 * (ratio - 1);
  if (formula === 'epley' || epley >= AGREE_AT) return Math.max(0, epley);
  // 2·ratio = 1 + r/30 + 36/(37 − r), solved for r; the smaller root is the one under 37.
  const b = 7 + 60 * ratio;
  const c = 2220 * ratio - 2190;
  return Math.max(0, (b - Math.sqrt(b * b - 4 * c)) / 2);
}

/** The load for so many reps with so many in reserve, not yet snapped to anything that exists. */
export function loadFor({ oneRm, formula }: StrengthEstimate, reps: number, reserve: number): number {
  return oneRm / factor(reps + reserve, formula);
}

/** Counts as reached what the arithmetic misses by less than a rounding error. */
export function wholeReps(reps: number): number {
  return Math.floor(reps + 1e-9);
}
