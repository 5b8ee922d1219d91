import type { WatchNext } from '@waxwing/core/coaching';
import { answersOf, effortScaleOf } from '@waxwing/core/loading';
import {
  dayChanges,
  familiarityOf,
  isLevel,
  levelForOthers,
  levelsOf,
  mirrorView,
  neighbour,
  takenNextSet,
  type BriefIndex,
  type LaneSituation,
  type SessionState,
} from '@waxwing/core/session';
import clsx from 'clsx';
import { useCallback, useMemo, useState } from 'react';
import { BriefCard } from './BriefCard.tsx';
import { DayDialog } from './DayDialog.tsx';
import { BottomBar } from './BottomBar.tsx';
import { ClockRest } from './ClockRest.tsx';
import { CorrectionCard } from './CorrectionCard.tsx';
import { CuesAtRest } from './CuesAtRest.tsx';
import { EndOfSet } from './EndOfSet.tsx';
import { FaultTiles } from './FaultTiles.tsx';
import { KeyHelp } from './KeyHelp.tsx';
import { FeltDialog } from './FeltDialog.tsx';
import { LaneRail } from './LaneRail.tsx';
import { LaneStrip } from './LaneStrip.tsx';
import { ListDialog } from './ListDialog.tsx';
import { WhoIsGuest } from './WhoIsGuest.tsx';
import { laneTaps, tappedBy, type LaneTaps } from './laneTaps.ts';
import type { FloorSession } from '../../shared/live/floorSession.ts';
import { isOnClock } from './onClock.ts';
import { MovementHead } from './MovementHead.tsx';
import { PainPanel } from './PainPanel.tsx';
import { SwapDialog } from './SwapDialog.tsx';
import { WarmUpLine } from './WarmUpLine.tsx';
import { useKeys, type KeyBinding } from './useKeys.ts';
import { useSwipe } from './useSwipe.ts';

/** For how much was left, easiest first. */
const ANSWER_KEYS = ['+', '=', '-', '0'] as const;

interface LanePanelProps {
  readonly live: FloorSession;
  readonly index: BriefIndex;
  readonly state: SessionState;
  readonly situation: LaneSituation;
  /** Who else is on the floor. */
  readonly others: readonly LaneSituation[];
  readonly watch: WatchNext | null;
  readonly showsPain: boolean;
  readonly onPainRead: () => void;
  readonly onSwitchLane: (by: number) => void;
  readonly onShow: (laneId: string) => void;
  readonly onPain: (laneId: string) => void;
  /** Pain that has been reported already. */
  readonly onShowPain: (laneId: string) => void;
  readonly onTapped: (laneId: string) => void;
}

/** The lane that is shown, with the others as strips beside it. */
export function LanePanel(props: LanePanelProps) {
  const {
    live,
    index,
    state,
    situation,
    others,
    watch,
    showsPain,
    onPainRead,
    onSwitchLane,
    onShow,
    onPain,
    onShowPain,
    onTapped,
  } = props;
  const { lane, set, isWorking, correction, movement, item, follows, still } = situation;
  const [showsKeys, setShowsKeys] = useState(false);
  const [findsSwap, setFindsSwap] = useState(false);
  const [showsList, setShowsList] = useState(false);
  const [asksFelt, setAsksFelt] = useState(false);
  const [asksDay, setAsksDay] = useState(false);
  const [asksWho, setAsksWho] = useState(false);
  const { laneId } = lane;
  const onClock = isOnClock(index, state, situation);
  /** With others beside it there is less room. */
  const isTight = others.length > 0;

  const taps = useMemo<LaneTaps>(() => {
    const made = tappedBy(laneTaps(live, laneId), () => onTapped(laneId));
    const hurts: LaneTaps['hurts'] = (faultId, answer) => {
      made.hurts(faultId, answer);
      if (answer === 'yes') onShowPain(laneId);
    };
    return { ...made, hurts, pain: () => onPain(laneId) };
  }, [live, laneId, onPain, onShowPain, onTapped]);
  const answers = answersOf(effortScaleOf(index.stances(situation.client.clientId)));

  const easier = neighbour(index, situation.client.clientId, situation.item.movementId, 'easier');
  const levels = useMemo(() => levelsOf(index, still), [index, still]);
  const [harder] = levels.harder;
  // Nobody has done it today, and they hardly know it.
  const isNew =
    item.setIds.length === 0 && familiarityOf(situation.client.history[item.movementId], index.brief.localDate) === 'new';
  const isHold = ((isWorking ? set?.segments.at(-1)?.unit : situation.asked.unit) ?? item.dose.kind) === 'seconds';
  // What guards itself is always bound: fast fingers are ahead of what has been drawn.
  const bindings: KeyBinding[] = [
    {
      keys: [' '],
      shown: 'space',
      what: isHold ? 'start the hold, drop it, go on' : 'count a rep',
      run: isHold ? taps.hold : taps.count,
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
    { keys: ['h'], shown: 'H', what: 'one step harder', run: harder ? () => taps.takeLevel(harder) : undefined },
    ...(others.length > 0
      ? (['easier', 'harder'] as const).map((direction): KeyBinding => {
          const key = direction === 'easier' ? 'X' : 'H';
          return { keys: [key], shown: `⇧${key}`, what: `one step ${direction} for all`, run: () => takeForAll(direction) };
        })
      : []),
    { keys: ['b'], shown: 'B', what: 'back to what was planned', run: taps.backToPlanned },
    { keys: ['m'], shown: 'M', what: 'swap for another movement', run: () => setFindsSwap(true) },
    {
      keys: ['o'],
      shown: 'O',
      what: follows && follows.kind !== 'side' ? 'what follows in the set' : 'other side',
      run: follows || movement.document.laterality === 'one-side' ? taps.goOn : undefined,
    },
    { keys: ['e'], shown: 'E', what: 'end the set', run: () => taps.end() },
    ...answers.slice(0, ANSWER_KEYS.length).map(({ text, effort, reserve }, i) => ({
      keys: [ANSWER_KEYS[i]!],
      shown: ANSWER_KEYS[i]!,
      what: reserve === undefined ? text.toLowerCase() : `${text.toLowerCase()} left`,
      run: () => taps.rate({ effort, ...(reserve !== undefined && { reserve }) }),
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
    { keys: ['ArrowLeft'], shown: '←', what: 'the one before', run: isTight ? () => onSwitchLane(-1) : undefined },
    { keys: ['ArrowRight'], shown: '→', what: 'the next one', run: isTight ? () => onSwitchLane(1) : undefined },
    { keys: ['?'], shown: '?', what: 'these keys', run: () => setShowsKeys(true) },
  ];
  // The smallest step that is open here, and the same for whoever else is at this place.
  const takeForAll = (direction: 'easier' | 'harder') => {
    const [level] = levels[direction];
    if (!level) return;
    taps.takeLevel(level);
    for (const each of levelForOthers(index, situation, others, direction, level)) {
      laneTaps(live, each.situation.lane.laneId).takeLevel(each.level);
    }
  };
  const mayAskDay =
    !isLevel(lane) && (lane.sets.length === 0 || (lane.day !== null && dayChanges(index, state, lane).length > 0));
  const showList = useCallback(() => setShowsList(true), []);
  const askDay = useCallback(() => setAsksDay(true), []);
  const askFelt = useCallback(() => setAsksFelt(true), []);
  const showKeys = useCallback(() => setShowsKeys(true), []);
  const findSwap = useCallback(() => setFindsSwap(true), []);
  const swipe = useSwipe(isTight ? onSwitchLane : null);
  useKeys(bindings, !showsPain && !showsKeys && !findsSwap && !showsList && !asksFelt && !asksDay && !asksWho);

  return (
    <>
      <div
        className={clsx(
          'grid min-h-0 flex-1 content-start gap-x-4',
          isTight
            ? 'md:grid-cols-[minmax(0,1fr)_18rem] md:grid-rows-[auto_minmax(0,1fr)] md:content-stretch lg:grid-cols-[15.5rem_minmax(0,1fr)_16rem] lg:grid-rows-1 xl:grid-cols-[18.5rem_minmax(0,1fr)_18.5rem]'
            : 'lg:grid-cols-[11rem_minmax(0,1fr)_20.5rem] lg:content-stretch',
        )}
      >
        {isTight ? (
          <div
            aria-label="Others on the floor"
            role="group"
            className="contain-content grid gap-2 px-3 pt-3 md:col-span-2 md:auto-rows-fr md:grid-cols-2 lg:col-span-1 lg:min-h-0 lg:max-xl:auto-rows-[minmax(min-content,1fr)] lg:grid-cols-1 lg:overflow-y-auto lg:pr-0 lg:pb-3"
          >
            {others.map((other) => (
              <LaneStrip
                key={other.lane.laneId}
                live={live}
                index={index}
                situation={other}
                watch={watch?.laneId === other.lane.laneId ? watch : null}
                onClock={isOnClock(index, state, other)}
                decided={(other.set && !other.isWorking && takenNextSet(state, other.set)?.text) || null}
                onShow={onShow}
                onPain={onPain}
                onTapped={onTapped}
              />
            ))}
          </div>
        ) : (
          <LaneRail live={live} index={index} situation={still} levels={levels} taps={taps} onFindSwap={findSwap} />
        )}
        <main
          className={clsx(
            'contain-content flex min-h-0 min-w-0 flex-col px-4 py-3 lg:overflow-y-auto lg:px-0',
            isTight && 'md:overflow-y-auto md:pr-0',
          )}
          onTouchStart={swipe.begin}
          onTouchEnd={swipe.end}
        >
          <MovementHead
            live={live}
            taps={taps}
            index={index}
            situation={still}
            levels={levels}
            isOneOfSeveral={isTight}
            watch={watch?.laneId === laneId ? watch : null}
            onList={showList}
            onDay={mayAskDay ? askDay : undefined}
          />
          {!set && <WarmUpLine index={index} situation={situation} taps={taps} />}
          {set && !isWorking && onClock ? (
            <ClockRest index={index} state={state} situation={situation} set={set} taps={taps} />
          ) : set && !isWorking ? (
            <EndOfSet key={set.setId} live={live} index={index} state={state} situation={situation} set={set} taps={taps} />
          ) : correction && isWorking ? (
            <CorrectionCard index={index} situation={situation} correction={correction} others={others} live={live} taps={taps} />
          ) : isNew ? (
            <BriefCard index={index} situation={still} levels={levels} />
          ) : (
            <CuesAtRest index={index} situation={still} isTight={isTight} taps={taps} />
          )}
        </main>
        <FaultTiles
          lexicon={index.lexicon}
          situation={still}
          taps={taps}
          mirror={mirrorView(index, movement.document, lane.view)}
          onView={taps.standAt}
          onKeys={showKeys}
          isTight={isTight}
          onFelt={askFelt}
        />
      </div>
      <BottomBar live={live} index={index} state={state} situation={situation} isNamed={isTight} taps={taps} />
      {showsPain && <PainPanel live={live} index={index} state={state} situation={situation} taps={taps} onClose={onPainRead} />}
      {findsSwap && (
        <SwapDialog live={live} index={index} situation={situation} taps={taps} onClose={() => setFindsSwap(false)} />
      )}
      {asksDay && <DayDialog live={live} index={index} state={state} situation={situation} onClose={() => setAsksDay(false)} />}
      {asksFelt && <FeltDialog index={index} situation={situation} taps={taps} onClose={() => setAsksFelt(false)} />}
      {showsList && (
        <ListDialog
          index={index}
          situation={situation}
          taps={taps}
          onFindSwap={findSwap}
          onSayWho={() => setAsksWho(true)}
          onClose={() => setShowsList(false)}
        />
      )}
      {asksWho && <WhoIsGuest live={live} state={state} lane={lane} onClose={() => setAsksWho(false)} />}
      {showsKeys && <KeyHelp bindings={bindings} onClose={() => setShowsKeys(false)} />}
    </>
  );
}
