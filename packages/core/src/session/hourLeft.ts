import { unroll } from '../planning/unroll.ts';
import type { Plan, PlanBlock } from '../planning/plan.ts';
import type { BriefIndex } from './briefIndex.ts';
import { lanesHere, planContextOf } from './planContextOf.ts';
import type { ItemState, LaneState, SessionState } from './state.ts';

/** A place of the plan that nobody has begun, and the time that leaving it out saves. */
export interface Droppable {
  readonly planItemId: string;
  readonly movementId: string;
  readonly saves: number;
  /** Its lines on the lanes' lists. */
  readonly items: readonly { readonly laneId: string; readonly itemId: string }[];
}

/** The hour against its plan, in seconds. */
export interface HourLeft {
  /** Of what was booked; below none when it is over. */
  readonly booked: number;
  /** What the rest of the plan takes whoever has most of it before them. */
  readonly planned: number;
  /** What could be left out, in the order in which it is missed least. */
  readonly droppable: readonly Droppable[];
}

/** Least missed first. What is worked on stays longest, and nobody goes home without having eased off. */
const KEPT_LEAST: readonly PlanBlock['part'][] = ['finisher', 'main'];

/** What is left of an hour that was planned, at an instant; `null` where nothing was. */
export function hourLeft(index: BriefIndex, state: SessionState, now: Date): HourLeft | null {
  const { plan } = index.brief;
  if (!plan || state.startedAt === null || plan.minutes <= 0) return null;
  const seconds = secondsOf(index, plan);
  const lanes = state.lanes.filter(({ leftAt }) => leftAt === null);
  const left = (lane: LaneState) => lane.items.reduce((sum, item) => sum + leftOf(item, seconds.get(lane.laneId)), 0);
  return {
    booked: plan.minutes * 60 - (now.getTime() - Date.parse(state.startedAt)) / 1000,
    planned: Math.max(0, ...lanes.map(left)),
    droppable: droppable(plan, lanes, seconds),
  };
}

/** What is done of an item is done; what hurt is left, and what was left out isn't missed. */
function leftOf(item: ItemState, seconds: ReadonlyMap<string, number> | undefined): number {
  if (!item.planItemId || item.dropped || item.pain) return 0;
  const share = Math.max(0, item.sets - item.setIds.length) / item.sets;
  return (seconds?.get(item.planItemId) ?? 0) * share;
}

function droppable(plan: Plan, lanes: readonly LaneState[], seconds: SecondsOf): Droppable[] {
  return KEPT_LEAST.flatMap((part) => plan.blocks.filter((block) => block.part === part).reverse()).flatMap(({ items }) =>
    [...items].reverse().flatMap(({ itemId: planItemId, movementId, pinned }): Droppable[] => {
      const lines = lanes.flatMap((lane) => {
        const item = lane.items.find((each) => each.planItemId === planItemId);
        return item ? [{ lane, item }] : [];
      });
      const isOpen = lines.length > 0 && lines.every(({ item }) => item.setIds.length === 0 && !item.dropped && !item.pain);
      if (!isOpen || pinned) return [];
      const saves = Math.max(...lines.map(({ lane, item }) => leftOf(item, seconds.get(lane.laneId))));
      return [
        { planItemId, movementId, saves, items: lines.map(({ lane, item }) => ({ laneId: lane.laneId, itemId: item.itemId })) },
      ];
    }),
  );
}

type SecondsOf = ReadonlyMap<string, ReadonlyMap<string, number>>;

const KNOWN = new WeakMap<BriefIndex, SecondsOf>();

/** By lane and place: all the seconds that the plan has for it, with what goes before. */
function secondsOf(index: BriefIndex, plan: Plan): SecondsOf {
  const known = KNOWN.get(index);
  if (known) return known;
  const { steps } = unroll({ ...plan, lanes: [...lanesHere(index)] }, planContextOf(index));
  const found = new Map<string, Map<string, number>>();
  for (const { laneId, itemId, seconds } of steps) {
    if (itemId === null) continue;
    const ofLane = found.get(laneId) ?? new Map<string, number>();
    found.set(laneId, ofLane.set(itemId, (ofLane.get(itemId) ?? 0) + seconds));
  }
  KNOWN.set(index, found);
  return found;
}
