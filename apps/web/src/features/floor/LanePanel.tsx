import {
  answerOf,
  beginSet,
  changeView,
  countRep,
  endSet,
  lookClean,
  lookGone,
  makeChange,
  neighbour,
  nextSetAfter,
  noteOutcome,
  rateEffort,
  reportPain,
  sayAnotherCue,
  sayBestCue,
  seeFault,
  startItem,
  swapFor,
  switchSide,
  takeNextSet,
  VIEWS,
  type BriefIndex,
  type Change,
  type CueOutcome,
  type EffortAnswer,
  type LaneSituation,
  type Load,
  type SessionState,
  type Side,
} from '@waxwing/core';
import { useMemo, useState } from 'react';
import { BottomBar } from './BottomBar.tsx';
import { CorrectionCard } from './CorrectionCard.tsx';
import { CuesAtRest } from './CuesAtRest.tsx';
import { EndOfSet } from './EndOfSet.tsx';
import { FaultTiles } from './FaultTiles.tsx';
import { KeyHelp } from './KeyHelp.tsx';
import { LaneRail } from './LaneRail.tsx';
import type { LiveSession } from './liveSession.ts';
import { MovementHead } from './MovementHead.tsx';
import { PainPanel } from './PainPanel.tsx';
import { useKeys, type KeyBinding } from './useKeys.ts';

/** Every tap that a lane knows, named for what the trainer does. */
export interface LaneTaps {
  readonly count: () => void;
  readonly begin: () => void;
  readonly otherSide: () => void;
  readonly see: (faultId: string, side?: Side) => void;
  readonly looksGood: () => void;
  readonly outcome: (outcome: CueOutcome) => void;
  readonly sayAnotherWay: () => void;
  readonly sayIt: () => void;
  readonly change: (change: Change, load?: Load) => void;
  readonly swap: (movementId: string) => void;
  readonly pain: () => void;
  readonly end: () => void;
  readonly rate: (answer: EffortAnswer) => void;
  readonly goTo: (itemId: string) => void;
  readonly takeNextSet: () => void;
  readonly gone: () => void;
}

interface LanePanelProps {
  readonly live: LiveSession;
  readonly index: BriefIndex;
  readonly state: SessionState;
  readonly situation: LaneSituation;
  readonly onSwitchLane: (by: number) => void;
}

export function LanePanel({ live, index, state, situation, onSwitchLane }: LanePanelProps) {
  const { lane, set, isWorking, correction, movement, item } = situation;
  const [showsPain, setShowsPain] = useState(false);
  const [showsKeys, setShowsKeys] = useState(false);
  const { laneId } = lane;

  const taps = useMemo<LaneTaps>(
    () => ({
      count: () => void live.act(laneId, 'rep', countRep),
      begin: () => void live.act(laneId, 'start', beginSet),
      otherSide: () => void live.act(laneId, 'side', switchSide),
      see: (faultId, side) => void live.act(laneId, 'fault', (context) => seeFault(context, faultId, side), sayBestCue),
      looksGood: () => void live.act(laneId, 'looks good', lookClean),
      // After a cue that didn't do it, the next one comes up by itself.
      outcome: (outcome) =>
        void live.act(laneId, outcome, (context) => noteOutcome(context, outcome), outcome === 'fixed' ? () => [] : sayBestCue),
      sayAnotherWay: () => void live.act(laneId, 'cue', sayAnotherCue),
      sayIt: () => void live.act(laneId, 'cue', sayBestCue),
      change: (change, load) => void live.act(laneId, 'change', (context) => makeChange(context, change, load)),
      swap: (movementId) =>
        void live.act(laneId, 'swap', (context) => {
          const faultId = context.situation.correction?.triage.first.fault.faultId;
          const path = neighbour(context.index, context.situation.client.clientId, context.situation.item.movementId, 'easier');
          return swapFor(context, movementId, path?.movementId === movementId ? path.levers : [], faultId);
        }),
      pain: () => {
        setShowsPain(true);
        void live.act(laneId, 'pain', (context) => reportPain(context, 'other'));
      },
      end: () => void live.act(laneId, 'end of set', (context) => endSet(context, 'done')),
      rate: (answer) => void live.act(laneId, 'answer', (context) => rateEffort(context, answer)),
      takeNextSet: () =>
        void live.act(laneId, 'next set', (context) => {
          const done = context.situation.isWorking ? null : context.situation.set;
          if (!done?.effort) return [];
          return takeNextSet(context, nextSetAfter(context.index, context.situation, done, answerOf(done)!));
        }),
      gone: () =>
        void live.act(laneId, 'gone', (context) => {
          const first = context.situation.correction?.triage.first.fault.faultId;
          return first ? lookGone(context, first) : [];
        }),
      goTo: (itemId) =>
        void live.act(laneId, 'change of movement', (context) => {
          const next = context.situation.lane.items.find((each) => each.itemId === itemId);
          return next ? startItem(context, next) : [];
        }),
    }),
    [live, laneId],
  );

  const easier = neighbour(index, situation.client.clientId, situation.item.movementId, 'easier');
  const isHold = item.dose.kind === 'seconds';
  // What guards itself is always bound: fast fingers are ahead of what has been drawn.
  const bindings: KeyBinding[] = [
    {
      keys: [' '],
      shown: 'space',
      what: isHold ? 'start the hold' : 'count a rep',
      run: isHold ? (isWorking ? undefined : taps.begin) : taps.count,
    },
    ...situation.tiles.slice(0, 9).map(({ fault }, i) => ({
      keys: [String(i + 1)],
      shown: String(i + 1),
      what: fault.name,
      run: () => taps.see(fault.faultId),
    })),
    {
      keys: ['l'],
      shown: 'L',
      what: 'looks good',
      run: () => void live.act(laneId, 'looks good', (context) => (context.situation.isWorking ? lookClean(context) : [])),
    },
    ...(['fixed', 'better', 'same', 'worse'] as const).map((outcome) => ({
      keys: [outcome[0]!],
      shown: outcome[0]!.toUpperCase(),
      what: outcome,
      run: () => taps.outcome(outcome),
    })),
    { keys: ['y'], shown: 'Y', what: 'still there: say it', run: isWorking && correction ? taps.sayIt : undefined },
    { keys: ['g'], shown: 'G', what: 'gone', run: isWorking ? taps.gone : undefined },
    { keys: ['a'], shown: 'A', what: 'say it another way', run: correction?.waitingFor ? taps.sayAnotherWay : undefined },
    {
      keys: ['c'],
      shown: 'C',
      what: 'make the smallest change',
      run: isWorking && correction?.changes[0] ? () => taps.change(correction.changes[0]!) : undefined,
    },
    { keys: ['x'], shown: 'X', what: 'swap for the easier one', run: easier ? () => taps.swap(easier.movementId) : undefined },
    {
      keys: ['o'],
      shown: 'O',
      what: 'other side',
      run: movement.document.laterality === 'one-side' ? taps.otherSide : undefined,
    },
    { keys: ['e'], shown: 'E', what: 'end the set', run: taps.end },
    ...(
      [
        ['+', 'plenty-left', 'plenty left'],
        ['=', 'about-right', 'about right'],
        ['-', 'nothing-left', 'nothing left'],
      ] as const
    ).map(([key, effort, what]) => ({
      keys: [key],
      shown: key,
      what,
      run: () => taps.rate({ effort }),
    })),
    { keys: ['d'], shown: 'D', what: 'do what is proposed for the next set', run: taps.takeNextSet },
    {
      keys: ['n'],
      shown: 'N',
      what: 'next movement',
      run: situation.nextItem ? () => taps.goTo(situation.nextItem!.itemId) : undefined,
    },
    {
      keys: ['v'],
      shown: 'V',
      what: 'stand somewhere else',
      run: () =>
        void live.act(laneId, 'view', (context) => changeView(context, VIEWS[(VIEWS.indexOf(lane.view) + 1) % VIEWS.length]!)),
    },
    { keys: ['p'], shown: 'P', what: 'pain: stop', run: taps.pain },
    { keys: ['u'], shown: 'U', what: 'undo', run: () => void live.undo() },
    { keys: ['ArrowLeft'], shown: '←', what: 'lane before', run: state.lanes.length > 1 ? () => onSwitchLane(-1) : undefined },
    { keys: ['ArrowRight'], shown: '→', what: 'next lane', run: state.lanes.length > 1 ? () => onSwitchLane(1) : undefined },
    { keys: ['?'], shown: '?', what: 'these keys', run: () => setShowsKeys(true) },
  ];
  useKeys(bindings, !showsPain && !showsKeys);

  return (
    <>
      <div className="grid min-h-0 flex-1 content-start gap-x-5 lg:grid-cols-[11rem_minmax(0,1fr)_20.5rem] lg:content-stretch">
        <LaneRail index={index} state={state} situation={situation} easier={easier} taps={taps} onSwitchLane={onSwitchLane} />
        <main className="flex min-h-0 flex-col min-w-0 px-4 py-3 lg:overflow-y-auto lg:px-0">
          <MovementHead live={live} index={index} situation={situation} />
          {set && !isWorking ? (
            <EndOfSet key={set.setId} live={live} index={index} state={state} situation={situation} set={set} taps={taps} />
          ) : correction && isWorking ? (
            <CorrectionCard live={live} index={index} situation={situation} correction={correction} taps={taps} />
          ) : (
            <CuesAtRest lexicon={index.lexicon} situation={situation} taps={taps} />
          )}
        </main>
        <FaultTiles
          lexicon={index.lexicon}
          situation={situation}
          taps={taps}
          onView={(view) => void live.act(laneId, 'view', (context) => changeView(context, view))}
          onKeys={() => setShowsKeys(true)}
        />
      </div>
      <BottomBar situation={situation} taps={taps} />
      {showsPain && (
        <PainPanel
          live={live}
          index={index}
          state={state}
          situation={situation}
          taps={taps}
          onClose={() => setShowsPain(false)}
        />
      )}
      {showsKeys && <KeyHelp bindings={bindings} onClose={() => setShowsKeys(false)} />}
    </>
  );
}
