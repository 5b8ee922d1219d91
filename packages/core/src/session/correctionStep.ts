import { stepsFrom } from '../loading/makeable.ts';
import { type Change, isCueingSpent, nextChanges } from '../coaching/nextChange.ts';
import { rankCues, type RankedCue, type SaidCue } from '../coaching/rankCues.ts';
import { triage, type Triage } from '../coaching/triage.ts';
import { isHeavier } from '../movement/loadText.ts';
import type { ResolvedFault, ResolvedMovement } from '../movement/resolvedMovement.ts';
import { type Region, SEVERITIES } from '../movement/terms.ts';
import type { ClientBrief, FaultRate } from './brief.ts';
import type { BriefIndex } from './briefIndex.ts';
import { calledOf } from './classLane.ts';
import type { ItemState, LaneState, SeenFaultState, SessionState, SetState } from './state.ts';

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

/** Shown in a set out of this many more before anything was seen: keeps one early fault from topping the list. */
const RATE_PRIOR_SETS = 4;

function shrunkRate(rate: FaultRate): number {
  return rate.shown / (rate.looked + RATE_PRIOR_SETS);
}

const NO_RATE: FaultRate = { looked: 0, shown: 0 };

/** What was said in this session for a fault, in order. */
function saidFor(state: SessionState, clientId: string, faultId: string, setId: string | null): readonly SaidCue[] {
  return state.lanes
    .filter((lane) => lane.clientId === clientId)
    .flatMap((lane) => lane.sets)
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

export function faultTiles(movement: ResolvedMovement, client: ClientBrief, lane: LaneState, set: SetState | null): FaultTile[] {
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

export function correctionStep(
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
  const rack = index.rack(item.movementId);
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
    cues: rankCues({ fault, clientName: calledOf(client), book: client.book, said, style: client.cueStyle }),
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
      canLighten: rack.length === 0 || stepsFrom(rack, load).lighter !== null,
      kit: index.brief.kit && new Set(index.brief.kit),
      done: new Set(set.changes),
    }),
  };
}

function isChangedSinceSeen(set: SetState, faultId: string): boolean {
  const change = set.segments.findLast((segment) => segment.change?.faultId === faultId);
  const seen = set.faults.findLast((each) => each.faultId === faultId);
  return change !== undefined && seen !== undefined && change.startedAt > seen.lastAt;
}

function cautionRegions(index: BriefIndex, client: ClientBrief): ReadonlySet<Region> {
  return new Set(client.cautions.flatMap((each) => index.lexicon.cautions.get(each.caution)?.regions ?? []));
}
