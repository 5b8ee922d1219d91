import { Column, Entity, ForeignKey, PrimaryColumn } from 'typeorm';
import { StudioEntity } from '../accounts/studio.entity.ts';

/** What was typed on Floor and nobody wants in the library. Holds ids only. */
@Entity('inbox_drops')
export class InboxDropEntity {
  @PrimaryColumn('text') @ForeignKey(() => StudioEntity) studioId!: string;
  @PrimaryColumn('text') id!: string;
  @Column('text') trainerId!: string;
  @Column('text') at!: string;
}
