import { Body, Controller, Get, Headers, HttpCode, Post, Res } from '@nestjs/common';
import { PackUpload } from '@waxwing/core/shapes';
import type { Response } from 'express';
import { Actor, ownersOnly, type SignedIn } from '../accounts/actor.ts';
import { ShapeBody } from '../http/shapeBody.ts';
import { Library, type ImportReport } from './library.ts';

@Controller('api/library')
export class LibraryController {
  constructor(private readonly library: Library) {}

  /** A `LibraryAnswer`; who has it already (If-None-Match) is told so. */
  @Get()
  async current(
    @Actor() actor: SignedIn,
    @Headers('if-none-match') known: string | undefined,
    @Headers('accept-encoding') encodings: string | undefined,
    @Res() response: Response,
  ): Promise<void> {
    const { tag, json, gzipped } = await this.library.body(actor.studioId);
    response.set({ ETag: tag, 'Cache-Control': 'private, no-cache', Vary: 'Cookie, Accept-Encoding' });
    if (known === tag) {
      response.status(304).end();
      return;
    }
    response.type('application/json');
    if (!/\bgzip\b/.test(encodings ?? '')) {
      response.send(json);
      return;
    }
    response.set('Content-Encoding', 'gzip').send(gzipped);
  }

  @Post('packs')
  @HttpCode(200)
  @ShapeBody(PackUpload)
  importPack(@Actor() actor: SignedIn, @Body() upload: PackUpload): Promise<ImportReport> {
    ownersOnly(actor, 'takes in packs');
    return this.library.importPack(actor.studioId, actor.trainerId, upload.files);
  }
}
