import type { Plan } from '@waxwing/core/planning';
import { Column, Entity, ForeignKey, Index, PrimaryColumn } from 'typeorm';
import { TrainerEntity } from '../accounts/account.entities.ts';
import { StudioEntity } from '../accounts/studio.entity.ts';
import { ClientEntity } from '../clients/client.entities.ts';

/** A plan of a trainer's: for a visit, or a template. */
@Entity('plans')
@Index('plans_trainer', ['trainerId', 'isTemplate', 'changedAt'])
@Index('plans_booking', ['bookingId'])
export class PlanEntity {
  @PrimaryColumn('text') id!: string;
  @Column('text') @ForeignKey(() => StudioEntity) studioId!: string;
  @Column('text') @ForeignKey(() => TrainerEntity) trainerId!: string;
  /** The visit may be cancelled: the plan stays. */
  @Column('text', { nullable: true }) bookingId!: string | null;
  @Column('boolean') isTemplate!: boolean;
  @Column('integer') version!: number;
  /** Movements in it, so that a diary needn't read it. */
  @Column('integer') movements!: number;
  @Column('simple-json') document!: Plan;
  @Column('text') changedAt!: string;
}

@Entity('plan_clients')
@Index('plan_clients_client', ['clientId'])
export class PlanClientEntity {
  @PrimaryColumn('text') @ForeignKey(() => PlanEntity, { onDelete: 'CASCADE' }) planId!: string;
  @PrimaryColumn('text') @ForeignKey(() => ClientEntity) clientId!: string;
  @Column('text') @ForeignKey(() => StudioEntity) studioId!: string;
}
