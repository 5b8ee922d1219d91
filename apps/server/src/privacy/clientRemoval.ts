import { BadRequestException, Injectable, type OnApplicationBootstrap, type OnApplicationShutdown } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { nameToType } from '@waxwing/core/client';
import { In, type EntityManager } from 'typeorm';
import type { SignedIn } from '../accounts/actor.ts';
import { BookingClientEntity, BookingEntity } from '../bookings/booking.entities.ts';
import { ClientTombstoneEntity, TombstoneLaneEntity } from '../clients/client.entities.ts';
import { Clients } from '../clients/clients.ts';
import type { Reads } from '../database/reads.ts';
import { ServerStateEntity } from '../database/serverState.entity.ts';
import { Transactions } from '../database/transactions.ts';
import { Clock } from '../http/clock.ts';
import { PlanClientEntity, PlanEntity } from '../plans/plan.entities.ts';
import { EventLog } from '../sessions/eventLog.ts';
import { EventEntity, SessionClientEntity, SessionEntity, SessionLogEntity } from '../sessions/session.entities.ts';
import { ROWS_OF_A_CLIENT, THE_RECORD, ownPartOf, planWithout } from './personalData.ts';

/** Stands in the server's state from a deletion until the file was made anew. */
const REWRITE_DUE = 'rewrite-due';
const LOOK_EVERY_MS = 3_600_000;
/** Well under SQLite's limit on bound values. */
const IDS_AT_ONCE = 500;

/** Forgets a client: rows, then what the deleted rows leave behind in the file and its log. */
@Injectable()
export class ClientRemoval implements OnApplicationBootstrap, OnApplicationShutdown {
  private timer: NodeJS.Timeout | undefined;

  constructor(
    @InjectRepository(ServerStateEntity) private readonly state: Reads<ServerStateEntity>,
    private readonly clients: Clients,
    private readonly events: EventLog,
    private readonly transactions: Transactions,
    private readonly clock: Clock,
  ) {}

  /** `typedName` has to be theirs to the letter. What is left is a tombstone: an id that a late device's events are dropped by. */
  async forget(actor: SignedIn, clientId: string, typedName: string): Promise<void> {
    const name = nameToType((await this.clients.one(actor, clientId)).name);
    if (typedName.trim() !== name) {
      throw new BadRequestException({ message: 'Not deleted', problems: [{ path: 'name', message: `type “${name}”` }] });
    }
    await this.transactions.run(async (manager) => {
      const sessions = await sessionsOf(manager, clientId);
      for (const session of sessions) await forgetEvents(manager, session, clientId);
      const booked = (await manager.findBy(BookingClientEntity, { clientId })).map(({ bookingId }) => bookingId);
      const planned = (await manager.findBy(PlanClientEntity, { clientId })).map(({ planId }) => planId);
      for (const entity of ROWS_OF_A_CLIENT) await manager.delete(entity, { clientId });
      for (const session of sessions) await this.forgetSession(manager, session, clientId);
      await forgetBookings(manager, booked);
      await forgetPlans(manager, planned, clientId);
      await manager.delete(THE_RECORD, { id: clientId });
      const deletedAt = this.clock.now().toISOString();
      await manager.insert(ClientTombstoneEntity, { clientId, studioId: actor.studioId, deletedAt });
      await manager.save(ServerStateEntity, { name: REWRITE_DUE, value: deletedAt });
    });
    // They are forgotten, whether or not there is room to make the file anew now.
    await this.rewriteDue().catch(() => undefined);
  }

  /** Without this, pages as they were would stay in the file's write-ahead log: a killed server makes up for it when it starts. */
  private async rewriteDue(): Promise<void> {
    if (!(await this.state.existsBy({ name: REWRITE_DUE }))) return;
    await this.transactions.rewriteFile();
    await this.transactions.run((manager) => manager.delete(ServerStateEntity, { name: REWRITE_DUE }));
  }

  onApplicationBootstrap(): void {
    const look = () => void this.rewriteDue().catch(() => undefined);
    look();
    this.timer = setInterval(look, LOOK_EVERY_MS);
    this.timer.unref();
  }

  onApplicationShutdown(): void {
    clearInterval(this.timer);
  }

  /** What is left of it is the others', projected anew; alone it goes whole. */
  private async forgetSession(manager: EntityManager, session: SessionEntity, clientId: string): Promise<void> {
    const others = session.pins.clients.filter((client) => client.clientId !== clientId);
    if (others.length === 0) {
      this.events.forget(session.id);
      for (const entity of [EventEntity, SessionLogEntity, SessionClientEntity]) {
        await manager.delete(entity, { sessionId: session.id });
      }
      await manager.delete(SessionEntity, { id: session.id });
      return;
    }
    const { plan } = session.pins;
    session.pins = { ...session.pins, clients: others, ...(plan && { plan: planWithout(plan, clientId) }) };
    await manager.save(session);
    await this.events.project(manager, session);
  }
}

async function sessionsOf(manager: EntityManager, clientId: string): Promise<SessionEntity[]> {
  const joined = await manager.findBy(SessionClientEntity, { clientId });
  return manager.findBy(SessionEntity, { id: In(joined.map(({ sessionId }) => sessionId)) });
}

/** Their events go; the lanes are remembered, so that a late device brings none of it back. */
async function forgetEvents(manager: EntityManager, session: SessionEntity, clientId: string): Promise<void> {
  const { laneIds, events } = await ownPartOf(manager, session.id, clientId);
  const ids = events.map(({ id }) => id);
  for (let from = 0; from < ids.length; from += IDS_AT_ONCE) {
    await manager.delete(EventEntity, { id: In(ids.slice(from, from + IDS_AT_ONCE)) });
  }
  const isSessionGone = session.pins.clients.every((client) => client.clientId === clientId);
  for (const laneId of laneIds) {
    const lane = { sessionId: session.id, laneId, clientId, studioId: session.studioId, isSessionGone };
    await manager.insert(TombstoneLaneEntity, lane);
  }
}

/** A booking that nobody comes to any more is none. */
async function forgetBookings(manager: EntityManager, bookingIds: readonly string[]): Promise<void> {
  for (const bookingId of bookingIds) {
    if (!(await manager.existsBy(BookingClientEntity, { bookingId }))) await manager.delete(BookingEntity, { id: bookingId });
  }
}

/** Of a plan that was theirs alone nothing is left; of one that was shared, the others' part. */
async function forgetPlans(manager: EntityManager, planIds: readonly string[], clientId: string): Promise<void> {
  for (const plan of await manager.findBy(PlanEntity, { id: In([...planIds]) })) {
    const document = planWithout(plan.document, clientId);
    if (document.lanes.length === 0) await manager.delete(PlanEntity, { id: plan.id });
    else await manager.update(PlanEntity, { id: plan.id }, { document, version: plan.version + 1 });
  }
}
