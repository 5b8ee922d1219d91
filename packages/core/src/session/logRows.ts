import type { Effort } from '../loading/effort.ts';
import type { MovementOutcome } from '../loading/nextSession.ts';
import type { CueOutcome } from '../movement/cueOutcome.ts';
import type { Tempo } from '../movement/dose.ts';
import type { DoseKind, Severity, Side } from '../movement/terms.ts';
import type { Load } from '../movement/load.ts';
import { loadKg } from '../movement/loadText.ts';
import { amountPerSide, lastJudged, secondsUnderWork, segmentAmount } from './amount.ts';
import type { StretchKind } from '../planning/planTerms.ts';
import type { SegmentChange } from './event.ts';
import type { Actor, SegmentPart } from './eventTypes.ts';
import { clientOf } from './whoseLane.ts';
import type { PinnedMovements } from './log.ts';
import { lastDone, movementOutcome } from './movementOutcome.ts';
import { isClean } from './setJudgement.ts';
import type { FaultStatus, LaneState, SetState } from './state.ts';

/** What else was set for a stretch of a set: progress that has no kilograms. */
export interface SegmentSettings {
  readonly tempo?: Tempo;
  /** What was changed to get here: where the range stops, what helps, how it was slowed. */
  readonly change?: SegmentChange;
  readonly manner?: StretchKind;
  readonly part?: SegmentPart;
}

/** A stretch of a set in which nothing was changed, as plan, floor and statistics read it. */
export interface SegmentRow {
  readonly setId: string;
  /** Its place in the set, from 0. */
  readonly ordinal: number;
  /** The set's place among those of its item, from 1. */
  readonly setOrdinal: number;
  readonly laneId: string;
  readonly itemId: string;
  /** The step of a plan that it did; `null` outside a plan. */
  readonly stepId: string | null;
  /** `null` for a class, whose lanes are levels. */
  readonly clientId: string | null;
  readonly movementId: string;
  readonly side: Side | null;
  readonly startedAt: string;
  /** Somebody looked at this movement in this set. */
  readonly looked: boolean;
  readonly unit: DoseKind;
  readonly amount: number;
  readonly load: Load;
  /** The outside load, both hands together; help is negative; `null` for pins, bands and positions. Never a share of bodyweight. */
  readonly kilograms: number | null;
  readonly settings: SegmentSettings;
  /** Seconds under work, capped; `null` when it was noted afterwards. */
  readonly seconds: number | null;
  /** Done on the clock: its seconds say nothing about reps. */
  readonly onClock: boolean;
  readonly actor: Actor;
  /** Pain was reported in the set. */
  readonly pain: boolean;
  /** By which its set is judged: what is said of the set as a whole stands here, and is empty on the others. */
  readonly isLast: boolean;
  /** What the set came to, of one side. */
  readonly setAmount: number | null;
  /** `null` when nobody looked. */
  readonly clean: boolean | null;
  readonly effort: Effort | null;
  readonly reserve: number | null;
}

export interface FaultRow {
  readonly setId: string;
  /** Its place among the faults of the set: one on both sides is two rows. */
  readonly ordinal: number;
  readonly faultId: string;
  readonly faultTypeId: string;
  /** On which it was seen. */
  readonly movementId: string;
  readonly side: Side | null;
  readonly status: FaultStatus;
  /** `null` for a fault that the pinned revision doesn't have. */
  readonly severity: Severity | null;
  readonly times: number;
}

/** A cue that was said, with an outcome that counts. */
export interface TrialRow {
  readonly cueGivenId: string;
  readonly setId: string;
  readonly movementId: string;
  readonly faultId: string;
  readonly faultTypeId: string;
  readonly cueId: string;
  readonly outcome: CueOutcome;
}

/** A movement in a session. */
export interface ItemRow {
  readonly itemId: string;
  readonly movementId: string;
  readonly startedAt: string;
  /** Its place on the lane's list, from 0. */
  readonly place: number;
  readonly load: Load;
  readonly outcome: MovementOutcome;
}

/** The rows of one set. */
export interface SetRows {
  readonly segments: readonly SegmentRow[];
  readonly faults: readonly FaultRow[];
  readonly trials: readonly TrialRow[];
}

export function setRows(set: SetState, movementOf: PinnedMovements): SetRows {
  const lookedAt = new Set([...set.looks, ...set.faults].map(({ movementId }) => movementId));
  const last = lastJudged(set);
  // A lighter set before the first prepares: nothing is said of it as a whole, and nobody is judged by it.
  const ended = last.part === 'ramp' ? -1 : set.segments.indexOf(last);
  const movement = movementOf(set.clientId, last.movementId);
  const whole = {
    setAmount: movement ? amountPerSide(set, movement.document) : 0,
    clean: movement && isClean(set, movement),
    effort: set.effort,
    reserve: set.reserve ?? null,
  };
  const none = { setAmount: null, clean: null, effort: null, reserve: null };
  return {
    segments: set.segments.map((segment, ordinal) => ({
      setId: set.setId,
      ordinal,
      setOrdinal: set.ordinal,
      laneId: set.laneId,
      itemId: set.itemId,
      stepId: null,
      clientId: clientOf(set),
      movementId: segment.movementId,
      side: segment.side ?? null,
      startedAt: segment.startedAt,
      looked: lookedAt.has(segment.movementId),
      unit: segment.unit,
      amount: segmentAmount(segment),
      load: segment.load,
      kilograms: loadKg(segment.load),
      settings: {
        ...(segment.tempo && { tempo: segment.tempo }),
        ...(segment.change && { change: segment.change }),
        ...(segment.manner && { manner: segment.manner }),
        ...(segment.part && { part: segment.part }),
      },
      seconds: secondsUnderWork(segment),
      onClock: false,
      actor: segment.actor,
      pain: set.pain,
      isLast: ordinal === ended,
      ...(ordinal === ended ? whole : none),
    })),
    faults: set.faults.map(({ faultId, faultTypeId, movementId, side, status, times }, ordinal) => ({
      setId: set.setId,
      ordinal,
      faultId,
      faultTypeId,
      movementId,
      side: side ?? null,
      status,
      severity: movementOf(set.clientId, movementId)?.faults.find((each) => each.faultId === faultId)?.severity ?? null,
      times,
    })),
    trials: set.trials.flatMap(({ counts, outcome, cueGivenId, movementId, faultId, faultTypeId, cueId }) =>
      counts && outcome ? [{ cueGivenId, setId: set.setId, movementId, faultId, faultTypeId, cueId, outcome }] : [],
    ),
  };
}

/** The items of a lane of which a set was done. */
export function itemRows(lane: LaneState, movementOf: PinnedMovements): readonly ItemRow[] {
  return lane.items.flatMap((item, place) => {
    const movement = movementOf(lane.clientId, item.movementId);
    const outcome = movement && movementOutcome(lane, item, movement);
    const sets = lane.sets.filter((set) => set.itemId === item.itemId);
    const last = lastDone(lane, item);
    if (!outcome || !last) return [];
    const { itemId, movementId } = item;
    return [{ itemId, movementId, startedAt: sets[0]!.startedAt, place, load: lastJudged(last).load, outcome }];
  });
}
