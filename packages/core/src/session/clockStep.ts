import type { Side } from '../movement/terms.ts';
import type { StretchKind } from '../planning/planTerms.ts';

/** A part of a set that follows the one before at once: the other side, the next stretch of a script, a lighter load, an easier movement. */
export interface ClockPart {
  /** From the beginning of the stretch. */
  readonly afterSeconds: number;
  /** What begins; of the first part the set itself. */
  readonly kind: 'set' | 'side' | 'stretch' | 'lighter' | 'easier';
  /** How it is done, where a script says. */
  readonly manner: StretchKind | null;
  /** Reps or seconds; `null` where it is done as long as the clock lets it. */
  readonly amount: number | null;
  /** Another movement than the set's. */
  readonly movementId: string | null;
}

/** What one lane does in a stretch of the clock. */
export interface ClockWork {
  readonly laneId: string;
  readonly planItemId: string;
  /** Lasts: of the first of its steps, whatever becomes of the plan. */
  readonly stepId: string;
  /** One side all through; `null` for both, or none. */
  readonly side: Side | null;
  /** At least the set itself. The clock calls those that follow. */
  readonly parts: readonly ClockPart[];
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
