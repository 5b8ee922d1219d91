/**
 * Waxwing's core: what is known of movements and sessions, and every judgement computed from it. Pure: no interface, no I/O, no clock, no randomness.
 * This entry has no validators in it, so that Floor stays small; the decorated shapes are in `@waxwing/core/shapes`.
 */
export * from './movement/terms.ts';
export * from './movement/cueOutcome.ts';
export * from './movement/cueText.ts';
export * from './movement/doseText.ts';
export * from './movement/loadText.ts';
export * from './movement/facets.ts';
export * from './movement/library.ts';
export * from './movement/likeTexts.ts';
export * from './movement/resolvedMovement.ts';
export * from './movement/search.ts';
export * from './movement/text.ts';
export type * from './movement/dose.ts';
export type * from './movement/figureDocument.ts';
export type * from './movement/load.ts';
export type * from './movement/movementDocument.ts';
export type * from './movement/vocabulary.ts';
export * from './ladder/ladder.ts';
export * from './ladder/ladderText.ts';
export * from './ladder/libraryCheck.ts';
export * from './ladder/openTo.ts';
export * from './coaching/cueTally.ts';
export * from './coaching/nextChange.ts';
export * from './coaching/rankCues.ts';
export * from './coaching/triage.ts';
export * from './loading/effort.ts';
export * from './loading/nextSession.ts';
export * from './loading/nextSet.ts';
export * from './loading/startingLoad.ts';
export * from './progress/libraryHealth.ts';
export * from './progress/mastery.ts';
export * from './progress/openness.ts';
export * from './session/actions.ts';
export * from './session/amount.ts';
export * from './session/brief.ts';
export * from './session/envelope.ts';
export * from './session/eventTypes.ts';
export * from './session/fold.ts';
export * from './session/laneSituation.ts';
export * from './session/log.ts';
export * from './session/state.ts';
export type * from './session/event.ts';
export type * from './client/clientDocument.ts';
export * from './exchange/api.ts';
export type * from './session/startSession.ts';
export type { Problem } from './exchange/checkShape.ts';
