import { Controller, Get, Param, ParseUUIDPipe } from '@nestjs/common';
import type { HistoryAnswer, PracticeAnswer } from '@waxwing/core/api';
import { Actor, type SignedIn } from '../accounts/actor.ts';
import { Clients } from '../clients/clients.ts';
import { History } from './history.ts';

/** What a client has shown so far, from which mastery follows. */
@Controller('api/clients/:clientId')
export class PracticeController {
  constructor(
    private readonly clients: Clients,
    private readonly history: History,
  ) {}

  @Get('practice')
  async practice(@Actor() actor: SignedIn, @Param('clientId', ParseUUIDPipe) clientId: string): Promise<PracticeAnswer> {
    await this.clients.mine(actor, [clientId]);
    return this.history.practice(actor.studioId, clientId);
  }

  /** Last loads, what is due, and how places are set up: what the next load is judged by. */
  @Get('history')
  async historyOf(@Actor() actor: SignedIn, @Param('clientId', ParseUUIDPipe) clientId: string): Promise<HistoryAnswer> {
    return this.history.of(actor.studioId, await this.clients.one(actor, clientId));
  }
}
