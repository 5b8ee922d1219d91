import type { Load } from '../movement/load.ts';
import type { MovementDocument } from '../movement/movementDocument.ts';
import type { DoseKind, Side } from '../movement/terms.ts';
import type { StretchKind } from './planTerms.ts';
import type { SharedThing } from './things.ts';

/** `show`: every station before the clock starts; `wait`: nothing to do until the trainer, or the others, are there. */
export type StepKind = 'change' | 'brief' | 'show' | 'work' | 'all-out' | 'rest' | 'wait';

/** A stretch of time of one lane. Steps of a lane follow each other without a gap from the first second of the hour. */
export interface Step {
  /** Says item, pass, round, side and lane, never the place in a list: it lasts when the plan is put in another order. */
  readonly id: string;
  readonly kind: StepKind;
  readonly laneId: string;
  readonly blockId: string;
  readonly itemId: string | null;
  /** From the first second of the hour. */
  readonly fromSeconds: number;
  readonly untilSeconds: number;
  readonly seconds: number;
  readonly document: MovementDocument | null;
  /** The set, or round, of this item in this pass, from 0. */
  readonly set: number;
  readonly work: StepWork | null;
  /** Of a change: seconds by which it is longer than the clock allows. */
  readonly lacksSeconds: number;
  /** Of a change: down to the floor or up from it. */
  readonly isFloorChange: boolean;
}

/** `key`: where in the block, from its pass down; of work the last of it is the part of the set. */
export function stepId(blockId: string, key: string, kind: StepKind, laneId: string): string {
  return `${blockId}/${key}/${kind}/${laneId}`;
}

/** Of a step of work what the parts of one set have in common: both its sides, or the stretches of its script, where they follow at once. */
export function placeOf({ id }: Step): string {
  // All of its id but part, kind and lane.
  return id.split('/').slice(0, -3).join('/');
}

export interface StepWork {
  readonly side: Side | null;
  readonly unit: DoseKind;
  readonly amount: number;
  readonly load: Load;
  readonly stretch: StretchKind | null;
  readonly word: string | null;
  readonly isRamp: boolean;
  readonly onClock: boolean;
  /** First of its set: a set of two sides or of several stretches is one set. */
  readonly isFirstOfSet: boolean;
  readonly things: readonly SharedThing[];
  readonly usesHands: boolean;
}
