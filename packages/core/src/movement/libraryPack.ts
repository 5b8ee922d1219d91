import { ArrayMaxSize, Equals, IsArray, Matches } from 'class-validator';
import { IsId } from '../checks/id.ts';
import { Each, Maybe, One } from '../checks/parts.ts';
import { MovementDocument } from './movementDocument.ts';
import { PACK_FORMAT } from './packFormat.ts';
import { MOVEMENT_ID_PATTERN } from './terms.ts';
import { Vocabulary } from './vocabulary.ts';

/** A movement of a pack, and the revision that it was when it went out: who takes it in again sees what either side has changed since. */
export class PackBase {
  @Matches(MOVEMENT_ID_PATTERN) movement!: string;
  @IsId() revision!: string;
}

/** One open file of movements and the vocabulary that they use. The starter library is such files. */
export class LibraryPack {
  @Equals(PACK_FORMAT) format!: string;
  @Maybe()
  @IsArray()
  @ArrayMaxSize(5000)
  @Each(() => PackBase)
  madeFrom?: PackBase[];
  @Maybe() @One(() => Vocabulary) vocabulary?: Vocabulary;
  @Maybe()
  @IsArray()
  @ArrayMaxSize(5000)
  @Each(() => MovementDocument)
  movements?: MovementDocument[];
}
