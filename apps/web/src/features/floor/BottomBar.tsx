import { calledOf, type BriefIndex, type LaneSituation, type SessionState } from '@waxwing/core/session';
import { clockText, secondsBetween } from '../../shared/dates.ts';
import { useNow } from '../../shared/useNow.ts';
import { BlockClock, hasBlockClock } from './BlockClock.tsx';
import type { FloorSession } from '../../shared/live/floorSession.ts';
import { followsText } from '../../shared/stretchWords.ts';
import { laneCount, restLeft } from './laneCount.ts';
import { TempoButton } from './TempoButton.tsx';
import { setName, startName } from './setWords.ts';
import type { LaneTaps } from './laneTaps.ts';
import { isOnClock } from './onClock.ts';

/** The last reps are called. */
const LAST = 3;

interface BottomBarProps {
  readonly live: FloorSession;
  readonly index: BriefIndex;
  readonly state: SessionState;
  readonly situation: LaneSituation;
  /** With several on the floor the buttons say for whom they are. */
  readonly isNamed: boolean;
  readonly taps: LaneTaps;
}

/** Pain, the counter, the clock, and the end of the set: at the thumb, always in the same place. */
export function BottomBar({ live, index, state, situation, isNamed, taps }: BottomBarProps) {
  const { set, isWorking, item, client, movement, asked } = situation;
  const whose = isNamed && (
    <span aria-hidden="true" className="block text-base font-normal">
      {calledOf(client)}
    </span>
  );
  const setsDone = item.setIds.length;
  // A march goes by seconds too, and nobody holds it.
  const isHeld = movement.document.rhythm === 'hold' && (asked.unit ?? item.dose.kind) === 'seconds';
  const onClock = isOnClock(index, state, situation);
  return (
    <footer className="bg-base-100 sticky bottom-0 grid grid-cols-[5rem_1fr_6rem] gap-2 px-3 py-3 md:grid-cols-[8rem_1fr_1fr_10rem] md:gap-3 lg:grid-cols-[9rem_1fr_1.4fr_11rem] lg:gap-4 lg:px-4 xl:grid-cols-[12rem_1fr_1fr_18.5rem]">
      <button
        type="button"
        className="bg-error text-error-content heading min-h-20 cursor-pointer rounded-2xl text-xl md:min-h-28 md:text-2xl"
        onClick={taps.pain}
      >
        Pain
        {whose}
      </button>
      <Counter index={index} situation={situation} taps={taps} onClock={onClock} />
      {hasBlockClock(index, state, situation) ? (
        <BlockClock live={live} index={index} state={state} situation={situation} />
      ) : (
        <SetClock situation={situation} />
      )}
      {isWorking ? (
        <button
          type="button"
          className="bg-neutral text-neutral-content heading min-h-20 cursor-pointer rounded-2xl text-xl md:min-h-28 md:text-2xl"
          onClick={() => taps.end()}
        >
          End set
          {whose}
        </button>
      ) : onClock ? (
        <p className="text-quiet grid place-items-center rounded-2xl text-center text-lg leading-tight">begins by the clock</p>
      ) : (
        <button
          type="button"
          className="border-base-content heading min-h-20 cursor-pointer rounded-2xl border-2 px-1 text-xl leading-tight md:min-h-28 lg:text-2xl"
          onClick={taps.begin}
        >
          {isHeld ? 'Start hold' : startName(situation, setsDone + 1)}
          {set?.endedAt && <RestLeft situation={situation} />}
          {set && setsDone >= item.sets && <span className="block text-sm font-normal">one more than planned</span>}
        </button>
      )}
    </footer>
  );
}

/** On a narrow screen, where the clock has no room: the rest stands on the button that ends it. */
function RestLeft({ situation }: { situation: LaneSituation }) {
  const left = restLeft(situation, useNow()) ?? 0;
  return (
    <span className="figures block text-sm font-normal md:hidden">{left > 0 ? `rest ${clockText(left)}` : 'rest is over'}</span>
  );
}

interface CounterProps {
  readonly index: BriefIndex;
  readonly situation: LaneSituation;
  readonly taps: LaneTaps;
  readonly onClock: boolean;
}

function Counter({ index, situation, taps, onClock }: CounterProps) {
  const { isWorking } = situation;
  const { done, target, isHold, isDropped, pieces, unit, follows } = laneCount(situation, useNow());
  const left = target - done;
  return (
    <div className="bg-base-200 contain-content relative flex min-h-20 overflow-hidden rounded-2xl md:min-h-28">
      <button
        type="button"
        aria-label={isHold ? `Hold: ${done} of ${target} seconds` : `Count: ${done} of ${target}`}
        className="flex min-w-0 flex-1 cursor-pointer items-center gap-3 overflow-hidden px-3 text-left select-none disabled:cursor-default lg:gap-5 lg:px-6"
        onClick={isHold ? taps.hold : taps.count}
        disabled={isHold && onClock}
      >
        <span className="heading figures shrink-0 text-5xl lg:text-7xl" data-testid="count">
          {done}
        </span>
        <span className={follows ? 'hidden leading-tight sm:block' : 'leading-tight'}>
          <span className="block text-lg">
            of {target} <span className={follows ? 'hidden lg:inline' : undefined}>{unit}</span>
          </span>
          {isWorking && left > 0 && left <= LAST && !isHold ? (
            <span className="bg-accent text-accent-content rounded px-1.5 font-bold">last {left}</span>
          ) : (
            <span className="text-quiet hidden lg:block">
              {isHold ? holdWords({ isWorking, onClock, isDropped, pieces }) : 'tap, or space'}
            </span>
          )}
        </span>
      </button>
      {follows && (
        <button
          type="button"
          className={`w-20 shrink-0 cursor-pointer px-2 text-base leading-tight font-bold lg:w-28 lg:text-lg ${left <= 0 ? 'bg-accent text-accent-content' : 'border-base-300 border-l'}`}
          onClick={taps.goOn}
        >
          {follows.kind !== 'side' && <span className="block text-sm font-normal">then</span>}
          {followsText(follows, index)}
        </button>
      )}
    </div>
  );
}

function holdWords({
  isWorking,
  onClock,
  isDropped,
  pieces,
}: Record<'isWorking' | 'onClock' | 'isDropped', boolean> & { pieces: number }) {
  if (onClock) return 'by the clock';
  if (!isWorking) return 'tap to start';
  const so = pieces > 1 ? `piece ${pieces}` : 'running';
  return isDropped ? 'dropped: tap to go on' : `${so}: tap if dropped`;
}

function SetClock({ situation }: { situation: LaneSituation }) {
  const { set, isWorking, restSeconds, asked } = situation;
  const segment = isWorking ? set!.segments.at(-1)! : null;
  const tempo = segment?.tempo ?? asked.tempo;
  const now = useNow();
  const rest = restLeft(situation, now);
  return (
    <div
      className="bg-base-200 contain-content hidden min-h-28 items-center gap-3 rounded-2xl px-4 md:flex lg:gap-5 lg:px-6"
      aria-label="Set clock"
      role="timer"
    >
      <span className="heading figures text-4xl lg:text-6xl">
        {isWorking ? clockText(secondsBetween(set!.startedAt, now)) : rest === null ? '0:00' : clockText(rest)}
      </span>
      <span className="leading-tight">
        {isWorking ? (
          <>
            <span className="block text-lg">{setName(situation, set!.ordinal)}</span>
            <span className="text-quiet">{restSeconds > 0 ? `rest ${restSeconds} s after` : 'no rest after'}</span>
          </>
        ) : rest === null ? (
          <span className="text-lg">not begun</span>
        ) : restSeconds === 0 ? (
          <span className="text-lg">
            no rest<span className="hidden lg:inline">: on to the next</span>
          </span>
        ) : rest > 0 ? (
          <span className="text-lg">of rest left</span>
        ) : (
          <span className="bg-accent text-accent-content rounded px-1.5 text-lg font-bold">rest is over</span>
        )}
      </span>
      {tempo && segment?.unit !== 'seconds' && <TempoButton tempo={tempo} segmentId={segment?.segmentId ?? null} />}
    </div>
  );
}
