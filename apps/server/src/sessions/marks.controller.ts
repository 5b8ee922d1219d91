import { Controller, Get } from '@nestjs/common';
import { masteryOf } from '@waxwing/core/progress';
import type { MarksAnswer } from '@waxwing/core/api';
import { Actor, type SignedIn } from '../accounts/actor.ts';
import { Clients } from '../clients/clients.ts';
import { Library } from '../library/library.ts';
import { History } from './history.ts';

/** How far each of a trainer's clients has come on every ladder. */
@Controller('api/marks')
export class MarksController {
  constructor(
    private readonly clients: Clients,
    private readonly library: Library,
    private readonly history: History,
  ) {}

  @Get()
  async marks(@Actor() actor: SignedIn): Promise<MarksAnswer> {
    const { revisions } = await this.library.current(actor.studioId);
    const documents = new Map(revisions.map(({ document }) => [document.id, document]));
    const marks: MarksAnswer[number][] = [];
    const clients = await this.clients.list(actor);
    for (const { clientId, marks: given = [] } of clients) {
      for (const { movementId, mark } of given) marks.push({ clientId, movementId, mark });
    }
    const isGiven = new Set(marks.map(({ clientId, movementId }) => `${clientId}|${movementId}`));
    for (const [clientId, practice] of await this.history.practices(
      actor.studioId,
      clients.map((client) => client.clientId),
    )) {
      for (const [movementId, sets] of Object.entries(practice)) {
        const document = documents.get(movementId);
        const mark = document && masteryOf(document, sets);
        if (mark && !isGiven.has(`${clientId}|${movementId}`)) marks.push({ clientId, movementId, mark });
      }
    }
    return marks;
  }
}
