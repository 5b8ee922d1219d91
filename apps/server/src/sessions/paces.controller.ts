import { Controller, Get, Param } from '@nestjs/common';
import type { PacesAnswer } from '@waxwing/core/api';
import { IdPipe } from '../http/idPipe.ts';
import { Actor, type SignedIn } from '../accounts/actor.ts';
import { Paces } from './paces.ts';

/** Belongs to a client's address and to a session's knowledge. */
@Controller('api/clients/:clientId/paces')
export class PacesController {
  constructor(private readonly paces: Paces) {}

  @Get()
  of(@Actor() actor: SignedIn, @Param('clientId', IdPipe) clientId: string): Promise<PacesAnswer> {
    return this.paces.of(actor, clientId);
  }
}
