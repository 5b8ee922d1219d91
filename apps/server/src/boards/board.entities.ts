import { Column, Entity, ForeignKey, Index, PrimaryColumn } from 'typeorm';
import { TrainerEntity } from '../accounts/account.entities.ts';
import { StudioEntity } from '../accounts/studio.entity.ts';
import { SessionEntity } from '../sessions/session.entities.ts';

/** A session that is shown on other devices, and the code by which they find it. */
@Entity('boards')
@Index('boards_code', ['code'], { unique: true })
@Index('boards_session', ['sessionId'], { unique: true })
export class BoardEntity {
  @PrimaryColumn('text') id!: string;
  @Column('text') @ForeignKey(() => StudioEntity) studioId!: string;
  @Column('text') @ForeignKey(() => SessionEntity, { onDelete: 'CASCADE' }) sessionId!: string;
  @Column('text') @ForeignKey(() => TrainerEntity) trainerId!: string;
  @Column('text') code!: string;
  @Column('boolean') hasNames!: boolean;
  @Column('text') createdAt!: string;
  /** UTC. */
  @Column('text') until!: string;
}

/** A device that shows it. Of its secret only the hash is kept. */
@Entity('board_devices')
@Index('board_devices_board', ['boardId'])
export class BoardDeviceEntity {
  @PrimaryColumn('text') tokenHash!: string;
  @Column('text') @ForeignKey(() => BoardEntity, { onDelete: 'CASCADE' }) boardId!: string;
  @Column('text') createdAt!: string;
}
