import { Column, Entity, ForeignKey, Index, PrimaryColumn } from 'typeorm';
import { StudioEntity } from './studio.entity.ts';

@Entity('trainers')
@Index('trainers_login', ['login'], { unique: true })
export class TrainerEntity {
  @PrimaryColumn('text') id!: string;
  @Column('text') @ForeignKey(() => StudioEntity) studioId!: string;
  @Column('text') name!: string;
  /** Lower case. */
  @Column('text') login!: string;
  /** argon2id. */
  @Column('text') passwordHash!: string;
  @Column('text') role!: 'owner' | 'trainer';
  /** May change the library, as its owner may. */
  @Column('boolean', { default: false }) keepsLibrary!: boolean;
  @Column('text') createdAt!: string;
  /** When they stopped working here; their sign-in opens nothing from then on. */
  @Column('text', { nullable: true }) leftAt!: string | null;
}

/** A sign-in. The cookie holds the token; here is only its hash, so that a copy of the database opens no door. */
@Entity('sign_ins')
@Index('sign_ins_expires', ['expiresAt'])
export class SignInEntity {
  @PrimaryColumn('text') tokenHash!: string;
  @Column('text') @ForeignKey(() => StudioEntity) studioId!: string;
  @Column('text') @ForeignKey(() => TrainerEntity) trainerId!: string;
  @Column('text') createdAt!: string;
  @Column('text') expiresAt!: string;
  /** Names it among others, to end it; opens nothing. */
  @Column('text', { default: '' }) id!: string;
  /** What it was made on, as far as the browser says: "Chrome on Android". */
  @Column('text', { default: '' }) device!: string;
  /** To the hour. */
  @Column('text', { nullable: true }) lastSeenAt!: string | null;
}
