import {
  Body,
  Controller,
  Get,
  Headers,
  HttpCode,
  NotFoundException,
  Param,
  ParseIntPipe,
  Post,
  Put,
  Query,
  Res,
} from '@nestjs/common';
import type { MovementChange, MovementLook, PackPreview, SavedChange, StarterNewsEntry, WordChange } from '@waxwing/core/api';
import { isWordList } from '@waxwing/core/movement';
import { ChangeUndo, LibraryChange, LookedOver, NewsReply, PackUpload } from '@waxwing/core/shapes';
import type { Response } from 'express';
import { Actor, keepersOnly, type SignedIn } from '../accounts/actor.ts';
import { ShapeBody } from '../http/shapeBody.ts';
import { Looks } from './looks.ts';
import { Starter } from './starter.ts';
import { Library, type ImportReport } from './library.ts';
import { Words } from './words.ts';

@Controller('api/library')
export class LibraryController {
  constructor(
    private readonly library: Library,
    private readonly words: Words,
    private readonly looks: Looks,
    private readonly starter: Starter,
  ) {}

  /** A `LibraryAnswer`: what changed since a version; all of it when that isn't known. Who has just that (If-None-Match) is told so. */
  @Get()
  async current(
    @Actor() actor: SignedIn,
    @Query('since') since: unknown,
    @Headers('if-none-match') known: string | undefined,
    @Headers('accept-encoding') encodings: string | undefined,
    @Res() response: Response,
  ): Promise<void> {
    response.set({ 'Cache-Control': 'private, no-cache', Vary: 'Cookie, Accept-Encoding' });
    const changes = typeof since === 'string' ? await this.library.changes(actor.studioId, since) : null;
    if (changes) {
      response.json(changes);
      return;
    }
    const { tag, json, gzipped } = await this.library.body(actor.studioId);
    response.set('ETag', tag);
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
    keepersOnly(actor, 'takes in packs');
    return this.library.importPack(actor.studioId, actor.trainerId, upload.files, upload);
  }

  /** What a pack would make of the library. */
  @Post('packs/preview')
  @HttpCode(200)
  @ShapeBody(PackUpload)
  preview(@Actor() actor: SignedIn, @Body() upload: PackUpload): Promise<PackPreview> {
    keepersOnly(actor, 'takes in packs');
    return this.library.previewPack(actor.studioId, upload);
  }

  /** When each movement was last changed, and read through. */
  @Get('looks')
  lookedOver(@Actor() actor: SignedIn): Promise<MovementLook[]> {
    return this.looks.list(actor.studioId);
  }

  @Put(':movementId/look')
  @HttpCode(204)
  @ShapeBody(LookedOver)
  look(@Actor() actor: SignedIn, @Param('movementId') movementId: string, @Body() { isLookedOver }: LookedOver): Promise<void> {
    keepersOnly(actor, 'says what was looked over');
    return this.looks.note(actor, movementId, isLookedOver);
  }

  /** What a later starter library says of movements that were changed here, too. */
  @Get('news')
  news(@Actor() actor: SignedIn): Promise<StarterNewsEntry[]> {
    return this.starter.waiting(actor.studioId);
  }

  @Post('news/:movementId/answer')
  @HttpCode(204)
  @ShapeBody(NewsReply)
  answerNews(@Actor() actor: SignedIn, @Param('movementId') movementId: string, @Body() { change }: NewsReply): Promise<void> {
    keepersOnly(actor, 'takes over what is new in Waxwing’s own library');
    return this.starter.answer(actor, movementId, change);
  }

  @Post('changes/undo')
  @HttpCode(204)
  @ShapeBody(ChangeUndo)
  undo(@Actor() actor: SignedIn, @Body() { number }: ChangeUndo): Promise<void> {
    keepersOnly(actor, 'changes the library');
    return this.library.undo(actor, number);
  }

  /** Newest first; `before`: the number of the last one that is known. */
  @Get(':movementId/revisions')
  history(
    @Actor() actor: SignedIn,
    @Param('movementId') movementId: string,
    @Query('before', new ParseIntPipe({ optional: true })) before: number | undefined,
  ): Promise<MovementChange[]> {
    return this.library.history(actor.studioId, movementId, before);
  }

  /** A word's, newest first. */
  @Get('words/:list/:id/revisions')
  wordHistory(@Actor() actor: SignedIn, @Param('list') list: string, @Param('id') id: string): Promise<WordChange[]> {
    if (!isWordList(list)) throw new NotFoundException({ message: 'No such list of words' });
    return this.words.history(actor.studioId, list, id);
  }

  @Post('changes')
  @HttpCode(200)
  @ShapeBody(LibraryChange)
  save(@Actor() actor: SignedIn, @Body() change: LibraryChange): Promise<SavedChange> {
    keepersOnly(actor, 'changes the library');
    return this.library.saveChange(actor, change);
  }
}
