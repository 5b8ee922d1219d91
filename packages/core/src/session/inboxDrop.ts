import { ArrayMaxSize, ArrayMinSize, IsArray, IsBoolean, IsString, Length } from 'class-validator';

/** Something typed on Floor that nobody wants in the library; or does again. */
export class InboxDrop {
  @IsArray() @ArrayMinSize(1) @ArrayMaxSize(200) @IsString({ each: true }) @Length(3, 200, { each: true }) ids!: string[];
  @IsBoolean() isDropped!: boolean;
}
