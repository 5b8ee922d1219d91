import type { Dose } from '../movement/dose.ts';
import { amountText } from '../movement/doseText.ts';
import { lowerFirst } from '../movement/text.ts';
import { loadText } from '../movement/loadText.ts';
import type { Load } from '../movement/load.ts';
import type { Lever } from '../movement/terms.ts';
import { RESERVE_OF_EFFORT, type Effort } from './effort.ts';
import type { LoadSteps, Makeable } from './makeable.ts';
import type { StrengthEstimate } from './strength.ts';
import { raise, rangeOf, stepOf, type RaiseRule } from './raise.ts';

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

/** What is lifted, and what this room has above and below it. */
export interface LoadSituation {
  readonly load: Load;
  readonly steps: LoadSteps;
  readonly targetReserve: number;
  readonly isAlone: boolean;
  /** The best that recent sessions showed. */
  readonly known?: StrengthEstimate | null;
  /** How to lower it more slowly, in words; `null` when that was done already. */
  readonly slower: string | null;
}

export interface NextSetInput {
  readonly dose: Dose;
  /** What the set asked for, in reps or seconds of one side. */
  readonly target: number;
  /** What was done, in the same unit. */
  readonly done: number;
  readonly effort: Effort;
  /** Reps in reserve, where they were said in numbers. */
  readonly reserve?: number;
  /** `null` for a movement without a load, or a room that nobody described. */
  readonly loading: LoadSituation | null;
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
  | {
      readonly kind: 'load';
      readonly direction: 'heavier' | 'lighter';
      readonly to: Makeable;
      readonly target: number;
      /** By what it was raised; absent going down. */
      readonly rule?: RaiseRule;
      readonly reasons: readonly string[];
    }
  | { readonly kind: 'tempo'; readonly target: number; readonly text: string; readonly reasons: readonly string[] }
  | { readonly kind: 'range'; readonly target: number; readonly text: string; readonly reasons: readonly string[] }
  | {
      readonly kind: 'rung';
      readonly direction: 'easier' | 'harder';
      readonly step: RungStep;
      readonly target: number;
      readonly reasons: readonly string[];
    }
  | { readonly kind: 'stop'; readonly target: number; readonly reasons: readonly string[] };

/**
 * The next set from one answer. Table (rating × amount × clean), first row that fits:
 *
 * | when | then |
 * | --- | --- |
 * | pain | stop this movement |
 * | a risk fault open | smaller range, else one load lighter, else the easier rung, else fewer |
 * | nothing left, and amount lost or a fault open | what was made if within the range and clean, else one load lighter, else easier |
 * | plenty left, clean, target made, but a lever eased | the same without it |
 * | plenty left, clean, target made, with a load | `raise`: the next takeable load, else reps, else tempo, else the harder rung |
 * | plenty left, clean, target made, without | up to the top of the range; from there the harder rung |
 * | otherwise | the same |
 */
export function proposeNextSet(input: NextSetInput): NextSet {
  const { dose, target, done, effort, clean } = input;
  const { low, high } = rangeOf(dose);
  const lost = done < target;

  if (input.painReported) return { kind: 'stop', target, reasons: ['pain was reported: leave this movement for today'] };
  if (input.riskOpen) return stepDown(input, 'a risk fault is still open', Math.max(1, target - stepOf(dose)));
  if (effort === 'nothing-left' && (lost || !clean)) {
    const reason = lost ? `nothing left and ${amountText(target - done, dose.kind)} short` : 'nothing left and not clean';
    if (lost && clean && done >= low) return { kind: 'amount', target: done, reasons: [reason] };
    const lighter = lighterStep(input, reason);
    if (lighter) return lighter;
    return stepDown(input, reason, Math.max(1, Math.min(done, target - stepOf(dose))));
  }
  if (effort === 'plenty-left' && clean && !lost) {
    if (input.easedBy) {
      return { kind: 'same', target, reasons: [`clean with “${lowerFirst(input.easedBy)}”: now without it`] };
    }
    if (input.loading) return raised(input, input.loading);
    if (target < high) {
      return { kind: 'amount', target: Math.min(high, target + stepOf(dose)), reasons: ['plenty left and clean'] };
    }
    return harderRung(input, `plenty left and clean at the top of the range (${amountText(high, dose.kind)})`);
  }
  if (effort === 'plenty-left' && !clean) return { kind: 'same', target, reasons: ['plenty left, but not seen clean yet'] };
  if (lost && effort === 'plenty-left')
    return { kind: 'same', target, reasons: [`${amountText(target - done, dose.kind)} short, with plenty left`] };
  return { kind: 'same', target, reasons: [effort === 'about-right' ? 'about right' : 'made it; keep it'] };
}

function harderRung({ harder, done, target }: NextSetInput, reason: string): NextSet {
  if (harder && done >= harder.shownFirst) {
    return { kind: 'rung', direction: 'harder', step: harder, target: harder.target, reasons: [reason] };
  }
  return { kind: 'same', target, reasons: [reason, 'and nothing harder is open here'] };
}

function raised(input: NextSetInput, loading: LoadSituation): NextSet {
  const next = raise({
    dose: input.dose,
    done: input.done,
    reserve: input.reserve ?? RESERVE_OF_EFFORT[input.effort],
    isSlowed: loading.slower === null,
    ...loading,
  });
  const reasons = ['plenty left and clean', ...next.reasons];
  switch (next.kind) {
    case 'load':
      return { kind: 'load', direction: 'heavier', to: next.to, target: next.target, rule: next.rule, reasons };
    case 'amount':
      return { kind: 'amount', target: next.target, reasons };
    case 'tempo':
      return { kind: 'tempo', target: next.target, text: loading.slower!, reasons };
    case 'lever':
      return harderRung(input, reasons.join('; '));
  }
}

function lighterStep({ loading, target }: NextSetInput, reason: string): NextSet | null {
  const lighter = loading?.steps.lighter;
  if (!loading || !lighter) return null;
  return {
    kind: 'load',
    direction: 'lighter',
    to: lighter,
    target,
    reasons: [reason, `one step under ${loadText(loading.load)}`],
  };
}

function stepDown(input: NextSetInput, reason: string, fewer: number): NextSet {
  if (input.rangeEase && !input.rangeEased) {
    return { kind: 'range', text: input.rangeEase, target: input.target, reasons: [reason] };
  }
  const lighter = lighterStep(input, reason);
  if (lighter) return lighter;
  if (input.easier) {
    return { kind: 'rung', direction: 'easier', step: input.easier, target: input.easier.target, reasons: [reason] };
  }
  return { kind: 'amount', target: fewer, reasons: [reason] };
}
