import { IsIn, IsInt, IsNumber, IsString, Length, Matches, Max, Min } from 'class-validator';
import { IsDay } from '../checks/day.ts';
import { IsId } from '../checks/id.ts';
import { Maybe, One } from '../checks/parts.ts';
import { SIDES, type Side } from '../movement/terms.ts';
import { ClientDocument } from './clientDocument.ts';
import { MEASURE_IDS } from './measurement.ts';

/** Takes a client in. The device makes the id, so that asking twice is harmless. */
export class NewClient {
  @IsId() clientId!: string;
  @One(() => ClientDocument) document!: ClientDocument;
}

/** The whole record anew, on top of the version that was looked at. */
export class ClientUpdate {
  @IsInt() @Min(1) @Max(1_000_000_000) version!: number;
  @One(() => ClientDocument) document!: ClientDocument;
}

/** Deleting can't be undone: the name is typed. */
export class ClientRemoval {
  @IsString() @Length(1, 80) name!: string;
}

export class HandOver {
  @IsId() trainerId!: string;
}

/** In base64, which is a third longer than the picture. */
export const PICTURE_LONGEST = 400_000;

/** A picture of how a place is set up for somebody: a JPEG of at most some three hundred kilobytes, as base64. */
export class ClientPicture {
  @IsString()
  @Length(100, PICTURE_LONGEST)
  @Matches(/^\/9j\/[A-Za-z0-9+/]+={0,2}$/, { message: '$property must be a JPEG picture in base64' })
  jpeg!: string;
}

export class NewMeasurement {
  @IsId() measurementId!: string;
  @IsIn([...MEASURE_IDS]) measureId!: string;
  @Maybe() @IsIn(SIDES) side?: Side;
  @IsNumber() @Min(0) @Max(2000) value!: number;
  @IsDay() localDate!: string;
  @Maybe() @IsString() @Length(1, 200) note?: string;
}
