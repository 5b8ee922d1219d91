import { stepsFrom } from '../loading/makeable.ts';
import { audiencesOf } from '../coaching/audience.ts';
import { type Change, isCueingSpent, nextChanges } from '../coaching/nextChange.ts';
import { rankCues, type RankedCue, type SaidCue } from '../coaching/rankCues.ts';
import { triage, type Triage } from '../coaching/triage.ts';
import { isHeavier, isSameLoad, loadText } from '../movement/loadText.ts';
import type { ResolvedFault, ResolvedMovement } from '../movement/resolvedMovement.ts';
import { type Region, SEVERITIES } from '../movement/terms.ts';
import { viewsFrom } from './mirror.ts';
import type { ClientBrief, FaultRate } from './brief.ts';
import type { BriefIndex } from './briefIndex.ts';
import { calledOf, isNobodys } from './whoseLane.ts';
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
  /** Why it isn't what was done for this fault earlier in the hour, as half a sentence; `null` where it is, or nothing was. */
  readonly unlikeBefore: string | null;
}

/** Shown in a set out of this many more before anything was seen: keeps one early fault from topping the list. */
const RATE_PRIOR_SETS = 4;

function shrunkRate(rate: FaultRate): number {
  return rate.shown / (rate.looked + RATE_PRIOR_SETS);
}

/** In late sets it is what such sets showed, drawn towards what all did. */
function rateNow(rate: FaultRate, late: boolean): number {
  const overall = shrunkRate(rate);
  if (!late || !rate.late) return overall;
  return (rate.late.shown + RATE_PRIOR_SETS * overall) / (rate.late.looked + RATE_PRIOR_SETS);
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

/** In sight first, then the likeliest now, what comes of tiredness before the rest late in the work, then the most serious. */
export function faultTiles(
  index: BriefIndex,
  movement: ResolvedMovement,
  client: ClientBrief,
  lane: LaneState,
  set: SetState | null,
  late: boolean,
): FaultTile[] {
  const views = viewsFrom(index, movement.document, lane.view);
  return movement.faults
    .map((fault, place) => ({
      fault,
      place,
      rate: client.faultRates[fault.faultId] ?? NO_RATE,
      inView: fault.views.some((view) => views.includes(view)),
      seen: set?.faults.findLast((seen) => seen.faultId === fault.faultId) ?? null,
    }))
    .sort(
      (a, b) =>
        Number(b.inView) - Number(a.inView) ||
        rateNow(b.rate, late) - rateNow(a.rate, late) ||
        (late ? Number(comesOfFatigue(b.fault)) - Number(comesOfFatigue(a.fault)) : 0) ||
        SEVERITIES.indexOf(a.fault.severity) - SEVERITIES.indexOf(b.fault.severity) ||
        a.place - b.place,
    )
    .map(({ place: _place, ...tile }) => tile);
}

function comesOfFatigue({ causes }: ResolvedFault): boolean {
  return causes.includes('fatigue');
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
  const cues = rankCues({
    fault,
    clientName: calledOf(client),
    book: client.book,
    said,
    style: client.cueStyle,
    ...(!isNobodys(lane) && { audiences: audiencesOf(client.ageGroup, history?.lookedSets ?? 0) }),
  });
  return {
    triage: found,
    waitingFor: waiting
      ? {
          cueGivenId: waiting.cueGivenId,
          cueId: waiting.cueId,
          text: movement.cues.find((cue) => cue.cueId === waiting.cueId)?.text ?? waiting.cueId,
        }
      : null,
    cues,
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
    unlikeBefore: unlikeBefore(
      lane,
      set,
      found,
      waiting?.cueId ?? cues[0]?.cue.cueId,
      (cueId) => movement.cues.find((cue) => cue.cueId === cueId)?.text,
    ),
  };
}

/** The last set before this one in which something was said for the fault, against what is proposed now. */
function unlikeBefore(
  lane: LaneState,
  set: SetState,
  { first, endSet }: Triage,
  cueId: string | undefined,
  textOf: (cueId: string) => string | undefined,
): string | null {
  const { faultId } = first.fault;
  const before = lane.sets.findLast(
    (each) => each.setId !== set.setId && each.endedAt !== null && each.trials.some((trial) => trial.faultId === faultId),
  );
  const told = before?.trials.findLast((trial) => trial.faultId === faultId);
  if (!before || !told) return null;
  const [then, now] = [before.segments.at(-1)!.load, set.segments.at(-1)!.load];
  if (endSet) {
    const at = isSameLoad(then, now) ? '' : `, with ${loadText(then)},`;
    return `in set ${before.ordinal}${at} it was cued first`;
  }
  const text = textOf(told.cueId);
  if (!text || told.cueId === cueId || (told.outcome !== 'same' && told.outcome !== 'worse')) return null;
  return `“${text}” ${told.outcome === 'worse' ? 'made it worse' : 'did nothing'} in set ${before.ordinal}`;
}

function isChangedSinceSeen(set: SetState, faultId: string): boolean {
  const change = set.segments.findLast((segment) => segment.change?.faultId === faultId);
  const seen = set.faults.findLast((each) => each.faultId === faultId);
  return change !== undefined && seen !== undefined && change.startedAt > seen.lastAt;
}

function cautionRegions(index: BriefIndex, client: ClientBrief): ReadonlySet<Region> {
  return new Set(client.cautions.flatMap((each) => index.lexicon.cautions.get(each.caution)?.regions ?? []));
}
