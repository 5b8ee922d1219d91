import type { Side } from '@waxwing/core/movement';
import type { ClientDocument } from '@waxwing/core/client';
import { Column, Entity, ForeignKey, Index, PrimaryColumn } from 'typeorm';
import { TrainerEntity } from '../accounts/account.entities.ts';
import { StudioEntity } from '../accounts/studio.entity.ts';

@Entity('clients')
@Index('clients_studio', ['studioId', 'name'])
export class ClientEntity {
  @PrimaryColumn('text') id!: string;
  @Column('text') @ForeignKey(() => StudioEntity) studioId!: string;
  @Column('text') name!: string;
  @Column('simple-json') document!: ClientDocument;
  @Column('text') createdAt!: string;
  /** Goes up with every change. */
  @Column('integer', { default: 1 }) version!: number;
}

/** A test that was run, or a body measure that the two agreed to follow. */
@Entity('client_measurements')
@Index('client_measurements_client', ['clientId', 'localDate'])
export class ClientMeasurementEntity {
  @PrimaryColumn('text') id!: string;
  @Column('text') @ForeignKey(() => StudioEntity) studioId!: string;
  @Column('text') @ForeignKey(() => ClientEntity) clientId!: string;
  @Column('text') measureId!: string;
  @Column('text', { nullable: true }) side!: Side | null;
  @Column('real') value!: number;
  @Column('text') localDate!: string;
  @Column('text', { nullable: true }) note!: string | null;
  @Column('text') createdAt!: string;
}

/** A picture of how a place is set up for somebody. It may show them, and is health data like the rest of the record. */
@Entity('client_pictures')
@Index('client_pictures_client', ['clientId'])
export class ClientPictureEntity {
  @PrimaryColumn('text') id!: string;
  @Column('text') @ForeignKey(() => StudioEntity) studioId!: string;
  @Column('text') @ForeignKey(() => ClientEntity) clientId!: string;
  /** In base64. */
  @Column('text') jpeg!: string;
  @Column('text') createdAt!: string;
}

/** Who trains whom, since when, until when. A hand-over ends one and begins another. */
@Entity('client_assignments')
@Index('client_assignments_trainer', ['trainerId', 'clientId'])
export class ClientAssignmentEntity {
  @PrimaryColumn('text') id!: string;
  @Column('text') @ForeignKey(() => StudioEntity) studioId!: string;
  @Column('text') @ForeignKey(() => ClientEntity) clientId!: string;
  @Column('text') @ForeignKey(() => TrainerEntity) trainerId!: string;
  @Column('text') since!: string;
  @Column('text', { nullable: true }) until!: string | null;
}

/** A client who was deleted: what a late device sends about them is dropped. */
@Entity('client_tombstones')
export class ClientTombstoneEntity {
  @PrimaryColumn('text') clientId!: string;
  @Column('text') @ForeignKey(() => StudioEntity) studioId!: string;
  @Column('text') deletedAt!: string;
}

/** Where a deleted client had a lane: what a late device sends of it is dropped too, though it names no client. */
@Entity('client_tombstone_lanes')
export class TombstoneLaneEntity {
  @PrimaryColumn('text') sessionId!: string;
  @PrimaryColumn('text') laneId!: string;
  @Column('text') clientId!: string;
  @Column('text') @ForeignKey(() => StudioEntity) studioId!: string;
  /** They were alone in it: the session went with them. */
  @Column('boolean') isSessionGone!: boolean;
}
