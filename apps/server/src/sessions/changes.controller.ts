import { Controller, Get, Headers, Req, Res } from '@nestjs/common';
import type { Request, Response } from 'express';
import type { SessionChanged } from '@waxwing/core/api';
import { Actor, type SignedIn } from '../accounts/actor.ts';
import { tokenOf } from '../accounts/cookie.ts';
import { SignIns } from '../accounts/signIns.ts';
import { EventStreams } from '../http/eventStreams.ts';
import { Changes } from './changes.ts';
import { Sessions } from './sessions.ts';

/** Tells a device at once which session another has changed, so that it asks for what is new. */
@Controller('api/changes')
export class ChangesController {
  constructor(
    private readonly changes: Changes,
    private readonly sessions: Sessions,
    private readonly signIns: SignIns,
    private readonly streams: EventStreams,
  ) {}

  @Get()
  stream(
    @Actor() actor: SignedIn,
    @Req() request: Request,
    @Res() response: Response,
    @Headers('last-event-id') last: string | undefined,
  ): void {
    const token = tokenOf(request) ?? '';
    const stream = this.streams.begin(response, actor.trainerId, async () => (await this.signIns.actorOf(token)) !== null);
    const say = (change: SessionChanged, position: string) => stream.say(change, position);
    // One after the other: who has heard a position has heard all before it.
    let said = Promise.resolve();
    const stop = this.changes.listen(({ sessionId, studioId, by }, position) => {
      if (studioId !== actor.studioId) return;
      said = said.then(() =>
        this.sessions.mineToWrite(actor, sessionId).then(
          () => say({ sessionId, by }, position),
          // Not theirs, or gone: nothing that concerns them.
          () => undefined,
        ),
      );
    });
    response.on('close', stop);
    // Whoever comes back with the last that was said has missed nothing.
    const { position } = this.changes;
    if (last !== position) say({ sessionId: null, by: null }, position);
  }
}
