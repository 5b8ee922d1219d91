/** Seeded chance (mulberry32): the same seed gives the same ten weeks. */
export interface Chance {
  /** 0 ≤ x < 1. */
  next(): number;
  /** True with this probability. */
  is(probability: number): boolean;
  /** A whole number from `low` to `high`. */
  between(low: number, high: number): number;
}

export function chanceFrom(seed: number): Chance {
  let state = seed >>> 0;
  const next = () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = state;
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
  return {
    next,
    is: (probability) => next() < probability,
    between: (low, high) => low + Math.floor(next() * (high - low + 1)),
  };
}
