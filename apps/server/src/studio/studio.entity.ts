import type { Inventory } from '@waxwing/core';
import { Column, Entity, ForeignKey, PrimaryColumn } from 'typeorm';

/** The business that everything belongs to. */
@Entity('studios')
export class StudioEntity {
  @PrimaryColumn('text') id!: string;
  @Column('text') name!: string;
  /** IANA name: what "today" is when nobody says. */
  @Column('text') zone!: string;
  @Column('text') createdAt!: string;
}

/** A room with what stands in it. */
@Entity('places')
export class PlaceEntity {
  @PrimaryColumn('text') id!: string;
  @Column('text') @ForeignKey(() => StudioEntity) studioId!: string;
  @Column('text') name!: string;
  @Column('simple-json') inventory!: Inventory;
}
