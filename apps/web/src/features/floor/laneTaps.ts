import { VIEWS, type CueOutcome, type Load, type Side, type View } from '@waxwing/core/movement';
import { answerOf, type EffortAnswer } from '@waxwing/core/loading';
import type { SetUp } from '@waxwing/core/client';
import type { Change } from '@waxwing/core/coaching';
import {
  answerFelt,
  answerHurt,
  backToPlanned,
  beginSet,
  changeView,
  correctAmount,
  countRep,
  dropHold,
  dropItem,
  endAsAsked,
  endSet,
  goOn,
  hearCue,
  holdAgain,
  leaveFloor,
  lookClean,
  lookGone,
  makeChange,
  neighbour,
  nextSetAfter,
  noteOutcome,
  noteSetUp,
  planNextSet,
  rateEffort,
  reportPain,
  sayAnotherCue,
  sayBestCue,
  sayTypedCue,
  seeFault,
  seeTypedFault,
  startItem,
  swapFor,
  switchSide,
  takeLevel,
  takeNextSet,
  type EndReason,
  type FeltPlace,
  type Level,
} from '@waxwing/core/session';
import type { FloorSession } from '../../shared/live/floorSession.ts';

/** Every tap that a lane knows, named for what the trainer does. */
export interface LaneTaps {
  readonly count: () => void;
  readonly begin: () => void;
  /** The other side, or whatever follows at once in the set. */
  readonly goOn: () => void;
  /** A hold is begun, dropped, or taken up again. */
  readonly hold: () => void;
  readonly see: (faultId: string, side?: Side) => void;
  /** A fault that the library lacks. */
  readonly seeTyped: (text: string) => void;
  /** A cue that just came to mind. */
  readonly sayTyped: (text: string) => void;
  readonly looksGood: () => void;
  /** After a cue that didn't do it, the next one comes up by itself. */
  readonly outcome: (outcome: CueOutcome) => void;
  /** The same in the rest, when nothing more is said. */
  readonly outcomeInRest: (outcome: CueOutcome) => void;
  readonly sayAnotherWay: () => void;
  readonly sayIt: () => void;
  readonly change: (change: Change, load?: Load) => void;
  readonly swap: (movementId: string) => void;
  /** A step easier or harder. */
  readonly takeLevel: (level: Level) => void;
  readonly backToPlanned: () => void;
  /** What was said to another, heard by this one. */
  readonly hear: (cueId: string) => void;
  /** A fault on one side was asked about. */
  readonly hurts: (faultId: string, answer: 'no' | 'effort' | 'yes') => void;
  readonly feltAt: (place: FeltPlace) => void;
  readonly pain: () => void;
  /** Done, unless another reason is said: then what nobody counted was what was asked. */
  readonly end: (reason?: EndReason) => void;
  /** So many more or fewer than what stands for a segment. */
  readonly correctCount: (segmentId: string, by: number) => void;
  readonly rate: (answer: EffortAnswer) => void;
  readonly goTo: (itemId: string) => void;
  /** Left out today; the lane goes on with what comes after it. */
  readonly drop: (itemId: string) => void;
  readonly takeNextSet: () => void;
  readonly planNextSet: (target: number, load: Load) => void;
  /** Another load from the next set on, at the target that stands. */
  readonly takeLoad: (load: Load) => void;
  readonly noteSetUp: (setUp: SetUp) => void;
  readonly gone: () => void;
  /** Where the trainer stands; without a view, the next one round. */
  readonly standAt: (view?: View) => void;
  /** Goes before the hour is over. */
  readonly leave: () => void;
  /** Takes back the last tap of the lane. */
  readonly undo: () => void;
}

/**
 * The taps of a lane. What each means is decided when its turn comes, on what stands then: fast fingers are ahead of what has been drawn.
 */
export function laneTaps(live: FloorSession, laneId: string): LaneTaps {
  const act = (...actions: Parameters<FloorSession['act']>[1][]) => void live.act(laneId, ...actions);
  return {
    count: () => act(countRep),
    begin: () => act(beginSet),
    goOn: () => act((context) => (context.situation.follows ? goOn(context) : switchSide(context))),
    hold: () =>
      act((context) => {
        if (!context.situation.isWorking) return beginSet(context);
        const dropped = dropHold(context);
        return dropped.length > 0 ? dropped : holdAgain(context);
      }),
    see: (faultId, side) => act((context) => seeFault(context, faultId, side), sayBestCue),
    seeTyped: (text) => act((context) => seeTypedFault(context, text), sayBestCue),
    sayTyped: (text) => act((context) => sayTypedCue(context, text)),
    looksGood: () => act((context) => (context.situation.isWorking ? lookClean(context) : [])),
    outcome: (outcome) => act((context) => noteOutcome(context, outcome), outcome === 'fixed' ? () => [] : sayBestCue),
    outcomeInRest: (outcome) => act((context) => noteOutcome(context, outcome)),
    sayAnotherWay: () => act(sayAnotherCue),
    sayIt: () => act(sayBestCue),
    change: (change, load) => act((context) => makeChange(context, change, load)),
    swap: (movementId) =>
      act((context) => {
        const { correction, client, item } = context.situation;
        const path = (['easier', 'harder'] as const)
          .map((direction) => neighbour(context.index, client.clientId, item.movementId, direction))
          .find((each) => each?.movementId === movementId);
        const levers = path?.levers ?? [];
        return swapFor(context, movementId, levers, correction?.triage.first.fault.faultId);
      }),
    takeLevel: (level) => act((context) => takeLevel(context, level)),
    backToPlanned: () => act(backToPlanned),
    hear: (cueId) => act((context) => hearCue(context, cueId)),
    hurts: (faultId, answer) => act((context) => answerHurt(context, faultId, answer)),
    feltAt: (place) => act((context) => answerFelt(context, place)),
    pain: () => act((context) => reportPain(context, 'other')),
    end: (reason = 'done') => act((context) => (reason === 'done' ? endAsAsked(context) : endSet(context, reason))),
    correctCount: (segmentId, by) => act((context) => correctAmount(context, segmentId, by)),
    rate: (answer) => act((context) => rateEffort(context, answer)),
    goTo: (itemId) =>
      act((context) => {
        const next = context.situation.lane.items.find((each) => each.itemId === itemId);
        return next ? startItem(context, next) : [];
      }),
    drop: (itemId) =>
      act(
        (context) => dropItem(context, itemId),
        (context) => {
          const { item, nextItem } = context.situation;
          return item.itemId === itemId && nextItem ? startItem(context, nextItem) : [];
        },
      ),
    takeNextSet: () =>
      act((context) => {
        const { isWorking, set } = context.situation;
        if (isWorking || !set?.effort) return [];
        return takeNextSet(context, nextSetAfter(context.index, context.situation, set, answerOf(set)!));
      }),
    planNextSet: (target, load) => act((context) => planNextSet(context, target, load)),
    takeLoad: (load) => act((context) => planNextSet(context, context.situation.item.target, load)),
    noteSetUp: (setUp) => act((context) => noteSetUp(context, setUp)),
    gone: () =>
      act((context) => {
        const first = context.situation.correction?.triage.first.fault.faultId;
        return first ? lookGone(context, first) : [];
      }),
    standAt: (view) =>
      act((context) => {
        const { lane } = context.situation;
        return changeView(context, view ?? VIEWS[(VIEWS.indexOf(lane.view) + 1) % VIEWS.length]!);
      }),
    leave: () => act(leaveFloor),
    undo: () => void live.undo(laneId),
  };
}

/** The same taps, each of which says first that somebody tapped. */
export function tappedBy(taps: LaneTaps, onTapped: () => void): LaneTaps {
  const entries = Object.entries(taps) as [string, (...args: unknown[]) => void][];
  const told = entries.map(([name, tap]) => [
    name,
    (...args: unknown[]) => {
      onTapped();
      tap(...args);
    },
  ]);
  return Object.fromEntries(told) as LaneTaps;
}
