import { prepares } from '../movement/prepares.ts';
import type { Held } from './changeOver.ts';
import { setsOfEntry, workingSet, type LaneEntry } from './laneEntry.ts';
import type { PlanBlock, PlanItem } from './plan.ts';
import type { PlanContext } from './planContext.ts';
import { WORKING_PARTS } from './planTerms.ts';

/** A block without an end is weighed as if it were gone through so often. */
const ROUNDS_OF_AMRAP = 3;

/** What one lane does in one place, as far as the order goes. */
export interface Stay extends Held {
  /** Sets that are done before something else comes. */
  readonly sets: number;
  /** A warm-up doesn't, nor does what loosens and stretches. */
  readonly tires: boolean;
  /** From the first rep to the last of what is done before something else comes. */
  readonly seconds: number;
  readonly restSeconds: number;
}

/** How a block is gone through. */
interface Course {
  readonly rounds: number;
  readonly roundRestSeconds: number | null;
}

/** How often, and with what rest between two times. */
export function courseOf({ format, times = 1, items }: PlanBlock): Course {
  switch (format.kind) {
    case 'rounds':
      return { rounds: format.rounds * times, roundRestSeconds: format.restSeconds };
    case 'intervals':
      return {
        rounds: (format.order === 'by-round' ? format.rounds : 1) * times,
        roundRestSeconds: format.restSeconds + (format.roundRestSeconds ?? 0),
      };
    case 'amrap':
      return { rounds: ROUNDS_OF_AMRAP * times, roundRestSeconds: 0 };
    case 'emom':
      return { rounds: Math.max(1, Math.ceil(format.rounds / Math.max(1, items.length))) * times, roundRestSeconds: null };
    default:
      return { rounds: times, roundRestSeconds: null };
  }
}

/** One lane's in one place of a block, by the block's format. */
export function stayOf(entry: LaneEntry, item: PlanItem, { format, part }: PlanBlock, context: PlanContext): Stay {
  const { document, load } = entry;
  const tires = WORKING_PARTS.includes(part) && !prepares(document);
  const set = workingSet(entry, item, 0, context);
  const ofSet = set.bouts.reduce((sum, { seconds, leadSeconds }) => sum + seconds + leadSeconds, 0);
  const once = (seconds: number, restSeconds: number): Stay => ({
    document,
    load,
    sets: 1,
    tires,
    seconds,
    restSeconds,
  });
  const several = (sets: number, work: number, rest: number): Stay => ({
    ...once(sets * work + (sets - 1) * rest, rest),
    sets,
  });
  switch (format.kind) {
    case 'rounds':
      return once(ofSet, format.betweenSeconds ?? 0);
    case 'amrap':
      return once(ofSet, 0);
    case 'emom':
      return once(Math.min(ofSet, format.everySeconds), Math.max(0, format.everySeconds - ofSet));
    case 'intervals': {
      const { workSeconds, restSeconds, rounds, order } = format;
      return several(order === 'by-station' ? rounds : 1, workSeconds, restSeconds);
    }
    default:
      return several(setsOfEntry(entry, item), ofSet, entry.restSeconds);
  }
}
