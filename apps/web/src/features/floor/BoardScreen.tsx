import { briefingCues, loadText, lowerFirst, type ResolvedMovement } from '@waxwing/core/movement';
import {
  calledOf,
  clockScore,
  nextWork,
  readClock,
  SHOW_SECONDS,
  type BriefIndex,
  type ClockReading,
  type ClockScore,
  type LaneSituation,
  type SessionState,
  type Station,
} from '@waxwing/core/session';
import { Volume2, VolumeX, Users } from 'lucide-react';
import { useState, type ReactNode } from 'react';
import { clockText } from '../../shared/dates.ts';
import { MovingFigure } from '../../shared/figure/MovingFigure.tsx';
import { stretchText } from '../../shared/stretchWords.ts';
import { useNow } from '../../shared/useNow.ts';
import { nameOf, whereText } from './clockWords.ts';
import { laneCount, restLeft } from './laneCount.ts';
import { SoundDialog } from './SoundDialog.tsx';
import { useClockSound } from './useClockSound.ts';
import { workingSideOf } from './workingSide.ts';

const TICK_MS = 200;

interface BoardScreenProps {
  readonly index: BriefIndex;
  readonly state: SessionState;
  readonly situationOf: (laneId: string) => LaneSituation | null;
  /** It may be heard; in a window beside Floor that would be heard twice. */
  readonly calls?: boolean;
}

/**
 * The running hour as it is read from four metres: what is on, what comes next, whose side. Nothing of anybody's health, nothing to tap but what
 * it shows of itself.
 */
export function BoardScreen({ index, state, situationOf, calls = false }: BoardScreenProps) {
  const now = useNow(TICK_MS);
  const [hasNames, setNames] = useState(true);
  const [showsSound, setShowsSound] = useState(false);
  const { clock } = state;
  const score = clock && clockScore(index, clock.blockId);
  const reading = clock && score ? readClock(score, clock, now) : null;
  const situations = state.lanes
    .filter(({ leftAt }) => leftAt === null)
    .flatMap(({ laneId }) => situationOf(laneId) ?? [])
    .map((situation) => atTheClock(index, situation, score, reading));
  const sound = useClockSound(index, calls ? score : null, clock);
  const station = score && reading?.showing !== null && reading ? score.stations[reading.showing] : undefined;
  const [first] = situations;
  const isOneForAll = first !== undefined && situations.every(({ item }) => item.movementId === first.item.movementId);
  return (
    <main className="bg-neutral text-neutral-content flex h-dvh flex-col gap-4 overflow-hidden px-8 py-6">
      <header className="flex items-center gap-8">
        {score && reading ? (
          <>
            <span role="timer" className="heading figures text-9xl leading-none" data-testid="board-clock">
              {clockText(Math.ceil(reading.leftSeconds - 0.05))}
            </span>
            <div className="min-w-0 flex-1">
              <p className="heading text-5xl leading-tight">
                {nameOf(reading, score)}
                {!reading.isRunning && !reading.isOver && ', paused'}
              </p>
              <p className="text-3xl opacity-90">{whereText(score, reading)}</p>
            </div>
          </>
        ) : (
          <p className="heading min-w-0 flex-1 text-5xl">
            {state.status === 'ended' ? 'That was it. Well done.' : 'At your own pace'}
          </p>
        )}
        <div className="flex gap-2 self-start opacity-70">
          <button
            type="button"
            aria-pressed={hasNames}
            aria-label="Names"
            title="Names"
            className="grid size-11 cursor-pointer place-items-center"
            onClick={() => setNames(!hasNames)}
          >
            <Users aria-hidden="true" size={22} />
          </button>
          <button
            type="button"
            hidden={!calls}
            aria-label="Sound on this screen"
            title={sound.isSilenced ? 'The browser plays nothing until somebody taps' : 'Sound on this screen'}
            className="grid size-11 cursor-pointer place-items-center"
            onClick={() => {
              sound.allow();
              setShowsSound(true);
            }}
          >
            {sound.isOn && !sound.isSilenced ? (
              <Volume2 aria-hidden="true" size={22} />
            ) : (
              <VolumeX aria-hidden="true" size={22} />
            )}
          </button>
        </div>
      </header>
      {showsSound && <SoundDialog onClose={() => setShowsSound(false)} onTap={sound.allow} />}
      {score && reading && reading.showing === null && <Progress score={score} reading={reading} />}
      {state.status !== 'ended' &&
        (score && station && reading ? (
          <Shown index={index} station={station} leftSeconds={reading.leftSeconds} situations={situations} hasNames={hasNames} />
        ) : isOneForAll ? (
          <OneForAll index={index} situations={situations} hasNames={hasNames} />
        ) : (
          <ul className={`grid min-h-0 flex-1 gap-4 ${situations.length > 2 ? 'grid-cols-2' : 'grid-cols-1'}`}>
            {situations.map((situation) => (
              <BoardLane
                key={situation.lane.laneId}
                index={index}
                situation={situation}
                hasName={hasNames}
                isTimed={score !== null}
                now={now}
              />
            ))}
          </ul>
        ))}
      {!station && <Next index={index} situations={situations} score={score} reading={reading} hasNames={hasNames} />}
    </main>
  );
}

/** What the clock says that a lane does now, in a rest what it does next, however late that is noted. */
function atTheClock(
  index: BriefIndex,
  situation: LaneSituation,
  score: ClockScore | null,
  reading: ClockReading | null,
): LaneSituation {
  if (!score || !reading) return situation;
  const { lane, client } = situation;
  const isOn = reading.step?.kind === 'work';
  const work = isOn ? reading.step.works.find(({ laneId }) => laneId === lane.laneId) : nextWork(score, reading, lane.laneId);
  const item = lane.items.find(({ planItemId }) => work && planItemId === work.planItemId);
  const movement = item && index.movement(client.clientId, item.movementId);
  if (!item || !movement || item === situation.item) return situation;
  return { ...situation, item, movement, set: null, isWorking: false };
}

/** How far the stretch has gone, with the tail at its end. */
function Progress({ score, reading }: { score: ClockScore; reading: ClockReading }) {
  const { step, leftSeconds } = reading;
  const whole = step ? step.untilSeconds - step.fromSeconds : score.seconds;
  const share = step ? Math.min(1, Math.max(0, 1 - leftSeconds / whole)) : reading.isOver ? 1 : 0;
  return (
    <div aria-hidden="true" className="bg-neutral-content/20 h-3 rounded-full">
      <div className="border-accent bg-neutral-content h-3 rounded-full border-r-8" style={{ width: `${share * 100}%` }} />
    </div>
  );
}

/** A side as whoever follows the picture has it: as in a mirror. */
function sideText({ movement, isWorking, set }: LaneSituation): string | null {
  const side = isWorking ? set?.segments.at(-1)?.side : undefined;
  return side && movement.document.laterality === 'one-side' ? `your ${side}` : null;
}

/** Which part of a scripted set it is: "4 slow". */
function partNow({ set, isWorking, asked }: LaneSituation): string | null {
  const { manner, target } = (isWorking ? set?.segments.at(-1) : undefined) ?? asked;
  return manner ? stretchText({ kind: manner, amount: target }) : null;
}

interface LanesProps {
  readonly index: BriefIndex;
  readonly situations: readonly LaneSituation[];
  readonly hasNames: boolean;
}

/** Everybody does the same: the movement large, moving, as in a mirror, with the two things to think of. */
function OneForAll({ index, situations, hasNames }: LanesProps) {
  const [first] = situations;
  if (!first) return null;
  const { movement, drawn } = first;
  return (
    <div className="grid min-h-0 flex-1 grid-cols-[minmax(0,2fr)_minmax(0,3fr)] gap-8">
      <div className="bg-base-200 text-base-content relative grid min-h-0 place-items-center rounded-3xl p-4">
        <div className="h-full min-h-0 w-full -scale-x-100">
          <MovingFigure document={drawn} lexicon={index.lexicon} side={workingSideOf(first)} className="h-full w-full" />
        </div>
        {sideText(first) && <p className="heading absolute top-4 left-6 text-4xl">{sideText(first)}</p>}
      </div>
      <Told movement={movement}>
        {partNow(first) && <p className="heading figures text-6xl">{partNow(first)}</p>}
        <ul className="flex flex-wrap gap-x-8 gap-y-1 text-3xl opacity-90">
          {hasNames &&
            situations.map(({ lane, client, item }) => (
              <li key={lane.laneId}>
                {calledOf(client)}
                {item.load.kind !== 'bodyweight' && <b> {loadText(item.load)}</b>}
              </li>
            ))}
        </ul>
      </Told>
    </div>
  );
}

interface ToldProps {
  readonly movement: ResolvedMovement;
  readonly children: ReactNode;
}

/** What is done, with the two things to think of, beside the figure. */
function Told({ movement, children }: ToldProps) {
  return (
    <div className="flex min-w-0 flex-col justify-center gap-4">
      <p className="heading text-7xl leading-tight text-balance">{movement.document.name}</p>
      {briefingCues(movement).map(({ cueId, text }) => (
        <p key={cueId} className="text-4xl leading-tight">
          {text}
        </p>
      ))}
      {children}
    </div>
  );
}

interface ShownProps extends LanesProps {
  readonly station: Station;
  readonly leftSeconds: number;
}

/** A station before the clock starts: from the front first, then from the side, with two cues and whoever begins there. */
function Shown({ index, station, leftSeconds, situations, hasNames }: ShownProps) {
  const [first] = situations;
  const movement = first && index.movement(first.client.clientId, station.movementId);
  if (!movement) return null;
  const here = situations.filter(({ lane }) => station.laneIds.includes(lane.laneId));
  const isSpread = here.length > 0 && here.length < situations.length;
  return (
    <div className="grid min-h-0 flex-1 grid-cols-[minmax(0,2fr)_minmax(0,3fr)] gap-8">
      <div className="bg-base-200 text-base-content grid min-h-0 place-items-center rounded-3xl p-4">
        <div className="h-full min-h-0 w-full -scale-x-100">
          <MovingFigure
            document={movement.document}
            lexicon={index.lexicon}
            view={leftSeconds > SHOW_SECONDS / 2 ? 'front' : 'side'}
            className="h-full w-full"
          />
        </div>
      </div>
      <Told movement={movement}>
        {hasNames && isSpread && (
          <p className="text-3xl">
            Here {here.length === 1 ? 'begins' : 'begin'} <b>{here.map(({ client }) => calledOf(client)).join(' and ')}</b>
          </p>
        )}
      </Told>
    </div>
  );
}

interface BoardLaneProps {
  readonly index: BriefIndex;
  readonly situation: LaneSituation;
  readonly hasName: boolean;
  /** The clock above says how long. */
  readonly isTimed: boolean;
  readonly now: Date;
}

function BoardLane({ index, situation, hasName, isTimed, now }: BoardLaneProps) {
  const { client, item, movement, drawn, isWorking } = situation;
  const { done, target, isHold } = laneCount(situation, now);
  const part = partNow(situation);
  const rest = restLeft(situation, now);
  return (
    <li className="bg-base-200 text-base-content flex min-h-0 items-center gap-6 overflow-hidden rounded-3xl px-6 py-3">
      <div className="min-w-0 flex-1">
        {hasName && <p className="text-3xl">{calledOf(client)}</p>}
        <p className="heading text-5xl leading-tight text-balance">{movement.document.name}</p>
        <p className="mt-1 text-3xl">
          {rest !== null && rest > 0 && !isTimed ? (
            `rest ${clockText(rest)}`
          ) : part !== null ? (
            <b className="figures">{part}</b>
          ) : (
            <>
              <b className="figures">{isWorking && !isTimed ? `${done} of ${target}` : target}</b> {isHold ? 's' : 'reps'}
            </>
          )}
          {item.load.kind !== 'bodyweight' && ` · ${loadText(item.load)}`}
          {sideText(situation) && <b> · {sideText(situation)}</b>}
        </p>
      </div>
      <div className="h-full max-h-56 w-44 shrink-0 -scale-x-100">
        <MovingFigure document={drawn} lexicon={index.lexicon} side={workingSideOf(situation)} className="h-full w-full" />
      </div>
    </li>
  );
}

interface NextProps extends LanesProps {
  readonly score: ClockScore | null;
  readonly reading: ClockReading | null;
}

/** What comes after this, said once where it is the same for all. */
function Next({ index, situations, score, reading, hasNames }: NextProps) {
  const comes = situations.flatMap((situation) => {
    const name = nextName(index, situation, score, reading);
    return name ? [{ name, who: calledOf(situation.client), laneId: situation.lane.laneId }] : [];
  });
  const [first] = comes;
  if (!first) return null;
  const isSame = comes.length === situations.length && comes.every(({ name }) => name === first.name);
  return (
    <p className="text-3xl leading-tight">
      <span className="opacity-70">Next </span>
      {isSame || !hasNames
        ? [...new Set(comes.map(({ name }) => name))].join(' · ')
        : comes.map(({ who, name }) => `${who}: ${lowerFirst(name)}`).join(' · ')}
    </p>
  );
}

function nextName(
  index: BriefIndex,
  { lane, nextItem, item }: LaneSituation,
  score: ClockScore | null,
  reading: ClockReading | null,
): string | null {
  if (!score || !reading) return nextItem ? index.nameOf(nextItem.movementId) : null;
  // In a rest what comes is shown already; what comes after it is for later.
  if (reading.step?.kind !== 'work') return null;
  const work = nextWork(score, reading, lane.laneId);
  const next = lane.items.find(({ planItemId }) => planItemId === work?.planItemId);
  return next && next.itemId !== item.itemId ? index.nameOf(next.movementId) : null;
}
