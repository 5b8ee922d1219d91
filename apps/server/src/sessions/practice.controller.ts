import { Controller, Get, Param, Query } from '@nestjs/common';
import type { HistoryAnswer, LatelyAnswer, PracticeAnswer } from '@waxwing/core/api';
import { LatelyQuery } from '@waxwing/core/shapes';
import { IdPipe } from '../http/idPipe.ts';
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
  async practice(@Actor() actor: SignedIn, @Param('clientId', IdPipe) clientId: string): Promise<PracticeAnswer> {
    await this.clients.mine(actor, [clientId]);
    return this.history.practice(actor.studioId, clientId);
  }

  /** What was done of late, and whether faults show less than they did. */
  @Get('lately')
  async lately(
    @Actor() actor: SignedIn,
    @Param('clientId', IdPipe) clientId: string,
    @Query() { setsSince, faultsSince }: LatelyQuery,
  ): Promise<LatelyAnswer> {
    await this.clients.mine(actor, [clientId]);
    const rates = async (when: { from?: string; before?: string }) =>
      (await this.history.faultRates(actor.studioId, [clientId], when)).get(clientId)!;
    return {
      sets: await this.history.setsSince(actor.studioId, clientId, setsSince),
      faults: await rates({ from: faultsSince }),
      faultsBefore: await rates({ before: faultsSince }),
    };
  }

  /** Last loads, what is due, and how places are set up: what the next load is judged by. */
  @Get('history')
  async historyOf(@Actor() actor: SignedIn, @Param('clientId', IdPipe) clientId: string): Promise<HistoryAnswer> {
    return this.history.of(actor.studioId, await this.clients.one(actor, clientId));
  }
}
