import type { SuggestionStatus } from '@waxwing/core/movement';
import type { LibraryChange } from '@waxwing/core/shapes';
import { Column, Entity, ForeignKey, Index, PrimaryColumn } from 'typeorm';
import { TrainerEntity } from '../accounts/account.entities.ts';
import { StudioEntity } from '../accounts/studio.entity.ts';

/** What a trainer would change in the library, who may not. */
@Entity('suggestions')
@Index('suggestions_studio', ['studioId', 'status', 'createdAt'])
export class SuggestionEntity {
  @PrimaryColumn('text') id!: string;
  @Column('text') @ForeignKey(() => StudioEntity) studioId!: string;
  @Column('text') @ForeignKey(() => TrainerEntity) trainerId!: string;
  @Column('text') createdAt!: string;
  @Column('simple-json') change!: LibraryChange;
  @Column('text', { nullable: true }) note!: string | null;
  @Column('text') status!: SuggestionStatus;
  @Column('text', { nullable: true }) answer!: string | null;
  @Column('text', { nullable: true }) answeredBy!: string | null;
  @Column('text', { nullable: true }) answeredAt!: string | null;
}
