import { Controller, Get, Param } from '@nestjs/common';
import type { LastTime } from '@waxwing/core/api';
import { IdPipe } from '../http/idPipe.ts';
import { Actor, type SignedIn } from '../accounts/actor.ts';
import { Sessions } from './sessions.ts';

/** Belongs to a client's address and to a session's knowledge. */
@Controller('api/clients/:clientId/last-time')
export class LastTimeController {
  constructor(private readonly sessions: Sessions) {}

  @Get()
  lastTime(@Actor() actor: SignedIn, @Param('clientId', IdPipe) clientId: string): Promise<LastTime[]> {
    return this.sessions.lastTime(actor, clientId);
  }
}
