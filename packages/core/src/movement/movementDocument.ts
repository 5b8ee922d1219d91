import {
  ArrayMaxSize,
  ArrayMinSize,
  IsArray,
  IsBoolean,
  IsIn,
  IsInt,
  IsNumber,
  IsString,
  Length,
  Matches,
  Max,
  Min,
  ValidateIf,
} from 'class-validator';
import { Each, Maybe, One } from '../checks/parts.ts';
import { DOSE_SUBTYPES, DoseBase, Tempo, type Dose } from './dose.ts';
import {
  AUDIENCES,
  BREATHS,
  CAUSE_PATTERN,
  CORRECTION_KINDS,
  CUES_MOST,
  CUE_KINDS,
  FAULTS_MOST,
  IMPACTS,
  LATERALITIES,
  LEVERS,
  MOVEMENT_ID_PATTERN,
  MUSCLE_ROLES,
  PATTERNS,
  PHASES,
  PLANES,
  POSITIONS,
  RHYTHMS,
  SEVERITIES,
  SLUG_PATTERN,
  VIEWS,
  type Audience,
  type Breath,
  type CorrectionKind,
  type CueKind,
  type Impact,
  type Laterality,
  type Lever,
  type MuscleRole,
  type Pattern,
  type Phase,
  type Plane,
  type Position,
  type Rhythm,
  type Severity,
  type View,
} from './terms.ts';
import { FaultChange, FigureDocument, LANDMARK_PATTERN } from './figureDocument.ts';
import { StanceTag } from './vocabulary.ts';

/** A muscle's part in a movement. Shares are of the work, 0–1; they need not add up to 1. */
export class MuscleShare {
  @Matches(SLUG_PATTERN) muscle!: string;
  @IsIn(MUSCLE_ROLES) role!: MuscleRole;
  @IsNumber() @Min(0) @Max(1) share!: number;
}

export class KitReplacement {
  @Matches(SLUG_PATTERN) kit!: string;
  @Matches(SLUG_PATTERN) by!: string;
}

export class MovementKit {
  @IsArray() @ArrayMaxSize(12) @Matches(SLUG_PATTERN, { each: true }) needed!: string[];
  @IsArray() @ArrayMaxSize(12) @Matches(SLUG_PATTERN, { each: true }) optional!: string[];
  @Maybe()
  @IsArray()
  @ArrayMaxSize(12)
  @Each(() => KitReplacement)
  replaceable?: KitReplacement[];
}

/** The floor that a person needs, in metres, at rest or with limbs out. */
export class Footprint {
  @IsNumber() @Min(0.2) @Max(20) widthM!: number;
  @IsNumber() @Min(0.2) @Max(20) depthM!: number;
}

/** One phase: what each body part does, and the breath. */
export class PhaseText {
  @IsIn(PHASES) phase!: Phase;
  @IsString() @Length(4, 400) does!: string;
  @Maybe() @IsIn(BREATHS) breath?: Breath;
}

/** Where the range ends, and why there. */
export class RangeEnd {
  @IsString() @Length(4, 240) stops!: string;
  @IsString() @Length(4, 240) why!: string;
}

/** Either a shared cue (`shared`), or one of this movement's own (`id` and the rest). Ids last: rewording keeps the id. */
export class MovementCue {
  @Maybe() @Matches(SLUG_PATTERN) shared?: string;
  @ValidateIf((cue: MovementCue) => cue.shared === undefined) @Matches(SLUG_PATTERN) id?: string;
  @ValidateIf((cue: MovementCue) => cue.shared === undefined) @IsString() @Length(2, 60) text?: string;
  @Maybe() @IsString() @Length(2, 240) explain?: string;
  @ValidateIf((cue: MovementCue) => cue.shared === undefined) @IsIn(CUE_KINDS) kind?: CueKind;
  @Maybe() @IsIn(PHASES) phase?: Phase;
  @Maybe() @IsArray() @ArrayMaxSize(12) @Matches(SLUG_PATTERN, { each: true }) for?: string[];
  @Maybe() @IsIn(AUDIENCES) audience?: Audience;
  @Maybe() @One(() => StanceTag) stance?: StanceTag;
}

/** How a change of load is made: by a lighter weight of the room (when nothing is said), with empty hands, or as its words say. */
export const LOAD_CHANGES = ['lighter', 'none', 'as-said'] as const;
export type LoadChange = (typeof LOAD_CHANGES)[number];

/** What has to be there for a change, and what it comes to, so that nothing is offered that can't be done. */
export class ChangeTerms {
  /** Kit beyond what the movement needs itself. */
  @Maybe() @IsArray() @ArrayMaxSize(4) @Matches(SLUG_PATTERN, { each: true }) needs?: string[];
  @Maybe() @IsIn(LOAD_CHANGES) load?: LoadChange;
  /** Of a tempo: how long the lowering takes then. */
  @Maybe() @IsInt() @Min(1) @Max(20) lowerSeconds?: number;
}

/** One thing to try against a fault. `cue` names a cue of this movement; the other kinds say what to do. */
export class Correction extends ChangeTerms {
  @IsIn(CORRECTION_KINDS) kind!: CorrectionKind;
  @ValidateIf((c: Correction) => c.kind === 'cue') @Matches(SLUG_PATTERN) cue?: string;
  @ValidateIf((c: Correction) => c.kind !== 'cue') @IsString() @Length(4, 160) text?: string;
  @ValidateIf((c: Correction) => c.kind === 'lever') @IsIn(LEVERS) lever?: Lever;
}

export class MovementFault {
  @Matches(SLUG_PATTERN) id!: string;
  @Matches(SLUG_PATTERN) type!: string;
  /** A name of its own where the type's doesn't fit here. */
  @Maybe() @IsString() @Length(2, 40) name?: string;
  @IsString() @Length(8, 240) seen!: string;
  @IsArray() @ArrayMinSize(1) @ArrayMaxSize(3) @IsIn(VIEWS, { each: true }) views!: View[];
  @IsIn(PHASES) phase!: Phase;
  @Maybe() @IsBoolean() oneSided?: boolean;
  @IsIn(SEVERITIES) severity!: Severity;
  @IsArray() @ArrayMaxSize(8) @Matches(CAUSE_PATTERN, { each: true }) causes!: string[];
  /** Fault types that go away with this one. */
  @Maybe() @IsArray() @ArrayMaxSize(8) @Matches(SLUG_PATTERN, { each: true }) clears?: string[];
  @IsArray()
  @ArrayMaxSize(8)
  @Each(() => Correction)
  corrections!: Correction[];
  @Maybe() @Matches(MOVEMENT_ID_PATTERN) regressTo?: string;
  /** Where that is a drill for the fault, not an easier rung. */
  @Maybe() @IsBoolean() drill?: boolean;
  @Maybe() @IsString() @Length(4, 200) stopWhen?: string;
  /** How it looks on the figure where the type's change doesn't fit here. */
  @Maybe() @One(() => FaultChange) change?: FaultChange;
  @Maybe() @One(() => StanceTag) stance?: StanceTag;
}

/** What a good rep looks like. Angles are anatomical: flexion, 0 = straight, in degrees. */
export class Checkpoint {
  @Matches(SLUG_PATTERN) id!: string;
  @IsString() @Length(4, 160) look!: string;
  @IsIn(PHASES) phase!: Phase;
  @IsIn(VIEWS) view!: View;
  @Maybe() @Matches(/^[a-z]+(\.[a-z]+){1,2}$/) angle?: string;
  @Maybe() @IsNumber() @Min(-180) @Max(180) fromDeg?: number;
  @Maybe() @IsNumber() @Min(-180) @Max(180) toDeg?: number;
  /** Landmarks that should stand in one line, drawn through on the figure. */
  @Maybe() @IsArray() @ArrayMinSize(2) @ArrayMaxSize(4) @Matches(LANDMARK_PATTERN, { each: true }) line?: string[];
  /** A landmark that should stand over, or under, another: drawn as a plumb line. */
  @Maybe() @IsArray() @ArrayMinSize(2) @ArrayMaxSize(2) @Matches(LANDMARK_PATTERN, { each: true }) plumb?: string[];
  @Maybe() @One(() => StanceTag) stance?: StanceTag;
}

/** What has to be shown before a harder step is taken. */
export class ShownFirst {
  @IsInt() @Min(1) @Max(10) sets!: number;
  @Maybe() @IsInt() @Min(1) @Max(100) reps?: number;
  @Maybe() @IsInt() @Min(1) @Max(600) seconds?: number;
  @IsInt() @Min(0) @Max(6) reserve!: number;
  @Maybe() @IsString() @Length(4, 160) also?: string;
}

export class HarderStep {
  @Matches(MOVEMENT_ID_PATTERN) to!: string;
  @IsArray() @ArrayMinSize(1) @ArrayMaxSize(5) @IsIn(LEVERS, { each: true }) levers!: Lever[];
  @One(() => ShownFirst) shownFirst!: ShownFirst;
  @Maybe() @IsBoolean() sideBranch?: boolean;
}

/** How this movement is made easier without becoming another one. */
export class Ease extends ChangeTerms {
  @IsIn(LEVERS) lever!: Lever;
  @IsString() @Length(4, 120) text!: string;
}

export class MovementCaution {
  @Matches(SLUG_PATTERN) caution!: string;
  @IsString() @Length(4, 240) limit!: string;
  @Maybe() @Matches(MOVEMENT_ID_PATTERN) instead?: string;
  /** Not for somebody with this caution. */
  @Maybe() @IsBoolean() closed?: boolean;
}

/** Out of search, plans and ladders; what was logged keeps it. */
export class PutAway {
  /** What is done instead of it. */
  @Maybe() @Matches(MOVEMENT_ID_PATTERN) instead?: string;
}

/**
 * The whole of a movement: what a revision holds. Who writes one begins with a name, a pattern and a cue; how much it should come to say is
 * `ladder/depthCheck`’s.
 */
export class MovementDocument {
  @Matches(MOVEMENT_ID_PATTERN) id!: string;
  @IsString() @Length(2, 80) name!: string;
  @IsArray() @ArrayMaxSize(12) @IsString({ each: true }) @Length(2, 80, { each: true }) otherNames!: string[];
  @Matches(SLUG_PATTERN) family!: string;
  @IsIn(PATTERNS) pattern!: Pattern;
  @IsIn(POSITIONS) position!: Position;
  @IsIn(LATERALITIES) laterality!: Laterality;
  @IsIn(RHYTHMS) rhythm!: Rhythm;
  @IsArray() @ArrayMinSize(1) @ArrayMaxSize(3) @IsIn(PLANES, { each: true }) planes!: Plane[];
  @IsArray()
  @ArrayMaxSize(16)
  @Each(() => MuscleShare)
  muscles!: MuscleShare[];
  @One(() => MovementKit) kit!: MovementKit;
  @One(() => Footprint) footprint!: Footprint;
  @IsIn(IMPACTS) impact!: Impact;
  /** The plain one of its kind: what is meant when only the kind is named. */
  @Maybe() @IsBoolean() common?: boolean;
  /** 1: anybody, at once; 2: needs teaching; 3: needs practice. */
  @IsInt() @Min(1) @Max(3) skill!: number;
  @Maybe() @IsString() @Length(8, 400) trains?: string;
  @IsArray() @ArrayMaxSize(8) @IsString({ each: true }) @Length(4, 240, { each: true }) setUp!: string[];
  @IsArray() @ArrayMaxSize(5) @Each(() => PhaseText) phases!: PhaseText[];
  @Maybe() @One(() => RangeEnd) range?: RangeEnd;
  @One(() => DoseBase, DOSE_SUBTYPES) dose!: Dose;
  @IsInt() @Min(1) @Max(10) sets!: number;
  @IsInt() @Min(0) @Max(600) restSeconds!: number;
  /** Of one rep as the dose counts them, at the pace that people take when nobody gives one. */
  @Maybe() @IsNumber() @Min(0.2) @Max(60) repSeconds?: number;
  /** Of what travels. */
  @Maybe() @IsNumber() @Min(0.1) @Max(8) metresPerSecond?: number;
  /** What is asked for while it is learned. */
  @Maybe() @One(() => Tempo) tempo?: Tempo;
  @IsArray() @ArrayMinSize(1) @ArrayMaxSize(CUES_MOST) @Each(() => MovementCue) cues!: MovementCue[];
  @IsArray()
  @ArrayMaxSize(FAULTS_MOST)
  @Each(() => MovementFault)
  faults!: MovementFault[];
  @IsArray() @ArrayMaxSize(16) @Each(() => Checkpoint) checkpoints!: Checkpoint[];
  @IsArray() @ArrayMaxSize(12) @Each(() => HarderStep) harder!: HarderStep[];
  @IsArray() @ArrayMaxSize(8) @Each(() => Ease) eases!: Ease[];
  @IsArray() @ArrayMaxSize(12) @Each(() => MovementCaution) cautions!: MovementCaution[];
  @Maybe() @IsArray() @ArrayMaxSize(12) @Matches(SLUG_PATTERN, { each: true }) stancePoints?: string[];
  @Maybe() @IsArray() @ArrayMaxSize(6) @Matches(MOVEMENT_ID_PATTERN, { each: true }) components?: string[];
  @Maybe() @One(() => FigureDocument) figure?: FigureDocument;
  /** Why it has no figure. */
  @Maybe() @IsString() @Length(8, 240) noFigure?: string;
  /** It needs no neighbour on a ladder. */
  @Maybe() @IsBoolean() standsAlone?: boolean;
  @Maybe() @One(() => PutAway) putAway?: PutAway;
}
