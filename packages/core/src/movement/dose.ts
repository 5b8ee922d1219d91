import { IsBoolean, IsIn, IsInt, IsNumber, Max, Min } from 'class-validator';
import { Maybe } from '../checks/parts.ts';
import { DOSE_KINDS, type DoseKind } from './terms.ts';

export class DoseBase {
  @IsIn(DOSE_KINDS) kind!: DoseKind;
  @Maybe() @IsBoolean() perSide?: boolean;
}

/** A range to work in: `low` is where a set counts, `high` is where the next step opens. */
export class RepsDose extends DoseBase {
  declare kind: 'reps';
  @IsInt() @Min(1) @Max(1000) low!: number;
  @IsInt() @Min(1) @Max(1000) high!: number;
}

export class SecondsDose extends DoseBase {
  declare kind: 'seconds';
  @IsInt() @Min(1) @Max(3600) low!: number;
  @IsInt() @Min(1) @Max(3600) high!: number;
}

export class DistanceDose extends DoseBase {
  declare kind: 'distance';
  @IsNumber() @Min(1) @Max(10000) metres!: number;
}

export type Dose = RepsDose | SecondsDose | DistanceDose;

export const DOSE_SUBTYPES = {
  keepDiscriminatorProperty: true,
  discriminator: {
    property: 'kind',
    subTypes: [
      { name: 'reps', value: RepsDose },
      { name: 'seconds', value: SecondsDose },
      { name: 'distance', value: DistanceDose },
    ],
  },
};

/** Seconds of each part of a rep. */
export class Tempo {
  @IsNumber() @Min(0) @Max(60) lowerSeconds!: number;
  @IsNumber() @Min(0) @Max(60) turnSeconds!: number;
  @IsNumber() @Min(0) @Max(60) liftSeconds!: number;
  @IsNumber() @Min(0) @Max(60) finishSeconds!: number;
}
