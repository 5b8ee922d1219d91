import { BadRequestException, Injectable } from '@nestjs/common';
import { In, type EntityManager } from 'typeorm';
import type { SignedIn } from '../accounts/actor.ts';
import { BookingClientEntity, BookingEntity } from '../bookings/booking.entities.ts';
import {
  ClientAssignmentEntity,
  ClientEntity,
  ClientMeasurementEntity,
  ClientTombstoneEntity,
} from '../clients/client.entities.ts';
import { Clients } from '../clients/clients.ts';
import { Transactions } from '../database/transactions.ts';
import { Clock } from '../http/clock.ts';
import { EventLog } from '../sessions/eventLog.ts';
import {
  EventEntity,
  LogCueTrialEntity,
  LogDecisionEntity,
  LogFaultEntity,
  LogItemEntity,
  LogSetEntity,
  LogSetUpEntity,
  SessionClientEntity,
  SessionEntity,
  SessionLogEntity,
} from '../sessions/session.entities.ts';

const PROJECTED = [LogItemEntity, LogSetEntity, LogFaultEntity, LogCueTrialEntity, LogDecisionEntity, LogSetUpEntity] as const;

/** Forgets a client: rows, then what the deleted rows leave behind in the file and its log. */
@Injectable()
export class ClientRemoval {
  constructor(
    private readonly clients: Clients,
    private readonly events: EventLog,
    private readonly transactions: Transactions,
    private readonly clock: Clock,
  ) {}

  /** `typedName` has to be theirs to the letter. What is left is a tombstone: an id that a late device's events are dropped by. */
  async forget(actor: SignedIn, clientId: string, typedName: string): Promise<void> {
    const { name } = await this.clients.one(actor, clientId);
    if (typedName.trim() !== name) {
      throw new BadRequestException({ message: 'Not deleted', problems: [{ path: 'name', message: `type “${name}”` }] });
    }
    await this.transactions.run(async (manager) => {
      await this.forgetSessions(manager, clientId);
      await forgetBookings(manager, clientId);
      await manager.delete(ClientMeasurementEntity, { clientId });
      await manager.delete(ClientAssignmentEntity, { clientId });
      await manager.delete(ClientEntity, { id: clientId });
      await manager.insert(ClientTombstoneEntity, {
        clientId,
        studioId: actor.studioId,
        deletedAt: this.clock.now().toISOString(),
      });
    });
    await this.transactions.alone(async (dataSource) => {
      // The write-ahead log holds pages as they were; making the file anew leaves none of them anywhere.
      await dataSource.query('pragma wal_checkpoint(truncate)');
      await dataSource.query('vacuum');
      await dataSource.query('pragma wal_checkpoint(truncate)');
    });
  }

  private async forgetSessions(manager: EntityManager, clientId: string): Promise<void> {
    const joined = await manager.findBy(SessionClientEntity, { clientId });
    const sessions = await manager.findBy(SessionEntity, { id: In(joined.map(({ sessionId }) => sessionId)) });
    for (const entity of PROJECTED) await manager.delete(entity, { clientId });
    for (const session of sessions) {
      const others = session.pins.clients.filter((client) => client.clientId !== clientId);
      if (others.length === 0) {
        await manager.delete(EventEntity, { sessionId: session.id });
        await manager.delete(SessionLogEntity, { sessionId: session.id });
        await manager.delete(SessionClientEntity, { sessionId: session.id });
        await manager.delete(SessionEntity, { id: session.id });
        continue;
      }
      const laneId = joined.find(({ sessionId }) => sessionId === session.id)!.laneId;
      await manager.delete(EventEntity, { sessionId: session.id, clientId });
      await manager.delete(EventEntity, { sessionId: session.id, laneId });
      await manager.delete(SessionClientEntity, { sessionId: session.id, clientId });
      session.pins = { ...session.pins, clients: others };
      await manager.save(session);
      await this.events.project(manager, session);
    }
  }
}

async function forgetBookings(manager: EntityManager, clientId: string): Promise<void> {
  const booked = await manager.findBy(BookingClientEntity, { clientId });
  await manager.delete(BookingClientEntity, { clientId });
  for (const { bookingId } of booked) {
    if (!(await manager.existsBy(BookingClientEntity, { bookingId }))) await manager.delete(BookingEntity, { id: bookingId });
  }
}
