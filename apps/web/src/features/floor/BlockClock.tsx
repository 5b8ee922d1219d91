import { lowerFirst } from '@waxwing/core/movement';
import { formatText, type PlanBlock } from '@waxwing/core/planning';
import {
  clockBlockOf,
  clockScore,
  endClock,
  holdClock,
  nextWork,
  pauseClock,
  readClock,
  resumeClock,
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
import { clockText } from '../../shared/dates.ts';
import { useNow } from '../../shared/useNow.ts';
import type { FloorSession } from './floorSession.ts';
import { nameOf, whereText } from './clockWords.ts';
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
  const sound = useClockSound(score, clock);
  if (!score) return null;
  if (!clock) return <Begin live={live} block={score.block} onAllow={sound.allow} />;
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
            {nameOf(reading)}
            {!clock.isRunning && ', paused'}
          </b>
          <span className="block truncate">{whereText(score, reading)}</span>
          <span className="block truncate">{nextText(index, situation, score, reading)}</span>
        </span>
      </div>
      <div className="flex shrink-0 gap-1">
        {reading.isOver ? (
          <ClockButton label="Close the clock" onTap={() => withClock((latest) => endClock(latest, new Date()))}>
            <X aria-hidden="true" size={20} /> Close
          </ClockButton>
        ) : (
          <>
            <ClockButton
              label="One stretch back"
              isSmall
              onTap={() => withClock((latest) => stepClock(score, latest, -1, new Date()))}
            >
              <SkipBack aria-hidden="true" size={18} />
            </ClockButton>
            <ClockButton
              label={clock.isRunning ? 'Pause the clock' : 'Go on'}
              onTap={() => {
                sound.allow();
                withClock((latest) => (latest.isRunning ? pauseClock(latest, new Date()) : resumeClock(latest)));
              }}
            >
              {clock.isRunning ? <Pause aria-hidden="true" size={20} /> : <Play aria-hidden="true" size={20} />}
            </ClockButton>
            <ClockButton
              label="One stretch on"
              isSmall
              onTap={() => withClock((latest) => stepClock(score, latest, 1, new Date()))}
            >
              <SkipForward aria-hidden="true" size={18} />
            </ClockButton>
            <ClockButton
              label={`${MORE_SECONDS} seconds more`}
              isSmall
              onTap={() => withClock((latest) => holdClock(latest, MORE_SECONDS, new Date()))}
            >
              +{MORE_SECONDS}
            </ClockButton>
            <ClockButton
              label={sound.isOn ? (sound.isSilenced ? 'The browser plays nothing: allow it' : 'Sound off') : 'Sound on'}
              isSmall
              onTap={sound.isSilenced ? sound.allow : sound.toggle}
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
    </section>
  );
}

interface BeginProps {
  readonly live: FloorSession;
  readonly block: PlanBlock;
  readonly onAllow: () => void;
}

function Begin({ live, block, onAllow }: BeginProps) {
  return (
    <button
      type="button"
      className="border-base-content col-span-full row-start-1 min-h-14 cursor-pointer rounded-2xl border-2 px-3 text-left leading-tight md:col-auto md:row-auto"
      onClick={() => {
        onAllow();
        void live.append(({ clock }) => (clock ? [] : startClock(block.blockId)));
      }}
    >
      <span className="heading block text-xl">Start the clock</span>
      <span className="text-quiet">{formatText(block)}</span>
    </button>
  );
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

/** What this lane does in the next stretch of work. */
function nextText(index: BriefIndex, { lane }: LaneSituation, score: ClockScore, reading: ClockReading): string {
  const coming = score.steps.slice(reading.at + 1).find(({ kind }) => kind !== 'rest');
  if (!coming) return '';
  if (coming.kind === 'all-out') return 'then all out';
  const work = nextWork(score, reading, lane.laneId);
  const item = lane.items.find(({ planItemId }) => planItemId === work?.planItemId);
  return item ? `then ${lowerFirst(index.nameOf(item.movementId))}` : 'then a rest';
}
