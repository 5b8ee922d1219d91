import { ArrayMaxSize, Equals, IsArray } from 'class-validator';
import { Each, Maybe, One } from '../checks/parts.ts';
import { MovementDocument } from './movementDocument.ts';
import { Vocabulary } from './vocabulary.ts';

/** The pack format that this version reads and writes. A file that names another is refused by that name. */
export const PACK_FORMAT = 'waxwing-library/1';

/** One open file of movements and the vocabulary that they use. The starter library is such files. */
export class LibraryPack {
  @Equals(PACK_FORMAT) format!: string;
  @Maybe() @One(() => Vocabulary) vocabulary?: Vocabulary;
  @Maybe()
  @IsArray()
  @ArrayMaxSize(5000)
  @Each(() => MovementDocument)
  movements?: MovementDocument[];
}
