import { ArrayMaxSize, ArrayMinSize, IsArray, IsInt, IsString, Length, Matches, Min } from 'class-validator';
import { Each, Maybe } from '../checks/parts.ts';
import { MovementDocument } from '../movement/movementDocument.ts';
import { MOVEMENT_ID_PATTERN } from '../movement/terms.ts';
import { PACK_MAX_CHARACTERS, type PackFile } from './readPack.ts';

export class UploadedFile implements PackFile {
  @IsString() @Length(1, 200) name!: string;
  @IsString() @Length(0, PACK_MAX_CHARACTERS) text!: string;
}

/** The files of a library pack, sent together. */
export class PackUpload {
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(1000)
  @Each(() => UploadedFile)
  files!: UploadedFile[];
  /** Of its movements these only; all where it isn’t said. Words always come along. */
  @Maybe() @IsArray() @ArrayMaxSize(5000) @Matches(MOVEMENT_ID_PATTERN, { each: true }) only?: string[];
  /** What is taken in in place of what the files say: theirs joined with what was changed here since. */
  @Maybe() @IsArray() @ArrayMaxSize(500) @Each(() => MovementDocument) instead?: MovementDocument[];
}

/** A change of the library that is taken back, by the number that it was given. */
export class ChangeUndo {
  @IsInt() @Min(1) number!: number;
}
