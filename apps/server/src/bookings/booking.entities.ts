import { Column, Entity, ForeignKey, Index, PrimaryColumn } from 'typeorm';
import { TrainerEntity } from '../accounts/account.entities.ts';
import { ClientEntity } from '../clients/client.entities.ts';
import { StudioEntity } from '../accounts/studio.entity.ts';

/** A time that was agreed. */
@Entity('bookings')
@Index('bookings_day', ['trainerId', 'localDate'])
@Index('bookings_studio_day', ['studioId', 'localDate'])
@Index('bookings_series', ['seriesId', 'localDate'])
export class BookingEntity {
  @PrimaryColumn('text') id!: string;
  @Column('text') @ForeignKey(() => StudioEntity) studioId!: string;
  @Column('text') @ForeignKey(() => TrainerEntity) trainerId!: string;
  @Column('text') localDate!: string;
  /** Minutes after local midnight. */
  @Column('integer') startMinute!: number;
  @Column('integer') minutes!: number;
  /** What was booked together has one. */
  @Column('text', { nullable: true }) seriesId!: string | null;
  @Column('text', { nullable: true }) placeId!: string | null;
  @Column('boolean', { default: false }) atHome!: boolean;
  /** Of a class. */
  @Column('text', { nullable: true }) title!: string | null;
  @Column('integer', { nullable: true }) heads!: number | null;
}

@Entity('booking_clients')
@Index('booking_clients_client', ['clientId'])
export class BookingClientEntity {
  @PrimaryColumn('text') @ForeignKey(() => BookingEntity, { onDelete: 'CASCADE' }) bookingId!: string;
  @PrimaryColumn('text') @ForeignKey(() => ClientEntity) clientId!: string;
  @Column('text') @ForeignKey(() => StudioEntity) studioId!: string;
}

/** An address under which a calendar elsewhere reads a trainer's visits. Of its secret only the hash is kept. */
@Entity('calendar_feeds')
@Index('calendar_feeds_token', ['tokenHash'], { unique: true })
export class CalendarFeedEntity {
  @PrimaryColumn('text') @ForeignKey(() => TrainerEntity) trainerId!: string;
  @Column('text') @ForeignKey(() => StudioEntity) studioId!: string;
  @Column('text') tokenHash!: string;
  @Column('text') createdAt!: string;
}
