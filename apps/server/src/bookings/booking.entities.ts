import { Column, Entity, ForeignKey, Index, PrimaryColumn } from 'typeorm';
import { TrainerEntity } from '../accounts/account.entities.ts';
import { ClientEntity } from '../clients/client.entities.ts';
import { StudioEntity } from '../accounts/studio.entity.ts';

/** A time that was agreed. */
@Entity('bookings')
@Index('bookings_day', ['trainerId', 'localDate'])
export class BookingEntity {
  @PrimaryColumn('text') id!: string;
  @Column('text') @ForeignKey(() => StudioEntity) studioId!: string;
  @Column('text') @ForeignKey(() => TrainerEntity) trainerId!: string;
  @Column('text') localDate!: string;
  /** Minutes after local midnight. */
  @Column('integer') startMinute!: number;
  @Column('integer') minutes!: number;
}

@Entity('booking_clients')
@Index('booking_clients_client', ['clientId'])
export class BookingClientEntity {
  @PrimaryColumn('text') @ForeignKey(() => BookingEntity, { onDelete: 'CASCADE' }) bookingId!: string;
  @PrimaryColumn('text') @ForeignKey(() => ClientEntity) clientId!: string;
  @Column('text') @ForeignKey(() => StudioEntity) studioId!: string;
}
