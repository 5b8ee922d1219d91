import { ArrayMaxSize, IsArray, IsIn, IsInt, IsNumber, IsObject, IsString, Length, Matches, Max, Min } from 'class-validator';
import { IsDay } from '../checks/day.ts';
import { Each, Maybe, One, Trimmed } from '../checks/parts.ts';
import { Inventory } from '../loading/inventory.ts';
import {
  CUE_KINDS,
  MASS_UNITS,
  MOVEMENT_ID_PATTERN,
  SIDES,
  SLUG_PATTERN,
  type CueKind,
  type MassUnit,
  type Side,
} from '../movement/terms.ts';
import { MASTERY, type Mastery } from '../movement/mastery.ts';
import { JOB_LOADS, TOUCH_ANSWERS, isMinor, type JobLoad, type TouchAnswer } from './clientTerms.ts';
import { MEASURE_IDS } from './measurement.ts';
import { READINESS_IDS } from './readiness.ts';
import { SetUp } from './setUp.ts';

/** A part of the body, or a state, for which work is limited. Health data. */
export class ClientCaution {
  @Matches(SLUG_PATTERN) caution!: string;
  @Maybe() @IsIn(SIDES) side?: Side;
  @Maybe() @IsString() @Length(1, 300) note?: string;
}

/** What a goal is told by: from where, to where, and where they are. */
export class GoalMeasure {
  @IsString() @Length(1, 20) unit!: string;
  @IsNumber() @Min(0) @Max(100000) start!: number;
  @IsNumber() @Min(0) @Max(100000) target!: number;
  @Maybe() @IsNumber() @Min(0) @Max(100000) now?: number;
}

export class ClientGoal {
  @IsString() @Length(2, 200) text!: string;
  @Maybe() @IsDay() by?: string;
  @Maybe() @One(() => GoalMeasure) measure?: GoalMeasure;
}

export class Clearance {
  @IsDay() on!: string;
  @IsString() @Length(2, 120, { message: 'by: name who cleared them' }) by!: string;
}

export class GoAhead {
  @IsDay() on!: string;
  @IsString() @Length(10, 300, { message: 'reason: say in a sentence why you go ahead' }) reason!: string;
}

/** The readiness questions as they were answered. Health data. */
export class Readiness {
  @IsDay() askedOn!: string;
  @IsArray() @ArrayMaxSize(20) @IsIn([...READINESS_IDS], { each: true }) yes!: string[];
  @Maybe() @IsString() @Length(1, 500) note?: string;
  @Maybe() @One(() => Clearance) clearance?: Clearance;
  @Maybe() @One(() => GoAhead) goAhead?: GoAhead;
}

/** Lengths in centimetres, by tape; what isn't known is taken from height. */
export class ClientBuild {
  @Maybe() @IsNumber() @Min(80) @Max(250) heightCm?: number;
  @Maybe() @IsNumber() @Min(20) @Max(80) thighCm?: number;
  @Maybe() @IsNumber() @Min(20) @Max(80) shankCm?: number;
  @Maybe() @IsNumber() @Min(25) @Max(100) trunkCm?: number;
  @Maybe() @IsNumber() @Min(30) @Max(110) armCm?: number;
}

/** What kind of cue somebody takes to. */
export class CueStyle {
  @IsArray() @ArrayMaxSize(4) @IsIn(CUE_KINDS, { each: true }) kinds!: CueKind[];
  /** May they be touched to show it? `ask`: each time. */
  @IsIn(TOUCH_ANSWERS) touch!: TouchAnswer;
}

/** A mark that the trainer gave, over the one that follows from the log. */
export class MarkOverride {
  @Matches(MOVEMENT_ID_PATTERN) movementId!: string;
  @IsIn(MASTERY) mark!: Mastery;
  @IsDay() on!: string;
  @Maybe() @IsString() @Length(1, 200) why?: string;
}

export class ClientSetUp {
  @Matches(MOVEMENT_ID_PATTERN) movementId!: string;
  @One(() => SetUp) setUp!: SetUp;
  /** UTC; a later note from the floor goes before it. */
  @IsString() @Length(20, 30) at!: string;
}

/** What is known of a client. Private: leaves the server only to their trainer. */
export class ClientDocument {
  @Trimmed() @IsString() @Length(1, 80) name!: string;
  @IsInt() @Min(1900) @Max(2100) birthYear!: number;
  /** Named for a minor. */
  @Maybe() @IsString() @Length(1, 80) guardian?: string;
  @Maybe() @IsNumber() @Min(0) @Max(90) trainingYears?: number;
  @Maybe() @IsString() @Length(1, 80) dayJob?: string;
  @Maybe() @IsArray() @ArrayMaxSize(10) @IsIn(JOB_LOADS, { each: true }) jobLoads?: JobLoad[];
  @IsArray() @ArrayMaxSize(12) @Each(() => ClientGoal) goals!: ClientGoal[];
  @IsArray() @ArrayMaxSize(20) @Each(() => ClientCaution) cautions!: ClientCaution[];
  @Maybe() @One(() => Readiness) readiness?: Readiness;
  @Maybe() @One(() => Inventory) homeKit?: Inventory;
  @Maybe() @IsIn(MASS_UNITS) unit?: MassUnit;
  @Maybe() @One(() => CueStyle) cueStyle?: CueStyle;
  @Maybe() @One(() => ClientBuild) build?: ClientBuild;
  /** Tests that were picked and body measures that the two agreed to follow. */
  @Maybe() @IsArray() @ArrayMaxSize(20) @IsIn([...MEASURE_IDS], { each: true }) follows?: string[];
  @Maybe() @IsString() @Length(1, 2000) notes?: string;
  /** Positions that hold for this client, over the trainer's and the studio's. */
  @Maybe() @IsObject() stances?: Record<string, string>;
  @Maybe() @IsArray() @ArrayMaxSize(500) @Each(() => MarkOverride) marks?: MarkOverride[];
  @Maybe() @IsArray() @ArrayMaxSize(500) @Each(() => ClientSetUp) setUps?: ClientSetUp[];
}

/** What is wrong with a document that its shape alone can't tell; `today` is the studio's. */
export function clientProblems(
  document: ClientDocument,
  today: string,
): readonly { readonly path: string; readonly message: string }[] {
  const year = Number(today.slice(0, 4));
  const problems: { path: string; message: string }[] = [];
  if (document.birthYear > year) problems.push({ path: 'birthYear', message: `is not over yet: it is ${year}` });
  else if (isMinor(document.birthYear, year) && !document.guardian?.trim()) {
    problems.push({ path: 'guardian', message: 'name a guardian: they are under eighteen' });
  }
  const regions = document.cautions.map(({ caution, side }) => `${caution}|${side ?? ''}`);
  regions.forEach((each, i) => {
    if (regions.indexOf(each) < i) problems.push({ path: `cautions[${i}].caution`, message: 'stands there already' });
  });
  const { askedOn, clearance, goAhead } = document.readiness ?? {};
  for (const [path, day] of [
    ['readiness.askedOn', askedOn],
    ['readiness.clearance.on', clearance?.on],
    ['readiness.goAhead.on', goAhead?.on],
  ] as const) {
    if (day && day > today) problems.push({ path, message: 'is in the future' });
  }
  return problems;
}
