import { Column, Entity, PrimaryColumn } from 'typeorm';

/** The business that everything belongs to. */
@Entity('studios')
export class StudioEntity {
  @PrimaryColumn('text') id!: string;
  @Column('text') name!: string;
  /** IANA name: what "today" is when nobody says. */
  @Column('text') zone!: string;
  @Column('text') createdAt!: string;
  /** Goes up with every change to a movement or the vocabulary. */
  @Column('integer', { default: 1 }) libraryNumber!: number;
  /** Of the starter library that it took last; empty before that was written down. */
  @Column('text', { nullable: true }) starterRelease!: string | null;
}
