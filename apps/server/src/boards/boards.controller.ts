import { Body, Controller, Delete, Get, HttpCode, Ip, Param, Post, Res } from '@nestjs/common';
import type { BoardAnswer, OpenBoard } from '@waxwing/core/api';
import { BoardCode, BoardForm } from '@waxwing/core/shapes';
import type { Response } from 'express';
import { IdPipe } from '../http/idPipe.ts';
import { Actor, Public, type SignedIn } from '../accounts/actor.ts';
import { EventStreams } from '../http/eventStreams.ts';
import { ShapeBody } from '../http/shapeBody.ts';
import { Changes } from '../sessions/changes.ts';
import { Boards } from './boards.ts';

/** Many taps in a moment are said once. */
const TOGETHER_MS = 150;

@Controller('api')
export class BoardsController {
  constructor(
    private readonly boards: Boards,
    private readonly changes: Changes,
    private readonly streams: EventStreams,
  ) {}

  @Get('sessions/:sessionId/board')
  async of(@Actor() actor: SignedIn, @Param('sessionId', IdPipe) sessionId: string): Promise<{ board: OpenBoard | null }> {
    return { board: await this.boards.of(actor, sessionId) };
  }

  @Post('sessions/:sessionId/board')
  @ShapeBody(BoardForm)
  open(
    @Actor() actor: SignedIn,
    @Param('sessionId', IdPipe) sessionId: string,
    @Body() { hasNames }: BoardForm,
  ): Promise<OpenBoard> {
    return this.boards.open(actor, sessionId, hasNames);
  }

  @Delete('sessions/:sessionId/board')
  @HttpCode(204)
  close(@Actor() actor: SignedIn, @Param('sessionId', IdPipe) sessionId: string): Promise<void> {
    return this.boards.close(actor, sessionId);
  }

  /** A screen that signs in nowhere types six digits, and is told the secret under which it reads. */
  @Public()
  @Post('board-code')
  @HttpCode(200)
  @ShapeBody(BoardCode)
  async find(@Body() { code }: BoardCode, @Ip() address: string): Promise<{ token: string }> {
    return { token: await this.boards.find(code, address) };
  }

  @Public()
  @Get('boards/:token')
  view(@Param('token') token: string): Promise<BoardAnswer> {
    return this.boards.view(token);
  }

  @Public()
  @Get('boards/:token/changes')
  async stream(@Param('token') token: string, @Res() response: Response): Promise<void> {
    const sessionId = await this.boards.sessionBehind(token);
    const stream = this.streams.begin(response, `board ${sessionId}`, () => this.boards.sessionBehind(token).then(() => true));
    const say = () =>
      this.boards.moved(token).then(
        (moved) => stream.say(moved),
        // Closed, or its day is over.
        () => stream.end(),
      );
    let waiting: NodeJS.Timeout | null = null;
    const stop = this.changes.listen((change) => {
      if (change.sessionId !== sessionId || waiting) return;
      waiting = setTimeout(() => {
        waiting = null;
        void say();
      }, TOGETHER_MS);
    });
    response.on('close', () => {
      stop();
      if (waiting) clearTimeout(waiting);
    });
    await say();
  }
}
