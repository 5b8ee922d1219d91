import { ArrayMaxSize, IsArray, IsIn, IsInt, IsNumber, IsString, Length, Max, Min } from 'class-validator';
import { Maybe } from '../checks/parts.ts';
import { MASS_UNITS, type MassUnit } from './terms.ts';

/**
 * What is lifted, as it was entered: value and unit stay what the person typed, kilograms are derived
 * (`loadKg`). Some loads have no kilograms; they are ordered among themselves and never added.
 */
export const LOAD_KINDS = [
  'bodyweight',
  'pair',
  'single',
  'bar',
  'stack',
  'band',
  'bodyweight-plus',
  'assisted',
  'makeshift',
  'position',
] as const;
export type LoadKind = (typeof LOAD_KINDS)[number];

export class LoadBase {
  @IsIn(LOAD_KINDS) kind!: LoadKind;
}

/** The client's own mass, nothing added. */
export class BodyweightLoad extends LoadBase {
  declare kind: 'bodyweight';
}

/** `value` is what stands on one of the two. */
export class PairLoad extends LoadBase {
  declare kind: 'pair';
  @IsNumber() @Min(0) @Max(500) value!: number;
  @IsIn(MASS_UNITS) unit!: MassUnit;
}

export class SingleLoad extends LoadBase {
  declare kind: 'single';
  @IsNumber() @Min(0) @Max(500) value!: number;
  @IsIn(MASS_UNITS) unit!: MassUnit;
}

/** A bar with the plates of one side, largest first. */
export class BarLoad extends LoadBase {
  declare kind: 'bar';
  @IsNumber() @Min(0) @Max(100) bar!: number;
  @IsArray()
  @ArrayMaxSize(12)
  @IsNumber({}, { each: true })
  @Min(0, { each: true })
  @Max(100, { each: true })
  platesPerSide!: number[];
  @IsIn(MASS_UNITS) unit!: MassUnit;
}

/** A machine's stack: the pin is a position and has no kilograms. */
export class StackLoad extends LoadBase {
  declare kind: 'stack';
  @IsInt() @Min(1) @Max(60) pin!: number;
}

/** Elastic: so many strands at this stretch (finished length over slack length). */
export class BandLoad extends LoadBase {
  declare kind: 'band';
  @IsInt() @Min(1) @Max(6) strands!: number;
  @Maybe() @IsNumber() @Min(1) @Max(4) stretch?: number;
  @Maybe() @IsString() @Length(1, 40) name?: string;
}

export class BodyweightPlusLoad extends LoadBase {
  declare kind: 'bodyweight-plus';
  @IsNumber() @Min(0) @Max(500) value!: number;
  @IsIn(MASS_UNITS) unit!: MassUnit;
}

/** Bodyweight less this much help. */
export class AssistedLoad extends LoadBase {
  declare kind: 'assisted';
  @IsNumber() @Min(0) @Max(500) value!: number;
  @IsIn(MASS_UNITS) unit!: MassUnit;
}

/** Whatever is there (a full watering can); the mass is an estimate. */
export class MakeshiftLoad extends LoadBase {
  declare kind: 'makeshift';
  @IsString() @Length(1, 60) what!: string;
  @IsNumber() @Min(0) @Max(500) value!: number;
  @IsIn(MASS_UNITS) unit!: MassUnit;
}

/** Where somebody stands or holds decides how heavy it is: a foot position at a strap. Counted from the easiest; no kilograms. */
export class PositionLoad extends LoadBase {
  declare kind: 'position';
  @IsInt() @Min(1) @Max(20) position!: number;
  @Maybe() @IsString() @Length(1, 40) name?: string;
}

export type Load =
  | BodyweightLoad
  | PairLoad
  | SingleLoad
  | BarLoad
  | StackLoad
  | BandLoad
  | BodyweightPlusLoad
  | AssistedLoad
  | MakeshiftLoad
  | PositionLoad;

/** For class-transformer: which class a plain load becomes. */
export const LOAD_SUBTYPES = {
  keepDiscriminatorProperty: true,
  discriminator: {
    property: 'kind',
    subTypes: [
      { name: 'bodyweight', value: BodyweightLoad },
      { name: 'pair', value: PairLoad },
      { name: 'single', value: SingleLoad },
      { name: 'bar', value: BarLoad },
      { name: 'stack', value: StackLoad },
      { name: 'band', value: BandLoad },
      { name: 'bodyweight-plus', value: BodyweightPlusLoad },
      { name: 'assisted', value: AssistedLoad },
      { name: 'makeshift', value: MakeshiftLoad },
      { name: 'position', value: PositionLoad },
    ],
  },
};
