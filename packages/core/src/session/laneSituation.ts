import type { SetUp } from '../client/setUp.ts';
import type { MovementDocument } from '../movement/movementDocument.ts';
import type { ResolvedMovement } from '../movement/resolvedMovement.ts';
import type { ClientBrief } from './brief.ts';
import type { BriefIndex } from './briefIndex.ts';
import { type CorrectionStep, correctionStep, type FaultTile, faultTiles } from './correctionStep.ts';
import { afterItem, askedOf, nextStretch, plannedFor, type AskedSet, type NextStretch, type PlannedSet } from './plannedSets.ts';
import { isLate } from './late.ts';
import { movementsOf } from './typed.ts';
import type { ItemState, LaneState, SessionState, SetState } from './state.ts';

/** What Floor shows of one lane. */
export interface LaneSituation {
  readonly lane: LaneState;
  readonly client: ClientBrief;
  readonly item: ItemState;
  readonly movement: ResolvedMovement;
  /** The movement as its picture has it: with what this lane holds in its hands. */
  readonly drawn: MovementDocument;
  /** The set that is going on, or the last one of this item while its rest lasts. */
  readonly set: SetState | null;
  readonly isWorking: boolean;
  readonly tiles: readonly FaultTile[];
  /** Late in the work, when what comes of tiredness is likelier. */
  readonly late: boolean;
  readonly correction: CorrectionStep | null;
  readonly nextItem: ItemState | null;
  /** It is time for that. */
  readonly goesOn: boolean;
  /** What the plan has for the set that goes on, else for the next one. */
  readonly planned: PlannedSet | null;
  /** What the next set asks for. */
  readonly asked: AskedSet;
  /** What follows at once in the set that goes on. */
  readonly follows: NextStretch | null;
  /** Of the rest that goes on, or that comes after the set. */
  readonly restSeconds: number;
  /** How the place is set up for this client on this movement. */
  readonly setUp: SetUp | null;
  /** The same as it was before some reps were counted: what doesn't show the count needs to be drawn only when this is another. */
  readonly still: LaneSituation;
}

/** Whether nothing but a count, and the time that passes, tells two situations of a lane apart. */
function isStill(a: LaneSituation, b: LaneSituation): boolean {
  const of = (situation: LaneSituation) => {
    const { lane, client, item, movement, drawn, tiles, correction, nextItem, goesOn, planned, setUp, isWorking, set } =
      situation;
    const last = set?.segments.at(-1);
    const shown = [lane.items, lane.view, lane.day, lane.leftAt, client, item, movement, drawn, tiles, correction];
    const ahead = [nextItem, goesOn, planned, setUp, isWorking];
    const noted = [set?.setId, set?.looks, set?.faults, set?.trials, set?.hurt, set?.felt, set?.changes, set?.pain];
    const answered = [set?.effort, set?.reserve, set?.segments.length, last?.segmentId, last?.endedAt];
    return [...shown, ...ahead, ...noted, ...answered];
  };
  const before = of(a);
  return of(b).every((each, at) => each === before[at]);
}

function currentSet(lane: LaneState, item: ItemState): SetState | null {
  const set = lane.openSetId === null ? lane.sets.at(-1) : lane.sets.findLast((each) => each.setId === lane.openSetId);
  return set?.itemId === item.itemId ? set : null;
}

/**
 * What a lane needs on screen now: `null` when it has nothing to do. With what it was before, tiles that would be the same are the
 * same objects.
 */
export function laneSituation(
  index: BriefIndex,
  state: SessionState,
  laneId: string,
  before: LaneSituation | null = null,
): LaneSituation | null {
  const lane = state.lanes.find((each) => each.laneId === laneId);
  const client = lane && index.client(lane.clientId);
  const item = lane?.items.find((each) => each.itemId === lane.currentItemId);
  if (!lane || !client || !item) return null;
  const set = currentSet(lane, item);
  const isWorking = set !== null && set.endedAt === null;
  // What follows at once may be another movement than the item's.
  const movementId = isWorking ? set.segments.at(-1)!.movementId : item.movementId;
  const movement = movementsOf(index, state)(lane.clientId, movementId);
  if (!movement) return null;
  const planned = plannedFor(index, lane, item, isWorking ? set : null);
  const done = set && !isWorking ? plannedFor(index, lane, item, set) : planned;
  const late = isLate(lane, item, set);
  const isAsBefore =
    before?.movement === movement && before.lane.view === lane.view && before.set?.faults === set?.faults && before.late === late;
  const tiles = isAsBefore ? before.tiles : faultTiles(index, movement, client, lane, set, late);
  const made: Omit<LaneSituation, 'still'> & { still?: LaneSituation } = {
    lane,
    client,
    item,
    movement,
    drawn: index.drawn(movement, (isWorking ? set.segments.at(-1)!.load : undefined) ?? item.load),
    set,
    isWorking,
    tiles,
    late,
    correction: set ? correctionStep(index, state, lane, client, item, movement, set) : null,
    ...afterItem(index, lane, item),
    planned,
    asked: askedOf(index, lane, item, planned),
    follows: isWorking ? nextStretch(index, item, set, planned) : null,
    restSeconds: done?.restSeconds ?? item.restSeconds,
    setUp: setUpFor(state, client, item.movementId),
  };
  const situation = made as LaneSituation;
  made.still = before && isStill(before.still, situation) ? before.still : situation;
  return situation;
}

/** The newest that was noted: in this session, else before it. */
export function setUpFor(state: SessionState, client: ClientBrief, movementId: string): SetUp | null {
  const noted = state.setUps.find((each) => each.clientId === client.clientId && each.movementId === movementId);
  return noted?.setUp ?? client.setUps?.[movementId] ?? null;
}

/** Answers for lanes of one session as it goes on: as long as nothing that a situation rests on has changed, it is the same object. */
export function rememberSituations(index: BriefIndex): (state: SessionState, laneId: string) => LaneSituation | null {
  const known = new Map<string, { readonly basis: readonly unknown[]; readonly situation: LaneSituation | null }>();
  return (state, laneId) => {
    const clientId = state.lanes.find((lane) => lane.laneId === laneId)?.clientId;
    // What was said to a client counts in every lane that they have or had.
    const basis = [state.setUps, state.typed, ...state.lanes.filter((lane) => lane.clientId === clientId)];
    const before = known.get(laneId);
    if (before && before.basis.length === basis.length && basis.every((each, at) => each === before.basis[at])) {
      return before.situation;
    }
    const situation = laneSituation(index, state, laneId, before?.situation);
    known.set(laneId, { basis, situation });
    return situation;
  };
}
