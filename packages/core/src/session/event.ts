import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  ArrayMinSize,
  Equals,
  IsArray,
  IsBoolean,
  IsDefined,
  IsIn,
  IsInt,
  IsISO8601,
  IsNumber,
  IsObject,
  IsOptional,
  IsString,
  IsUUID,
  Length,
  Matches,
  Max,
  Min,
  ValidateNested,
} from 'class-validator';
import { SetUp } from '../client/setUp.ts';
import { DECISION_KINDS, type DecisionKind } from '../loading/nextSession.ts';
import { EFFORTS, type Effort } from '../loading/effort.ts';
import { CUE_OUTCOMES, type CueOutcome } from '../movement/cueOutcome.ts';
import { DOSE_SUBTYPES, DoseBase, Tempo, type Dose } from '../movement/dose.ts';
import { LOAD_SUBTYPES, LoadBase, type Load } from '../movement/load.ts';
import {
  LEVERS,
  MOVEMENT_ID_PATTERN,
  REGIONS,
  SIDES,
  SLUG_PATTERN,
  VIEWS,
  type Lever,
  type Region,
  type Side,
  type View,
} from '../movement/terms.ts';
import {
  ACTORS,
  CHANGE_KINDS,
  END_REASONS,
  EVENT_TYPES,
  PAIN_KINDS,
  type Actor,
  type ChangeKind,
  type EndReason,
  type EventType,
  type PainKind,
} from './eventTypes.ts';

const FAULT_ID = /^[a-z][a-z0-9-]{0,39}:[a-z0-9][a-z0-9-]{0,79}\/[a-z0-9][a-z0-9-]{0,79}$/;
const CUE_ID = /^([a-z][a-z0-9-]{0,39}:[a-z0-9][a-z0-9-]{0,79}\/)?[a-z0-9][a-z0-9-]{0,79}$/;

/** Something on the list of a lane: a movement with what is asked of it. */
export class SessionItem {
  @IsUUID() itemId!: string;
  @Matches(MOVEMENT_ID_PATTERN) movementId!: string;
  @IsUUID() revisionId!: string;
  @IsInt() @Min(1) @Max(20) sets!: number;
  @IsDefined() @ValidateNested() @Type(() => DoseBase, DOSE_SUBTYPES) dose!: Dose;
  /** What the first set asks for, in the unit of the dose, of one side. */
  @IsInt() @Min(1) @Max(10000) target!: number;
  @IsDefined() @ValidateNested() @Type(() => LoadBase, LOAD_SUBTYPES) load!: Load;
  @IsInt() @Min(0) @Max(600) restSeconds!: number;
}

export class SessionStarted {
  @Matches(/^\d{4}-\d{2}-\d{2}$/) localDate!: string;
  @IsString() @Length(1, 60) zone!: string;
}

export class SessionEnded {
  @IsOptional() @IsString() @Length(1, 300) note?: string;
}

export class LaneJoined {
  @IsArray() @ArrayMaxSize(40) @ValidateNested({ each: true }) @Type(() => SessionItem) items!: SessionItem[];
}

export class LaneLeft {
  @IsOptional() @IsString() @Length(1, 120) why?: string;
}

/** An item becomes the lane's current one; an item that is new to the lane is added to its list. */
export class MovementStarted {
  @IsDefined() @ValidateNested() @Type(() => SessionItem) item!: SessionItem;
}

/** A change half-way through a set, and the fault that it was made for. */
export class SegmentChange {
  @IsIn(CHANGE_KINDS) kind!: ChangeKind;
  @IsString() @Length(1, 200) key!: string;
  @IsString() @Length(1, 200) text!: string;
  @IsOptional() @IsIn(LEVERS) lever?: Lever;
  @IsOptional() @Matches(FAULT_ID) faultId?: string;
}

/** The first segment of a set begins the set. Later ones are changes half-way. */
export class SegmentStarted {
  @IsUUID() setId!: string;
  @IsUUID() segmentId!: string;
  @IsUUID() itemId!: string;
  @Matches(MOVEMENT_ID_PATTERN) movementId!: string;
  @IsUUID() revisionId!: string;
  @IsOptional() @IsIn(SIDES) side?: Side;
  @IsDefined() @ValidateNested() @Type(() => LoadBase, LOAD_SUBTYPES) load!: Load;
  @IsOptional() @ValidateNested() @Type(() => Tempo) tempo?: Tempo;
  @IsInt() @Min(1) @Max(10000) target!: number;
  /** What was changed to get here; absent for the beginning of a set or a side. */
  @IsOptional() @ValidateNested() @Type(() => SegmentChange) change?: SegmentChange;
}

/** One repetition of the segment. */
export class RepCounted {
  @IsUUID() setId!: string;
  @IsUUID() segmentId!: string;
}

export class ViewChanged {
  @IsIn(VIEWS) view!: View;
}

/** Somebody looked. `clean` is praise: nothing is wrong any more. `gone` are faults that were looked for and not found. */
export class Looked {
  @IsUUID() setId!: string;
  @IsBoolean() clean!: boolean;
  @IsOptional() @IsArray() @ArrayMaxSize(16) @Matches(FAULT_ID, { each: true }) gone?: string[];
  @IsOptional() @IsIn(VIEWS) view?: View;
}

export class FaultSeen {
  @IsUUID() setId!: string;
  @Matches(FAULT_ID) faultId!: string;
  @Matches(SLUG_PATTERN) faultTypeId!: string;
  @IsOptional() @IsIn(SIDES) side?: Side;
  @IsOptional() @IsIn(VIEWS) view?: View;
}

export class CueGiven {
  @IsUUID() setId!: string;
  @Matches(FAULT_ID) faultId!: string;
  @Matches(SLUG_PATTERN) faultTypeId!: string;
  @Matches(CUE_ID) cueId!: string;
}

/** What the next reps showed. Names the event of the cue that was given. */
export class CueOutcomeSeen {
  @IsUUID() cueGivenId!: string;
  @IsIn(CUE_OUTCOMES) outcome!: CueOutcome;
}

export class ProposalShown {
  @IsUUID() proposalId!: string;
  @IsString() @Length(1, 60) about!: string;
  @IsString() @Length(1, 200) text!: string;
  @IsArray() @ArrayMaxSize(8) @IsString({ each: true }) @Length(1, 300, { each: true }) reasons!: string[];
  @IsOptional() @IsUUID() setId?: string;
}

export class ProposalDecided {
  @IsUUID() proposalId!: string;
  @IsBoolean() taken!: boolean;
  /** What was done instead, where it was something else. */
  @IsOptional() @IsString() @Length(1, 200) instead?: string;
}

/** Ends the set. Amounts, where given, are what the trainer says was done and stand over what was counted. */
export class SetEnded {
  @IsUUID() setId!: string;
  @IsIn(END_REASONS) reason!: EndReason;
  @IsOptional()
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(20)
  @ValidateNested({ each: true })
  @Type(() => SegmentAmount)
  amounts?: SegmentAmount[];
}

export class SegmentAmount {
  @IsUUID() segmentId!: string;
  @IsInt() @Min(0) @Max(10000) amount!: number;
}

export class EffortRated {
  @IsUUID() setId!: string;
  @IsIn(EFFORTS) effort!: Effort;
  /** Reps in reserve, where the trainer asks for a number. */
  @IsOptional() @IsNumber() @Min(0) @Max(10) reserve?: number;
}

/** Another load for the item, from the next segment on. */
export class LoadChanged {
  @IsUUID() itemId!: string;
  @IsDefined() @ValidateNested() @Type(() => LoadBase, LOAD_SUBTYPES) load!: Load;
}

/** What the item's next set asks for, and what is changed for it. */
export class NextSetPlanned {
  @IsUUID() itemId!: string;
  @IsInt() @Min(1) @Max(10000) target!: number;
  @IsOptional() @ValidateNested() @Type(() => SegmentChange) change?: SegmentChange;
}

export class MovementSwapped {
  @IsUUID() itemId!: string;
  @Matches(MOVEMENT_ID_PATTERN) fromMovementId!: string;
  @Matches(MOVEMENT_ID_PATTERN) toMovementId!: string;
  @IsUUID() toRevisionId!: string;
  @IsDefined() @ValidateNested() @Type(() => DoseBase, DOSE_SUBTYPES) dose!: Dose;
  @IsInt() @Min(1) @Max(10000) target!: number;
  @IsDefined() @ValidateNested() @Type(() => LoadBase, LOAD_SUBTYPES) load!: Load;
  @IsArray() @ArrayMaxSize(16) @IsIn(LEVERS, { each: true }) levers!: Lever[];
  @IsOptional() @Matches(FAULT_ID) faultId?: string;
  @IsOptional() @IsUUID() setId?: string;
}

export class PainReported {
  @IsIn(PAIN_KINDS) kind!: PainKind;
  @IsOptional() @IsIn(REGIONS) region?: Region;
  @IsOptional() @IsIn(SIDES) side?: Side;
  @IsOptional() @IsUUID() setId?: string;
  @IsOptional() @Matches(MOVEMENT_ID_PATTERN) movementId?: string;
  @IsOptional() @IsString() @Length(1, 300) note?: string;
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
  @IsOptional() @ValidateNested() @Type(() => LoadBase, LOAD_SUBTYPES) load?: Load;
  @IsOptional() @IsInt() @Min(1) @Max(10000) target?: number;
}

/** How a client's place for a movement is set up. A later one for the same movement replaces it. */
export class SetUpNoted {
  @Matches(MOVEMENT_ID_PATTERN) movementId!: string;
  @IsDefined() @ValidateNested() @Type(() => SetUp) setUp!: SetUp;
}

/** Takes an event back. Nothing is deleted. */
export class Retracted {
  @IsUUID() eventId!: string;
}

/** Another payload for an event of this type; the latest amendment stands. */
export class Amended {
  @IsUUID() eventId!: string;
  @IsIn(EVENT_TYPES.filter((type) => type !== 'amended' && type !== 'retracted')) amends!: EventType;
  @IsObject() payload!: Record<string, unknown>;
}

/** Which payload each type carries. */
export interface EventPayloads {
  'session-started': SessionStarted;
  'session-ended': SessionEnded;
  'lane-joined': LaneJoined;
  'lane-left': LaneLeft;
  'movement-started': MovementStarted;
  'segment-started': SegmentStarted;
  'rep-counted': RepCounted;
  'view-changed': ViewChanged;
  looked: Looked;
  'fault-seen': FaultSeen;
  'cue-given': CueGiven;
  'cue-outcome': CueOutcomeSeen;
  'proposal-shown': ProposalShown;
  'proposal-decided': ProposalDecided;
  'set-ended': SetEnded;
  'effort-rated': EffortRated;
  'load-changed': LoadChanged;
  'next-set-planned': NextSetPlanned;
  'movement-swapped': MovementSwapped;
  'pain-reported': PainReported;
  note: NoteWritten;
  'decision-made': DecisionMade;
  'set-up-noted': SetUpNoted;
  retracted: Retracted;
  amended: Amended;
}

export const PAYLOAD_SHAPES: { readonly [T in EventType]: new () => EventPayloads[T] } = {
  'session-started': SessionStarted,
  'session-ended': SessionEnded,
  'lane-joined': LaneJoined,
  'lane-left': LaneLeft,
  'movement-started': MovementStarted,
  'segment-started': SegmentStarted,
  'rep-counted': RepCounted,
  'view-changed': ViewChanged,
  looked: Looked,
  'fault-seen': FaultSeen,
  'cue-given': CueGiven,
  'cue-outcome': CueOutcomeSeen,
  'proposal-shown': ProposalShown,
  'proposal-decided': ProposalDecided,
  'set-ended': SetEnded,
  'effort-rated': EffortRated,
  'load-changed': LoadChanged,
  'next-set-planned': NextSetPlanned,
  'movement-swapped': MovementSwapped,
  'pain-reported': PainReported,
  note: NoteWritten,
  'decision-made': DecisionMade,
  'set-up-noted': SetUpNoted,
  retracted: Retracted,
  amended: Amended,
};

/** The version of every payload that this code writes. */
export const EVENT_VERSION = 1;

/** The envelope round every payload. `payload` is checked by its type (see `checkEvent`). */
export class EventEnvelope {
  /** UUID v7, made by the device. */
  @IsUUID(7) id!: string;
  @IsUUID() sessionId!: string;
  @IsOptional() @IsUUID() clientId?: string;
  @IsOptional() @IsUUID() laneId?: string;
  /** One device with one sign-in. */
  @IsUUID() replicaId!: string;
  /** Counts the replica's own events. */
  @IsInt() @Min(1) @Max(Number.MAX_SAFE_INTEGER) seq!: number;
  /** Logical time: one more than the highest seen. */
  @IsInt() @Min(1) @Max(Number.MAX_SAFE_INTEGER) lamport!: number;
  /** UTC. */
  @IsISO8601({ strict: true }) @Matches(/Z$/) @Length(20, 30) at!: string;
  @IsIn(ACTORS) actor!: Actor;
  @IsIn(EVENT_TYPES) type!: EventType;
  @Equals(EVENT_VERSION) @IsNumber() v!: number;
  @IsObject() payload!: object;
}

/** An event with the payload of its type. */
export type SessionEvent = { [T in EventType]: EventOf<T> }[EventType];
export type EventOf<T extends EventType> = Omit<EventEnvelope, 'type' | 'payload'> & {
  readonly type: T;
  readonly payload: EventPayloads[T];
};
