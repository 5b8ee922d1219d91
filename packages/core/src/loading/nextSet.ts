import type { Dose } from '../movement/dose.ts';
import { amountText } from '../movement/doseText.ts';
import { lowerFirst } from '../movement/text.ts';
import type { Lever } from '../movement/terms.ts';
import type { Effort } from './effort.ts';

/** A step on the ladder that is open to this client, with why it can be taken now. */
export interface RungStep {
  readonly movementId: string;
  readonly name: string;
  readonly levers: readonly Lever[];
  /** What its first set asks of this client. */
  readonly target: number;
  /** Reps or seconds that have to be shown before the step is taken. */
  readonly shownFirst: number;
}

export interface NextSetInput {
  readonly dose: Dose;
  /** What the set asked for, in reps or seconds of one side. */
  readonly target: number;
  /** What was done, in the same unit. */
  readonly done: number;
  readonly effort: Effort;
  /** No risk or performance fault open at the end. Not looked at is not clean. */
  readonly clean: boolean;
  readonly riskOpen: boolean;
  readonly painReported: boolean;
  /** How to stop higher in this movement, where its author says. */
  readonly rangeEase: string | null;
  /** Was the range already made smaller? Then it isn't proposed again. */
  readonly rangeEased: boolean;
  /** A lever that was eased in the set, in words: what was made was not yet the whole movement. */
  readonly easedBy: string | null;
  readonly easier: RungStep | null;
  readonly harder: RungStep | null;
}

/** What the next set should be. Exactly one thing changes. */
export type NextSet =
  | { readonly kind: 'same'; readonly target: number; readonly reasons: readonly string[] }
  | { readonly kind: 'amount'; readonly target: number; readonly reasons: readonly string[] }
  | { readonly kind: 'range'; readonly target: number; readonly text: string; readonly reasons: readonly string[] }
  | {
      readonly kind: 'rung';
      readonly direction: 'easier' | 'harder';
      readonly step: RungStep;
      readonly target: number;
      readonly reasons: readonly string[];
    }
  | { readonly kind: 'stop'; readonly target: number; readonly reasons: readonly string[] };

/** A step in reps or seconds: two reps, or five seconds of a hold. */
export function stepOf(dose: Dose): number {
  return dose.kind === 'seconds' ? 5 : 2;
}

function bounds(dose: Dose): { low: number; high: number } {
  return dose.kind === 'distance' ? { low: dose.metres, high: dose.metres } : dose;
}

/**
 * The next set from one answer. Table (rating × amount × clean), first row that fits:
 *
 * | when | then |
 * | --- | --- |
 * | pain | stop this movement |
 * | a risk fault open | smaller range, else the easier rung, else fewer |
 * | nothing left, and amount lost or a fault open | what was made if within the range, else easier |
 * | plenty left, clean, target made, but a lever eased | the same without it |
 * | plenty left, clean, target made | up to the top of the range; from there the harder rung |
 * | otherwise | the same |
 */
export function proposeNextSet(input: NextSetInput): NextSet {
  const { dose, target, done, effort, clean } = input;
  const { low, high } = bounds(dose);
  const lost = done < target;

  if (input.painReported) return { kind: 'stop', target, reasons: ['pain was reported: leave this movement for today'] };
  if (input.riskOpen) return stepDown(input, 'a risk fault is still open', Math.max(1, target - stepOf(dose)));
  if (effort === 'nothing-left' && (lost || !clean)) {
    const reason = lost ? `nothing left and ${amountText(target - done, dose.kind)} short` : 'nothing left and not clean';
    if (lost && done >= low) return { kind: 'amount', target: done, reasons: [reason] };
    return stepDown(input, reason, Math.max(1, Math.min(done, target - stepOf(dose))));
  }
  if (effort === 'plenty-left' && clean && !lost) {
    if (input.easedBy) {
      return { kind: 'same', target, reasons: [`clean with “${lowerFirst(input.easedBy)}”: now without it`] };
    }
    if (target < high) {
      return { kind: 'amount', target: Math.min(high, target + stepOf(dose)), reasons: ['plenty left and clean'] };
    }
    if (input.harder && done >= input.harder.shownFirst) {
      return {
        kind: 'rung',
        direction: 'harder',
        step: input.harder,
        target: input.harder.target,
        reasons: [`plenty left and clean at the top of the range (${amountText(high, dose.kind)})`],
      };
    }
    return { kind: 'same', target, reasons: ['top of the range, and nothing harder is open here'] };
  }
  if (effort === 'plenty-left' && !clean) return { kind: 'same', target, reasons: ['plenty left, but not seen clean yet'] };
  return { kind: 'same', target, reasons: [effort === 'about-right' ? 'about right' : 'made it; keep it'] };
}

function stepDown(input: NextSetInput, reason: string, fewer: number): NextSet {
  if (input.rangeEase && !input.rangeEased) {
    return { kind: 'range', text: input.rangeEase, target: input.target, reasons: [reason] };
  }
  if (input.easier) {
    return { kind: 'rung', direction: 'easier', step: input.easier, target: input.easier.target, reasons: [reason] };
  }
  return { kind: 'amount', target: fewer, reasons: [reason] };
}
