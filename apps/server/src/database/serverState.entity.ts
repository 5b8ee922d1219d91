import { Column, Entity, PrimaryColumn } from 'typeorm';

/** What the server knows of itself: its `epoch`, and whether the file has to be made anew. */
@Entity('server_state')
export class ServerStateEntity {
  @PrimaryColumn('text') name!: string;
  @Column('text') value!: string;
}
