import { IsOptional, IsString, Length } from 'class-validator';

/** How the place is set up for somebody on a movement. Words and numbers as they stand on the kit. */
export class SetUp {
  @IsOptional() @IsString() @Length(1, 40) handle?: string;
  @IsOptional() @IsString() @Length(1, 40) benchHeight?: string;
  /** From the anchor, or between the feet and the wall. */
  @IsOptional() @IsString() @Length(1, 40) distance?: string;
  @IsOptional() @IsString() @Length(1, 40) pin?: string;
  @IsOptional() @IsString() @Length(1, 40) strap?: string;
  @IsOptional() @IsString() @Length(1, 40) pad?: string;
  @IsOptional() @IsString() @Length(1, 40) wedge?: string;
  @IsOptional() @IsString() @Length(1, 120) note?: string;
}
