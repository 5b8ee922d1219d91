import type { SetUp } from '../client/setUp.ts';
import { nextChanges, isCueingSpent, type Change } from '../coaching/nextChange.ts';
import { rankCues, type RankedCue, type SaidCue } from '../coaching/rankCues.ts';
import { triage, type Triage } from '../coaching/triage.ts';
import { ladderOf, nearest, type Ladder } from '../ladder/ladder.ts';
import { isAdvisedFor, isOpenTo, type Circumstances } from '../ladder/openTo.ts';
import { answerOf, reserveOf, type Effort, type EffortAnswer } from '../loading/effort.ts';
import { rackFor, stepsFrom, type LoadSteps, type Makeable } from '../loading/makeable.ts';
import { targetReserveOf } from '../loading/parameters.ts';
import { isLyingPress, raise, type Raise } from '../loading/raise.ts';
import { adviseLoad, nextTarget, recentStrength, type LoadAdvice } from '../loading/adviseLoad.ts';
import { AFTER_PAIN, REP_OR_TWO, decideNextSession, type MovementOutcome, type NextSession } from '../loading/nextSession.ts';
import { proposeNextSet, type LoadSituation, type NextSet, type RungStep } from '../loading/nextSet.ts';
import type { MovementDocument } from '../movement/movementDocument.ts';
import { lexiconOf, type Lexicon, type MovementRevision } from '../movement/library.ts';
import type { Load } from '../movement/load.ts';
import { isHeavier, isSameLoad } from '../movement/loadText.ts';
import {
  resolveMovement,
  stancesInForce,
  type ResolvedFault,
  type ResolvedMovement,
  type Stances,
} from '../movement/resolvedMovement.ts';
import { SEVERITIES, type Region } from '../movement/terms.ts';
import { amountPerSide } from './amount.ts';
import type { ClientBrief, FaultRate, SessionBrief } from './brief.ts';
import type { ItemState, LaneState, SeenFaultState, SessionState, SetState } from './state.ts';

/** A brief with its lookups made once, so that a tap costs no more than the judgement itself. */
export interface BriefIndex {
  readonly brief: SessionBrief;
  readonly lexicon: Lexicon;
  readonly ladder: Ladder;
  client(clientId: string): ClientBrief | undefined;
  revision(movementId: string): MovementRevision | undefined;
  /** As this client's stances leave it; `null` for a movement that the brief doesn't hold. */
  movement(clientId: string, movementId: string): ResolvedMovement | null;
  isOpen(clientId: string, movementId: string): boolean;
  /** Open, and nothing speaks against proposing it as a step up. */
  isAdvised(clientId: string, movementId: string): boolean;
  nameOf(movementId: string): string;
  /** The positions in force for a client. */
  stances(clientId: string): Stances;
  /** The loads of the room for a movement, lightest first; none where the body is the load or nobody described the room. */
  rack(movementId: string): readonly Makeable[];
}

export function indexBrief(brief: SessionBrief): BriefIndex {
  const lexicon = lexiconOf(brief.vocabulary);
  const revisions = new Map(brief.revisions.map((revision) => [revision.document.id, revision]));
  const clients = new Map(brief.clients.map((client) => [client.clientId, client]));
  const resolved = new Map<string, ResolvedMovement>();
  const circumstances = new Map<string, Circumstances>();
  const racks = new Map<string, readonly Makeable[]>();
  const stancesOf = (clientId: string) => stancesInForce(lexicon, clients.get(clientId)?.stances);
  const circumstancesOf = (clientId: string): Circumstances => {
    let known = circumstances.get(clientId);
    if (!known) {
      known = {
        kit: brief.kit && new Set(brief.kit),
        cautions: new Set(clients.get(clientId)?.cautions.map((each) => each.caution)),
      };
      circumstances.set(clientId, known);
    }
    return known;
  };
  return {
    brief,
    lexicon,
    ladder: ladderOf(brief.revisions.map((revision) => revision.document)),
    client: (clientId) => clients.get(clientId),
    revision: (movementId) => revisions.get(movementId),
    movement(clientId, movementId) {
      const key = `${clientId}|${movementId}`;
      const known = resolved.get(key);
      if (known) return known;
      const revision = revisions.get(movementId);
      if (!revision) return null;
      const made = resolveMovement(revision, lexicon, stancesOf(clientId));
      resolved.set(key, made);
      return made;
    },
    isOpen(clientId, movementId) {
      const revision = revisions.get(movementId);
      return revision !== undefined && isOpenTo(revision.document, circumstancesOf(clientId));
    },
    isAdvised(clientId, movementId) {
      const revision = revisions.get(movementId);
      return revision !== undefined && isAdvisedFor(revision.document, circumstancesOf(clientId));
    },
    nameOf: (movementId) => revisions.get(movementId)?.document.name ?? movementId,
    stances: stancesOf,
    rack(movementId) {
      const known = racks.get(movementId);
      if (known) return known;
      const revision = revisions.get(movementId);
      const rack = revision ? rackFor(revision.document, brief.inventory ?? null) : [];
      racks.set(movementId, rack);
      return rack;
    },
  };
}

/** A fault as a tile: what it is, and how often this client shows it. */
export interface FaultTile {
  readonly fault: ResolvedFault;
  readonly rate: FaultRate;
  /** Can it be seen from where the trainer stands? */
  readonly inView: boolean;
  readonly seen: SeenFaultState | null;
}

/** The correction that is due now. */
export interface CorrectionStep {
  readonly triage: Triage;
  /** The cue that was said and has no outcome yet. */
  readonly waitingFor: { readonly cueGivenId: string; readonly cueId: string; readonly text: string } | null;
  /** Cues to say, best first; none when all made it worse. */
  readonly cues: readonly RankedCue[];
  /** Enough was said: change something. */
  readonly isCueingSpent: boolean;
  /** Something was changed for this fault since it was last seen: look again before the next change. */
  readonly isChanged: boolean;
  /** Changes to make, smallest first; open at any time. */
  readonly changes: readonly Change[];
}

/** What Floor shows of one lane. */
export interface LaneSituation {
  readonly lane: LaneState;
  readonly client: ClientBrief;
  readonly item: ItemState;
  readonly movement: ResolvedMovement;
  /** The set that is going on, or the last one of this item while its rest lasts. */
  readonly set: SetState | null;
  readonly isWorking: boolean;
  readonly tiles: readonly FaultTile[];
  readonly correction: CorrectionStep | null;
  readonly nextItem: ItemState | null;
  /** How the place is set up for this client on this movement. */
  readonly setUp: SetUp | null;
}

/** Shown in a set out of this many more before anything was seen: keeps one early fault from topping the list. */
const RATE_PRIOR_SETS = 4;

function shrunkRate(rate: FaultRate): number {
  return rate.shown / (rate.looked + RATE_PRIOR_SETS);
}

const NO_RATE: FaultRate = { looked: 0, shown: 0 };

/** What was said in this session for a fault, in order. */
function saidFor(state: SessionState, clientId: string, faultId: string, setId: string | null): readonly SaidCue[] {
  return state.sets
    .filter((set) => set.clientId === clientId)
    .flatMap((set) =>
      set.trials
        .filter((trial) => trial.faultId === faultId)
        .map((trial) => ({
          cueId: trial.cueId,
          inThisSet: set.setId === setId,
          counts: trial.counts,
          ...(trial.outcome && { outcome: trial.outcome }),
        })),
    );
}

function currentSet(state: SessionState, lane: LaneState, item: ItemState): SetState | null {
  const setId = lane.openSetId ?? lane.lastSetId;
  const set = state.sets.find((each) => each.setId === setId);
  return set && set.itemId === item.itemId ? set : null;
}

/** What a lane needs on screen now: `null` when it has nothing to do. */
export function laneSituation(index: BriefIndex, state: SessionState, laneId: string): LaneSituation | null {
  const lane = state.lanes.find((each) => each.laneId === laneId);
  const client = lane && index.client(lane.clientId);
  const at = lane?.items.findIndex((each) => each.itemId === lane.currentItemId) ?? -1;
  const item = lane?.items[at];
  const movement = item && index.movement(lane.clientId, item.movementId);
  if (!lane || !client || !item || !movement) return null;
  const set = currentSet(state, lane, item);
  const tiles = faultTiles(movement, client, lane, set);
  return {
    lane,
    client,
    item,
    movement,
    set,
    isWorking: set !== null && set.endedAt === null,
    tiles,
    correction: set ? correctionStep(index, state, lane, client, item, movement, set) : null,
    nextItem: lane.items[at + 1] ?? null,
    setUp: setUpFor(state, client, item.movementId),
  };
}

/** The newest that was noted: in this session, else before it. */
export function setUpFor(state: SessionState, client: ClientBrief, movementId: string): SetUp | null {
  const noted = state.setUps.find((each) => each.clientId === client.clientId && each.movementId === movementId);
  return noted?.setUp ?? client.setUps?.[movementId] ?? null;
}

function faultTiles(movement: ResolvedMovement, client: ClientBrief, lane: LaneState, set: SetState | null): FaultTile[] {
  return movement.faults
    .map((fault, place) => ({
      fault,
      place,
      rate: client.faultRates[fault.faultId] ?? NO_RATE,
      inView: fault.views.includes(lane.view),
      seen: set?.faults.findLast((seen) => seen.faultId === fault.faultId) ?? null,
    }))
    .sort(
      (a, b) =>
        Number(b.inView) - Number(a.inView) ||
        shrunkRate(b.rate) - shrunkRate(a.rate) ||
        SEVERITIES.indexOf(a.fault.severity) - SEVERITIES.indexOf(b.fault.severity) ||
        a.place - b.place,
    )
    .map(({ place: _place, ...tile }) => tile);
}

function correctionStep(
  index: BriefIndex,
  state: SessionState,
  lane: LaneState,
  client: ClientBrief,
  item: ItemState,
  movement: ResolvedMovement,
  set: SetState,
): CorrectionStep | null {
  const open = set.faults.filter((fault) => fault.status === 'open');
  const load = set.segments.at(-1)?.load ?? item.load;
  const history = client.history[item.movementId];
  const found = triage({
    movement,
    present: open.map(({ faultId, side, times }) => ({ faultId, seenInSet: times, ...(side && { side }) })),
    rate: (faultId) => shrunkRate(client.faultRates[faultId] ?? NO_RATE),
    cautionRegions: cautionRegions(index, client),
    hasHistory: (history?.lookedSets ?? 0) > 0,
    aboveLastCleanLoad: history?.lastCleanLoad ? isHeavier(load, history.lastCleanLoad) : undefined,
  });
  if (!found) return null;
  const { fault, severity } = found.first;
  const said = saidFor(state, lane.clientId, fault.faultId, set.setId);
  const waiting = set.trials.findLast((trial) => trial.faultId === fault.faultId && !trial.outcome && trial.counts);
  return {
    triage: found,
    waitingFor: waiting
      ? {
          cueGivenId: waiting.cueGivenId,
          cueId: waiting.cueId,
          text: movement.cues.find((cue) => cue.cueId === waiting.cueId)?.text ?? waiting.cueId,
        }
      : null,
    cues: rankCues({ fault, clientName: firstName(client.name), book: client.book, said, style: client.cueStyle }),
    isCueingSpent: isCueingSpent(severity, said),
    isChanged: isChangedSinceSeen(set, fault.faultId),
    changes: nextChanges({
      fault,
      document: movement.document,
      lexicon: index.lexicon,
      ladder: index.ladder,
      nameOf: (id) => index.nameOf(id),
      isOpen: (id) => index.isOpen(lane.clientId, id),
      isLoaded: load.kind !== 'bodyweight',
      done: new Set(set.changes),
    }),
  };
}

function isChangedSinceSeen(set: SetState, faultId: string): boolean {
  const change = set.segments.findLast((segment) => segment.change?.faultId === faultId);
  const seen = set.faults.findLast((each) => each.faultId === faultId);
  return change !== undefined && seen !== undefined && change.startedAt > seen.lastAt;
}

export function firstName(name: string): string {
  return name.split(' ')[0] ?? name;
}

function cautionRegions(index: BriefIndex, client: ClientBrief): ReadonlySet<Region> {
  return new Set(client.cautions.flatMap((each) => index.lexicon.cautions.get(each.caution)?.regions ?? []));
}

/** Faults open in a set on the movement that it ended with, most serious first. */
function openFaults(set: SetState, movement: ResolvedMovement): readonly ResolvedFault[] {
  const open = new Set(set.faults.filter((fault) => fault.status === 'open').map((fault) => fault.faultId));
  return movement.faults
    .filter((fault) => open.has(fault.faultId))
    .sort((a, b) => SEVERITIES.indexOf(a.severity) - SEVERITIES.indexOf(b.severity));
}

/**
 * Did the set end clean: looked at, and no risk or performance fault open? `null` when nobody looked: that is unknown,
 * not clean.
 */
export function isClean(set: SetState, movement: ResolvedMovement): boolean | null {
  if (set.looks.length === 0 && set.faults.length === 0) return null;
  return !openFaults(set, movement).some((fault) => fault.severity !== 'polish');
}

/**
 * The nearest movement in a direction that is open to this client here; upward only one that may be proposed to them. `null`
 * when there is none.
 */
export function neighbour(
  index: BriefIndex,
  clientId: string,
  movementId: string,
  direction: 'easier' | 'harder',
): RungStep | null {
  const may = (id: string) => (direction === 'easier' ? index.isOpen(clientId, id) : index.isAdvised(clientId, id));
  const [path] = nearest(index.ladder, movementId, direction, may);
  const revision = path && index.revision(path.movementId);
  const client = index.client(clientId);
  if (!revision || !client) return null;
  return {
    movementId: revision.document.id,
    name: revision.document.name,
    levers: path.steps.flatMap((step) => step.levers),
    target: adviceFor(index, client, revision.document).target,
    // Both directions are the same edges: what must be shown stands on the step out of the easier end.
    shownFirst: path.steps[0]!.shownFirst.reps ?? path.steps[0]!.shownFirst.seconds ?? 0,
  };
}

/** What made the set easier than the movement is, in words; `null` when nothing did. */
function easedBy(set: SetState): string | null {
  // A lighter load is no other movement: it is judged by what it weighs.
  const eased = set.segments.findLast(({ change }) => change?.kind === 'lever' && change.lever !== 'load');
  return eased?.change?.text ?? null;
}

/** A lowering that is slower than the movement's own. */
export const SLOWER_KEY = 'harder:tempo';

function slowerText(movement: ResolvedMovement): string {
  return (movement.document.tempo?.lowerSeconds ?? 0) >= 3 ? 'Five seconds down' : 'Three seconds down';
}

/** What is lifted with its neighbours in this room; `null` where there is no rack for it. */
function loadSituation(index: BriefIndex, client: ClientBrief, movement: ResolvedMovement, set: SetState): LoadSituation | null {
  const rack = index.rack(movement.movementId);
  if (rack.length === 0) return null;
  const { load } = set.segments.at(-1)!;
  return {
    load,
    steps: stepsFrom(rack, load),
    targetReserve: targetReserveOf(index.stances(client.clientId)),
    isAlone: isAloneUnder(index, movement.document),
    known: recentStrength(movement.document.dose, client.history[movement.movementId] ?? {}),
    slower: set.changes.includes(SLOWER_KEY) ? null : slowerText(movement),
  };
}

function isAloneUnder(index: BriefIndex, document: MovementDocument): boolean {
  return index.brief.inventory?.alone === true && isLyingPress(document);
}

/** The proposal for the next set of an item, from the set that has just ended and the client's one answer. */
export function nextSetAfter(index: BriefIndex, situation: LaneSituation, set: SetState, answer: EffortAnswer): NextSet {
  const { item, movement, client } = situation;
  const clientId = client.clientId;
  const rung = (direction: 'easier' | 'harder') => neighbour(index, clientId, item.movementId, direction);
  return proposeNextSet({
    dose: item.dose,
    target: set.segments.at(-1)?.target ?? item.target,
    done: amountPerSide(set, movement.document.laterality),
    effort: answer.effort,
    ...(answer.reserve !== undefined && { reserve: answer.reserve }),
    loading: loadSituation(index, client, movement, set),
    clean: isClean(set, movement) === true,
    riskOpen: openFaults(set, movement).some((fault) => fault.severity === 'risk'),
    painReported: set.pain,
    rangeEase: movement.document.eases.find((ease) => ease.lever === 'range')?.text ?? null,
    rangeEased: set.changes.includes('lever:range'),
    easedBy: easedBy(set),
    easier: rung('easier'),
    harder: rung('harder'),
  });
}

const HARDEST_FIRST: readonly Effort[] = ['nothing-left', 'about-right', 'plenty-left'];

function doneSets(state: SessionState, item: ItemState): readonly SetState[] {
  return state.sets.filter(
    (set) => set.itemId === item.itemId && set.segments.at(-1)?.movementId === item.movementId && set.endedAt !== null,
  );
}

function lastDone(state: SessionState, item: ItemState): SetState | undefined {
  return doneSets(state, item).at(-1);
}

/** A movement of this session as one outcome; `null` when no set of it was done. */
export function movementOutcome(state: SessionState, item: ItemState, movement: ResolvedMovement): MovementOutcome | null {
  const last = lastDone(state, item);
  if (!last) return null;
  // A session that went up or down in load is judged by the load that it ended with.
  const { load } = last.segments.at(-1)!;
  const sets = doneSets(state, item).filter((set) => isSameLoad(set.segments.at(-1)!.load, load));
  const made = (set: SetState) => amountPerSide(set, movement.document.laterality);
  const open = openFaults(last, movement);
  const { dose } = item;
  const hardest = HARDEST_FIRST.find((effort) => sets.some((set) => set.effort === effort)) ?? null;
  const told = sets.flatMap((set) => (set.effort === hardest && set.reserve !== undefined ? [set.reserve] : []));
  return {
    leastDone: Math.min(...sets.map(made)),
    fellShort: sets.some((set) => made(set) < (set.segments[0]?.target ?? item.target)),
    target: Math.max(...sets.map((set) => set.segments[0]?.target ?? item.target)),
    topOfRange: dose.kind === 'distance' ? dose.metres : dose.high,
    effort: hardest,
    ...(told.length > 0 && { reserve: Math.min(...told) }),
    clean: isClean(last, movement) === true,
    riskOpen: open.some((fault) => fault.severity === 'risk'),
    pain: item.pain,
    openFault: open[0]?.name ?? null,
    easedBy: easedBy(last),
  };
}

/** What is proposed for next time for every movement that was done by a client. */
export function decisionsDue(
  index: BriefIndex,
  state: SessionState,
  lane: LaneState,
): readonly (NextSession & { readonly movementId: string })[] {
  const client = index.client(lane.clientId);
  return lane.items.flatMap((item) => {
    const movement = index.movement(lane.clientId, item.movementId);
    const outcome = movement && movementOutcome(state, item, movement);
    if (!outcome) return item.pain ? [{ ...AFTER_PAIN, movementId: item.movementId }] : [];
    const lastLoad = lastDone(state, item)?.segments.at(-1)?.load ?? item.load;
    const harder = neighbour(index, lane.clientId, item.movementId, 'harder');
    const decision = decideNextSession(outcome, client?.history[item.movementId]?.outcomes ?? [], {
      isLoaded: item.load.kind !== 'bodyweight',
      harder: harder && outcome.leastDone >= harder.shownFirst ? harder.name : null,
      easier: neighbour(index, lane.clientId, item.movementId, 'easier')?.name ?? null,
      unit: item.dose.kind,
      ...nextLoads(index, lane.clientId, item, movement, lastLoad, outcome),
    });
    // What was lifted last stands beside a decision in numbers, so that another room can tell what is meant.
    const sameLoad =
      decision.load ?? (decision.kind === 'leave-out' || index.rack(item.movementId).length === 0 ? undefined : lastLoad);
    const more = decision.text === REP_OR_TWO ? nextTarget(outcome.target, movement.document) : undefined;
    const target = decision.target ?? more;
    return [{ ...decision, movementId: item.movementId, ...(sameLoad && { load: sameLoad }), ...(target && { target }) }];
  });
}

function nextLoads(
  index: BriefIndex,
  clientId: string,
  item: ItemState,
  movement: ResolvedMovement,
  load: Load,
  outcome: MovementOutcome,
): { raise: Raise | null; lighter: Makeable | null } {
  const rack = index.rack(item.movementId);
  const answer = answerOf(outcome);
  if (rack.length === 0 || !answer) return { raise: null, lighter: null };
  const steps: LoadSteps = stepsFrom(rack, load);
  const next = raise({
    dose: item.dose,
    load,
    done: outcome.leastDone,
    reserve: reserveOf(answer),
    steps,
    targetReserve: targetReserveOf(index.stances(clientId)),
    isAlone: isAloneUnder(index, movement.document),
    isSlowed: false,
    known: recentStrength(item.dose, index.client(clientId)?.history[item.movementId] ?? {}),
  });
  return { raise: next, lighter: steps.lighter };
}

/** The side to begin a set with: the one that was not last, so that neither is always the tired one. */
export function firstSide(state: SessionState, item: ItemState): 'left' | 'right' {
  const lastSet = state.sets.findLast((set) => set.itemId === item.itemId);
  return lastSet?.segments[0]?.side === 'left' ? 'right' : 'left';
}

/** The load and the target of a movement that is taken up on the floor: the same judgement as in a plan. */
export function adviceFor(index: BriefIndex, client: ClientBrief, document: MovementDocument): LoadAdvice {
  const past = client.history[document.id];
  return adviseLoad({
    document,
    rack: index.rack(document.id),
    last: past ?? null,
    due: client.due.find((decision) => decision.movementId === document.id) ?? null,
    targetReserve: targetReserveOf(index.stances(client.clientId)),
    isAlone: isAloneUnder(index, document),
  });
}
