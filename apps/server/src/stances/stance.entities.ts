import type { Stances as Positions } from '@waxwing/core/movement';
import { Column, Entity, ForeignKey, PrimaryColumn } from 'typeorm';
import { StudioEntity } from '../accounts/studio.entity.ts';

/** Who holds positions for a whole studio. */
export const STUDIO = 'studio';

/** Positions on contested points that a studio, or one of its trainers, holds. A client's stand in their own document. */
@Entity('stance_choices')
export class StanceChoiceEntity {
  @PrimaryColumn('text') @ForeignKey(() => StudioEntity) studioId!: string;
  /** `studio`, or the trainer's id. */
  @PrimaryColumn('text') holder!: string;
  @Column('simple-json') positions!: Positions;
}
