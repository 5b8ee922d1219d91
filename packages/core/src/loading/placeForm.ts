import { IsString, Length } from 'class-validator';
import { One, Trimmed } from '../checks/parts.ts';
import { Inventory } from './inventory.ts';

/** A room with what it has. */
export class PlaceForm {
  @Trimmed() @IsString() @Length(2, 80) name!: string;
  @One(() => Inventory) inventory!: Inventory;
}
