import { IsIn, Matches } from 'class-validator';

/** What may go under another id than before. */
export const ALIASED = ['movement', 'fault-type', 'fault', 'cue'] as const;
export type Aliased = (typeof ALIASED)[number];

/** Of a movement `origin:slug`, of a movement's fault or own cue `origin:slug/slug`, else a slug. */
const ANY_ID = /^([a-z][a-z0-9-]{0,39}:)?[a-z0-9][a-z0-9-]{0,79}(\/[a-z0-9][a-z0-9-]{0,79})?$/;

/** Something that was renamed, or joined with another: what was logged of the old id belongs to the new one. */
export class Alias {
  @IsIn(ALIASED) of!: Aliased;
  /** The old id: nothing bears it any more. */
  @Matches(ANY_ID) id!: string;
  @Matches(ANY_ID) now!: string;
}
