import type { SetUp } from '../client/setUp.ts';
import type { Effort } from '../loading/effort.ts';
import type { DecisionKind } from '../loading/nextSession.ts';
import type { CueOutcome } from '../movement/cueOutcome.ts';
import type { Tempo } from '../movement/dose.ts';
import type { DoseKind, Lever, Region, Side, View } from '../movement/terms.ts';
import type { Load } from '../movement/load.ts';
import type { StretchKind } from '../planning/planTerms.ts';
import type { SegmentChange, SessionItem } from './event.ts';
import type { Actor, DidElse, EndReason, HurtAnswer, PainKind, SegmentPart, Slept } from './eventTypes.ts';

/** A stretch of a set in which nothing was changed. */
export interface SegmentState {
  readonly segmentId: string;
  readonly movementId: string;
  readonly revisionId: string;
  readonly side?: Side;
  readonly load: Load;
  readonly tempo?: Tempo;
  readonly target: number;
  readonly unit: DoseKind;
  /** Who did what was counted: the trainer's word, or the client's own. */
  readonly actor: Actor;
  readonly startedAt: string;
  /** When the next segment began, or the set ended; `null` while it goes on. */
  readonly endedAt: string | null;
  readonly change?: SegmentChange;
  /** Which stretch of the set it is, as the plan has it. */
  readonly stretch?: number;
  readonly manner?: StretchKind;
  readonly part?: SegmentPart;
  /** The other side is a set of its own. */
  readonly sideAlone?: boolean;
  /** Reps counted by the replica that claimed the set. */
  readonly counted: number;
  /** What the trainer said at the end; stands over what was counted. */
  readonly stated: number | null;
}

/** `open`: there; `fixed`: a cue did it; `gone`: seen clean since; `left`: the movement was swapped under it. */
export type FaultStatus = 'open' | 'fixed' | 'gone' | 'left';

export interface SeenFaultState {
  readonly faultId: string;
  readonly faultTypeId: string;
  readonly movementId: string;
  /** What it is, where the library doesn’t say it. */
  readonly text?: string;
  readonly side?: Side;
  readonly times: number;
  readonly status: FaultStatus;
  readonly lastAt: string;
}

/** A cue that was said, and what it did. */
export interface CueTrialState {
  readonly cueGivenId: string;
  readonly setId: string;
  readonly faultId: string;
  readonly faultTypeId: string;
  readonly cueId: string;
  readonly movementId: string;
  /** What was said, where the library doesn’t say it. */
  readonly text?: string;
  readonly givenAt: string;
  readonly outcome?: CueOutcome;
  /** No lever was changed between the cue and its outcome. */
  readonly counts: boolean;
}

export interface SetState {
  readonly setId: string;
  readonly itemId: string;
  readonly laneId: string;
  readonly clientId: string;
  /** Counts the sets of the item from 1. */
  readonly ordinal: number;
  readonly startedAt: string;
  readonly endedAt: string | null;
  readonly endReason: EndReason | null;
  readonly segments: readonly SegmentState[];
  /** The replica whose count stands. */
  readonly countedBy: string | null;
  readonly looks: readonly { readonly at: string; readonly clean: boolean; readonly movementId: string; readonly view?: View }[];
  readonly faults: readonly SeenFaultState[];
  /** From where somebody has looked at it so far. */
  readonly seenFrom: readonly View[];
  /** Faults on one side that were asked about, and what was answered. */
  readonly hurt: readonly { readonly faultId: string; readonly answer: HurtAnswer }[];
  /** Where the client felt it, as often as they were asked. */
  readonly felt: readonly { readonly movementId: string; readonly place: string; readonly right: boolean }[];
  readonly trials: readonly CueTrialState[];
  /** Keys of changes made in the set. */
  readonly changes: readonly string[];
  readonly effort: Effort | null;
  /** Reps in reserve, where they were said in numbers. */
  readonly reserve?: number;
  readonly pain: boolean;
}

export interface SwapState {
  readonly at: string;
  readonly fromMovementId: string;
  readonly toMovementId: string;
  readonly levers: readonly Lever[];
  readonly faultId?: string;
  readonly setId?: string;
}

/** A movement on a lane's list, as it stands now (swaps, loads and targets applied). */
export interface ItemState extends SessionItem {
  readonly plannedMovementId: string;
  /** Decided in the rest, done from the next set on. */
  readonly nextChange: SegmentChange | null;
  readonly setIds: readonly string[];
  readonly swaps: readonly SwapState[];
  readonly pain: boolean;
  /** Left out today. */
  readonly dropped: boolean;
}

export interface LaneState {
  readonly laneId: string;
  /** The lane's own id where it is no client's (`isNobodys`). */
  readonly clientId: string;
  /** What a guest is called, as long as nobody has said who that is. */
  readonly guest?: string;
  readonly joinedAt: string;
  readonly leftAt: string | null;
  readonly items: readonly ItemState[];
  readonly currentItemId: string | null;
  /** In the order in which they began. */
  readonly sets: readonly SetState[];
  /** The set that is going on. */
  readonly openSetId: string | null;
  readonly view: View;
  /** How they are today; `null` where nobody asked. */
  readonly day: DayState | null;
}

export interface DayState {
  readonly slept: Slept;
  readonly sore: readonly Region[];
  readonly did: DidElse;
}

export interface PainState {
  readonly eventId: string;
  readonly at: string;
  readonly clientId: string | null;
  readonly kind: PainKind;
  readonly region?: Region;
  readonly side?: Side;
  readonly setId?: string;
  readonly movementId?: string;
  readonly note?: string;
}

export interface DecisionState {
  readonly eventId: string;
  readonly clientId: string;
  readonly movementId: string;
  readonly kind: DecisionKind;
  readonly text: string;
  readonly reasons: readonly string[];
  readonly load?: Load;
  readonly target?: number;
  /** The movement that takes its place. */
  readonly instead?: string;
  readonly at: string;
}

/** How a client's place was set up for a movement. */
export interface SetUpState {
  readonly clientId: string;
  readonly movementId: string;
  readonly setUp: SetUp;
  readonly at: string;
}

export interface ProposalState {
  readonly proposalId: string;
  readonly clientId: string | null;
  readonly about: string;
  readonly text: string;
  readonly reasons: readonly string[];
  readonly setId?: string;
  readonly decided: { readonly taken: boolean; readonly instead?: string } | null;
}

/**
 * A fault that the library lacks, or a cue that just came to mind, as it was typed on Floor. It bears the id that it will have when it is taken
 * into the library as it is, so that what it did comes along.
 */
export interface TypedState {
  readonly kind: 'fault' | 'cue';
  /** `movement/typed-…`: of the fault, or of a cue of the movement's own. */
  readonly id: string;
  readonly movementId: string;
  readonly text: string;
  /** Of a cue: the fault for which it was said; absent when it was for none. */
  readonly faultId?: string;
  /** With whom it came up first. */
  readonly clientId: string | null;
  readonly at: string;
}

/** The clock of a block, as it was last set. */
export interface ClockState {
  readonly blockId: string;
  /** When it was set. */
  readonly at: string;
  /** Where it stood then, from its first second. */
  readonly seconds: number;
  readonly isRunning: boolean;
  /** It stands still so long after it was set. */
  readonly holdSeconds: number;
  /** Stations are being shown: it goes no further than to its count-in, where it waits for whoever starts it. */
  readonly shows: boolean;
}

/** What a set of events says about a session. */
export interface SessionState {
  readonly sessionId: string | null;
  readonly status: 'not-started' | 'live' | 'ended';
  readonly localDate: string | null;
  readonly zone: string | null;
  readonly startedAt: string | null;
  readonly endedAt: string | null;
  readonly lanes: readonly LaneState[];
  readonly pains: readonly PainState[];
  readonly decisions: readonly DecisionState[];
  /** The last of each client and movement. */
  readonly setUps: readonly SetUpState[];
  readonly proposals: readonly ProposalState[];
  /** Faults and cues that the library lacks, in the order in which they came up. */
  readonly typed: readonly TypedState[];
  /** Revisions that the session began without. */
  readonly brought: readonly string[];
  readonly notes: readonly { readonly at: string; readonly clientId: string | null; readonly text: string }[];
  /** The clock that is on; `null` when none is. */
  readonly clock: ClockState | null;
  /** Highest logical time seen: the next event takes one more. */
  readonly lamport: number;
}
