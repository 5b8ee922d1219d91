/** Loads: what a room has, what they are to somebody, and which comes next. */
export { type LoadAdvice, adviseLoad } from './adviseLoad.ts';
export { type AnswerHabits, type RatedSet, alwaysText, answerHabits, meaningText } from './answerMeaning.ts';
export {
  type Effort,
  type EffortAnswer,
  type EffortScale,
  answerOf,
  answerText,
  answersOf,
  effortOfReserve,
  reserveOf,
} from './effort.ts';
export { type CommonRoom, commonRooms } from './commonRooms.ts';
export type { Filling, Inventory, LoadSource, SourceKind, WeightCount } from './inventory.ts';
export { holdingLoad } from './heldThing.ts';
export { kitOf } from './kitOf.ts';
export {
  type LoadForm,
  type Makeable,
  barLoads,
  heaviestUpTo,
  loadFormsOf,
  makeableLoads,
  perHand,
  rackFor,
  thingText,
} from './makeable.ts';
export { DENSITY, filledKg } from './makeshift.ts';
export type { DecisionKind, MovementOutcome } from './nextSession.ts';
export type { RungStep } from './nextSet.ts';
export { effortScaleOf, targetReserveOf } from './parameters.ts';
export { restFor } from './rest.ts';
export { estimateStrength, loadFor, repsAt, wholeReps } from './strength.ts';
