import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  ArrayMinSize,
  IsArray,
  IsBoolean,
  IsDefined,
  IsIn,
  IsInt,
  IsNumber,
  IsOptional,
  IsString,
  Length,
  Matches,
  Max,
  Min,
  ValidateIf,
  ValidateNested,
} from 'class-validator';
import { DOSE_SUBTYPES, DoseBase, Tempo, type Dose } from './dose.ts';
import {
  AUDIENCES,
  BREATHS,
  CAUSE_PATTERN,
  CORRECTION_KINDS,
  CUE_KINDS,
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
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(12)
  @ValidateNested({ each: true })
  @Type(() => KitReplacement)
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
  @IsOptional() @IsIn(BREATHS) breath?: Breath;
}

/** Where the range ends, and why there. */
export class RangeEnd {
  @IsString() @Length(4, 240) stops!: string;
  @IsString() @Length(4, 240) why!: string;
}

/** Either a shared cue (`shared`), or one of this movement's own (`id` and the rest). Ids last: rewording keeps the id. */
export class MovementCue {
  @IsOptional() @Matches(SLUG_PATTERN) shared?: string;
  @ValidateIf((cue: MovementCue) => cue.shared === undefined) @Matches(SLUG_PATTERN) id?: string;
  @ValidateIf((cue: MovementCue) => cue.shared === undefined) @IsString() @Length(2, 60) text?: string;
  @IsOptional() @IsString() @Length(2, 240) explain?: string;
  @ValidateIf((cue: MovementCue) => cue.shared === undefined) @IsIn(CUE_KINDS) kind?: CueKind;
  @IsOptional() @IsIn(PHASES) phase?: Phase;
  @IsOptional() @IsArray() @ArrayMaxSize(12) @Matches(SLUG_PATTERN, { each: true }) for?: string[];
  @IsOptional() @IsIn(AUDIENCES) audience?: Audience;
  @IsOptional() @ValidateNested() @Type(() => StanceTag) stance?: StanceTag;
}

/** One thing to try against a fault. `cue` names a cue of this movement; the other kinds say what to do. */
export class Correction {
  @IsIn(CORRECTION_KINDS) kind!: CorrectionKind;
  @ValidateIf((c: Correction) => c.kind === 'cue') @Matches(SLUG_PATTERN) cue?: string;
  @ValidateIf((c: Correction) => c.kind !== 'cue') @IsString() @Length(4, 160) text?: string;
  @ValidateIf((c: Correction) => c.kind === 'lever') @IsIn(LEVERS) lever?: Lever;
}

export class MovementFault {
  @Matches(SLUG_PATTERN) id!: string;
  @Matches(SLUG_PATTERN) type!: string;
  /** A name of its own where the type's doesn't fit here. */
  @IsOptional() @IsString() @Length(2, 40) name?: string;
  @IsString() @Length(8, 240) seen!: string;
  @IsArray() @ArrayMinSize(1) @ArrayMaxSize(3) @IsIn(VIEWS, { each: true }) views!: View[];
  @IsIn(PHASES) phase!: Phase;
  @IsOptional() @IsBoolean() oneSided?: boolean;
  @IsIn(SEVERITIES) severity!: Severity;
  @IsArray() @ArrayMinSize(1) @ArrayMaxSize(8) @Matches(CAUSE_PATTERN, { each: true }) causes!: string[];
  /** Fault types that go away with this one. */
  @IsOptional() @IsArray() @ArrayMaxSize(8) @Matches(SLUG_PATTERN, { each: true }) clears?: string[];
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(8)
  @ValidateNested({ each: true })
  @Type(() => Correction)
  corrections!: Correction[];
  @IsOptional() @Matches(MOVEMENT_ID_PATTERN) regressTo?: string;
  @IsOptional() @IsString() @Length(4, 200) stopWhen?: string;
  /** How it looks on the figure where the type's change doesn't fit here. */
  @IsOptional() @ValidateNested() @Type(() => FaultChange) change?: FaultChange;
  @IsOptional() @ValidateNested() @Type(() => StanceTag) stance?: StanceTag;
}

/** What a good rep looks like. Angles are anatomical: flexion, 0 = straight, in degrees. */
export class Checkpoint {
  @Matches(SLUG_PATTERN) id!: string;
  @IsString() @Length(4, 160) look!: string;
  @IsIn(PHASES) phase!: Phase;
  @IsIn(VIEWS) view!: View;
  @IsOptional() @Matches(/^[a-z]+(\.[a-z]+){1,2}$/) angle?: string;
  @IsOptional() @IsNumber() @Min(-180) @Max(180) fromDeg?: number;
  @IsOptional() @IsNumber() @Min(-180) @Max(180) toDeg?: number;
  /** Landmarks that should stand in one line, drawn through on the figure. */
  @IsOptional() @IsArray() @ArrayMinSize(2) @ArrayMaxSize(4) @Matches(LANDMARK_PATTERN, { each: true }) line?: string[];
  /** A landmark that should stand over, or under, another: drawn as a plumb line. */
  @IsOptional() @IsArray() @ArrayMinSize(2) @ArrayMaxSize(2) @Matches(LANDMARK_PATTERN, { each: true }) plumb?: string[];
  @IsOptional() @ValidateNested() @Type(() => StanceTag) stance?: StanceTag;
}

/** What has to be shown before a harder step is taken. */
export class ShownFirst {
  @IsInt() @Min(1) @Max(10) sets!: number;
  @IsOptional() @IsInt() @Min(1) @Max(100) reps?: number;
  @IsOptional() @IsInt() @Min(1) @Max(600) seconds?: number;
  @IsInt() @Min(0) @Max(6) reserve!: number;
  @IsOptional() @IsString() @Length(4, 160) also?: string;
}

export class HarderStep {
  @Matches(MOVEMENT_ID_PATTERN) to!: string;
  @IsArray() @ArrayMinSize(1) @ArrayMaxSize(5) @IsIn(LEVERS, { each: true }) levers!: Lever[];
  @IsDefined() @ValidateNested() @Type(() => ShownFirst) shownFirst!: ShownFirst;
  @IsOptional() @IsBoolean() sideBranch?: boolean;
}

/** How this movement is made easier without becoming another one. */
export class Ease {
  @IsIn(LEVERS) lever!: Lever;
  @IsString() @Length(4, 120) text!: string;
}

export class MovementCaution {
  @Matches(SLUG_PATTERN) caution!: string;
  @IsString() @Length(4, 240) limit!: string;
  @IsOptional() @Matches(MOVEMENT_ID_PATTERN) instead?: string;
  /** Not for somebody with this caution. */
  @IsOptional() @IsBoolean() closed?: boolean;
}

/** The whole of a movement: what a revision holds. */
export class MovementDocument {
  @Matches(MOVEMENT_ID_PATTERN) id!: string;
  @IsString() @Length(2, 80) name!: string;
  @IsArray() @ArrayMaxSize(12) @IsString({ each: true }) @Length(2, 80, { each: true }) otherNames!: string[];
  @IsOptional() @IsArray() @ArrayMaxSize(12) @Matches(MOVEMENT_ID_PATTERN, { each: true }) formerly?: string[];
  @Matches(SLUG_PATTERN) family!: string;
  @IsIn(PATTERNS) pattern!: Pattern;
  @IsIn(POSITIONS) position!: Position;
  @IsIn(LATERALITIES) laterality!: Laterality;
  @IsIn(RHYTHMS) rhythm!: Rhythm;
  @IsArray() @ArrayMinSize(1) @ArrayMaxSize(3) @IsIn(PLANES, { each: true }) planes!: Plane[];
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(16)
  @ValidateNested({ each: true })
  @Type(() => MuscleShare)
  muscles!: MuscleShare[];
  @IsDefined() @ValidateNested() @Type(() => MovementKit) kit!: MovementKit;
  @IsDefined() @ValidateNested() @Type(() => Footprint) footprint!: Footprint;
  @IsIn(IMPACTS) impact!: Impact;
  /** 1: anybody, at once; 2: needs teaching; 3: needs practice. */
  @IsInt() @Min(1) @Max(3) skill!: number;
  @IsString() @Length(8, 400) trains!: string;
  @IsArray() @ArrayMinSize(1) @ArrayMaxSize(8) @IsString({ each: true }) @Length(4, 240, { each: true }) setUp!: string[];
  @IsArray() @ArrayMinSize(2) @ArrayMaxSize(5) @ValidateNested({ each: true }) @Type(() => PhaseText) phases!: PhaseText[];
  @IsDefined() @ValidateNested() @Type(() => RangeEnd) range!: RangeEnd;
  @IsDefined() @ValidateNested() @Type(() => DoseBase, DOSE_SUBTYPES) dose!: Dose;
  @IsInt() @Min(1) @Max(10) sets!: number;
  @IsInt() @Min(0) @Max(600) restSeconds!: number;
  @IsOptional() @ValidateNested() @Type(() => Tempo) tempo?: Tempo;
  @IsArray() @ArrayMinSize(3) @ArrayMaxSize(16) @ValidateNested({ each: true }) @Type(() => MovementCue) cues!: MovementCue[];
  @IsArray()
  @ArrayMinSize(2)
  @ArrayMaxSize(16)
  @ValidateNested({ each: true })
  @Type(() => MovementFault)
  faults!: MovementFault[];
  @IsArray() @ArrayMaxSize(16) @ValidateNested({ each: true }) @Type(() => Checkpoint) checkpoints!: Checkpoint[];
  @IsArray() @ArrayMaxSize(12) @ValidateNested({ each: true }) @Type(() => HarderStep) harder!: HarderStep[];
  @IsArray() @ArrayMaxSize(8) @ValidateNested({ each: true }) @Type(() => Ease) eases!: Ease[];
  @IsArray() @ArrayMaxSize(12) @ValidateNested({ each: true }) @Type(() => MovementCaution) cautions!: MovementCaution[];
  @IsOptional() @IsArray() @ArrayMaxSize(12) @Matches(SLUG_PATTERN, { each: true }) stancePoints?: string[];
  @IsOptional() @IsArray() @ArrayMaxSize(6) @Matches(MOVEMENT_ID_PATTERN, { each: true }) components?: string[];
  @IsOptional() @ValidateNested() @Type(() => FigureDocument) figure?: FigureDocument;
  /** Why it has no figure. */
  @IsOptional() @IsString() @Length(8, 240) noFigure?: string;
  /** It needs no neighbour on a ladder. */
  @IsOptional() @IsBoolean() standsAlone?: boolean;
}
