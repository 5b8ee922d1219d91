import { ArrayMaxSize, ArrayMinSize, IsArray, IsBoolean, IsInt, IsString, Length, Matches, Max, Min } from 'class-validator';
import { IsDay, IsZone } from '../checks/day.ts';
import { IsId } from '../checks/id.ts';
import { Each, Maybe, One } from '../checks/parts.ts';
import { DOSE_SUBTYPES, DoseBase, type Dose } from '../movement/dose.ts';
import { LOAD_SUBTYPES, LoadBase, type Load } from '../movement/load.ts';
import { MOVEMENT_ID_PATTERN } from '../movement/terms.ts';
import { Plan } from '../planning/plan.ts';
import { PLAN_ITEMS_MOST, PLAN_LANES_MOST } from '../planning/planTerms.ts';

/** A movement picked for a client. What isn't said is taken from last time, else from the library. */
export class PickedMovement {
  @Matches(MOVEMENT_ID_PATTERN) movementId!: string;
  @Maybe() @IsInt() @Min(1) @Max(20) sets?: number;
  @Maybe() @IsInt() @Min(1) @Max(10000) target?: number;
  @Maybe() @One(() => LoadBase, LOAD_SUBTYPES) load?: Load;
  /** From a plan: its place there, and what is asked where that isn't the movement's own dose or rest. */
  @Maybe() @IsId() planItemId?: string;
  @Maybe() @One(() => DoseBase, DOSE_SUBTYPES) dose?: Dose;
  @Maybe() @IsInt() @Min(0) @Max(600) restSeconds?: number;
}

export class PickedLane {
  @IsId() laneId!: string;
  /** Whose it is; of a class the lane is a level, and nobody's. */
  @Maybe() @IsId() clientId?: string;
  @Maybe() @IsString() @Length(1, 40) level?: string;
  /** Who joins an hour of people without being a client is a guest, called so. */
  @Maybe() @IsString() @Length(1, 40) guest?: string;
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(PLAN_ITEMS_MOST)
  @Each(() => PickedMovement)
  movements!: PickedMovement[];
}

/** Asks for a session: one to six people, or the levels of a class, with what they will do. The device makes the ids, so that asking twice is harmless. */
export class StartSession {
  @IsId() sessionId!: string;
  @IsDay() localDate!: string;
  @IsZone() zone!: string;
  @Maybe() @IsId() placeId?: string;
  /** At the first client's home, with what they have there. */
  @Maybe() @IsBoolean() atHome?: boolean;
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(PLAN_LANES_MOST)
  @Each(() => PickedLane)
  lanes!: PickedLane[];
  /** The edition that is begun: whatever is edited meanwhile, this is what the hour was planned as. */
  @Maybe() @One(() => Plan) plan?: Plan;
  @Maybe() @IsId() bookingId?: string;
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

/** Since when something is looked at: sets of some days, faults of some weeks. */
export class LatelyQuery {
  @IsDay() setsSince!: string;
  @IsDay() faultsSince!: string;
}
