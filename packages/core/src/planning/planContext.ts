import type { LoadAdvice } from '../loading/adviseLoad.ts';
import type { Inventory } from '../loading/inventory.ts';
import type { Makeable } from '../loading/makeable.ts';
import type { Gaps } from './habits.ts';
import type { Lexicon } from '../movement/library.ts';
import type { MovementDocument } from '../movement/movementDocument.ts';
import type { Stances } from '../movement/resolvedMovement.ts';

/** How well somebody knows a movement: never done or long ago, still being learned, or neither. */
export type Familiarity = 'new' | 'learning' | 'known';

/** What the counter measured of somebody on a movement, or of everybody. */
export interface MeasuredPace {
  /** The median between two taps. */
  readonly secondsPerRep: number;
  /** Reps that it rests on. */
  readonly reps: number;
}

/** Why a movement isn't for somebody, here or yet. */
export interface Hindrance {
  readonly kind: 'kit' | 'caution' | 'mastery';
  readonly text: string;
}

/** What is known of a lane: a person, or a level of a class, of whom nothing is. */
export interface LaneContext {
  readonly name: string;
  /** Load and target, out of what the room has, last time and what was decided. */
  readonly advise: (document: MovementDocument) => LoadAdvice;
  readonly familiarity: (movementId: string) => Familiarity;
  readonly pace: (movementId: string) => MeasuredPace | null;
  readonly gaps: Gaps;
  readonly hindrances: (movementId: string) => readonly Hindrance[];
  /** Limits that a caution sets on a movement that is open all the same. */
  readonly limits: (movementId: string) => readonly string[];
  /** The positions in force on what is contested: theirs, else the trainer's, else the studio's. */
  readonly stances: Stances;
  /** Clean reps that a set leaves. */
  readonly targetReserve: number;
}

/** Everything that a plan is reckoned with. It knows no session: a plan for next week has none. */
export interface PlanContext {
  /** What the place has; `null` when nobody said. */
  readonly inventory: Inventory | null;
  readonly lexicon: Pick<Lexicon, 'kit' | 'muscles' | 'basePoses'>;
  readonly documentOf: (movementId: string) => MovementDocument | undefined;
  /** The loads of the place for a movement, lightest first. Asked often: whoever makes a context remembers the answers. */
  readonly rack: (document: MovementDocument) => readonly Makeable[];
  readonly lane: (laneId: string) => LaneContext;
}
