import { Type } from 'class-transformer';
import {
  IsDefined,
  IsIn,
  IsInt,
  IsNumber,
  IsOptional,
  IsString,
  IsUUID,
  Length,
  Max,
  Min,
  ValidateNested,
} from 'class-validator';
import { SIDES, type Side } from '../movement/terms.ts';
import { ClientDocument } from './clientDocument.ts';
import { IsDay } from './day.ts';
import { MEASURE_IDS } from './measurement.ts';

/** Takes a client in. The device makes the id, so that asking twice is harmless. */
export class NewClient {
  @IsUUID() clientId!: string;
  @IsDefined() @ValidateNested() @Type(() => ClientDocument) document!: ClientDocument;
}

/** The whole record anew, on top of the version that was looked at. */
export class ClientUpdate {
  @IsInt() @Min(1) @Max(1_000_000_000) version!: number;
  @IsDefined() @ValidateNested() @Type(() => ClientDocument) document!: ClientDocument;
}

/** Deleting can't be undone: the name is typed. */
export class ClientRemoval {
  @IsString() @Length(1, 80) name!: string;
}

export class HandOver {
  @IsUUID() trainerId!: string;
}

export class NewMeasurement {
  @IsUUID() measurementId!: string;
  @IsIn([...MEASURE_IDS]) measureId!: string;
  @IsOptional() @IsIn(SIDES) side?: Side;
  @IsNumber() @Min(0) @Max(2000) value!: number;
  @IsDay() localDate!: string;
  @IsOptional() @IsString() @Length(1, 200) note?: string;
}
