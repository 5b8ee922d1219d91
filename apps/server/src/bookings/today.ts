import { Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import type { TodayAnswer, TodayClient } from '@waxwing/core/api';
import { In } from 'typeorm';
import type { Reads } from '../database/reads.ts';
import type { SignedIn } from '../accounts/actor.ts';
import { Clients } from '../clients/clients.ts';
import { MovementEntity } from '../library/library.entities.ts';
import { History } from '../sessions/history.ts';
import { Sessions } from '../sessions/sessions.ts';
import { BookingEntity } from './booking.entities.ts';
import { Diary } from './diary.ts';

/** A trainer's day: who comes, and what was decided for each last time. */
@Injectable()
export class Today {
  constructor(
    @InjectRepository(BookingEntity) private readonly bookings: Reads<BookingEntity>,
    @InjectRepository(MovementEntity) private readonly movements: Reads<MovementEntity>,
    private readonly clients: Clients,
    private readonly sessions: Sessions,
    private readonly history: History,
    private readonly diary: Diary,
  ) {}

  async of(actor: SignedIn, localDate: string): Promise<TodayAnswer> {
    const bookings = await this.bookings.find({
      where: { trainerId: actor.trainerId, localDate },
      order: { startMinute: 'ASC' },
    });
    const visits = await this.diary.visits(actor, bookings);
    const ids = [...new Set(visits.flatMap(({ clients }) => clients.map(({ clientId }) => clientId)))];
    const known = new Map((await this.clients.list(actor, ids)).map((client) => [client.clientId, client]));
    const due = await this.history.due(actor.studioId, ids);
    const last = await this.sessions.lastOf(ids);
    const watch = await this.history.stillThere(actor.studioId, last);
    const decided = [...due.values()].flat().map(({ movementId }) => movementId);
    const movements = await this.movements.findBy({ studioId: actor.studioId, id: In([...new Set(decided)]) });
    const names = new Map(movements.map((each) => [each.id, each.name]));

    const clientOf = (clientId: string): TodayClient[] => {
      const client = known.get(clientId);
      if (!client) return [];
      const lastTime = last.get(clientId);
      return [
        {
          clientId,
          name: client.name,
          cautions: client.cautions,
          goal: client.goals[0]?.text ?? null,
          lastDate: lastTime?.localDate ?? null,
          decided: (due.get(clientId) ?? [])
            .filter((decision) => decision.localDate === lastTime?.localDate)
            .map((decision) => ({ ...decision, movementName: names.get(decision.movementId) ?? decision.movementId })),
          watch: watch.get(clientId) ?? [],
        },
      ];
    };
    return {
      localDate,
      live: await this.sessions.list(actor, { live: true }),
      hasBegun: await this.sessions.hasBegun(actor),
      visits: visits.map((visit) => ({ ...visit, clients: visit.clients.flatMap(({ clientId }) => clientOf(clientId)) })),
    };
  }
}
