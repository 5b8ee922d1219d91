import {
  ArrayMaxSize,
  ArrayMinSize,
  IsArray,
  IsBoolean,
  IsIn,
  IsInt,
  IsString,
  Length,
  Matches,
  Max,
  Min,
} from 'class-validator';
import { Each, Maybe, One } from '../checks/parts.ts';
import { Alias } from './alias.ts';
import { Feeling } from './feelingEntry.ts';
import { BasePose, FaultChange } from './figureDocument.ts';
import {
  AUDIENCES,
  CAUSE_PATTERN,
  CUE_KINDS,
  IMPACTS,
  LEVERS,
  MOVEMENT_ID_PATTERN,
  PATTERNS,
  PHASES,
  POSITIONS,
  REGIONS,
  RHYTHMS,
  SLUG_PATTERN,
  type Audience,
  type CueKind,
  type Impact,
  type Lever,
  type Pattern,
  type Phase,
  type Position,
  type Region,
  type Rhythm,
} from './terms.ts';
import { WhereFacts } from './whereFacts.ts';

/** What else something is called by those who look for it: abbreviations, slang, how a client says it. */
export function OtherNames(): PropertyDecorator {
  return (target, key) => {
    for (const check of [Maybe(), IsArray(), ArrayMaxSize(60), IsString({ each: true }), Length(2, 60, { each: true })]) {
      check(target, key);
    }
  };
}

/** A tag on a cue, fault or checkpoint: it holds only while this position of a contested point is in force. */
export class StanceTag {
  @Matches(SLUG_PATTERN) point!: string;
  @Matches(SLUG_PATTERN) position!: string;
}

/** A fault that is the same in many movements. */
export class FaultType {
  @Matches(SLUG_PATTERN) id!: string;
  @IsString() @Length(2, 40) name!: string;
  @OtherNames() otherNames?: string[];
  @IsIn(REGIONS) region!: Region;
  @IsArray() @ArrayMaxSize(8) @Matches(CAUSE_PATTERN, { each: true }) causes!: string[];
  /** Movements that teach what was not understood. */
  @Maybe() @IsArray() @ArrayMaxSize(6) @Matches(MOVEMENT_ID_PATTERN, { each: true }) drills?: string[];
  /** How it changes the figure's pose. */
  @Maybe() @One(() => FaultChange) change?: FaultChange;
}

/** A cause that work takes away, in the warm-up or at home. */
export class CauseEntry {
  @Matches(CAUSE_PATTERN) id!: string;
  /** As it is said of somebody: "weak glutes". */
  @IsString() @Length(2, 60) name!: string;
  @IsArray() @ArrayMinSize(1) @ArrayMaxSize(6) @Matches(MOVEMENT_ID_PATTERN, { each: true }) work!: string[];
  /** Before one may look whether it helped. */
  @IsInt() @Min(1) @Max(26) weeks!: number;
}

/** A cue that many movements use, with one history. */
export class SharedCue {
  @Matches(SLUG_PATTERN) id!: string;
  @IsString() @Length(2, 60) text!: string;
  @Maybe() @IsString() @Length(2, 240) explain?: string;
  @IsIn(CUE_KINDS) kind!: CueKind;
  @Maybe() @IsIn(PHASES) phase?: Phase;
  @IsArray() @ArrayMaxSize(12) @Matches(SLUG_PATTERN, { each: true }) for!: string[];
  @Maybe() @IsIn(AUDIENCES) audience?: Audience;
  @Maybe() @One(() => StanceTag) stance?: StanceTag;
  /** Where it would be wrong, whichever position is in force. */
  @Maybe() @IsArray() @ArrayMaxSize(12) @Each(() => WhereFacts) notOn?: WhereFacts[];
  /** Where it is right whichever position is in force. */
  @Maybe() @IsArray() @ArrayMaxSize(12) @Each(() => WhereFacts) alwaysOn?: WhereFacts[];
  /** Cautions under which it isn't said. */
  @Maybe() @IsArray() @ArrayMaxSize(20) @Matches(SLUG_PATTERN, { each: true }) notWith?: string[];
}

export class Muscle {
  @Matches(SLUG_PATTERN) id!: string;
  @IsString() @Length(2, 60) name!: string;
  @OtherNames() otherNames?: string[];
  @IsIn(REGIONS) region!: Region;
}

/** What a lever is called, and what to do with it when nothing more particular is known. */
export class LeverEntry {
  @IsIn(LEVERS) id!: Lever;
  @IsString() @Length(2, 40) name!: string;
  @OtherNames() otherNames?: string[];
  @IsString() @Length(4, 120) ease!: string;
  /** Movements that can't be eased so. */
  @Maybe() @IsArray() @ArrayMaxSize(12) @Each(() => WhereFacts) notOn?: WhereFacts[];
  /** How long the lowering takes then. */
  @Maybe() @IsInt() @Min(1) @Max(20) lowerSeconds?: number;
}

/** A part of the body, or a state, for which a movement may have to be limited. */
export class CautionEntry {
  @Matches(SLUG_PATTERN) id!: string;
  @IsString() @Length(2, 60) name!: string;
  @OtherNames() otherNames?: string[];
  /** Where in the chain a fault is dangerous for this caution. */
  @IsArray() @ArrayMaxSize(4) @IsIn(REGIONS, { each: true }) regions!: Region[];
  @IsString() @Length(8, 300) general!: string;
  /** Movements of which something should be said for it. */
  @Maybe() @IsArray() @ArrayMaxSize(20) @Each(() => WhereFacts) asks?: WhereFacts[];
}

export class KitEntry {
  @Matches(SLUG_PATTERN) id!: string;
  @IsString() @Length(2, 60) name!: string;
  @OtherNames() otherNames?: string[];
  /** Held, pushed or pulled, it is a load. */
  @Maybe() @IsBoolean() weighs?: boolean;
  /** Found or made up for in any home: nobody is sent elsewhere for it. */
  @Maybe() @IsBoolean() everywhere?: boolean;
  /** One person at a time. */
  @Maybe() @IsBoolean() exclusive?: boolean;
}

export class StancePosition {
  @Matches(SLUG_PATTERN) id!: string;
  @IsString() @Length(2, 120) name!: string;
}

/** A contested point with its positions and ours. */
export class StancePoint {
  @Matches(SLUG_PATTERN) id!: string;
  @IsString() @Length(2, 60) name!: string;
  @IsArray() @ArrayMaxSize(6) @Each(() => StancePosition) positions!: StancePosition[];
  @Matches(SLUG_PATTERN) default!: string;
  @IsString() @Length(8, 300) reason!: string;
  /** What a position changes, said to the trainer. */
  @IsString() @Length(8, 200) does!: string;
  /** The engine's setting that it stands for; without one it only chooses among tagged cues, faults and checkpoints. */
  @Maybe() @Matches(SLUG_PATTERN) parameter?: string;
}

export class FamilyEntry {
  @Matches(SLUG_PATTERN) id!: string;
  @IsString() @Length(2, 60) name!: string;
  @OtherNames() otherNames?: string[];
  /** Of its members; without them, any. */
  @Maybe() @IsArray() @ArrayMaxSize(PATTERNS.length) @IsIn(PATTERNS, { each: true }) patterns?: Pattern[];
}

/** What a search term narrows a list to. */
export class Narrowing {
  @Maybe() @IsIn(PATTERNS) pattern?: Pattern;
  @Maybe() @IsIn(POSITIONS) position?: Position;
  /** At most this much. */
  @Maybe() @IsIn(IMPACTS) impact?: Impact;
  @Maybe() @Matches(SLUG_PATTERN) family?: string;
  @Maybe() @IsIn(RHYTHMS) rhythm?: Rhythm;
  /** Nothing but a floor and a wall. */
  @Maybe() @IsBoolean() withoutKit?: boolean;
  /** Nothing that is there to be heavy. */
  @Maybe() @IsBoolean() withoutWeights?: boolean;
  /** These and no others, the most fitting first. */
  @Maybe()
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(16)
  @Matches(MOVEMENT_ID_PATTERN, { each: true })
  movements?: string[];
}

/** Words that ask for a kind of movement: "no jumping", "seated", "finisher", "golf"; or for one that the library doesn't have. */
export class SearchTerm {
  @Matches(SLUG_PATTERN) id!: string;
  @IsString() @Length(2, 60) name!: string;
  @OtherNames() otherNames?: string[];
  @One(() => Narrowing) narrows!: Narrowing;
  /** It is the name of a movement that the library doesn't have: what it narrows to only comes nearest, and that is said. */
  @Maybe() @IsBoolean() isLacking?: boolean;
}

/** A word that stands for another in whatever is looked for: "db" for "dumbbell". */
export class Shorthand {
  @Matches(SLUG_PATTERN) id!: string;
  @IsString() @Length(2, 40) means!: string;
}

/** Every shared word of a library. Lists are keyed by `id` (aliases by what they are of, too); an id is never given a new meaning. */
export class Vocabulary {
  @Maybe()
  @IsArray()
  @ArrayMaxSize(200)
  @Each(() => FamilyEntry)
  families?: FamilyEntry[];
  @Maybe()
  @IsArray()
  @ArrayMaxSize(400)
  @Each(() => FaultType)
  faultTypes?: FaultType[];
  @Maybe()
  @IsArray()
  @ArrayMaxSize(200)
  @Each(() => CauseEntry)
  causes?: CauseEntry[];
  @Maybe()
  @IsArray()
  @ArrayMaxSize(2000)
  @Each(() => SharedCue)
  cues?: SharedCue[];
  @Maybe()
  @IsArray()
  @ArrayMaxSize(200)
  @Each(() => Muscle)
  muscles?: Muscle[];
  @Maybe()
  @IsArray()
  @ArrayMaxSize(40)
  @Each(() => LeverEntry)
  levers?: LeverEntry[];
  @Maybe()
  @IsArray()
  @ArrayMaxSize(100)
  @Each(() => CautionEntry)
  cautions?: CautionEntry[];
  @Maybe()
  @IsArray()
  @ArrayMaxSize(200)
  @Each(() => KitEntry)
  kit?: KitEntry[];
  @Maybe()
  @IsArray()
  @ArrayMaxSize(100)
  @Each(() => StancePoint)
  stances?: StancePoint[];
  @Maybe()
  @IsArray()
  @ArrayMaxSize(200)
  @Each(() => BasePose)
  basePoses?: BasePose[];
  @Maybe()
  @IsArray()
  @ArrayMaxSize(400)
  @Each(() => SearchTerm)
  searchTerms?: SearchTerm[];
  @Maybe()
  @IsArray()
  @ArrayMaxSize(200)
  @Each(() => Shorthand)
  shorthands?: Shorthand[];
  @Maybe()
  @IsArray()
  @ArrayMaxSize(200)
  @Each(() => Feeling)
  feelings?: Feeling[];
  @Maybe()
  @IsArray()
  @ArrayMaxSize(2000)
  @Each(() => Alias)
  aliases?: Alias[];
}
