import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  IsArray,
  IsIn,
  IsInt,
  IsObject,
  IsOptional,
  IsString,
  Length,
  Matches,
  Max,
  Min,
  ValidateNested,
} from 'class-validator';
import { SIDES, SLUG_PATTERN, type Side } from '../movement/terms.ts';

/** A part of the body, or a state, for which work is limited. Health data. */
export class ClientCaution {
  @Matches(SLUG_PATTERN) caution!: string;
  @IsOptional() @IsIn(SIDES) side?: Side;
  @IsOptional() @IsString() @Length(1, 300) note?: string;
}

export class ClientGoal {
  @IsString() @Length(2, 200) text!: string;
  @IsOptional() @Matches(/^\d{4}-\d{2}-\d{2}$/) by?: string;
}

/** What is known of a client. Private: leaves the server only to their trainer. */
export class ClientDocument {
  @IsString() @Length(1, 80) name!: string;
  @IsInt() @Min(1900) @Max(2100) birthYear!: number;
  /** Named for a minor. */
  @IsOptional() @IsString() @Length(1, 80) guardian?: string;
  @IsOptional() @IsString() @Length(1, 80) dayJob?: string;
  @IsArray() @ArrayMaxSize(12) @ValidateNested({ each: true }) @Type(() => ClientGoal) goals!: ClientGoal[];
  @IsArray() @ArrayMaxSize(20) @ValidateNested({ each: true }) @Type(() => ClientCaution) cautions!: ClientCaution[];
  /** Positions that hold for this client, over the trainer's and the studio's. */
  @IsOptional() @IsObject() stances?: Record<string, string>;
}
