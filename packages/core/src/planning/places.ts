import type { Side } from '../movement/terms.ts';
import { isSideBySide, laneEntry, rampSets, setsOfEntry, workingSet, type LaneEntry, type SetPlan } from './laneEntry.ts';
import type { Format, PlanBlock, PlanItem } from './plan.ts';
import type { PlanContext } from './planContext.ts';

/** A set of a lane in its place, with the rest that is meant to follow. */
export interface Place {
  readonly item: PlanItem;
  /** The set, or round, of this item, from 0. */
  readonly set: number;
  /** Tells the sets of one item apart. */
  readonly key: string;
  readonly plan: SetPlan;
  readonly restSeconds: number;
  /** The other side of a set that was counted with the first. */
  readonly isOtherSide: boolean;
}

/** Whose sets these are, and as which lane of the plan. */
export interface LanePlace {
  readonly laneId: string;
  readonly at: number;
}

/** Items of a block in the order of a lane: who begins at another station goes on from there. */
export function itemsOf({ items, spread }: PlanBlock, { at }: LanePlace): readonly PlanItem[] {
  if (!spread || items.length === 0) return items;
  const from = at % items.length;
  return [...items.slice(from), ...items.slice(0, from)];
}

/**
 * The sets of a lane in one pass of a block at its own pace, one after the other: what time and Floor go by alike. As many rounds as fit are
 * without an end.
 */
export function* placesOf(block: PlanBlock, lane: LanePlace, context: PlanContext): Generator<Place, undefined> {
  const { format } = block;
  const items = itemsOf(block, lane);
  if (format.kind === 'sets' || format.kind === 'build-up') {
    for (const item of items) yield* allSets(item, laneEntry(item, lane.laneId, context), context);
    return;
  }
  if (items.every((item) => !laneEntry(item, lane.laneId, context))) return;
  const isEndless = format.kind === 'amrap';
  const rounds = format.kind === 'rounds' ? format.rounds : isEndless ? Infinity : 1;
  const { restSeconds = 0, betweenSeconds = 0 } = format as Partial<Extract<Format, { kind: 'rounds' }>>;
  for (let round = 0; round < rounds; round += 1) {
    const ofRound = [...roundOf(items, lane, round, context)];
    for (const [i, place] of ofRound.entries()) {
      yield { ...place, restSeconds: i === ofRound.length - 1 ? restSeconds : betweenSeconds };
    }
    // A round in which nothing takes time would never end.
    if (isEndless && ofRound.every(({ plan }) => plan.bouts.every(({ seconds }) => seconds <= 0))) return;
  }
}

function* allSets(item: PlanItem, entry: LaneEntry | null, context: PlanContext): Generator<Place> {
  if (!entry) return;
  for (const [i, plan] of rampSets(entry, item, context).entries()) {
    yield { item, set: i, key: `ramp${i}`, plan, restSeconds: plan.restSeconds, isOtherSide: false };
  }
  const sides: readonly (Side | undefined)[] = isSideBySide(entry) ? ['left', 'right'] : [undefined];
  for (let set = 0; set < setsOfEntry(entry, item); set += 1) {
    for (const side of sides) {
      const plan = workingSet(entry, item, set, context, side);
      yield { item, set, key: `${set}${side ?? ''}`, plan, restSeconds: plan.restSeconds, isOtherSide: side === 'right' };
    }
  }
}

/** A set of each item; split sides have another item between them, sides by set take turns from round to round. */
function* roundOf(items: readonly PlanItem[], lane: LanePlace, round: number, context: PlanContext): Generator<Place> {
  let owed: Place | null = null;
  for (const item of items) {
    const entry = laneEntry(item, lane.laneId, context);
    if (!entry) continue;
    const of = (side?: Side, isOtherSide = false): Place => ({
      item,
      set: round,
      key: `${round}${side ?? ''}`,
      plan: workingSet(entry, item, round, context, side),
      restSeconds: 0,
      isOtherSide,
    });
    const isSplit = isSideBySide(entry) && entry.sides === 'split';
    if (isSplit) yield of('left');
    else yield of(isSideBySide(entry) ? (round % 2 === 0 ? 'left' : 'right') : undefined);
    if (owed) yield owed;
    owed = isSplit ? of('right', true) : null;
  }
  if (owed) yield owed;
}
