import {
  ArrayMaxSize,
  ArrayMinSize,
  IsArray,
  IsBoolean,
  IsIn,
  IsInt,
  IsNotIn,
  IsNumber,
  IsObject,
  IsString,
  Length,
  Matches,
  Max,
  Min,
} from 'class-validator';
import { IsDay, IsInstant, IsZone } from '../checks/day.ts';
import { IsId, IsIdInTime } from '../checks/id.ts';
import { Each, Maybe, One } from '../checks/parts.ts';
import { SetUp } from '../client/setUp.ts';
import { DECISION_KINDS, type DecisionKind } from '../loading/nextSession.ts';
import { EFFORTS, type Effort } from '../loading/effort.ts';
import { CUE_OUTCOMES, type CueOutcome } from '../movement/cueOutcome.ts';
import { DOSE_SUBTYPES, DoseBase, Tempo, type Dose } from '../movement/dose.ts';
import { STRETCHES, type StretchKind } from '../planning/planTerms.ts';
import { LOAD_SUBTYPES, LoadBase, type Load } from '../movement/load.ts';
import {
  DOSE_KINDS,
  LEVERS,
  MOVEMENT_ID_PATTERN,
  REGIONS,
  SIDES,
  SLUG_PATTERN,
  VIEWS,
  type DoseKind,
  type Lever,
  type Region,
  type Side,
  type View,
} from '../movement/terms.ts';
import {
  ACTORS,
  BROUGHT_MAX,
  CLOCK_MOVES,
  CLOCK_SECONDS_MOST,
  CHANGE_KINDS,
  DID_ELSE,
  END_REASONS,
  HURT_ANSWERS,
  KIND_PATTERN,
  LAMPORT_MAX,
  PAIN_KINDS,
  SEGMENT_PARTS,
  SLEPT,
  type Actor,
  type ChangeKind,
  type ClockMove,
  type DidElse,
  type EndReason,
  type EventType,
  type HurtAnswer,
  type PainKind,
  type SegmentPart,
  type Slept,
} from './eventTypes.ts';

const FAULT_ID = /^[a-z][a-z0-9-]{0,39}:[a-z0-9][a-z0-9-]{0,79}\/[a-z0-9][a-z0-9-]{0,79}$/;
const CUE_ID = /^([a-z][a-z0-9-]{0,39}:[a-z0-9][a-z0-9-]{0,79}\/)?[a-z0-9][a-z0-9-]{0,79}$/;

/** Something on the list of a lane: a movement with what is asked of it. */
export class SessionItem {
  @IsId() itemId!: string;
  /** Its place in the plan that was begun. */
  @Maybe() @IsId() planItemId?: string;
  @Matches(MOVEMENT_ID_PATTERN) movementId!: string;
  @IsId() revisionId!: string;
  @IsInt() @Min(1) @Max(20) sets!: number;
  @One(() => DoseBase, DOSE_SUBTYPES) dose!: Dose;
  /** What the first set asks for, in the unit of the dose, of one side. */
  @IsInt() @Min(1) @Max(10000) target!: number;
  @One(() => LoadBase, LOAD_SUBTYPES) load!: Load;
  @IsInt() @Min(0) @Max(600) restSeconds!: number;
}

export class SessionStarted {
  @IsDay() localDate!: string;
  @IsZone() zone!: string;
}

export class SessionEnded {
  @Maybe() @IsString() @Length(1, 300) note?: string;
}

export class LaneJoined {
  @IsArray() @ArrayMaxSize(60) @Each(() => SessionItem) items!: SessionItem[];
  /** What a guest is called, who is nobody's client, or not yet. */
  @Maybe() @IsString() @Length(1, 40) guest?: string;
  /** Who the guest turned out to be: said by amending this event. All that the lane did is theirs from then on. */
  @Maybe() @IsId() clientId?: string;
}

export class LaneLeft {
  @Maybe() @IsString() @Length(1, 120) why?: string;
}

/** How somebody is today, as they say it; a later one replaces it. Health data. */
export class DayTold {
  @IsIn(SLEPT) slept!: Slept;
  @IsArray() @ArrayMaxSize(7) @IsIn(REGIONS, { each: true }) sore!: Region[];
  @IsIn(DID_ELSE) did!: DidElse;
}

/** An item becomes the lane's current one; an item that is new to the lane is added to its list. */
export class MovementStarted {
  @One(() => SessionItem) item!: SessionItem;
}

/** Left out today, for want of time or because it doesn't suit; going to it takes it up again. */
export class ItemDropped {
  @IsId() itemId!: string;
}

/** A change half-way through a set, and the fault that it was made for. */
export class SegmentChange {
  @IsIn(CHANGE_KINDS) kind!: ChangeKind;
  @IsString() @Length(1, 200) key!: string;
  @IsString() @Length(1, 200) text!: string;
  @Maybe() @IsIn(LEVERS) lever?: Lever;
  @Maybe() @Matches(FAULT_ID) faultId?: string;
}

/** The first segment of a set begins the set. Later ones are changes half-way. */
export class SegmentStarted {
  @IsId() setId!: string;
  @IsId() segmentId!: string;
  @IsId() itemId!: string;
  @Matches(MOVEMENT_ID_PATTERN) movementId!: string;
  @IsId() revisionId!: string;
  @Maybe() @IsIn(SIDES) side?: Side;
  @One(() => LoadBase, LOAD_SUBTYPES) load!: Load;
  @Maybe() @One(() => Tempo) tempo?: Tempo;
  @IsInt() @Min(1) @Max(10000) target!: number;
  /** What was changed to get here; absent for the beginning of a set or a side. */
  @Maybe() @One(() => SegmentChange) change?: SegmentChange;
  /** Which stretch of the set it is, as the plan has it, from 0. */
  @Maybe() @IsInt() @Min(0) @Max(60) stretch?: number;
  /** How it is done in that stretch. */
  @Maybe() @IsIn(STRETCHES) manner?: StretchKind;
  /** In what the target is, where that isn't the item's unit: a hold among reps. */
  @Maybe() @IsIn(DOSE_KINDS) unit?: DoseKind;
  @Maybe() @IsIn(SEGMENT_PARTS) part?: SegmentPart;
  /** The other side is a set of its own. */
  @Maybe() @IsBoolean() sideAlone?: boolean;
}

/** A hold was dropped; the set goes on, and another piece may follow. */
export class HoldBroken {
  @IsId() setId!: string;
  @IsId() segmentId!: string;
}

/** One repetition of the segment. */
export class RepCounted {
  @IsId() setId!: string;
  @IsId() segmentId!: string;
}

export class ViewChanged {
  @IsIn(VIEWS) view!: View;
}

/** Somebody looked. `clean` is praise: nothing is wrong any more. `gone` are faults that were looked for and not found. */
export class Looked {
  @IsId() setId!: string;
  @IsBoolean() clean!: boolean;
  @Maybe() @IsArray() @ArrayMaxSize(16) @Matches(FAULT_ID, { each: true }) gone?: string[];
  /** What was looked at, since a set may change its movement half-way; the set's movement at that moment where it isn't said. */
  @Maybe() @Matches(MOVEMENT_ID_PATTERN) movementId?: string;
  @Maybe() @IsIn(VIEWS) view?: View;
  /** What a mirror showed besides. */
  @Maybe() @IsIn(VIEWS) mirror?: View;
}

export class FaultSeen {
  @IsId() setId!: string;
  @Matches(FAULT_ID) faultId!: string;
  @Matches(SLUG_PATTERN) faultTypeId!: string;
  @Maybe() @IsIn(SIDES) side?: Side;
  @Maybe() @IsIn(VIEWS) view?: View;
  @Maybe() @IsIn(VIEWS) mirror?: View;
  /** What it is, of a fault that the library lacks: each sighting says it, so that it stands while one of them does. */
  @Maybe() @IsString() @Length(2, 40) text?: string;
}

/** A fault on one side was asked about: it doesn't hurt, or it is only effort. */
export class HurtAsked {
  @IsId() setId!: string;
  @Matches(FAULT_ID) faultId!: string;
  @IsIn(HURT_ANSWERS) answer!: HurtAnswer;
}

/** Where the client says that they feel it: one of the muscles that do the work, or a place where it shouldn't be felt. */
export class FeltAsked {
  @IsId() setId!: string;
  @Matches(MOVEMENT_ID_PATTERN) movementId!: string;
  /** A muscle's id, or a feeling's where `right` is false. */
  @Matches(SLUG_PATTERN) place!: string;
  @IsBoolean() right!: boolean;
}

/** A cue that just came to mind, for no fault in particular. */
export class CueTyped {
  @Matches(MOVEMENT_ID_PATTERN) movementId!: string;
  @Matches(CUE_ID) cueId!: string;
  @IsString() @Length(2, 60) text!: string;
}

export class CueGiven {
  @IsId() setId!: string;
  @Matches(FAULT_ID) faultId!: string;
  @Matches(SLUG_PATTERN) faultTypeId!: string;
  @Matches(CUE_ID) cueId!: string;
  /** Of a cue that the library lacks. */
  @Maybe() @IsString() @Length(2, 60) text?: string;
}

/** What the next reps showed. Names the event of the cue that was given. */
export class CueOutcomeSeen {
  @IsId() cueGivenId!: string;
  @IsIn(CUE_OUTCOMES) outcome!: CueOutcome;
}

export class ProposalShown {
  @IsId() proposalId!: string;
  @IsString() @Length(1, 60) about!: string;
  @IsString() @Length(1, 200) text!: string;
  @IsArray() @ArrayMaxSize(8) @IsString({ each: true }) @Length(1, 300, { each: true }) reasons!: string[];
  @Maybe() @IsId() setId?: string;
}

export class ProposalDecided {
  @IsId() proposalId!: string;
  @IsBoolean() taken!: boolean;
  /** What was done instead, where it was something else. */
  @Maybe() @IsString() @Length(1, 200) instead?: string;
}

/** Ends the set. Amounts, where given, are what the trainer says was done and stand over what was counted. */
export class SetEnded {
  @IsId() setId!: string;
  @IsIn(END_REASONS) reason!: EndReason;
  @Maybe()
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(20)
  @Each(() => SegmentAmount)
  amounts?: SegmentAmount[];
}

export class SegmentAmount {
  @IsId() segmentId!: string;
  @IsInt() @Min(0) @Max(10000) amount!: number;
}

export class EffortRated {
  @IsId() setId!: string;
  @IsIn(EFFORTS) effort!: Effort;
  /** Reps in reserve, where the trainer asks for a number. */
  @Maybe() @IsNumber() @Min(0) @Max(10) reserve?: number;
}

/** Another load for the item, from the next segment on. */
export class LoadChanged {
  @IsId() itemId!: string;
  @One(() => LoadBase, LOAD_SUBTYPES) load!: Load;
}

/** What the item's next set asks for, and what is changed for it. */
export class NextSetPlanned {
  @IsId() itemId!: string;
  @IsInt() @Min(1) @Max(10000) target!: number;
  @Maybe() @One(() => SegmentChange) change?: SegmentChange;
}

/** Movements taken from the library in mid-session, by their revisions: what they are, and what may be needed round them. */
export class MovementsBrought {
  @IsArray() @ArrayMinSize(1) @ArrayMaxSize(BROUGHT_MAX) @IsId({ each: true }) revisionIds!: string[];
}

export class MovementSwapped {
  @IsId() itemId!: string;
  @Matches(MOVEMENT_ID_PATTERN) fromMovementId!: string;
  @Matches(MOVEMENT_ID_PATTERN) toMovementId!: string;
  @IsId() toRevisionId!: string;
  @One(() => DoseBase, DOSE_SUBTYPES) dose!: Dose;
  @IsInt() @Min(1) @Max(10000) target!: number;
  @One(() => LoadBase, LOAD_SUBTYPES) load!: Load;
  @IsArray() @ArrayMaxSize(16) @IsIn(LEVERS, { each: true }) levers!: Lever[];
  @Maybe() @Matches(FAULT_ID) faultId?: string;
  @Maybe() @IsId() setId?: string;
}

export class PainReported {
  @IsIn(PAIN_KINDS) kind!: PainKind;
  @Maybe() @IsIn(REGIONS) region?: Region;
  @Maybe() @IsIn(SIDES) side?: Side;
  @Maybe() @IsId() setId?: string;
  @Maybe() @Matches(MOVEMENT_ID_PATTERN) movementId?: string;
  @Maybe() @IsString() @Length(1, 300) note?: string;
}

export class NoteWritten {
  @IsString() @Length(1, 1000) text!: string;
}

/** What is due next time, decided by the trainer. A later one for the same movement replaces it. */
export class DecisionMade {
  @Matches(MOVEMENT_ID_PATTERN) movementId!: string;
  @IsIn(DECISION_KINDS) kind!: DecisionKind;
  @IsString() @Length(1, 200) text!: string;
  @IsArray() @ArrayMaxSize(8) @IsString({ each: true }) @Length(1, 300, { each: true }) reasons!: string[];
  /** What to take next time, where it was said in numbers. */
  @Maybe() @One(() => LoadBase, LOAD_SUBTYPES) load?: Load;
  @Maybe() @IsInt() @Min(1) @Max(10000) target?: number;
  /** The movement that takes its place next time. */
  @Maybe() @Matches(MOVEMENT_ID_PATTERN) instead?: string;
}

/** How a client's place for a movement is set up. A later one for the same movement replaces it. */
export class SetUpNoted {
  @Matches(MOVEMENT_ID_PATTERN) movementId!: string;
  @One(() => SetUp) setUp!: SetUp;
}

/** Where the clock of a block stood at the event's instant, and whether it goes on from there. All that comes later is reckoned. */
export class ClockSet {
  @IsIn(CLOCK_MOVES) move!: ClockMove;
  @IsId() blockId!: string;
  /** From its first second; below none while stations are shown, and while it counts in. */
  @IsNumber({ maxDecimalPlaces: 3 }) @Min(-CLOCK_SECONDS_MOST) @Max(CLOCK_SECONDS_MOST) seconds!: number;
  /** It waits so long before it goes on. */
  @Maybe() @IsNumber({ maxDecimalPlaces: 3 }) @Min(0) @Max(600) holdSeconds?: number;
}

/** Takes an event back. Nothing is deleted. */
export class Retracted {
  @IsId() eventId!: string;
}

/** Another payload for an event of this type; the latest amendment stands. */
export class Amended {
  @IsId() eventId!: string;
  @Matches(KIND_PATTERN) @IsNotIn(['amended', 'retracted']) amends!: EventType;
  @IsObject() payload!: Record<string, unknown>;
}

/** Which payload each type carries. */
export interface EventPayloads {
  'session-started': SessionStarted;
  'session-ended': SessionEnded;
  'lane-joined': LaneJoined;
  'lane-left': LaneLeft;
  'day-told': DayTold;
  'movement-started': MovementStarted;
  'item-dropped': ItemDropped;
  'segment-started': SegmentStarted;
  'hold-broken': HoldBroken;
  'rep-counted': RepCounted;
  'view-changed': ViewChanged;
  looked: Looked;
  'fault-seen': FaultSeen;
  'hurt-asked': HurtAsked;
  'felt-asked': FeltAsked;
  'cue-typed': CueTyped;
  'cue-given': CueGiven;
  'cue-outcome': CueOutcomeSeen;
  'proposal-shown': ProposalShown;
  'proposal-decided': ProposalDecided;
  'set-ended': SetEnded;
  'effort-rated': EffortRated;
  'load-changed': LoadChanged;
  'next-set-planned': NextSetPlanned;
  'movements-brought': MovementsBrought;
  'movement-swapped': MovementSwapped;
  'pain-reported': PainReported;
  note: NoteWritten;
  'decision-made': DecisionMade;
  'set-up-noted': SetUpNoted;
  'clock-set': ClockSet;
  retracted: Retracted;
  amended: Amended;
}

export const PAYLOAD_SHAPES: { readonly [T in EventType]: new () => EventPayloads[T] } = {
  'session-started': SessionStarted,
  'session-ended': SessionEnded,
  'lane-joined': LaneJoined,
  'lane-left': LaneLeft,
  'day-told': DayTold,
  'movement-started': MovementStarted,
  'item-dropped': ItemDropped,
  'segment-started': SegmentStarted,
  'hold-broken': HoldBroken,
  'rep-counted': RepCounted,
  'view-changed': ViewChanged,
  looked: Looked,
  'fault-seen': FaultSeen,
  'hurt-asked': HurtAsked,
  'felt-asked': FeltAsked,
  'cue-typed': CueTyped,
  'cue-given': CueGiven,
  'cue-outcome': CueOutcomeSeen,
  'proposal-shown': ProposalShown,
  'proposal-decided': ProposalDecided,
  'set-ended': SetEnded,
  'effort-rated': EffortRated,
  'load-changed': LoadChanged,
  'next-set-planned': NextSetPlanned,
  'movements-brought': MovementsBrought,
  'movement-swapped': MovementSwapped,
  'pain-reported': PainReported,
  note: NoteWritten,
  'decision-made': DecisionMade,
  'set-up-noted': SetUpNoted,
  'clock-set': ClockSet,
  retracted: Retracted,
  amended: Amended,
};

/** The envelope round every payload. `payload` is checked by its type (see `checkEvent`). */
export class EventEnvelope {
  /** UUID v7, made by the device. */
  @IsIdInTime() id!: string;
  @IsId() sessionId!: string;
  @Maybe() @IsId() clientId?: string;
  @Maybe() @IsId() laneId?: string;
  /** One device with one sign-in. */
  @IsId() replicaId!: string;
  /** Counts the replica's own events. */
  @IsInt() @Min(1) @Max(Number.MAX_SAFE_INTEGER) seq!: number;
  /** Logical time: one more than the highest seen. */
  @IsInt() @Min(1) @Max(LAMPORT_MAX) lamport!: number;
  /** UTC. */
  @IsInstant() at!: string;
  @IsIn(ACTORS) actor!: Actor;
  /** What one tap did has this in common, so that it can be taken back together; absent where nobody would. */
  @Maybe() @IsId() tap?: string;
  /** One of `EVENT_TYPES`, or a kind that a newer Waxwing has. */
  @Matches(KIND_PATTERN) type!: string;
  @IsInt() @Min(1) @Max(1000) v!: number;
  @IsObject() payload!: object;
}

/** An event with the payload of its type. */
export type SessionEvent = { [T in EventType]: EventOf<T> }[EventType];
export type EventOf<T extends EventType> = Omit<EventEnvelope, 'type' | 'payload'> & {
  readonly type: T;
  readonly payload: EventPayloads[T];
};
