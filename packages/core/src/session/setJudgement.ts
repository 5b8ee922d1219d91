import type { ResolvedFault, ResolvedMovement } from '../movement/resolvedMovement.ts';
import { SEVERITIES } from '../movement/terms.ts';
import type { SetState } from './state.ts';

/** Faults open in a set on the movement that it ended with, most serious first. */
export function openFaults(set: SetState, movement: ResolvedMovement): readonly ResolvedFault[] {
  const open = new Set(set.faults.filter((fault) => fault.status === 'open').map((fault) => fault.faultId));
  return movement.faults
    .filter((fault) => open.has(fault.faultId))
    .sort((a, b) => SEVERITIES.indexOf(a.severity) - SEVERITIES.indexOf(b.severity));
}

/**
 * Did the set end clean: looked at, and no risk or performance fault open? `null` when nobody looked: that is unknown,
 * not clean.
 */
export function isClean(set: SetState, movement: ResolvedMovement): boolean | null {
  if (set.looks.length === 0 && set.faults.length === 0) return null;
  return !openFaults(set, movement).some((fault) => fault.severity !== 'polish');
}

/** What made the set easier than the movement is, in words; `null` when nothing did. */
export function easedBy(set: SetState): string | null {
  // A lighter load is no other movement: it is judged by what it weighs.
  const eased = set.segments.findLast(({ change }) => change?.kind === 'lever' && change.lever !== 'load');
  return eased?.change?.text ?? null;
}
