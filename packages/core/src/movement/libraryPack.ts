import { ArrayMaxSize, Equals, IsArray } from 'class-validator';
import { Each, Maybe, One } from '../checks/parts.ts';
import { MovementDocument } from './movementDocument.ts';
import { PACK_FORMAT } from './packFormat.ts';
import { Vocabulary } from './vocabulary.ts';

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
