import { Body, Controller, Get, HttpCode, Post } from '@nestjs/common';
import type { LibraryAnswer } from '@waxwing/core';
import { PackUpload } from '@waxwing/core/shapes';
import { Actor, ownersOnly, type SignedIn } from '../accounts/actor.ts';
import { ShapeBody } from '../http/shapeBody.ts';
import { Library, type ImportReport } from './library.ts';

@Controller('api/library')
export class LibraryController {
  constructor(private readonly library: Library) {}

  @Get()
  async current(@Actor() actor: SignedIn): Promise<LibraryAnswer> {
    const { vocabulary, revisions } = await this.library.current(actor.studioId);
    return { vocabulary, revisions };
  }

  @Post('packs')
  @HttpCode(200)
  @ShapeBody(PackUpload)
  importPack(@Actor() actor: SignedIn, @Body() upload: PackUpload): Promise<ImportReport> {
    ownersOnly(actor, 'takes in packs');
    return this.library.importPack(actor.studioId, actor.trainerId, upload.files);
  }
}
