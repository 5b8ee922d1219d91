import type { Inventory } from '@waxwing/core/loading';
import { Column, Entity, ForeignKey, PrimaryColumn } from 'typeorm';
import { StudioEntity } from '../accounts/studio.entity.ts';

/** A room with what stands in it. */
@Entity('places')
export class PlaceEntity {
  @PrimaryColumn('text') id!: string;
  @Column('text') @ForeignKey(() => StudioEntity) studioId!: string;
  @Column('text') name!: string;
  @Column('simple-json') inventory!: Inventory;
}
