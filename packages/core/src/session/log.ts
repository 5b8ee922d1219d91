import type { Effort } from '../loading/effort.ts';
import type { CueOutcome } from '../movement/cueOutcome.ts';
import type { DoseKind, Side } from '../movement/terms.ts';
import type { Load } from '../movement/load.ts';
import type { ResolvedMovement } from '../movement/resolvedMovement.ts';
import { amountPerSide, lastJudged, segmentAmount } from './amount.ts';
import { movementOutcome } from './movementOutcome.ts';
import { isClean } from './setJudgement.ts';
import type { MovementOutcome } from '../loading/nextSession.ts';
import type { DecisionState, FaultStatus, LaneState, PainState, SessionState, SetState, SetUpState, SwapState } from './state.ts';
import type { StretchKind } from '../planning/planTerms.ts';
import type { EndReason, SegmentPart } from './eventTypes.ts';
import type { SegmentChange } from './event.ts';

export interface SegmentLog {
  readonly movementId: string;
  readonly revisionId: string;
  readonly side?: Side;
  readonly load: Load;
  readonly target: number;
  readonly amount: number;
  readonly unit: DoseKind;
  readonly change?: SegmentChange;
  readonly manner?: StretchKind;
  readonly part?: SegmentPart;
}

export interface FaultLog {
  readonly faultId: string;
  readonly faultTypeId: string;
  readonly movementId: string;
  readonly name: string;
  readonly side?: Side;
  readonly times: number;
  readonly status: FaultStatus;
}

export interface CueTrialLog {
  readonly cueGivenId: string;
  readonly faultId: string;
  readonly faultTypeId: string;
  readonly cueId: string;
  readonly text: string;
  readonly movementId: string;
  readonly outcome: CueOutcome | null;
  readonly counts: boolean;
}

export interface SetLog {
  readonly setId: string;
  readonly ordinal: number;
  readonly startedAt: string;
  readonly endedAt: string | null;
  readonly endReason: EndReason | null;
  readonly segments: readonly SegmentLog[];
  /** Of one side, in the unit of the last segment. */
  readonly amount: number;
  readonly looked: boolean;
  /** The movements on which somebody looked; absent in logs that were written before it was kept. */
  readonly lookedAt?: readonly string[];
  readonly clean: boolean | null;
  readonly effort: Effort | null;
  readonly reserve?: number;
  readonly faults: readonly FaultLog[];
  readonly trials: readonly CueTrialLog[];
  /** What was answered when they were asked; absent where nobody asked. */
  readonly hurt?: SetState['hurt'];
  readonly felt?: SetState['felt'];
}

export interface ItemLog {
  readonly itemId: string;
  readonly movementId: string;
  readonly plannedMovementId: string;
  readonly sets: readonly SetLog[];
  readonly swaps: readonly SwapState[];
  readonly outcome: MovementOutcome | null;
}

export interface LaneLog {
  readonly laneId: string;
  /** The lane's own id where it is no client's. */
  readonly clientId: string;
  /** What a guest is called, as long as nobody has said who that is. */
  readonly guest?: string;
  readonly items: readonly ItemLog[];
  readonly decisions: readonly DecisionState[];
  /** Absent in logs that were written before set-ups were noted. */
  readonly setUps?: readonly SetUpState[];
  readonly pains: readonly PainState[];
}

/** A session as it is looked back on. A projection: rebuilt whole from the events, never edited. */
export interface SessionLog {
  readonly status: SessionState['status'];
  readonly localDate: string | null;
  readonly zone: string | null;
  readonly startedAt: string | null;
  readonly endedAt: string | null;
  readonly lanes: readonly LaneLog[];
  readonly notes: SessionState['notes'];
}

/** `movementOf` gives the movement at the revision that the session pinned, as this client's stances leave it. */
export type PinnedMovements = (clientId: string, movementId: string) => ResolvedMovement | null;

/** The log of a folded session. */
export function projectLog(state: SessionState, movementOf: PinnedMovements): SessionLog {
  const nameOfFault = (clientId: string, movementId: string, faultId: string) =>
    movementOf(clientId, movementId)?.faults.find((fault) => fault.faultId === faultId)?.name ?? faultId;
  const textOfCue = (clientId: string, movementId: string, cueId: string) =>
    movementOf(clientId, movementId)?.cues.find((cue) => cue.cueId === cueId)?.text ?? cueId;

  const lastLanes = lastLanesOf(state);
  const isLastOfClient = ({ clientId, laneId }: LaneState) => lastLanes.get(clientId) === laneId;

  return {
    status: state.status,
    localDate: state.localDate,
    zone: state.zone,
    startedAt: state.startedAt,
    endedAt: state.endedAt,
    notes: state.notes,
    lanes: state.lanes.map((lane) => ({
      laneId: lane.laneId,
      clientId: lane.clientId,
      ...(lane.guest !== undefined && { guest: lane.guest }),
      decisions: isLastOfClient(lane) ? state.decisions.filter((decision) => decision.clientId === lane.clientId) : [],
      setUps: isLastOfClient(lane) ? state.setUps.filter((setUp) => setUp.clientId === lane.clientId) : [],
      pains: isLastOfClient(lane) ? state.pains.filter((pain) => pain.clientId === lane.clientId) : [],
      items: lane.items.map((item) => {
        const current = movementOf(lane.clientId, item.movementId);
        return {
          itemId: item.itemId,
          movementId: item.movementId,
          plannedMovementId: item.plannedMovementId,
          swaps: item.swaps,
          outcome: current && movementOutcome(lane, item, current),
          sets: lane.sets
            .filter((set) => set.itemId === item.itemId)
            .map((set): SetLog => {
              const movement = movementOf(lane.clientId, lastJudged(set).movementId);
              return {
                setId: set.setId,
                ordinal: set.ordinal,
                startedAt: set.startedAt,
                endedAt: set.endedAt,
                endReason: set.endReason,
                segments: set.segments.map((segment) => ({
                  movementId: segment.movementId,
                  revisionId: segment.revisionId,
                  load: segment.load,
                  target: segment.target,
                  amount: segmentAmount(segment),
                  unit: segment.unit,
                  ...(segment.side && { side: segment.side }),
                  ...(segment.change && { change: segment.change }),
                  ...(segment.manner && { manner: segment.manner }),
                  ...(segment.part && { part: segment.part }),
                })),
                amount: movement ? amountPerSide(set, movement.document) : 0,
                looked: set.looks.length > 0 || set.faults.length > 0,
                lookedAt: [...new Set([...set.looks, ...set.faults].map(({ movementId: at }) => at))],
                clean: movement && isClean(set, movement),
                effort: set.effort,
                ...(set.reserve !== undefined && { reserve: set.reserve }),
                faults: set.faults.map(({ lastAt: _lastAt, text, ...fault }) => ({
                  ...fault,
                  name: text ?? nameOfFault(lane.clientId, fault.movementId, fault.faultId),
                })),
                trials: set.trials.map((trial) => ({
                  cueGivenId: trial.cueGivenId,
                  faultId: trial.faultId,
                  faultTypeId: trial.faultTypeId,
                  cueId: trial.cueId,
                  movementId: trial.movementId,
                  text: trial.text ?? textOfCue(lane.clientId, trial.movementId, trial.cueId),
                  outcome: trial.outcome ?? null,
                  counts: trial.counts && trial.outcome !== undefined,
                })),
                ...(set.hurt.length > 0 && { hurt: set.hurt }),
                ...(set.felt.length > 0 && { felt: set.felt }),
              };
            }),
        };
      }),
    })),
  };
}

/** Who left and joined again has two lanes; what is said of a person, not of a lane, is said once: on the last. */
export function lastLanesOf(state: Pick<SessionState, 'lanes'>): ReadonlyMap<string, string> {
  return new Map(state.lanes.map(({ clientId, laneId }) => [clientId, laneId]));
}
