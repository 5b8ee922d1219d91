import { lowerFirst } from '@waxwing/core/movement';
import { formatText } from '@waxwing/core/planning';
import {
  clockBlockOf,
  clockScore,
  endClock,
  holdClock,
  leaveBlock,
  nextWork,
  pauseClock,
  readClock,
  resumeClock,
  showStations,
  startClock,
  stepClock,
  type BriefIndex,
  type ClockReading,
  type ClockScore,
  type LaneSituation,
  type SessionState,
} from '@waxwing/core/session';
import clsx from 'clsx';
import { Pause, Play, SkipBack, SkipForward, Volume2, VolumeX, X } from 'lucide-react';
import { useState } from 'react';
import { clockText } from '../../shared/dates.ts';
import { serverNow } from '../../shared/server.ts';
import { useNow } from '../../shared/useNow.ts';
import type { FloorSession } from '../../shared/live/floorSession.ts';
import { nameOf, partText, whereText } from './clockWords.ts';
import { SoundDialog } from './SoundDialog.tsx';
import { useClockSound } from './useClockSound.ts';

/** A tenth of a second is as exact as anybody reads. */
const TICK_MS = 100;
const MORE_SECONDS = 30;

interface BlockClockProps {
  readonly live: FloorSession;
  readonly index: BriefIndex;
  readonly state: SessionState;
  readonly situation: LaneSituation;
}

/** Whether the clock of a block stands where the clock of a set would: it is on, or what is to be done goes by it. */
export function hasBlockClock(index: BriefIndex, state: SessionState, situation: LaneSituation): boolean {
  return state.clock !== null || clockBlockOf(index, situation.item.planItemId) !== null;
}

/** The clock for everybody: what is on, how much of it is left, what comes next, and what can be done to it. */
export function BlockClock({ live, index, state, situation }: BlockClockProps) {
  const { clock } = state;
  const block = clockBlockOf(index, situation.item.planItemId);
  const score = clock ? clockScore(index, clock.blockId) : block && clockScore(index, block.blockId);
  const now = useNow(clock?.isRunning ? TICK_MS : null);
  const sound = useClockSound(index, score, clock);
  const [showsSound, setShowsSound] = useState(false);
  if (!score) return null;
  if (!clock) return <Begin live={live} score={score} onAllow={sound.allow} />;
  const reading = readClock(score, clock, now);
  const set = (drafts: Parameters<FloorSession['append']>[0]) => void live.append(drafts);
  const withClock = (change: (clock: NonNullable<SessionState['clock']>) => ReturnType<typeof startClock>) =>
    set(({ clock: latest }) => (latest ? change(latest) : []));
  return (
    <section
      aria-label="Clock"
      className={clsx(
        'col-span-full row-start-1 flex min-h-20 items-center gap-x-3 gap-y-1 rounded-2xl px-3 py-1 md:col-auto md:row-auto md:min-h-28 md:flex-col md:items-stretch md:justify-center',
        reading.step?.kind === 'work' || reading.step?.kind === 'all-out' ? 'bg-neutral text-neutral-content' : 'bg-base-200',
      )}
    >
      <div className="flex min-w-0 flex-1 items-center gap-3 md:flex-none">
        <span role="timer" className="heading figures text-4xl leading-none" data-testid="block-clock">
          {clockText(Math.ceil(reading.leftSeconds - 0.05))}
        </span>
        <span className="min-w-0 text-sm leading-tight">
          <b className="block text-base">
            {nameOf(reading, score)}
            {!clock.isRunning && ', paused'}
          </b>
          <span className="block truncate">{whereText(score, reading)}</span>
          <span className="block truncate">
            {reading.showing === null ? nextText(index, situation, score, reading) : stationText(index, score, reading.showing)}
          </span>
        </span>
      </div>
      <div className="flex shrink-0 gap-1">
        {reading.showing !== null && (
          <ClockButton
            label="Start the clock"
            onTap={() => {
              sound.allow();
              set(({ clock: latest }) => (latest ? startClock(latest.blockId) : []));
            }}
          >
            Start
          </ClockButton>
        )}
        {reading.showing === score.stations.length ? null : reading.isOver ? (
          <ClockButton
            label="Close the clock"
            onTap={() => {
              withClock((latest) => endClock(latest, serverNow()));
              for (const { laneId } of state.lanes) void live.note(laneId, (context) => leaveBlock(context, clock.blockId));
            }}
          >
            <X aria-hidden="true" size={20} /> Close
          </ClockButton>
        ) : (
          <>
            <ClockButton
              label="One stretch back"
              isSmall
              onTap={() => withClock((latest) => stepClock(score, latest, -1, serverNow()))}
            >
              <SkipBack aria-hidden="true" size={18} />
            </ClockButton>
            <ClockButton
              label={clock.isRunning ? 'Pause the clock' : 'Go on'}
              onTap={() => {
                sound.allow();
                withClock((latest) => (latest.isRunning ? pauseClock(latest, serverNow()) : resumeClock(latest)));
              }}
            >
              {clock.isRunning ? <Pause aria-hidden="true" size={20} /> : <Play aria-hidden="true" size={20} />}
            </ClockButton>
            <ClockButton
              label="One stretch on"
              isSmall
              onTap={() => withClock((latest) => stepClock(score, latest, 1, serverNow()))}
            >
              <SkipForward aria-hidden="true" size={18} />
            </ClockButton>
            <ClockButton
              label={`${MORE_SECONDS} seconds more`}
              isSmall
              onTap={() => withClock((latest) => holdClock(latest, MORE_SECONDS, serverNow()))}
            >
              +{MORE_SECONDS}
            </ClockButton>
            <ClockButton
              label={sound.isSilenced ? 'The browser plays nothing: allow it' : 'Sound on this screen'}
              isSmall
              onTap={sound.isSilenced ? sound.allow : () => setShowsSound(true)}
            >
              {sound.isOn && !sound.isSilenced ? (
                <Volume2 aria-hidden="true" size={18} />
              ) : (
                <VolumeX aria-hidden="true" size={18} />
              )}
            </ClockButton>
          </>
        )}
      </div>
      {sound.isSilenced && (
        <p role="status" className="text-sm">
          No sound yet: tap the loudspeaker.
        </p>
      )}
      {showsSound && <SoundDialog onClose={() => setShowsSound(false)} onTap={sound.allow} />}
    </section>
  );
}

interface BeginProps {
  readonly live: FloorSession;
  readonly score: ClockScore;
  readonly onAllow: () => void;
}

function Begin({ live, score, onAllow }: BeginProps) {
  const { block, stations } = score;
  const begin = (drafts: ReturnType<typeof startClock>) => {
    onAllow();
    void live.append(({ clock }) => (clock ? [] : drafts));
  };
  return (
    <div className="col-span-full row-start-1 flex gap-2 md:col-auto md:row-auto">
      <button
        type="button"
        className="border-base-content min-h-14 min-w-0 flex-1 cursor-pointer rounded-2xl border-2 px-3 text-left leading-tight"
        onClick={() => begin(startClock(block.blockId))}
      >
        <span className="heading block text-xl">Start the clock</span>
        <span className="text-quiet">{formatText(block)}</span>
      </button>
      {stations.length > 1 && (
        <button
          type="button"
          className={clsx(
            'min-h-14 w-24 cursor-pointer rounded-2xl border-2 px-2 text-base leading-tight font-bold lg:w-28',
            block.walkThrough ? 'border-accent bg-accent text-accent-content' : 'border-base-content/50',
          )}
          onClick={() => begin(showStations(score))}
        >
          Show all {stations.length} first
        </button>
      )}
    </div>
  );
}

/** What is being shown, and who begins there. */
function stationText(index: BriefIndex, { stations }: ClockScore, showing: number): string {
  const station = stations[showing];
  return station ? index.nameOf(station.movementId) : 'start when they stand';
}

interface ClockButtonProps {
  readonly label: string;
  /** Not needed with a phone in one hand. */
  readonly isSmall?: boolean;
  readonly onTap: () => void;
  readonly children: React.ReactNode;
}

function ClockButton({ label, isSmall = false, onTap, children }: ClockButtonProps) {
  return (
    <button
      type="button"
      aria-label={label}
      title={label}
      className={clsx(
        'border-current/40 min-h-12 min-w-12 flex-1 cursor-pointer items-center justify-center gap-1 rounded-xl border px-1 font-bold',
        isSmall ? 'hidden md:flex' : 'flex',
      )}
      onClick={onTap}
    >
      {children}
    </button>
  );
}

/** What this lane does next: within its set, else in the next stretch of work. */
function nextText(index: BriefIndex, { lane }: LaneSituation, score: ClockScore, reading: ClockReading): string {
  const within = reading.positionSeconds - (reading.step?.fromSeconds ?? 0);
  const now = reading.step?.works.find(({ laneId }) => laneId === lane.laneId);
  const part = now?.parts.find(({ afterSeconds }) => afterSeconds > within);
  if (part) return `in ${Math.ceil(part.afterSeconds - within)} s: ${partText(index, part)}`;
  const coming = score.steps.slice(reading.at + 1).find(({ kind }) => kind !== 'rest');
  if (!coming) return '';
  if (coming.kind === 'all-out') return 'then all out';
  const work = nextWork(score, reading, lane.laneId);
  const item = lane.items.find(({ planItemId }) => planItemId === work?.planItemId);
  return item ? `then ${lowerFirst(index.nameOf(item.movementId))}` : 'then a rest';
}
