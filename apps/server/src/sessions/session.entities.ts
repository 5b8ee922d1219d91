import type { CueOutcome, DoseKind, Load, Severity, Side } from '@waxwing/core/movement';
import type { DecisionKind, Effort, Inventory, MovementOutcome } from '@waxwing/core/loading';
import type { SetUp } from '@waxwing/core/client';
import type { Plan } from '@waxwing/core/planning';
import type {
  Actor,
  ClientBrief,
  EventType,
  FaultRow,
  FaultStatus,
  ItemRow,
  SegmentRow,
  SegmentSettings,
  SessionLog,
  TrialRow,
  TypedState,
} from '@waxwing/core/session';
import { Column, Entity, ForeignKey, Index, PrimaryColumn } from 'typeorm';
import { TrainerEntity } from '../accounts/account.entities.ts';
import { ClientEntity } from '../clients/client.entities.ts';
import { StudioEntity } from '../accounts/studio.entity.ts';
import { PlaceEntity } from '../studio/place.entity.ts';

/** What a brief is put together from again: the pinned revisions by id, and what was known of the clients. */
export interface BriefPins {
  readonly vocabularyRevisionId: string;
  readonly revisionIds: readonly string[];
  readonly clients: readonly ClientBrief[];
  readonly kit: readonly string[] | null;
  /** Absent in sessions that began before rooms were described. */
  readonly inventory?: Inventory | null;
  /** The edition of the plan that was begun. */
  readonly plan?: Plan;
  /** A hash of what was asked for; absent in sessions that began before it was kept. */
  readonly asked?: string;
}

@Entity('sessions')
@Index('sessions_trainer_day', ['trainerId', 'localDate'])
@Index('sessions_studio_day', ['studioId', 'localDate'])
@Index('sessions_booking', ['bookingId'])
@Index('sessions_open', ['studioId', 'localDate'], { where: `"status" <> 'ended'` })
export class SessionEntity {
  @PrimaryColumn('text') id!: string;
  @Column('text') @ForeignKey(() => StudioEntity) studioId!: string;
  @Column('text') @ForeignKey(() => TrainerEntity) trainerId!: string;
  @Column('text', { nullable: true }) @ForeignKey(() => PlaceEntity) placeId!: string | null;
  @Column('text') localDate!: string;
  @Column('text') zone!: string;
  @Column('text') status!: 'not-started' | 'live' | 'ended';
  @Column('text', { nullable: true }) startedAt!: string | null;
  @Column('text', { nullable: true }) endedAt!: string | null;
  @Column('text') createdAt!: string;
  /** The visit that it was begun for. */
  @Column('text', { nullable: true }) bookingId!: string | null;
  @Column('simple-json') pins!: BriefPins;
  /** What its guests are called: a list of sessions is read without their pins. */
  @Column('simple-json', { nullable: true }) guests!: readonly string[] | null;
}

@Entity('session_clients')
@Index('session_clients_client', ['clientId', 'localDate'])
export class SessionClientEntity {
  @PrimaryColumn('text') @ForeignKey(() => SessionEntity, { onDelete: 'CASCADE' }) sessionId!: string;
  @PrimaryColumn('text') @ForeignKey(() => ClientEntity) clientId!: string;
  @Column('text') @ForeignKey(() => StudioEntity) studioId!: string;
  @Column('text') laneId!: string;
  @Column('text') localDate!: string;
}

/** Append-only: a trigger refuses updates. The truth of every session. */
@Entity('events')
@Index('events_id', ['id'], { unique: true })
@Index('events_replica_seq', ['replicaId', 'seq'], { unique: true })
@Index('events_session', ['sessionId', 'position'])
@Index('events_session_lamport', ['sessionId', 'lamport'])
export class EventEntity {
  /** Order of arrival. */
  @PrimaryColumn('integer', { generated: 'increment' }) position!: number;
  @Column('text') id!: string;
  @Column('text') @ForeignKey(() => StudioEntity) studioId!: string;
  @Column('text') @ForeignKey(() => SessionEntity, { onDelete: 'CASCADE' }) sessionId!: string;
  @Column('text', { nullable: true }) clientId!: string | null;
  @Column('text', { nullable: true }) laneId!: string | null;
  @Column('text') replicaId!: string;
  @Column('integer') seq!: number;
  @Column('integer') lamport!: number;
  @Column('text') at!: string;
  @Column('text') actor!: Actor;
  @Column('text', { nullable: true }) tap!: string | null;
  @Column('text') type!: EventType;
  @Column('integer') v!: number;
  @Column('simple-json') payload!: object;
  /** Whose sign-in sent it. */
  @Column('text') sentBy!: string;
  @Column('text') receivedAt!: string;
}

/**
 * The log of a session that has ended, as it is read; one that goes on is projected when it is asked for. Everything in `log_…` is a
 * projection and can be rebuilt from the events.
 */
@Entity('log_sessions')
export class SessionLogEntity {
  @PrimaryColumn('text') @ForeignKey(() => SessionEntity, { onDelete: 'CASCADE' }) sessionId!: string;
  @Column('text') @ForeignKey(() => StudioEntity) studioId!: string;
  @Column('simple-json') document!: SessionLog;
}

@Entity('log_items')
@Index('log_items_client_movement', ['clientId', 'movementId', 'localDate'])
@Index('log_items_session', ['sessionId'])
export class LogItemEntity implements ItemRow {
  @PrimaryColumn('text') itemId!: string;
  @Column('text') @ForeignKey(() => StudioEntity) studioId!: string;
  @PrimaryColumn('text') @ForeignKey(() => SessionEntity, { onDelete: 'CASCADE' }) sessionId!: string;
  @Column('text') @ForeignKey(() => ClientEntity) clientId!: string;
  @Column('text') movementId!: string;
  @Column('text') localDate!: string;
  @Column('text') startedAt!: string;
  @Column('integer') place!: number;
  @Column('simple-json') load!: Load;
  @Column('simple-json') outcome!: MovementOutcome;
}

/** A stretch of a set in which nothing was changed. What is said of a set as a whole stands on its last one. */
@Entity('log_segments')
@Index('log_segments_client_movement', ['clientId', 'movementId', 'isLast', 'startedAt'])
@Index('log_segments_best', ['clientId', 'movementId', 'isLast', 'pain', 'unit', 'kilograms', 'setAmount'])
@Index('log_segments_looked', ['clientId', 'looked', 'movementId', 'sessionId', 'setId'])
export class LogSegmentEntity implements SegmentRow {
  @PrimaryColumn('text') @ForeignKey(() => SessionEntity, { onDelete: 'CASCADE' }) sessionId!: string;
  @PrimaryColumn('text') setId!: string;
  @PrimaryColumn('integer') ordinal!: number;
  @Column('integer') setOrdinal!: number;
  @Column('text') @ForeignKey(() => StudioEntity) studioId!: string;
  @Column('text') laneId!: string;
  @Column('text') itemId!: string;
  @Column('text', { nullable: true }) stepId!: string | null;
  @Column('text', { nullable: true }) @ForeignKey(() => ClientEntity) clientId!: string | null;
  @Column('text') movementId!: string;
  @Column('text', { nullable: true }) side!: Side | null;
  @Column('text') localDate!: string;
  @Column('text') startedAt!: string;
  @Column('boolean') looked!: boolean;
  @Column('text') unit!: DoseKind;
  @Column('integer') amount!: number;
  @Column('simple-json') load!: Load;
  @Column('real', { nullable: true }) kilograms!: number | null;
  @Column('simple-json') settings!: SegmentSettings;
  @Column('integer', { nullable: true }) seconds!: number | null;
  @Column('boolean') onClock!: boolean;
  @Column('text') actor!: Actor;
  @Column('boolean') pain!: boolean;
  @Column('boolean') isLast!: boolean;
  @Column('integer', { nullable: true }) setAmount!: number | null;
  @Column('boolean', { nullable: true }) clean!: boolean | null;
  @Column('text', { nullable: true }) effort!: Effort | null;
  @Column('real', { nullable: true }) reserve!: number | null;
}

@Entity('log_faults')
@Index('log_faults_client', ['clientId', 'faultId', 'movementId'])
export class LogFaultEntity implements FaultRow {
  @PrimaryColumn('text') @ForeignKey(() => SessionEntity, { onDelete: 'CASCADE' }) sessionId!: string;
  @PrimaryColumn('text') setId!: string;
  @PrimaryColumn('integer') ordinal!: number;
  @Column('text') faultId!: string;
  @Column('text') @ForeignKey(() => StudioEntity) studioId!: string;
  @Column('text', { nullable: true }) @ForeignKey(() => ClientEntity) clientId!: string | null;
  @Column('text') movementId!: string;
  @Column('text') faultTypeId!: string;
  @Column('text', { nullable: true }) side!: Side | null;
  @Column('text') status!: FaultStatus;
  @Column('text', { nullable: true }) severity!: Severity | null;
  @Column('text') localDate!: string;
  @Column('integer') times!: number;
}

@Entity('log_cue_trials')
@Index('log_cue_trials_fault', ['studioId', 'faultId', 'cueId'])
@Index('log_cue_trials_client', ['clientId', 'faultId'])
@Index('log_cue_trials_session', ['sessionId', 'setId'])
export class LogCueTrialEntity implements TrialRow {
  @PrimaryColumn('text') cueGivenId!: string;
  @Column('text') setId!: string;
  @Column('text') @ForeignKey(() => StudioEntity) studioId!: string;
  @Column('text') @ForeignKey(() => SessionEntity, { onDelete: 'CASCADE' }) sessionId!: string;
  @Column('text') @ForeignKey(() => ClientEntity) clientId!: string;
  @Column('text') movementId!: string;
  @Column('text') faultId!: string;
  @Column('text') faultTypeId!: string;
  @Column('text') cueId!: string;
  @Column('text') localDate!: string;
  @Column('text') outcome!: CueOutcome;
}

@Entity('log_decisions')
@Index('log_decisions_client_movement', ['clientId', 'movementId', 'localDate'])
@Index('log_decisions_session', ['sessionId'])
export class LogDecisionEntity {
  @PrimaryColumn('text') eventId!: string;
  @Column('text') @ForeignKey(() => StudioEntity) studioId!: string;
  @Column('text') @ForeignKey(() => SessionEntity, { onDelete: 'CASCADE' }) sessionId!: string;
  @Column('text') @ForeignKey(() => ClientEntity) clientId!: string;
  @Column('text') movementId!: string;
  @Column('text') kind!: DecisionKind;
  @Column('text') text!: string;
  @Column('simple-json') reasons!: string[];
  @Column('text') localDate!: string;
  @Column('text') at!: string;
  /** What to take next time, where it was said in numbers. */
  @Column('simple-json', { nullable: true }) load!: Load | null;
  @Column('integer', { nullable: true }) target!: number | null;
  /** The movement that takes its place. */
  @Column('text', { nullable: true }) instead!: string | null;
}

@Entity('log_set_ups')
@Index('log_set_ups_client', ['clientId', 'movementId', 'at'])
export class LogSetUpEntity {
  @PrimaryColumn('text') @ForeignKey(() => SessionEntity, { onDelete: 'CASCADE' }) sessionId!: string;
  @PrimaryColumn('text') @ForeignKey(() => ClientEntity) clientId!: string;
  @PrimaryColumn('text') movementId!: string;
  @Column('text') @ForeignKey(() => StudioEntity) studioId!: string;
  @Column('simple-json') setUp!: SetUp;
  @Column('text') at!: string;
}

/** A fault or a cue that the library lacks, typed on Floor. */
@Entity('log_typed')
@Index('log_typed_studio', ['studioId', 'at'])
export class LogTypedEntity implements Omit<TypedState, 'faultId'> {
  @PrimaryColumn('text') @ForeignKey(() => SessionEntity, { onDelete: 'CASCADE' }) sessionId!: string;
  @PrimaryColumn('text') id!: string;
  @Column('text') @ForeignKey(() => StudioEntity) studioId!: string;
  @Column('text', { nullable: true }) @ForeignKey(() => ClientEntity) clientId!: string | null;
  @Column('text') kind!: TypedState['kind'];
  @Column('text') movementId!: string;
  @Column('text') text!: string;
  /** `null` for a fault, and for a cue that was said for none. */
  @Column('text', { nullable: true }) faultId!: string | null;
  @Column('text') localDate!: string;
  @Column('text') at!: string;
}

/** What is projected from a session, row by row. */
export const PROJECTED = [
  LogItemEntity,
  LogSegmentEntity,
  LogFaultEntity,
  LogCueTrialEntity,
  LogDecisionEntity,
  LogSetUpEntity,
  LogTypedEntity,
] as const;
