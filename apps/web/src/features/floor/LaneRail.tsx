import type { BriefIndex, ItemState, LaneSituation, Levels } from '@waxwing/core/session';
import clsx from 'clsx';
import { Check, Search } from 'lucide-react';
import { memo } from 'react';
import type { FloorSession } from '../../shared/live/floorSession.ts';
import type { LaneTaps } from './laneTaps.ts';
import { LevelButtons } from './LevelButtons.tsx';

interface LaneRailProps {
  readonly live: FloorSession;
  readonly index: BriefIndex;
  readonly situation: LaneSituation;
  readonly levels: Levels;
  readonly taps: LaneTaps;
  readonly onFindSwap: () => void;
}

/** What this lane does, in order; a tap goes there. */
export const LaneRail = memo(function LaneRail({ live, index, situation, levels, taps, onFindSwap }: LaneRailProps) {
  const { client } = situation;
  return (
    <nav
      aria-label={`${client.name}’s list`}
      className="border-base-300 contain-content flex gap-1 overflow-x-auto border-b px-2 py-2 lg:flex-col lg:overflow-y-auto lg:border-r lg:border-b-0 lg:px-3"
    >
      <LaneItems index={index} situation={situation} onGo={taps.goTo} />
      <div className="flex shrink-0 gap-1 lg:mt-auto lg:flex-col">
        <LevelButtons
          index={index}
          levels={levels}
          taps={taps}
          live={live}
          laneId={situation.lane.laneId}
          className="lg:flex-col"
        />
        <button type="button" className="btn btn-ghost min-h-14 justify-start px-3 text-left" onClick={onFindSwap}>
          <Search aria-hidden="true" size={16} className="shrink-0" /> Another movement
        </button>
      </div>
    </nav>
  );
});

interface LaneItemsProps {
  readonly index: BriefIndex;
  readonly situation: LaneSituation;
  readonly onGo: (itemId: string) => void;
}

export function LaneItems({ index, situation, onGo }: LaneItemsProps) {
  return situation.lane.items.map((item) => (
    <RailItem
      key={item.itemId}
      item={item}
      name={index.nameOf(item.movementId)}
      isCurrent={item.itemId === situation.item.itemId}
      isGoing={item.itemId === situation.item.itemId && situation.isWorking}
      onGo={onGo}
    />
  ));
}

interface RailItemProps {
  readonly item: ItemState;
  readonly name: string;
  readonly isCurrent: boolean;
  /** A set of it goes on. */
  readonly isGoing: boolean;
  readonly onGo: (itemId: string) => void;
}

/** The set that goes on isn’t counted as done. */
function setsText(done: number, sets: number, isGoing: boolean): string {
  if (isGoing) return `in set ${done + 1}${done < sets ? ` of ${sets}` : ''}`;
  return done === 0 ? `${sets} ${sets === 1 ? 'set' : 'sets'}` : `${Math.min(done, 99)} of ${sets} done`;
}

/** Drawn anew only when something of its own has changed. */
const RailItem = memo(function RailItem({ item, name, isCurrent, isGoing, onGo }: RailItemProps) {
  const done = item.setIds.length - (isGoing ? 1 : 0);
  const isDone = done >= item.sets;
  return (
    <button
      type="button"
      aria-current={isCurrent ? 'step' : undefined}
      onClick={() => onGo(item.itemId)}
      className={clsx(
        'min-h-14 w-auto shrink-0 cursor-pointer rounded-xl px-3 py-2 text-left lg:w-full',
        isCurrent && 'bg-panel',
      )}
    >
      <span className={clsx('leading-tight whitespace-nowrap lg:whitespace-normal', isCurrent && 'tail font-bold')}>{name}</span>
      <span className="text-quiet mt-1.5 flex items-center gap-1 text-sm">
        {isDone && <Check aria-hidden="true" size={16} className="text-success" />}
        {item.pain ? 'stopped: pain' : item.dropped ? 'left out' : setsText(done, item.sets, isGoing)}
      </span>
    </button>
  );
});
