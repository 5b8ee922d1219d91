import { Injectable } from '@nestjs/common';
import { DataSource, In } from 'typeorm';
import type { ClientExport } from '@waxwing/core';
import type { SignedIn } from '../accounts/actor.ts';
import { BookingClientEntity, BookingEntity } from '../bookings/booking.entities.ts';
import { Clients } from '../clients/clients.ts';
import { Measurements } from '../clients/measurements.ts';
import { Clock } from '../http/clock.ts';
import { asEvent } from '../sessions/eventLog.ts';
import { History } from '../sessions/history.ts';
import { EventEntity, SessionClientEntity, SessionEntity, SessionLogEntity } from '../sessions/session.entities.ts';

/** Everything that is held about a client, and nothing about anybody who shared an hour with them. */
@Injectable()
export class ClientExports {
  constructor(
    private readonly dataSource: DataSource,
    private readonly clients: Clients,
    private readonly measurements: Measurements,
    private readonly history: History,
    private readonly clock: Clock,
  ) {}

  async of(actor: SignedIn, clientId: string): Promise<ClientExport> {
    const { manager } = this.dataSource;
    const client = await this.clients.one(actor, clientId);
    const joined = await manager.findBy(SessionClientEntity, { clientId });
    const ids = joined.map(({ sessionId }) => sessionId);
    const sessions = await manager.find(SessionEntity, { where: { id: In(ids) }, order: { localDate: 'ASC' } });
    const logs = new Map(
      (await manager.findBy(SessionLogEntity, { sessionId: In(ids) })).map((log) => [log.sessionId, log.document]),
    );
    const booked = await manager.findBy(BookingClientEntity, { clientId });
    const bookings = await manager.find(BookingEntity, {
      where: { id: In(booked.map(({ bookingId }) => bookingId)) },
      order: { localDate: 'ASC' },
    });
    const eventsOf = async (sessionId: string) =>
      (await manager.find(EventEntity, { where: { sessionId, clientId }, order: { position: 'ASC' } })).map(asEvent);
    return {
      format: 'waxwing-client/1',
      exportedAt: this.clock.now().toISOString(),
      client,
      measurements: await this.measurements.of(actor, clientId),
      history: await this.history.of(client),
      sessions: await Promise.all(
        sessions.map(async ({ id, localDate }) => ({
          sessionId: id,
          localDate,
          log: logs.get(id)?.lanes.find((lane) => lane.clientId === clientId) ?? null,
          events: await eventsOf(id),
        })),
      ),
      bookings: bookings.map(({ localDate, startMinute, minutes }) => ({ localDate, startMinute, minutes })),
    };
  }
}
