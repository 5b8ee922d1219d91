import { Type } from 'class-transformer';
import { IsDefined, IsString, Length, ValidateNested } from 'class-validator';
import { Inventory } from './inventory.ts';

/** A room with what it has. */
export class PlaceForm {
  @IsString() @Length(2, 80) name!: string;
  @IsDefined() @ValidateNested() @Type(() => Inventory) inventory!: Inventory;
}
