/** Movements, the words that they are told in, and the search over them. */
export { CUE_MAX_WORDS, isCallable } from './cueText.ts';
export { differences, withDifferences } from './change/difference.ts';
export { differenceText } from './change/differenceText.ts';
export { type Renames, renamesOf } from './aliases.ts';
export type { CueOutcome } from './cueOutcome.ts';
export type { DoseKind, Tempo } from './dose.ts';
export { amountText, doseText, tempoText, unitText } from './doseText.ts';
export { facetsFrom, matchesFacets } from './facets.ts';
export { feltIn } from './feeling.ts';
export type { FeelingKind } from './feelingEntry.ts';
export type { BasePose } from './figureDocument.ts';
export { type Lexicon, type MovementRevision, lexiconOf, mergeVocabulary } from './library.ts';
export { likeFaultTexts, repeatedSentences, wordsOf } from './likeTexts.ts';
export type { Load, MassUnit } from './load.ts';
export { inUnit, isSameLoad, loadKg, loadText, loadTextIn, numberText, toKg } from './loadText.ts';
export { MASTERY, type Mastery } from './mastery.ts';
export type { Checkpoint, MovementCue, MovementDocument, MovementFault } from './movementDocument.ts';
export {
  type ResolvedCue,
  type ResolvedFault,
  type ResolvedMovement,
  type Stances,
  briefingCues,
  resolveMovement,
  stancePointsOf,
  stancesInForce,
} from './resolvedMovement.ts';
export {
  type Breath,
  CUE_KINDS,
  type CueKind,
  IMPACTS,
  PATTERNS,
  PHASES_OF_RHYTHM,
  POSITIONS,
  type Pattern,
  type Phase,
  SEVERITIES,
  type Severity,
  type Side,
  VIEWS,
  type View,
} from './terms.ts';
export { copyOfMovement, newMovement, newMovementId, withStep } from './newMovement.ts';
export { freeSlug, slugOf } from './slug.ts';
export { lowerFirst, searchable, upperFirst } from './text.ts';
export type { StancePoint, Vocabulary } from './vocabulary.ts';
