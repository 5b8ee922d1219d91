import { neighbour, type BriefIndex, type LaneSituation, type SessionState } from '@waxwing/core/session';
import { useCallback, useMemo, useState } from 'react';
import { BottomBar } from './BottomBar.tsx';
import { CorrectionCard } from './CorrectionCard.tsx';
import { CuesAtRest } from './CuesAtRest.tsx';
import { EndOfSet } from './EndOfSet.tsx';
import { FaultTiles } from './FaultTiles.tsx';
import { KeyHelp } from './KeyHelp.tsx';
import { LaneRail } from './LaneRail.tsx';
import { laneTaps, type LaneTaps } from './laneTaps.ts';
import type { FloorSession } from './floorSession.ts';
import { MovementHead } from './MovementHead.tsx';
import { PainPanel } from './PainPanel.tsx';
import { SwapDialog } from './SwapDialog.tsx';
import { useKeys, type KeyBinding } from './useKeys.ts';

interface LanePanelProps {
  readonly live: FloorSession;
  readonly index: BriefIndex;
  readonly state: SessionState;
  readonly situation: LaneSituation;
  readonly onSwitchLane: (by: number) => void;
}

export function LanePanel({ live, index, state, situation, onSwitchLane }: LanePanelProps) {
  const { lane, set, isWorking, correction, movement, item } = situation;
  const [showsPain, setShowsPain] = useState(false);
  const [showsKeys, setShowsKeys] = useState(false);
  const [findsSwap, setFindsSwap] = useState(false);
  const { laneId } = lane;

  const taps = useMemo<LaneTaps>(() => {
    const made = laneTaps(live, laneId);
    const pain = () => {
      setShowsPain(true);
      made.pain();
    };
    return { ...made, pain };
  }, [live, laneId]);

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
      run: taps.looksGood,
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
    { keys: ['m'], shown: 'M', what: 'swap for another movement', run: () => setFindsSwap(true) },
    {
      keys: ['o'],
      shown: 'O',
      what: 'other side',
      run: movement.document.laterality === 'one-side' ? taps.otherSide : undefined,
    },
    { keys: ['e'], shown: 'E', what: 'end the set', run: () => taps.end() },
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
    { keys: ['v'], shown: 'V', what: 'stand somewhere else', run: () => taps.standAt() },
    { keys: ['p'], shown: 'P', what: 'pain: stop', run: taps.pain },
    { keys: ['u'], shown: 'U', what: 'undo', run: taps.undo },
    { keys: ['ArrowLeft'], shown: '←', what: 'lane before', run: state.lanes.length > 1 ? () => onSwitchLane(-1) : undefined },
    { keys: ['ArrowRight'], shown: '→', what: 'next lane', run: state.lanes.length > 1 ? () => onSwitchLane(1) : undefined },
    { keys: ['?'], shown: '?', what: 'these keys', run: () => setShowsKeys(true) },
  ];
  const showKeys = useCallback(() => setShowsKeys(true), []);
  const findSwap = useCallback(() => setFindsSwap(true), []);
  useKeys(bindings, !showsPain && !showsKeys && !findsSwap);

  return (
    <>
      <div className="grid min-h-0 flex-1 content-start gap-x-5 lg:grid-cols-[11rem_minmax(0,1fr)_20.5rem] lg:content-stretch">
        <LaneRail
          index={index}
          state={state}
          situation={situation}
          easier={easier}
          taps={taps}
          onFindSwap={findSwap}
          onSwitchLane={onSwitchLane}
        />
        <main className="contain-content flex min-h-0 flex-col min-w-0 px-4 py-3 lg:overflow-y-auto lg:px-0">
          <MovementHead taps={taps} index={index} situation={situation} />
          {set && !isWorking ? (
            <EndOfSet key={set.setId} index={index} state={state} situation={situation} set={set} taps={taps} />
          ) : correction && isWorking ? (
            <CorrectionCard index={index} situation={situation} correction={correction} taps={taps} />
          ) : (
            <CuesAtRest lexicon={index.lexicon} situation={situation} taps={taps} />
          )}
        </main>
        <FaultTiles lexicon={index.lexicon} situation={situation} taps={taps} onView={taps.standAt} onKeys={showKeys} />
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
      {findsSwap && (
        <SwapDialog live={live} index={index} situation={situation} taps={taps} onClose={() => setFindsSwap(false)} />
      )}
      {showsKeys && <KeyHelp bindings={bindings} onClose={() => setShowsKeys(false)} />}
    </>
  );
}
