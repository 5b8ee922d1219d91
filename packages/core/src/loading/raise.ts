import type { Dose } from '../movement/dose.ts';
import { amountText } from '../movement/doseText.ts';
import { loadKg, loadText, numberText } from '../movement/loadText.ts';
import type { Load } from '../movement/load.ts';
import type { MovementDocument } from '../movement/movementDocument.ts';
import type { LoadSteps, Makeable } from './makeable.ts';
import { estimateStrength, repsAt, wholeReps, type StrengthEstimate } from './strength.ts';

/** Reps above the top of the range that may bridge a step of the rack, before tempo and levers do. */
export const BRIDGE_REPS = 8;
/** Fewer predicted than this, and more reps at the lower load won't get there: the rack cannot bridge it. */
export const BRIDGE_LEAST = 3;
/** Alone and lying under a weight, somebody has to be able to do this many to failure: about 70% of what they can lift once. */
export const ALONE_REPS = 12;
/** Left in a set unless a stance says otherwise. */
export const TARGET_RESERVE = 2;

/** How much a step is in reps or seconds: two reps, or five seconds of a hold. */
export function stepOf(dose: Dose): number {
  return dose.kind === 'seconds' ? 5 : 2;
}

export function rangeOf(dose: Dose): { readonly low: number; readonly high: number } {
  return dose.kind === 'distance' ? { low: dose.metres, high: dose.metres } : dose;
}

/** Pressing on the back: what falls, falls on whoever presses. */
export function isLyingPress({ pattern, position, kit }: Pick<MovementDocument, 'pattern' | 'position' | 'kit'>): boolean {
  return (
    pattern === 'push' && position === 'supine' && kit.needed.some((id) => /^(dumbbell|kettlebell|barbell|plate|bag)/.test(id))
  );
}

/** What is known when a heavier load is thought of. */
export interface RaiseInput {
  readonly dose: Dose;
  readonly load: Load;
  /** Reps or seconds that were made at it, of one side. */
  readonly done: number;
  /** Reps that were left. */
  readonly reserve: number;
  readonly steps: LoadSteps;
  readonly targetReserve: number;
  /** A lying press with nobody to take the weight. */
  readonly isAlone: boolean;
  /** The lowering was made slower already. */
  readonly isSlowed: boolean;
  /** The best that recent sessions showed; a load that was lowered for form says little about strength. */
  readonly known?: StrengthEstimate | null;
}

/** By which rule a load was raised: the estimate, or, where there is none to make, the range alone. */
export type RaiseRule = 'predicted' | 'tried';

export type Raise =
  | {
      readonly kind: 'load';
      readonly to: Makeable;
      readonly target: number;
      readonly rule: RaiseRule;
      readonly reasons: readonly string[];
    }
  | { readonly kind: 'amount'; readonly target: number; readonly reasons: readonly string[] }
  | { readonly kind: 'tempo'; readonly target: number; readonly reasons: readonly string[] }
  /** Neither load, reps nor tempo are left: a lever, which is a step on the ladder. */
  | { readonly kind: 'lever'; readonly reasons: readonly string[] };

/** Strength from a set of this dose; `null` for holds, distances, and loads without kilograms. */
export function estimateFrom(dose: Dose, load: Load, done: number, reserve: number): StrengthEstimate | null {
  const kg = loadKg(load);
  return dose.kind === 'reps' && kg !== null ? estimateStrength(kg, done, reserve) : null;
}

const oneDecimal = (value: number) => numberText(Math.round(value * 10) / 10);

/** The stronger of two estimates. */
export function strongest(a: StrengthEstimate | null, b: StrengthEstimate | null | undefined): StrengthEstimate | null {
  if (!a || !b) return a ?? b ?? null;
  return b.oneRm > a.oneRm ? b : a;
}

function strengthOf({ dose, load, done, reserve, known }: RaiseInput): StrengthEstimate | null {
  return strongest(estimateFrom(dose, load, done, reserve), known);
}

/** What speaks against the next load, or `null` when it can be taken; then with what is asked of it. */
function judge(
  input: RaiseInput,
  to: Makeable,
): { readonly target: number; readonly rule: RaiseRule; readonly reason: string } | string {
  const { dose, done, targetReserve } = input;
  const { low, high } = rangeOf(dose);
  const estimate = to.kg === null ? null : strengthOf(input);
  if (!estimate || to.kg === null) {
    if (input.isAlone) return `${to.how} can’t be reckoned, and nobody stands by`;
    const what = to.kg === null ? 'has no kilograms' : 'can’t be reckoned from this';
    if (done < high) return `${to.how} ${what}: first the top of the range`;
    return { target: low, rule: 'tried', reason: `${to.how} ${what}: top of the range made, so it is tried` };
  }
  const toFailure = repsAt(estimate, to.kg);
  const predicted = toFailure - targetReserve;
  const says = `${to.how} predicts ${oneDecimal(toFailure)} to failure, ${oneDecimal(Math.max(0, predicted))} with ${targetReserve} in reserve`;
  if (input.isAlone && toFailure + 1e-9 < ALONE_REPS) {
    return `${says}: alone on the back only what could be done ${ALONE_REPS} times`;
  }
  if (predicted + 1e-9 < low) {
    return toFailure < BRIDGE_LEAST ? `${says}: this rack cannot bridge that step` : `${says}, under ${low}`;
  }
  return {
    target: Math.min(high, wholeReps(predicted)),
    rule: 'predicted',
    reason: `${says}${estimate.isRough ? ' (rough: from many reps)' : ''}`,
  };
}

function isBridgeable(input: RaiseInput): boolean {
  const to = input.steps.heavier;
  const estimate = strengthOf(input);
  return !to || to.kg === null || !estimate || repsAt(estimate, to.kg) >= BRIDGE_LEAST;
}

/**
 * How somebody with something left goes on: the next load of this room when it is takeable, that is when the estimate predicts at least the bottom of the
 * range at the target reserve; otherwise more reps (up to eight above the range), then a slower lowering, then a lever.
 */
export function raise(input: RaiseInput): Raise {
  const { dose, done, steps } = input;
  const { high } = rangeOf(dose);
  const verdict = steps.heavier ? judge(input, steps.heavier) : `nothing heavier than ${loadText(input.load)} here`;
  if (steps.heavier && typeof verdict !== 'string') {
    return { kind: 'load', to: steps.heavier, target: verdict.target, rule: verdict.rule, reasons: [verdict.reason] };
  }
  const why = typeof verdict === 'string' ? verdict : verdict.reason;
  const ceiling =
    dose.kind === 'distance' ? high : high + (isBridgeable(input) ? BRIDGE_REPS * (dose.kind === 'seconds' ? 5 : 1) : 0);
  if (done < ceiling) {
    const target = Math.min(ceiling, done + stepOf(dose));
    return {
      kind: 'amount',
      target,
      reasons: [why, target > high ? `${amountText(target, dose.kind)} first, to get there` : 'more of it first'],
    };
  }
  if (!input.isSlowed && dose.kind === 'reps')
    return { kind: 'tempo', target: rangeOf(dose).low, reasons: [why, 'enough reps: now slower'] };
  return { kind: 'lever', reasons: [why] };
}
