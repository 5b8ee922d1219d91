import { IsBoolean } from 'class-validator';

/** A movement that somebody read through; or didn't, after all. */
export class LookedOver {
  @IsBoolean() isLookedOver!: boolean;
}
