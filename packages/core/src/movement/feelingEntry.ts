import { ArrayMaxSize, ArrayMinSize, IsArray, IsIn, IsString, Length, Matches } from 'class-validator';
import { Each, Maybe } from '../checks/parts.ts';
import { MOVEMENT_ID_PATTERN, SLUG_PATTERN } from './terms.ts';
import { WhereFacts } from './whereFacts.ts';

/** What it means to feel it there: a fault that nobody may see, something to set up otherwise, or the end of the set. */
export const FEELING_KINDS = ['fault', 'set-up', 'stop'] as const;
export type FeelingKind = (typeof FEELING_KINDS)[number];

/** Where a kind of movement shouldn't be felt, and what to do about it: a check that no eye can do. */
export class Feeling {
  @Matches(SLUG_PATTERN) id!: string;
  /** As a client would answer: "the low back". */
  @IsString() @Length(3, 60) place!: string;
  /** What else the place is called: "lower back". */
  @Maybe() @IsArray() @ArrayMaxSize(20) @IsString({ each: true }) @Length(2, 60, { each: true }) otherNames?: string[];
  /** What is said of it without saying that it is felt: "hamstring cramps". */
  @Maybe() @IsArray() @ArrayMaxSize(20) @IsString({ each: true }) @Length(2, 60, { each: true }) saidAs?: string[];
  @IsArray() @ArrayMinSize(1) @ArrayMaxSize(12) @Each(() => WhereFacts) on!: WhereFacts[];
  /** Movements of that kind of which it is right all the same. */
  @Maybe() @IsArray() @ArrayMaxSize(20) @Matches(MOVEMENT_ID_PATTERN, { each: true }) except?: string[];
  @IsIn(FEELING_KINDS) kind!: FeelingKind;
  @IsString() @Length(8, 160) means!: string;
  /** Fault types that it speaks for. */
  @Maybe() @IsArray() @ArrayMaxSize(6) @Matches(SLUG_PATTERN, { each: true }) types?: string[];
}
