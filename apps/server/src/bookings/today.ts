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
import { BookingClientEntity, BookingEntity } from './booking.entities.ts';

/** A trainer's day: who comes, and what was decided for each last time. */
@Injectable()
export class Today {
  constructor(
    @InjectRepository(BookingEntity) private readonly bookings: Reads<BookingEntity>,
    @InjectRepository(BookingClientEntity) private readonly bookingClients: Reads<BookingClientEntity>,
    @InjectRepository(MovementEntity) private readonly movements: Reads<MovementEntity>,
    private readonly clients: Clients,
    private readonly sessions: Sessions,
    private readonly history: History,
  ) {}

  async of(actor: SignedIn, localDate: string): Promise<TodayAnswer> {
    const bookings = await this.bookings.find({
      where: { trainerId: actor.trainerId, localDate },
      order: { startMinute: 'ASC' },
    });
    const booked = await this.bookingClients.findBy({ bookingId: In(bookings.map((booking) => booking.id)) });
    const known = new Map((await this.clients.list(actor)).map((client) => [client.clientId, client]));
    const ids = [...new Set(booked.map((each) => each.clientId))].filter((id) => known.has(id));
    const due = await this.history.due(actor.studioId, ids);
    const last = await this.sessions.lastOf(ids);
    const names = new Map((await this.movements.findBy({ studioId: actor.studioId })).map((each) => [each.id, each.name]));

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
        },
      ];
    };
    return {
      localDate,
      live: await this.sessions.list(actor, { live: true }),
      visits: bookings.map(({ id, startMinute, minutes }) => ({
        bookingId: id,
        startMinute,
        minutes,
        clients: booked.filter((each) => each.bookingId === id).flatMap((each) => clientOf(each.clientId)),
      })),
    };
  }
}
