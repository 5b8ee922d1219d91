import { stepsFrom } from '../loading/makeable.ts';
import type { Tempo } from '../movement/dose.ts';
import type { Load } from '../movement/load.ts';
import type { DoseKind, Side } from '../movement/terms.ts';
import { laneEntry, type Bout } from '../planning/laneEntry.ts';
import { placesOf } from '../planning/places.ts';
import type { PlanBlock, PlanItem } from '../planning/plan.ts';
import type { StretchKind } from '../planning/planTerms.ts';
import type { BriefIndex } from './briefIndex.ts';
import { clockBlockOf } from './clock.ts';
import type { SegmentPart } from './eventTypes.ts';
import { firstSide } from './firstSide.ts';
import { lanesHere, planContextOf } from './planContextOf.ts';
import type { ItemState, LaneState, SetState } from './state.ts';

/** A set of a lane as the plan has it, at its own pace. */
export interface PlannedSet {
  readonly planItemId: string;
  /** Its place among the sets of its item, from 0. */
  readonly ordinal: number;
  /** The round, from 1, of how many; of none known where as many are done as fit. `null` where a movement has all its sets first. */
  readonly round: { readonly at: number; readonly of: number | null } | null;
  readonly bouts: readonly Bout[];
  readonly restSeconds: number;
  readonly tempo: Tempo | null;
  /** The amounts are the plan's own, from set to set; else the last set's answer says how many. */
  readonly keepsAmount: boolean;
  /** One side; the other is a set of its own. */
  readonly onlySide: Side | null;
}

/** Where as many rounds are done as fit, nobody does more. */
const ROUNDS_THAT_FIT = 30;

const KNOWN = new WeakMap<BriefIndex, Map<string, readonly PlannedSet[]>>();

/** The sets of a lane in the block of the plan where an item stands, in order; none outside a plan, and where the clock says when. */
export function plannedSets(index: BriefIndex, laneId: string, planItemId: string | undefined): readonly PlannedSet[] {
  const block = index.brief.plan?.blocks.find(({ items }) => items.some(({ itemId }) => itemId === planItemId));
  if (!block || (clockBlockOf(index, planItemId) && block.format.kind !== 'amrap')) return [];
  const known = KNOWN.get(index) ?? new Map<string, readonly PlannedSet[]>();
  KNOWN.set(index, known);
  const key = `${block.blockId} ${laneId}`;
  const sets = known.get(key) ?? setsIn(index, block, laneId);
  known.set(key, sets);
  return sets;
}

function setsIn(index: BriefIndex, block: PlanBlock, laneId: string): readonly PlannedSet[] {
  const at = lanesHere(index).findIndex((lane) => lane.laneId === laneId);
  if (at < 0) return [];
  const context = planContextOf(index);
  const { format, times = 1 } = block;
  const rounds = format.kind === 'rounds' ? format.rounds * times : null;
  const counts = new Map<string, number>();
  const found: PlannedSet[] = [];
  for (let pass = 0; pass < times; pass += 1) {
    for (const { item, set, plan, restSeconds } of placesOf(block, { laneId, at }, context)) {
      const ordinal = counts.get(item.itemId) ?? 0;
      if (format.kind === 'amrap' && ordinal >= ROUNDS_THAT_FIT) break;
      counts.set(item.itemId, ordinal + 1);
      const [first] = plan.bouts;
      const entry = laneEntry(item, laneId, context)!;
      const isOneSided = entry.document.laterality === 'one-side';
      const isAlone = isOneSided && plan.bouts.every(({ side }) => side === first?.side);
      const round = pass * (format.kind === 'rounds' ? format.rounds : 0) + set + 1;
      found.push({
        planItemId: item.itemId,
        ordinal,
        round: format.kind === 'rounds' || format.kind === 'amrap' ? { at: round, of: rounds } : null,
        bouts: plan.bouts,
        restSeconds,
        tempo: entry.tempo,
        keepsAmount: first?.isRamp === true || item.way?.kind === 'ladder',
        onlySide: isAlone ? (first?.side ?? null) : null,
      });
    }
  }
  return found;
}

/** What the plan says of an item's place, as long as its movement stands there. */
export function slotOf({ brief }: BriefIndex, { planItemId, movementId }: ItemState): PlanItem | null {
  const slot = brief.plan?.blocks.flatMap(({ items }) => items).find(({ itemId }) => itemId === planItemId);
  return slot?.movementId === movementId ? slot : null;
}

/** Of these sets the one that an item's set of this number is. */
function setOf(sets: readonly PlannedSet[], item: ItemState, ordinal: number): PlannedSet | null {
  return sets.find((each) => each.planItemId === item.planItemId && each.ordinal === ordinal) ?? null;
}

/** What the plan has for the set that goes on, else for the item's next one; `null` where it has nothing, or has run out. */
export function plannedFor(index: BriefIndex, lane: LaneState, item: ItemState, open: SetState | null): PlannedSet | null {
  const sets = plannedSets(index, lane.laneId, item.planItemId);
  return setOf(sets, item, open ? open.ordinal - 1 : item.setIds.length);
}

/** What the next set of an item asks for. */
export interface AskedSet {
  readonly target: number;
  readonly load: Load;
  readonly side?: Side;
  readonly tempo?: Tempo;
  readonly stretch?: number;
  readonly manner?: StretchKind;
  readonly unit?: DoseKind;
  readonly part?: SegmentPart;
  readonly sideAlone?: true;
}

/**
 * What the item's next set asks for: what was decided since the hour began, with what its plan has for this set. Of another movement than was
 * planned only the decisions stand.
 */
export function askedOf(index: BriefIndex, lane: LaneState, item: ItemState, planned: PlannedSet | null): AskedSet {
  const { document } = index.revision(item.movementId) ?? {};
  const side = document?.laterality === 'one-side' ? (planned?.onlySide ?? firstSide(lane, item)) : undefined;
  const ofSide = { ...(side && { side }), ...(planned?.onlySide && side && { sideAlone: true as const }) };
  const first = planned?.bouts.find((bout) => bout.side === null || bout.side === side) ?? planned?.bouts[0];
  const decided = { target: item.target, load: item.load, ...ofSide };
  const tempo = planned?.tempo ?? document?.tempo;
  if (!planned || !first || item.movementId !== first.document.id) return { ...decided, ...(tempo && { tempo }) };
  if (first.isRamp) return { target: first.amount, load: first.load, ...ofSide, ...(tempo && { tempo }), part: 'ramp' };
  const isOwn = planned.keepsAmount || first.stretch !== null;
  return {
    ...decided,
    ...(isOwn && { target: first.amount }),
    ...(tempo && { tempo }),
    ...(planned.bouts.length > 1 && { stretch: 0 }),
    ...(first.stretch && { manner: first.stretch }),
    ...(first.unit !== item.dose.kind && { unit: first.unit }),
  };
}

/** What follows at once within the set that goes on. */
export interface NextStretch {
  readonly kind: 'side' | 'stretch' | 'lighter' | 'easier';
  readonly movementId: string;
  readonly side?: Side;
  readonly target: number;
  readonly unit: DoseKind;
  readonly load: Load;
  readonly manner?: StretchKind;
  /** Its place in the set; `null` for the other side of a set that no plan has. */
  readonly stretch: number | null;
}

/** What follows at once in the set that goes on: its other side, or what its plan lets follow; `null` when it is through. */
export function nextStretch(index: BriefIndex, item: ItemState, set: SetState, planned: PlannedSet | null): NextStretch | null {
  const last = set.segments.at(-1)!;
  const bouts = planned && item.movementId === planned.bouts[0]?.document.id ? planned.bouts : [];
  if (bouts.length > 1 && last.stretch !== undefined) {
    const bout = bouts[last.stretch + 1];
    return bout ? stretchOf(index, set, bouts, bout, last.stretch + 1) : null;
  }
  const { document } = index.revision(item.movementId) ?? {};
  const isOver = last.sideAlone || new Set(set.segments.map(({ side }) => side)).size > 1;
  if (document?.laterality !== 'one-side' || isOver) return null;
  const { movementId, unit, load } = last;
  return { kind: 'side', movementId, side: otherSideOf(last.side), target: set.segments[0]!.target, unit, load, stretch: null };
}

function otherSideOf(side: Side | undefined): Side {
  return side === 'left' ? 'right' : 'left';
}

function stretchOf(index: BriefIndex, set: SetState, bouts: readonly Bout[], bout: Bout, stretch: number): NextStretch {
  const last = set.segments.at(-1)!;
  const before = bouts[stretch - 1]!;
  // A set may begin with the other side than its plan: each side then has what the plan has for the other.
  const isTurned = set.segments[0]!.side !== undefined && set.segments[0]!.side !== bouts[0]!.side;
  const side = bout.side === null ? undefined : isTurned ? otherSideOf(bout.side) : bout.side;
  const isSide = bout.side !== before.side;
  const isEasier = bout.document.id !== before.document.id && bout.document.id !== bouts[0]!.document.id;
  const isLighter = bout.key.startsWith('d');
  // What was changed on the way stands for what follows; the next side begins as the first did.
  const load = isEasier
    ? bout.load
    : isSide
      ? set.segments[0]!.load
      : isLighter
        ? (stepsFrom(index.rack(last.movementId), last.load).lighter?.load ?? last.load)
        : last.load;
  return {
    kind: isSide ? 'side' : isEasier ? 'easier' : isLighter ? 'lighter' : 'stretch',
    movementId: isEasier ? bout.document.id : set.segments[0]!.movementId,
    ...(side && { side }),
    target: isSide && bout.stretch === null ? set.segments[0]!.target : bout.amount,
    unit: bout.unit,
    load,
    ...(bout.stretch && { manner: bout.stretch }),
    stretch,
  };
}

/** Where a lane goes from the item that it is on. */
export interface AfterItem {
  /** What stands after it: in rounds the next of the round, else what comes after it on the list. */
  readonly nextItem: ItemState | null;
  /** It is time for that: the item's sets are done, or its turn in the round is over. */
  readonly goesOn: boolean;
}

/** Where a lane goes from here. What was passed over in a round comes after what is still before it. */
export function afterItem(index: BriefIndex, lane: LaneState, item: ItemState): AfterItem {
  const sets = plannedSets(index, lane.laneId, item.planItemId);
  const onList = lane.items.slice(lane.items.indexOf(item) + 1).filter(({ dropped }) => !dropped);
  if (sets.length === 0 || item.setIds.length === 0) {
    return { nextItem: onList[0] ?? null, goesOn: item.pain || item.setIds.length >= item.sets };
  }
  const done = setOf(sets, item, item.setIds.length - 1);
  const from = done ? sets.indexOf(done) + 1 : 0;
  const isLeft = ({ planItemId, ordinal }: PlannedSet) =>
    lane.items.some((each) => each.planItemId === planItemId && !each.dropped && !each.pain && each.setIds.length <= ordinal);
  const next = [...sets.slice(from), ...sets.slice(0, from)].find(isLeft);
  const ofNext = next && lane.items.find(({ planItemId }) => planItemId === next.planItemId)!;
  if (ofNext && ofNext !== item) return { nextItem: ofNext, goesOn: true };
  const ofBlock = new Set(sets.map(({ planItemId }) => planItemId));
  const afterBlock = onList.find(({ planItemId }) => !planItemId || !ofBlock.has(planItemId));
  return { nextItem: (ofNext ? onList[0] : afterBlock) ?? null, goesOn: ofNext === undefined };
}
