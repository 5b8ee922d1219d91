import { Controller, Get, Param } from '@nestjs/common';
import type { MovementSession } from '@waxwing/core/api';
import { Actor, type SignedIn } from '../accounts/actor.ts';
import { MovementSessions } from './movementSessions.ts';

@Controller('api/library/:movementId/sessions')
export class MovementSessionsController {
  constructor(private readonly sessions: MovementSessions) {}

  @Get()
  of(@Actor() actor: SignedIn, @Param('movementId') movementId: string): Promise<MovementSession[]> {
    return this.sessions.of(actor, movementId);
  }
}
