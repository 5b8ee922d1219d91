import { seededRandom } from '@waxwing/core/planning';

/** Seeded chance: the same seed gives the same ten weeks. */
export interface Chance {
  /** 0 ≤ x < 1. */
  next(): number;
  /** True with this probability. */
  is(probability: number): boolean;
  /** A whole number from `low` to `high`. */
  between(low: number, high: number): number;
}

export function chanceFrom(seed: number): Chance {
  const next = seededRandom(seed);
  return {
    next,
    is: (probability) => next() < probability,
    between: (low, high) => low + Math.floor(next() * (high - low + 1)),
  };
}
