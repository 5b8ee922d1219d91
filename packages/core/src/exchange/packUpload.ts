import { ArrayMaxSize, ArrayMinSize, IsArray, IsString, Length } from 'class-validator';
import { Each } from '../checks/parts.ts';
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
}
