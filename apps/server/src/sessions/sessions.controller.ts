import { Body, Controller, DefaultValuePipe, Get, HttpCode, Param, ParseIntPipe, Post, Query } from '@nestjs/common';
import type { SessionBrief } from '@waxwing/core/session';
import type { EventsAnswer, EventsPage, SessionAnswer, SessionSummary } from '@waxwing/core/api';
import { EventBatch, PickedLane, SessionsQuery, StartSession } from '@waxwing/core/shapes';
import { IdPipe } from '../http/idPipe.ts';
import { Actor, type SignedIn } from '../accounts/actor.ts';
import { ShapeBody } from '../http/shapeBody.ts';
import { EventLog } from './eventLog.ts';
import { Sessions } from './sessions.ts';

@Controller('api/sessions')
export class SessionsController {
  constructor(
    private readonly sessions: Sessions,
    private readonly events: EventLog,
  ) {}

  @Post()
  @ShapeBody(StartSession)
  start(@Actor() actor: SignedIn, @Body() form: StartSession): Promise<SessionBrief> {
    return this.sessions.start(actor, form);
  }

  @Post('ahead')
  @HttpCode(200)
  @ShapeBody(StartSession)
  ahead(@Actor() actor: SignedIn, @Body() form: StartSession): Promise<SessionBrief> {
    return this.sessions.ahead(actor, form);
  }

  @Post(':sessionId/lanes')
  @ShapeBody(PickedLane)
  join(@Actor() actor: SignedIn, @Param('sessionId', IdPipe) sessionId: string, @Body() lane: PickedLane): Promise<SessionBrief> {
    return this.sessions.join(actor, sessionId, lane);
  }

  @Get()
  list(@Actor() actor: SignedIn, @Query() query: SessionsQuery): Promise<SessionSummary[]> {
    return this.sessions.list(actor, {
      ...(query.clientId && { clientId: query.clientId }),
      ...(query.before && { before: query.before }),
      live: query.live === 'yes',
    });
  }

  @Get(':sessionId')
  one(@Actor() actor: SignedIn, @Param('sessionId', IdPipe) sessionId: string): Promise<SessionAnswer> {
    return this.sessions.answer(actor, sessionId);
  }

  @Get(':sessionId/brief')
  brief(@Actor() actor: SignedIn, @Param('sessionId', IdPipe) sessionId: string): Promise<SessionBrief> {
    return this.sessions.brief(actor, sessionId);
  }

  @Get(':sessionId/events')
  async page(
    @Actor() actor: SignedIn,
    @Param('sessionId', IdPipe) sessionId: string,
    @Query('after', new DefaultValuePipe(0), ParseIntPipe) after: number,
  ): Promise<EventsPage> {
    await this.sessions.mine(actor, sessionId);
    return this.events.page(sessionId, after);
  }

  @Post(':sessionId/events')
  @HttpCode(200)
  @ShapeBody(EventBatch)
  async append(
    @Actor() actor: SignedIn,
    @Param('sessionId', IdPipe) sessionId: string,
    @Body() batch: EventBatch,
  ): Promise<EventsAnswer> {
    const session = await this.sessions.mineToWrite(actor, sessionId);
    return this.events.append(actor, session, batch.events);
  }
}
