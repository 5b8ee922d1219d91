import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  ArrayMinSize,
  IsArray,
  IsBoolean,
  IsInt,
  IsOptional,
  IsString,
  IsUUID,
  Length,
  Matches,
  Max,
  Min,
  ValidateNested,
} from 'class-validator';
import { LOAD_SUBTYPES, LoadBase, type Load } from '../movement/load.ts';
import { MOVEMENT_ID_PATTERN } from '../movement/terms.ts';

/** A movement picked for a client. What isn't said is taken from last time, else from the library. */
export class PickedMovement {
  @Matches(MOVEMENT_ID_PATTERN) movementId!: string;
  @IsOptional() @IsInt() @Min(1) @Max(20) sets?: number;
  @IsOptional() @IsInt() @Min(1) @Max(10000) target?: number;
  @IsOptional() @ValidateNested() @Type(() => LoadBase, LOAD_SUBTYPES) load?: Load;
}

export class PickedLane {
  @IsUUID() laneId!: string;
  @IsUUID() clientId!: string;
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(40)
  @ValidateNested({ each: true })
  @Type(() => PickedMovement)
  movements!: PickedMovement[];
}

/** Asks for a session: one to six people with what they will do. The device makes the ids, so that asking twice is harmless. */
export class StartSession {
  @IsUUID() sessionId!: string;
  @Matches(/^\d{4}-\d{2}-\d{2}$/) localDate!: string;
  @IsString() @Length(1, 60) zone!: string;
  @IsOptional() @IsUUID() placeId?: string;
  /** At the first client's home, with what they have there. */
  @IsOptional() @IsBoolean() atHome?: boolean;
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(6)
  @ValidateNested({ each: true })
  @Type(() => PickedLane)
  lanes!: PickedLane[];
}

/** Which sessions to list. Query strings are text. */
export class SessionsQuery {
  @IsOptional() @IsUUID() clientId?: string;
  @IsOptional() @Matches(/^(yes|no)$/) live?: string;
  @IsOptional() @Matches(/^\d{1,5}$/) page?: string;
}

/** A day, as the place where somebody stands counts it. */
export class DayQuery {
  @Matches(/^\d{4}-\d{2}-\d{2}$/) date!: string;
}
