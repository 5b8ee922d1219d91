import { Injectable } from '@nestjs/common';
import { DataSource, In } from 'typeorm';
import type { ClientExport } from '@waxwing/core/api';
import type { SignedIn } from '../accounts/actor.ts';
import { BookingClientEntity, BookingEntity } from '../bookings/booking.entities.ts';
import { Clients } from '../clients/clients.ts';
import { Measurements } from '../clients/measurements.ts';
import { Clock } from '../http/clock.ts';
import { EventLog } from '../sessions/eventLog.ts';
import { History } from '../sessions/history.ts';
import { PlanClientEntity, PlanEntity } from '../plans/plan.entities.ts';
import { SessionClientEntity, SessionEntity, SessionLogEntity } from '../sessions/session.entities.ts';
import { ROWS_OF_A_CLIENT, ownPartOf, planWithout } from './personalData.ts';

/** Everything that is held about a client, and nothing about anybody who shared an hour with them. */
@Injectable()
export class ClientExports {
  constructor(
    private readonly dataSource: DataSource,
    private readonly clients: Clients,
    private readonly measurements: Measurements,
    private readonly history: History,
    private readonly events: EventLog,
    private readonly clock: Clock,
  ) {}

  async of(actor: SignedIn, clientId: string): Promise<ClientExport> {
    const { manager } = this.dataSource;
    const client = await this.clients.one(actor, clientId);
    const joined = await manager.findBy(SessionClientEntity, { clientId });
    const ids = joined.map(({ sessionId }) => sessionId);
    const sessions = await manager.find(SessionEntity, { where: { id: In(ids) }, order: { localDate: 'ASC' } });
    const stored = await manager.findBy(SessionLogEntity, { sessionId: In(ids) });
    const logs = new Map(stored.map((log) => [log.sessionId, log.document]));
    const booked = await manager.findBy(BookingClientEntity, { clientId });
    const bookings = await manager.find(BookingEntity, {
      where: { id: In(booked.map(({ bookingId }) => bookingId)) },
      order: { localDate: 'ASC' },
    });
    const planned = await manager.findBy(PlanClientEntity, { clientId });
    const plans = await manager.findBy(PlanEntity, { id: In(planned.map(({ planId }) => planId)) });
    const rows: Record<string, readonly object[]> = {};
    for (const entity of ROWS_OF_A_CLIENT) {
      rows[this.dataSource.getMetadata(entity).tableName] = await manager.findBy(entity, { clientId });
    }
    return {
      format: 'waxwing-client/2',
      exportedAt: this.clock.now().toISOString(),
      client,
      measurements: await this.measurements.of(actor, clientId),
      history: await this.history.of(actor.studioId, client),
      sessions: await Promise.all(
        sessions.map(async (session) => ({
          sessionId: session.id,
          localDate: session.localDate,
          log: (await this.events.log(session, logs.get(session.id))).lanes.filter((lane) => lane.clientId === clientId),
          events: (await ownPartOf(manager, session.id, clientId)).events,
        })),
      ),
      rows,
      plans: plans.map(({ document }) => planWithout(document, clientId, true)),
      bookings: bookings.map(({ localDate, startMinute, minutes }) => ({ localDate, startMinute, minutes })),
    };
  }
}
