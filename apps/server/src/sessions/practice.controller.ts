import { Controller, Get, Param, ParseUUIDPipe } from '@nestjs/common';
import type { PracticeAnswer } from '@waxwing/core';
import { Actor, type SignedIn } from '../accounts/actor.ts';
import { Clients } from '../clients/clients.ts';
import { History } from './history.ts';

/** What a client has shown so far, from which mastery follows. */
@Controller('api/clients/:clientId/practice')
export class PracticeController {
  constructor(
    private readonly clients: Clients,
    private readonly history: History,
  ) {}

  @Get()
  async practice(@Actor() actor: SignedIn, @Param('clientId', ParseUUIDPipe) clientId: string): Promise<PracticeAnswer> {
    await this.clients.mine(actor, [clientId]);
    return this.history.practice(clientId);
  }
}
