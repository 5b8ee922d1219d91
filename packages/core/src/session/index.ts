/** A session: its events, what they come to, and what a tap means. */
export {
  type ActionContext,
  type DecidedNext,
  beginSet,
  changeView,
  correctAmount,
  countRep,
  decideNext,
  dropItem,
  guestWas,
  joinFloor,
  leaveFloor,
  dropHold,
  endAsAsked,
  isAsAsked,
  endSet,
  goOn,
  holdAgain,
  lighterLoad,
  lookClean,
  lookGone,
  makeChange,
  nextSetText,
  noteOutcome,
  noteSetUp,
  openSession,
  planNextSet,
  rateEffort,
  reportPain,
  sayAnotherCue,
  sayBestCue,
  seeFault,
  seeTypedFault,
  sayTypedCue,
  startItem,
  swapFor,
  switchSide,
  takeNextSet,
  takenNextSet,
} from './actions.ts';
export { type FeltPlace, answerFelt, answerHurt, asksEffort, feltPlaces, hurtToAsk } from './asking.ts';
export { LATE_FROM_SET } from './late.ts';
export { leaveBlock } from './leaveBlock.ts';
export { mirrorView } from './mirror.ts';
export { type Level, type Levels, backToPlanned, levelForOthers, levelsOf, takeLevel } from './levels.ts';
export {
  type ClockReading,
  type ClockScore,
  clockBlockOf,
  clockPosition,
  clockScore,
  planBlockOf,
  showStations,
  endClock,
  holdClock,
  nextWork,
  pauseClock,
  readClock,
  resumeClock,
  startClock,
  stepClock,
  stationFrom,
  type Station,
} from './clock.ts';
export type { ClockPart, ClockStep } from './clockStep.ts';
export { beginByClock, endByClock, goOnByClock } from './notedByClock.ts';
export { type HourLeft, hourLeft } from './hourLeft.ts';
export { type NextStretch, type PlannedSet, plannedFor, slotOf } from './plannedSets.ts';
export { type DayChange, dayChanges, decideDayChange, tellDay } from './day.ts';
export { decideFading, fadingOf, fadingToShow } from './fading.ts';
export { worthSaying } from './sayNow.ts';
export { type Soreness, sorenessAfter } from './soreness.ts';
export { type WarmUpShowed, showedText, warmUpShowed } from './warmUp.ts';
export { fitsCue, hearCue } from './sayToAll.ts';
export { eyesOn, viewToTake, whomToWatch } from './watching.ts';
export { amountPerSide, piecesOf, segmentAmount } from './amount.ts';
export type { ClientBrief, DueDecision, FaultRate, MovementHistory, SessionBrief } from './brief.ts';
export { movementsOf, typedSlug } from './typed.ts';
export { revisionsToBring, withRevisions } from './broughtMovements.ts';
export { type BriefIndex, indexBrief } from './briefIndex.ts';
export { type KnownPast, asNobody, clientBriefOf } from './clientBriefOf.ts';
export { briefOnPlan } from './briefOnPlan.ts';
export { planContextOf } from './planContextOf.ts';
export { movementsForFloor } from './briefMovements.ts';
export { neighbour } from './clientAdvice.ts';
export type { CorrectionStep, FaultTile } from './correctionStep.ts';
export { type BoardView, boardBrief, boardState } from './boardView.ts';
export { calledOf, clientOf, isLevel, isNobodys } from './whoseLane.ts';
export { FIRST_NEXT_TIME, leftOver, stretchesFor } from './closing.ts';
export { decisionsDue } from './decisionsDue.ts';
export { type EventDraft, stampEvent } from './envelope.ts';
export type { EventOf, SessionEvent, SessionItem } from './event.ts';
export {
  COUNT_IN_SECONDS,
  SHOW_SECONDS,
  type Actor,
  DID_ELSE,
  type DidElse,
  EVENT_BATCH_MAX,
  type EndReason,
  type EventType,
  LAMPORT_LEAP_MAX,
  LAMPORT_MAX,
  type PainKind,
  SLEPT,
  type Slept,
} from './eventTypes.ts';
export { familiarityOf } from './familiarity.ts';
export { foldSession, setsOf } from './fold.ts';
export { type LaneSituation, laneSituation, rememberSituations, setUpFor } from './laneSituation.ts';
export { type LastTap, lastTap } from './lastTap.ts';
export {
  type CueTrialLog,
  type ItemLog,
  type LaneLog,
  type PinnedMovements,
  type SessionLog,
  type SetLog,
  lastLanesOf,
  projectLog,
} from './log.ts';
export {
  type FaultRow,
  type ItemRow,
  type SegmentRow,
  type SegmentSettings,
  type TrialRow,
  itemRows,
  setRows,
} from './logRows.ts';
export { nextSetAfter } from './nextSetAfter.ts';
export { SessionFold } from './sessionFold.ts';
export { isClean } from './setJudgement.ts';
export { pickedOf, startAgain } from './startAgain.ts';
export type { PickedLane, PickedMovement, StartSession } from './startSession.ts';
export type { FaultStatus, ItemState, LaneState, SessionState, SetState, TypedState } from './state.ts';
