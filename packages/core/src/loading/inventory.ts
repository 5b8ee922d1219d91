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
} from 'class-validator';
import { Each, Maybe, One } from '../checks/parts.ts';
import { MASS_UNITS, SLUG_PATTERN, type MassUnit } from '../movement/terms.ts';

/**
 * What a room has: things by count, and sources of load with enough detail to say which loads can be made. The same shape serves a
 * studio's room, a hall and what a client has at home.
 */
export const SOURCE_KINDS = ['fixed', 'adjustable', 'bar', 'stack', 'band', 'makeshift', 'position'] as const;
export type SourceKind = (typeof SOURCE_KINDS)[number];

export const HAND_WEIGHTS = ['dumbbell', 'kettlebell', 'plate', 'medicine-ball'] as const;
export type HandWeight = (typeof HAND_WEIGHTS)[number];

export class WeightCount {
  @IsNumber() @Min(0.1) @Max(500) value!: number;
  @IsInt() @Min(1) @Max(200) count!: number;
}

export class SourceBase {
  @IsIn(SOURCE_KINDS) kind!: SourceKind;
  @Maybe() @IsString() @Length(1, 40) name?: string;
}

/** Weights that are what they are. */
export class FixedWeights extends SourceBase {
  declare kind: 'fixed';
  @IsIn(HAND_WEIGHTS) what!: HandWeight;
  @IsIn(MASS_UNITS) unit!: MassUnit;
  @IsArray() @ArrayMinSize(1) @ArrayMaxSize(60) @Each(() => WeightCount) weights!: WeightCount[];
}

/** Handles that are set to one of several weights; setting them takes time. */
export class AdjustableWeights extends SourceBase {
  declare kind: 'adjustable';
  @IsIn(['dumbbell', 'kettlebell']) what!: 'dumbbell' | 'kettlebell';
  @IsIn(MASS_UNITS) unit!: MassUnit;
  @IsInt() @Min(1) @Max(20) handles!: number;
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(80)
  @IsNumber({}, { each: true })
  @Min(0.1, { each: true })
  @Max(500, { each: true })
  settings!: number[];
  @IsInt() @Min(0) @Max(300) changeSeconds!: number;
}

/** A bar and the plates that fit it. */
export class BarAndPlates extends SourceBase {
  declare kind: 'bar';
  @IsIn(MASS_UNITS) unit!: MassUnit;
  @IsNumber() @Min(0.1) @Max(100) bar!: number;
  @IsArray() @ArrayMaxSize(20) @Each(() => WeightCount) plates!: WeightCount[];
}

/** A machine: its pins are numbers, whatever may be printed on them. */
export class Stack extends SourceBase {
  declare kind: 'stack';
  @Matches(SLUG_PATTERN) what!: string;
  @IsInt() @Min(1) @Max(60) pins!: number;
}

export class Tension {
  /** Finished length over slack length. */
  @IsNumber() @Min(1) @Max(4) stretch!: number;
  @IsNumber() @Min(0) @Max(200) kg!: number;
}

/** Bands of one kind. Tension, where somebody measured it, is of one strand. */
export class Bands extends SourceBase {
  declare kind: 'band';
  @IsIn(['band', 'band-loop']) what!: 'band' | 'band-loop';
  @IsInt() @Min(1) @Max(6) strands!: number;
  @IsArray() @ArrayMaxSize(8) @Each(() => Tension) tension!: Tension[];
}

export const FILLINGS = ['water', 'sand', 'rice'] as const;
export type Filling = (typeof FILLINGS)[number];

export class Content {
  @IsString() @Length(1, 40) what!: string;
  @IsInt() @Min(1) @Max(200) count!: number;
  @IsNumber() @Min(0.01) @Max(100) kgEach!: number;
}

/** Something that is made heavy: a container by volume and filling, a bag by what is put in. */
export class MakeshiftSource extends SourceBase {
  declare kind: 'makeshift';
  @IsIn(['bag', 'water-can', 'dumbbell', 'kettlebell']) what!: 'bag' | 'water-can' | 'dumbbell' | 'kettlebell';
  @IsNumber() @Min(0) @Max(100) emptyKg!: number;
  @Maybe() @IsNumber() @Min(0.1) @Max(200) litres?: number;
  @Maybe() @IsIn(FILLINGS) filling?: Filling;
  @IsArray() @ArrayMaxSize(20) @Each(() => Content) contents!: Content[];
}

/** Places to stand or hold, easiest first. */
export class Positions extends SourceBase {
  declare kind: 'position';
  @Matches(SLUG_PATTERN) what!: string;
  @IsArray() @ArrayMinSize(1) @ArrayMaxSize(20) @IsString({ each: true }) @Length(1, 40, { each: true }) positions!: string[];
}

export type LoadSource = FixedWeights | AdjustableWeights | BarAndPlates | Stack | Bands | MakeshiftSource | Positions;

const SOURCE_SUBTYPES = {
  keepDiscriminatorProperty: true,
  discriminator: {
    property: 'kind',
    subTypes: [
      { name: 'fixed', value: FixedWeights },
      { name: 'adjustable', value: AdjustableWeights },
      { name: 'bar', value: BarAndPlates },
      { name: 'stack', value: Stack },
      { name: 'band', value: Bands },
      { name: 'makeshift', value: MakeshiftSource },
      { name: 'position', value: Positions },
    ],
  },
};

/** A thing of the vocabulary's kit, and how many of it. One that is exclusive serves one person at a time. */
export class Thing {
  @Matches(SLUG_PATTERN) kit!: string;
  @IsInt() @Min(1) @Max(200) count!: number;
}

/** The floor that is free to move on, without what stands there. */
export class FreeFloor {
  @IsNumber() @Min(1) @Max(100) widthM!: number;
  @IsNumber() @Min(1) @Max(100) depthM!: number;
}

export class Inventory {
  @IsArray() @ArrayMaxSize(100) @Each(() => Thing) things!: Thing[];
  @IsArray() @ArrayMaxSize(60) @Each(() => SourceBase, SOURCE_SUBTYPES) sources!: LoadSource[];
  /** Nobody stands by who could take a weight off somebody. */
  @Maybe() @IsBoolean() alone?: boolean;
  /** Left out when nobody said: then there is room for everything. */
  @Maybe() @One(() => FreeFloor) floor?: FreeFloor;
}
