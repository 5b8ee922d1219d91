import { Type } from 'class-transformer';
import { ArrayMaxSize, Equals, IsArray, IsOptional, ValidateNested } from 'class-validator';
import { MovementDocument } from './movementDocument.ts';
import { Vocabulary } from './vocabulary.ts';

/** The pack format that this version reads and writes. A file that names another is refused by that name. */
export const PACK_FORMAT = 'waxwing-library/1';

/** One open file of movements and the vocabulary that they use. The starter library is such files. */
export class LibraryPack {
  @Equals(PACK_FORMAT) format!: string;
  @IsOptional() @ValidateNested() @Type(() => Vocabulary) vocabulary?: Vocabulary;
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(5000)
  @ValidateNested({ each: true })
  @Type(() => MovementDocument)
  movements?: MovementDocument[];
}
