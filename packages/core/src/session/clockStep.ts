import type { Side } from '../movement/terms.ts';

/** What one lane does in a stretch of the clock. */
export interface ClockWork {
  readonly laneId: string;
  readonly planItemId: string;
  /** Lasts: of the first of its steps, whatever becomes of the plan. */
  readonly stepId: string;
  /** One side all through; both, each half of it, where it is missing. */
  readonly side: Side | null;
  readonly changesSides: boolean;
  /** The set of this item, from 0. */
  readonly set: number;
  /** It is done as long as the stretch lasts; else for what the item asks, and what is left of the stretch is rest. */
  readonly fills: boolean;
}

/** A stretch of the clock: the same for everybody. */
export interface ClockStep {
  readonly kind: 'work' | 'rest' | 'all-out';
  readonly fromSeconds: number;
  readonly untilSeconds: number;
  readonly works: readonly ClockWork[];
}
