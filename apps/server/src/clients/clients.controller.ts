import { Controller, Get, Param, ParseUUIDPipe } from '@nestjs/common';
import type { ClientSummary } from '@waxwing/core';
import { Actor, type SignedIn } from '../accounts/actor.ts';
import { Clients } from './clients.ts';

@Controller('api/clients')
export class ClientsController {
  constructor(private readonly clients: Clients) {}

  @Get()
  list(@Actor() actor: SignedIn): Promise<ClientSummary[]> {
    return this.clients.list(actor);
  }

  @Get(':clientId')
  async one(@Actor() actor: SignedIn, @Param('clientId', ParseUUIDPipe) clientId: string): Promise<ClientSummary> {
    return (await this.clients.mine(actor, [clientId]))[0]!;
  }
}
