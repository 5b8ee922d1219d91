import { IsString, Length } from 'class-validator';
import { IsId } from '../checks/id.ts';
import { Maybe } from '../checks/parts.ts';

/** How the place is set up for somebody on a movement. Words and numbers as they stand on the kit. */
export class SetUp {
  @Maybe() @IsString() @Length(1, 40) handle?: string;
  @Maybe() @IsString() @Length(1, 40) benchHeight?: string;
  /** From the anchor, or between the feet and the wall. */
  @Maybe() @IsString() @Length(1, 40) distance?: string;
  @Maybe() @IsString() @Length(1, 40) pin?: string;
  @Maybe() @IsString() @Length(1, 40) strap?: string;
  @Maybe() @IsString() @Length(1, 40) pad?: string;
  @Maybe() @IsString() @Length(1, 40) wedge?: string;
  @Maybe() @IsString() @Length(1, 120) note?: string;
  /** A picture of what can't be said in words: its id, see `ClientPicture`. */
  @Maybe() @IsId() picture?: string;
}
