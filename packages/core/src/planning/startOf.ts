import type { Dose } from '../movement/dose.ts';
import type { Load } from '../movement/load.ts';
import { laneEntry } from './laneEntry.ts';
import { itemsOf, placesOf, type LanePlace } from './places.ts';
import type { Plan, PlanBlock, PlanItem } from './plan.ts';
import type { PlanContext } from './planContext.ts';

/** A line of a lane's list on the floor. */
export interface PlannedMovement {
  readonly planItemId: string;
  readonly movementId: string;
  readonly sets: number;
  readonly target: number;
  readonly dose: Dose;
  readonly load: Load;
  readonly restSeconds: number;
}

/** What each lane has on its list when the plan is begun, in order: how much of it, with what, how often. */
export function startOf(plan: Plan, context: PlanContext): ReadonlyMap<string, readonly PlannedMovement[]> {
  return new Map(
    plan.lanes.map(({ laneId }, at) => [
      laneId,
      plan.blocks.flatMap((block) =>
        itemsOf(block, { laneId, at }).flatMap((item) => plannedMovement(block, item, { laneId, at }, context) ?? []),
      ),
    ]),
  );
}

function plannedMovement(block: PlanBlock, item: PlanItem, lane: LanePlace, context: PlanContext): PlannedMovement | null {
  const entry = laneEntry(item, lane.laneId, context);
  if (!entry) return null;
  const { document, load } = entry;
  const { format, times = 1, items } = block;
  const at = { planItemId: item.itemId, movementId: document.id, load };
  const isOneSided = document.laterality === 'one-side';
  const each = (isPerSide: boolean) => (isPerSide ? { perSide: true } : {});
  if (format.kind === 'intervals') {
    const seconds = isOneSided ? Math.round(format.workSeconds / 2) : format.workSeconds;
    return {
      ...at,
      sets: capped(format.rounds * times),
      target: seconds,
      dose: { kind: 'seconds', low: seconds, high: seconds, ...each(isOneSided) },
      restSeconds: Math.min(600, format.restSeconds),
    };
  }
  const isSame = entry.unit === document.dose.kind;
  const dose: Dose = isSame
    ? document.dose
    : entry.unit === 'distance'
      ? { kind: 'distance', metres: entry.amount, ...each(entry.perSide) }
      : { kind: entry.unit, low: entry.amount, high: entry.amount, ...each(entry.perSide) };
  const sets =
    format.kind === 'emom'
      ? Math.ceil(format.rounds / items.length)
      : format.kind === 'amrap'
        ? entry.sets
        : // Lighter sets before the first, and sides that are sets of their own, are sets on the list too.
          [...placesOf(block, lane, context)].filter((place) => place.item === item).length;
  const restSeconds =
    format.kind === 'rounds' ? format.restSeconds : format.kind === 'emom' || format.kind === 'amrap' ? 0 : entry.restSeconds;
  return { ...at, sets: capped(sets * times), target: entry.amount, dose, restSeconds: Math.min(600, restSeconds) };
}

function capped(sets: number): number {
  return Math.max(1, Math.min(20, sets));
}
