/** Movements, the words that they are told in, and the search over them. */
export { CUE_MAX_WORDS, isCallable } from './cueText.ts';
export { differences, isSame } from './change/difference.ts';
export {
  type Part,
  cueKey,
  moved,
  phaseOfCue,
  sharedFrom,
  typesOfCue,
  withCue,
  withCueAt,
  withCueShared,
  withCuesInOrder,
  withFault,
  withFields,
  withNewCue,
  withNewFault,
  withRhythm,
  withSharedCue,
  withTie,
  withoutCue,
  withoutFault,
} from './change/edit.ts';
export {
  type Filing,
  filedAsCue,
  filedAsCueFor,
  filedAsFault,
  filedAsNewCue,
  filedAsNewFault,
  filedWith,
  newFaultType,
} from './change/filing.ts';
export { type Choice, type Conflict, join } from './change/join.ts';
export { type LibraryContent, type StarterUpdate, starterUpdate } from './change/starterUpdate.ts';
export { withParts } from './change/parts.ts';
export { differenceText } from './change/differenceText.ts';
export { WORD_NAMES, changeTexts, wordName, wordTexts } from './change/wordText.ts';
export { type Renames, renamedDocument, renamesOf } from './aliases.ts';
export type { CueOutcome } from './cueOutcome.ts';
export type { Dose, Tempo } from './dose.ts';
export { amountText, doseText, tempoText, unitText } from './doseText.ts';
export { turnsOf } from './turns.ts';
export { facetsFrom, matchesFacets } from './facets.ts';
export { feltIn } from './feeling.ts';
export type { FeelingKind } from './feelingEntry.ts';
export type { BasePose, FaultChange, FaultMove, FigureDocument } from './figureDocument.ts';
export { type Lexicon, type MovementRevision, lexiconOf, mergeVocabulary } from './library.ts';
export type { LibraryChange, WordsSave } from './libraryChange.ts';
export { likeFaultTexts, nearlySame, repeatedSentences, textsWith, wordsOf } from './likeTexts.ts';
export type { Load } from './load.ts';
export { inUnit, isSameLoad, loadKg, loadText, loadTextIn, numberText, toKg } from './loadText.ts';
export { MASTERY, type Mastery } from './mastery.ts';
export { isInUse } from './inUse.ts';
export type {
  ChangeTerms,
  Checkpoint,
  Correction,
  Ease,
  HarderStep,
  LoadChange,
  MovementCaution,
  MovementCue,
  MovementDocument,
  MovementFault,
  MuscleShare,
  ShownFirst,
} from './movementDocument.ts';
export {
  type ResolvedCue,
  type ResolvedFault,
  type ResolvedMovement,
  type Stances,
  briefingCues,
  faultIdOf,
  ownCueId,
  resolveMovement,
  stancePointsOf,
  stancesInForce,
} from './resolvedMovement.ts';
export {
  MASS_UNITS,
  type MassUnit,
  AUDIENCES,
  type Audience,
  BREATHS,
  type Breath,
  CORRECTION_KINDS,
  CUES_MOST,
  DOSE_KINDS,
  type DoseKind,
  CUE_KINDS,
  type CorrectionKind,
  type CueKind,
  FAULTS_MOST,
  HELD_THINGS,
  type HeldThing,
  IMPACTS,
  LATERALITIES,
  LEVERS,
  type Lever,
  MUSCLE_ROLES,
  PATTERNS,
  PHASES_OF_RHYTHM,
  PLANES,
  POSITIONS,
  type Pattern,
  type Phase,
  REGIONS,
  RHYTHMS,
  type Region,
  SEVERITIES,
  type Severity,
  type Side,
  VIEWS,
  type View,
} from './terms.ts';
export { copyOfMovement, newMovement, newMovementId, withStep } from './newMovement.ts';
export { freeSlug, slugOf } from './slug.ts';
export { type TempoBeat, type TempoCall, tempoCall } from './tempoBeats.ts';
export { listed, lowerFirst, searchable, upperFirst, withoutBrackets } from './text.ts';
export {
  type ChangedWord,
  type Word,
  type WordList,
  changedWords,
  isWordList,
  withChangedWords,
  wordKey,
  wordsIn,
} from './words.ts';
export { WordIndex, type WordUses, removalProblems } from './wordUses.ts';
export type { SuggestionStatus } from './suggestion.ts';
export type {
  CautionEntry,
  FamilyEntry,
  FaultType,
  KitEntry,
  Muscle,
  SharedCue,
  StancePoint,
  StanceTag,
  Vocabulary,
} from './vocabulary.ts';
