import type { Stances } from '../movement/resolvedMovement.ts';
import { EFFORT_SCALES, type EffortScale } from './effort.ts';
import { TARGET_RESERVE } from './raise.ts';

/** Clean reps that a target leaves in reserve, by the position on how a set ends. */
export function targetReserveOf(stances: Stances): number {
  return stances['set-end'] === 'failure' ? 0 : TARGET_RESERVE;
}

/** How effort is asked for, by the position on it. */
export function effortScaleOf(stances: Stances): EffortScale {
  return EFFORT_SCALES.find((scale) => scale === stances['effort-scale']) ?? 'words';
}
