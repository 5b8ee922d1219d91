import { lowerFirst } from '@waxwing/core/movement';
import { calledOf, levelForOthers, type BriefIndex, type LaneSituation, type Level, type Levels } from '@waxwing/core/session';
import clsx from 'clsx';
import { ArrowDown, ArrowUp, ChevronDown, RotateCcw, Users } from 'lucide-react';
import { useState } from 'react';
import { Dialog } from '../../shared/Dialog.tsx';
import type { FloorSession } from '../../shared/live/floorSession.ts';
import { laneTaps, type LaneTaps } from './laneTaps.ts';

interface LevelButtonsProps {
  readonly index: BriefIndex;
  readonly levels: Levels;
  readonly taps: LaneTaps;
  readonly live: FloorSession;
  readonly laneId: string;
  readonly className?: string;
}

/** What a step is called on a button: it says what it does before it is done. */
function stepText(level: Level): string {
  return level.kind === 'movement' ? `Swap for ${lowerFirst(level.text)}` : level.text;
}

/** One step easier or harder, the smallest first, and the way back to what was planned. */
export function LevelButtons({ index, levels: { easier, harder, back }, taps, live, laneId, className }: LevelButtonsProps) {
  return (
    <div className={clsx('flex gap-2', className)} role="group" aria-label="Easier or harder">
      {back && (
        <button
          type="button"
          className="border-base-content/60 min-h-14 cursor-pointer rounded-xl border px-3 py-1 text-left leading-tight"
          onClick={taps.backToPlanned}
        >
          <RotateCcw aria-hidden="true" size={16} className="mr-1 inline" />
          Back to {lowerFirst(back.name)}
        </button>
      )}
      <OneWay index={index} live={live} laneId={laneId} direction="easier" steps={easier} onTake={taps.takeLevel} />
      <OneWay index={index} live={live} laneId={laneId} direction="harder" steps={harder} onTake={taps.takeLevel} />
    </div>
  );
}

interface OneWayProps {
  readonly index: BriefIndex;
  readonly live: FloorSession;
  readonly laneId: string;
  readonly direction: 'easier' | 'harder';
  readonly steps: readonly Level[];
  readonly onTake: (level: Level) => void;
}

function OneWay({ index, live, laneId, direction, steps, onTake }: OneWayProps) {
  const [isOpen, setOpen] = useState(false);
  const [first] = steps;
  if (!first) return null;
  const others = othersOf(live, laneId);
  const Arrow = direction === 'easier' ? ArrowDown : ArrowUp;
  const leversOf = (level: Level) =>
    (level.kind === 'movement' ? level.levers : [level.lever])
      .map((lever) => index.lexicon.levers.get(lever)?.name ?? lever)
      .join(', ');
  return (
    <div className="border-base-content/60 flex min-w-0 flex-1 rounded-xl border">
      <button
        type="button"
        className="min-h-14 min-w-0 flex-1 cursor-pointer px-3 py-1 text-left leading-tight"
        onClick={() => onTake(first)}
      >
        <Arrow aria-hidden="true" size={16} className="mr-1 inline" />
        <span className="sr-only">{direction}: </span>
        {stepText(first)}
      </button>
      {(steps.length > 1 || others.length > 0) && (
        <button
          type="button"
          aria-label={`Everything ${direction}`}
          className="border-base-300 grid w-11 shrink-0 cursor-pointer place-items-center border-l"
          onClick={() => setOpen(true)}
        >
          <ChevronDown aria-hidden="true" size={18} />
        </button>
      )}
      {isOpen && (
        <Dialog title={direction === 'easier' ? 'Easier' : 'Harder'} onClose={() => setOpen(false)}>
          <ul className="mt-3 flex flex-col gap-2">
            {steps.map((level) => (
              <li key={level.key} className="flex gap-2">
                <button
                  type="button"
                  className="btn min-h-14 flex-1 justify-start px-5 text-left text-lg"
                  onClick={() => {
                    setOpen(false);
                    onTake(level);
                  }}
                >
                  {stepText(level)}
                  <span className="text-sm font-normal opacity-80">
                    {level.kind === 'movement' && level.planned ? level.planned : leversOf(level)}
                  </span>
                </button>
                <Everybody
                  index={index}
                  live={live}
                  laneId={laneId}
                  direction={direction}
                  level={level}
                  onTake={() => {
                    setOpen(false);
                    onTake(level);
                  }}
                />
              </li>
            ))}
          </ul>
        </Dialog>
      )}
    </div>
  );
}

function othersOf(live: FloorSession, laneId: string): readonly LaneSituation[] {
  const { lanes } = live.getSnapshot().state;
  return lanes.flatMap((lane) => (lane.laneId === laneId || lane.leftAt !== null ? [] : (live.situation(lane.laneId) ?? [])));
}

/** The same step for whoever else is at the same place: it says for whom before it is taken. */
function Everybody({
  index,
  live,
  laneId,
  direction,
  level,
  onTake,
}: Omit<OneWayProps, 'steps' | 'onTake'> & { level: Level; onTake: () => void }) {
  const situation = live.situation(laneId);
  const shared = situation ? levelForOthers(index, situation, othersOf(live, laneId), direction, level) : [];
  if (shared.length === 0) return null;
  const names = shared.map((each) => calledOf(each.situation.client)).join(' and ');
  return (
    <button
      type="button"
      aria-label={`${stepText(level)}, and ${names} too`}
      className="btn min-h-14 max-w-40 px-3 text-left leading-tight font-normal"
      onClick={() => {
        onTake();
        for (const each of shared) laneTaps(live, each.situation.lane.laneId).takeLevel(each.level);
      }}
    >
      <Users aria-hidden="true" size={18} className="shrink-0" />
      <span className="min-w-0">and {names}</span>
    </button>
  );
}
