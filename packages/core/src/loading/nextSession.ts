import { amountText } from '../movement/doseText.ts';
import type { DoseKind } from '../movement/terms.ts';
import type { Load } from '../movement/load.ts';
import { lowerFirst } from '../movement/text.ts';
import type { Effort } from './effort.ts';
import type { Makeable } from './makeable.ts';
import type { Raise } from './raise.ts';

/** A movement in one session, as far as the next one is decided by it. */
export interface MovementOutcome {
  /** Least reps or seconds made over the working sets, of one side. */
  readonly leastDone: number;
  /** Highest target that was asked. */
  readonly target: number;
  /** Some set made less than it asked for. Absent in logs that were written before each set was held to its own target. */
  readonly fellShort?: boolean;
  readonly topOfRange: number;
  /** Hardest answer of the session; `null` when nobody asked. */
  readonly effort: Effort | null;
  /** Reps in reserve with that answer, where they were said in numbers. */
  readonly reserve?: number;
  readonly clean: boolean;
  readonly riskOpen: boolean;
  readonly pain: boolean;
  /** Name of a fault still open at the end; the most serious one. */
  readonly openFault: string | null;
  /** What was counted, where that isn't what the movement is dosed in: seconds on the clock say nothing about reps. */
  readonly unit?: DoseKind;
  /** A lever that was eased in the last set, in words; what was made then was not yet the whole movement. */
  readonly easedBy: string | null;
}

export const DECISION_KINDS = ['raise', 'repeat', 'step-down', 'leave-out'] as const;
export type DecisionKind = (typeof DECISION_KINDS)[number];

export interface NextSession {
  readonly kind: DecisionKind;
  readonly text: string;
  readonly reasons: readonly string[];
  /** What to take next time, where this room can say it. */
  readonly load?: Load;
  readonly target?: number;
  /** The movement that takes its place. */
  readonly instead?: string;
  /** The target goes up; by how much depends on the movement. */
  readonly asksMore?: true;
}

/** A movement on the next rung. */
export interface Neighbour {
  readonly movementId: string;
  readonly name: string;
}

/** What "harder" and "easier" would mean for this client here. */
export interface NextSessionOptions {
  readonly isLoaded: boolean;
  /** The neighbours that are open on the ladder. */
  readonly harder: Neighbour | null;
  readonly easier: Neighbour | null;
  /** What a raise would be with the loads of this room; `null` when they aren't known. */
  readonly raise: Raise | null;
  /** The next lighter load of this room. */
  readonly lighter: Makeable | null;
  readonly unit: DoseKind;
}

/** Pain leaves a movement out, also when no set of it was done. */
export const AFTER_PAIN: NextSession = {
  kind: 'leave-out',
  text: 'Leave it out until it has been looked at',
  reasons: ['pain was reported'],
};

function raised({ isLoaded, harder, raise, unit }: NextSessionOptions, reason: string): NextSession {
  const reasons = [reason, ...(raise?.reasons ?? [])];
  switch (raise?.kind) {
    case 'load':
      return {
        kind: 'raise',
        text: `Up to ${raise.to.how}, ${amountText(raise.target, unit)}`,
        reasons,
        load: raise.to.load,
        target: raise.target,
      };
    case 'amount':
      return { kind: 'raise', text: `Same load, ${amountText(raise.target, unit)}`, reasons, target: raise.target };
    case 'tempo':
      return { kind: 'raise', text: 'Same load, lowered more slowly', reasons, target: raise.target };
    default:
      break;
  }
  if (harder && (!isLoaded || raise)) {
    return { kind: 'raise', text: `Ready to try ${lowerFirst(harder.name)}`, reasons, instead: harder.movementId };
  }
  return { kind: 'raise', text: isLoaded && !raise ? 'A little heavier' : 'More of it, or slower', reasons };
}

function steppedDown({ isLoaded, easier, lighter }: NextSessionOptions): NextSession {
  const reasons = ['fell short on two sessions running'];
  if (lighter) return { kind: 'step-down', text: `Down to ${lighter.how}`, reasons, load: lighter.load };
  if (isLoaded) return { kind: 'step-down', text: 'A step lighter', reasons };
  if (!easier) return { kind: 'step-down', text: 'Fewer, and clean', reasons };
  return { kind: 'step-down', text: `Not ready: back to ${lowerFirst(easier.name)}`, reasons, instead: easier.movementId };
}

/**
 * What to do with a movement next time. `past` holds earlier sessions with it, newest first. Raise when the top of the range
 * was made clean and not at "nothing left" on two sessions, or once with plenty left; two sessions of lost reps are one
 * step down; pain leaves it out; a risk fault open is never raised; otherwise repeat.
 */
export function decideNextSession(
  today: MovementOutcome,
  past: readonly MovementOutcome[],
  options: NextSessionOptions,
): NextSession {
  if (today.pain) return AFTER_PAIN;
  const open = today.openFault === null ? null : lowerFirst(today.openFault);
  if (today.riskOpen) {
    return { kind: 'repeat', text: `Not heavier: first get rid of “${open}”`, reasons: ['a risk fault was open at the end'] };
  }
  const before = past[0];
  // Stopped early with plenty left was the trainer's doing, not a lack of strength.
  const lost = ({ fellShort, leastDone, target, effort }: MovementOutcome) =>
    (fellShort ?? leastDone < target) && effort !== 'plenty-left';
  if (before && lost(today) && lost(before)) {
    return steppedDown(options);
  }
  const atTop = (outcome: MovementOutcome) =>
    outcome.clean &&
    !outcome.easedBy &&
    outcome.leastDone >= outcome.topOfRange &&
    outcome.effort !== null &&
    outcome.effort !== 'nothing-left';
  if (atTop(today) && today.effort === 'plenty-left') {
    return raised(options, 'top of the range, clean, with plenty left');
  }
  if (before && atTop(today) && atTop(before)) {
    return raised(options, 'top of the range and clean on two sessions');
  }
  if (today.easedBy) {
    return {
      kind: 'repeat',
      text: `The same; first without “${lowerFirst(today.easedBy)}”`,
      reasons: ['it was made easier in the last set'],
    };
  }
  if (open) return { kind: 'repeat', text: `The same; watch for “${open}”`, reasons: ['a fault was open at the end'] };
  if (today.effort === 'plenty-left' && today.clean && !(today.fellShort ?? today.leastDone < today.target)) {
    return { kind: 'repeat', text: 'Same movement, a rep or two more', reasons: ['clean with plenty left'], asksMore: true };
  }
  return { kind: 'repeat', text: 'The same again', reasons: [lost(today) ? 'fell short once' : 'about right'] };
}
