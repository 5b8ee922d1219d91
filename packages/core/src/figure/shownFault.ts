import type { FaultChange } from '../movement/figureDocument.ts';
import type { Lexicon } from '../movement/library.ts';
import type { MovementFault } from '../movement/movementDocument.ts';
import type { Phase, Side } from '../movement/terms.ts';

/** How plainly a fault is shown. */
export const FAULT_STRENGTHS = { slight: 0.5, clear: 1, strong: 1.5 } as const;
export type FaultStrength = keyof typeof FAULT_STRENGTHS;

/** A fault to be shown: how its type (or the movement) changes the pose, when, and on which side. */
export interface ShownFault {
  readonly change: FaultChange;
  readonly phase: Phase;
  /** For a fault that can be one-sided: where it is; both sides when not given. */
  readonly side?: Side;
  readonly strength?: FaultStrength;
  /** The share of it that the body can show; all of it when not given. */
  readonly share?: number;
}

/** How much of a change of pose is shown, 1 for all of it. */
export function amountOf({ strength = 'clear', share = 1 }: Pick<ShownFault, 'strength' | 'share'>): number {
  return FAULT_STRENGTHS[strength] * share;
}

/** What of a movement's fault decides how it looks. */
export type PoseableFault = Pick<MovementFault, 'type' | 'change' | 'phase' | 'oneSided'>;

/** How a movement's fault shows: its own change of pose before its type's; `null` when neither has one. */
export function shownFault(
  fault: PoseableFault,
  lexicon: Pick<Lexicon, 'faultTypes'>,
  side?: Side,
  strength?: FaultStrength,
): ShownFault | null {
  const change = fault.change ?? lexicon.faultTypes.get(fault.type)?.change;
  if (!change) return null;
  // One side at least, or a fault of one knee would be shown on both.
  const shown = side ?? (fault.oneSided ? 'left' : undefined);
  return { change, phase: fault.phase, ...(shown && { side: shown }), ...(strength && { strength }) };
}
