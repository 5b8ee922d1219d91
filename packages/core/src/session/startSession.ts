import { ArrayMaxSize, ArrayMinSize, IsArray, IsBoolean, IsInt, Matches, Max, Min } from 'class-validator';
import { IsDay, IsZone } from '../checks/day.ts';
import { IsId } from '../checks/id.ts';
import { Each, Maybe, One } from '../checks/parts.ts';
import { LOAD_SUBTYPES, LoadBase, type Load } from '../movement/load.ts';
import { MOVEMENT_ID_PATTERN } from '../movement/terms.ts';

/** A movement picked for a client. What isn't said is taken from last time, else from the library. */
export class PickedMovement {
  @Matches(MOVEMENT_ID_PATTERN) movementId!: string;
  @Maybe() @IsInt() @Min(1) @Max(20) sets?: number;
  @Maybe() @IsInt() @Min(1) @Max(10000) target?: number;
  @Maybe() @One(() => LoadBase, LOAD_SUBTYPES) load?: Load;
}

export class PickedLane {
  @IsId() laneId!: string;
  @IsId() clientId!: string;
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(40)
  @Each(() => PickedMovement)
  movements!: PickedMovement[];
}

/** Asks for a session: one to six people with what they will do. The device makes the ids, so that asking twice is harmless. */
export class StartSession {
  @IsId() sessionId!: string;
  @IsDay() localDate!: string;
  @IsZone() zone!: string;
  @Maybe() @IsId() placeId?: string;
  /** At the first client's home, with what they have there. */
  @Maybe() @IsBoolean() atHome?: boolean;
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(6)
  @Each(() => PickedLane)
  lanes!: PickedLane[];
}

/** Which sessions to list. Query strings are text. */
export class SessionsQuery {
  @Maybe() @IsId() clientId?: string;
  @Maybe() @Matches(/^(yes|no)$/) live?: string;
  /** The last session of the page before. */
  @Maybe() @IsId() before?: string;
}

/** A day, as the place where somebody stands counts it. */
export class DayQuery {
  @IsDay() date!: string;
}
