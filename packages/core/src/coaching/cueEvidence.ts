import type { ResolvedCue, ResolvedFault } from '../movement/resolvedMovement.ts';
import { NO_TALLY, type CueTally } from './cueTally.ts';
import { SHRINKAGE, priorOfPlace } from './rankCues.ts';

/** How a cue did, and what that says of it. */
export interface CueEvidence extends CueTally {
  /** Estimated chance that it fixes the fault, 0–1, as ranking reckons. */
  readonly estimate: number;
  /** Between which the chance lies nine times of ten, 0–1. */
  readonly band: { readonly low: number; readonly high: number };
}

/** The 95% point of the normal distribution: a band of nine in ten. */
const Z = 1.645;

/** Trials of one cue against faults of one movement, summed. */
export function sumOf(tallies: readonly CueTally[]): CueTally {
  return tallies.reduce(
    (sum, { trials, score, fixed }) => ({
      trials: sum.trials + trials,
      score: sum.score + score,
      fixed: sum.fixed + fixed,
    }),
    NO_TALLY,
  );
}

/** What trials say of a cue that stands at a place (from 0) for its fault. The band is Wilson's (1927), which holds for few trials too. */
export function cueEvidence(tally: CueTally, place: number): CueEvidence {
  const { trials, score } = tally;
  const estimate = (score + SHRINKAGE * priorOfPlace(place)) / (trials + SHRINKAGE);
  if (trials === 0) return { ...tally, estimate, band: { low: 0, high: 1 } };
  const share = score / trials;
  const spread = (Z * Z) / trials;
  const centre = (share + spread / 2) / (1 + spread);
  const half = (Z * Math.sqrt((share * (1 - share)) / trials + spread / (4 * trials))) / (1 + spread);
  return { ...tally, estimate, band: { low: Math.max(0, centre - half), high: Math.min(1, centre + half) } };
}

/** Cues of a fault in the order of what works, and what speaks for it. */
export interface CueOrder {
  readonly cues: readonly ResolvedCue[];
  readonly reasons: readonly string[];
}

/** Fewer trials move nothing: with three of three an estimate is still as much the library's as its own. */
const TRIALS_TO_MOVE = 4;

/**
 * The order in which a fault's cues would stand if what they did so far decided; nothing where that is the order in which they stand. What
 * was hardly tried keeps its place among the others.
 */
export function orderByEvidence(fault: ResolvedFault, tallyOf: (cueId: string) => CueTally): CueOrder | null {
  const judged = fault.cues.map((cue, place) => ({ cue, place, evidence: cueEvidence(tallyOf(cue.cueId), place) }));
  const valueOf = ({ place, evidence }: (typeof judged)[number]) =>
    evidence.trials >= TRIALS_TO_MOVE ? evidence.estimate : priorOfPlace(place);
  const ordered = judged.toSorted((a, b) => valueOf(b) - valueOf(a) || a.place - b.place);
  const moved = ordered.filter(({ place, evidence }, at) => place !== at && evidence.trials >= TRIALS_TO_MOVE);
  if (moved.length === 0) return null;
  return {
    cues: ordered.map(({ cue }) => cue),
    reasons: moved.map(({ cue, evidence }) => `“${cue.text}” fixed it ${evidence.fixed} of ${evidence.trials} times`),
  };
}
