import { Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { foldSession, type EventsAnswer, type EventsPage, type Problem, type SessionEvent } from '@waxwing/core';
import { checkEvent } from '@waxwing/core/shapes';
import { In, MoreThan, Repository, type EntityManager } from 'typeorm';
import type { SignedIn } from '../accounts/actor.ts';
import { ClientTombstoneEntity } from '../clients/client.entities.ts';
import { Transactions } from '../database/transactions.ts';
import { Clock } from '../http/clock.ts';
import { Briefs } from './briefs.ts';
import { saveProjection } from './projection.ts';
import { EventEntity, SessionEntity } from './session.entities.ts';

const PAGE = 5000;
/** Well under SQLite's limit on bound values. */
const ROWS_AN_INSERT = 100;

/** The id that something claims, to say it back. */
function idOf(candidate: object): string {
  return 'id' in candidate && typeof candidate.id === 'string' ? candidate.id : '';
}

function seqKey(event: { readonly replicaId: string; readonly seq: number }): string {
  return `${event.replicaId}#${event.seq}`;
}

export function asEvent(entity: EventEntity): SessionEvent {
  const { position: _position, studioId: _studio, sentBy: _sentBy, receivedAt: _receivedAt, clientId, laneId, ...event } = entity;
  return { ...event, ...(clientId && { clientId }), ...(laneId && { laneId }) } as SessionEvent;
}

/** The append-only events of sessions. Whatever is appended, the log is projected again in the same transaction. */
@Injectable()
export class EventLog {
  constructor(
    @InjectRepository(EventEntity) private readonly events: Repository<EventEntity>,
    private readonly transactions: Transactions,
    private readonly briefs: Briefs,
    private readonly clock: Clock,
  ) {}

  /** Keeps what is sound and new; says again "kept" for what was there before, so that sending twice is harmless. */
  append(actor: SignedIn, session: SessionEntity, plain: readonly object[]): Promise<EventsAnswer> {
    return this.transactions.run(async (manager) => {
      const checked = plain.map((candidate) => ({ candidate, result: checkEvent(candidate) }));
      const sound = checked.flatMap(({ result }) => (result.ok ? [result.value] : []));
      const before = await this.storedBefore(manager, sound);
      const kept = new Map<string, SessionEvent>();
      const refused: { id: string; problems: readonly Problem[] }[] = [];
      for (const { candidate, result } of checked) {
        const problems = result.ok ? this.problemsOf(session, result.value, before) : result.problems;
        if (result.ok && problems.length === 0) {
          kept.set(result.value.id, result.value);
          before.idOfSeq.set(seqKey(result.value), result.value.id);
        } else refused.push({ id: idOf(candidate), problems });
      }
      const fresh = [...kept.values()].filter(
        (event) => !before.ids.has(event.id) && !(event.clientId && before.deletedClients.has(event.clientId)),
      );
      await this.insert(manager, actor, session, fresh);
      if (fresh.length > 0) await this.project(manager, session);
      return { kept: [...kept.keys()], refused };
    });
  }

  async page(sessionId: string, after: number): Promise<EventsPage> {
    const found = await this.events.find({
      where: { sessionId, position: MoreThan(after) },
      order: { position: 'ASC' },
      take: PAGE,
    });
    return { events: found.map(asEvent), cursor: found.at(-1)?.position ?? after };
  }

  /** What bears on whether these events are new: asked once for the whole batch. */
  private async storedBefore(manager: EntityManager, events: readonly SessionEvent[]) {
    const stored = await manager.find(EventEntity, {
      select: { id: true, replicaId: true, seq: true },
      where: [
        { id: In(events.map((event) => event.id)) },
        { replicaId: In([...new Set(events.map((event) => event.replicaId))]), seq: In(events.map((event) => event.seq)) },
      ],
    });
    const deleted = await manager.findBy(ClientTombstoneEntity, {
      clientId: In([...new Set(events.flatMap((event) => event.clientId ?? []))]),
    });
    return {
      ids: new Set(stored.map((event) => event.id)),
      idOfSeq: new Map(stored.map((event) => [seqKey(event), event.id])),
      deletedClients: new Set(deleted.map((tombstone) => tombstone.clientId)),
    };
  }

  private problemsOf(
    session: SessionEntity,
    event: SessionEvent,
    { idOfSeq, deletedClients }: { idOfSeq: ReadonlyMap<string, string>; deletedClients: ReadonlySet<string> },
  ): Problem[] {
    if (event.sessionId !== session.id) return [{ path: 'sessionId', message: 'belongs to another session' }];
    if (
      event.clientId &&
      !deletedClients.has(event.clientId) &&
      !session.pins.clients.some((client) => client.clientId === event.clientId)
    ) {
      return [{ path: 'clientId', message: 'is not in this session' }];
    }
    const owner = idOfSeq.get(seqKey(event));
    return owner && owner !== event.id ? [{ path: 'seq', message: 'was used for another event of this replica' }] : [];
  }

  private async insert(
    manager: EntityManager,
    actor: SignedIn,
    session: SessionEntity,
    events: readonly SessionEvent[],
  ): Promise<void> {
    const receivedAt = this.clock.now().toISOString();
    for (let from = 0; from < events.length; from += ROWS_AN_INSERT) {
      await manager.insert(
        EventEntity,
        events.slice(from, from + ROWS_AN_INSERT).map((event) => ({
          ...event,
          clientId: event.clientId ?? null,
          laneId: event.laneId ?? null,
          studioId: session.studioId,
          sentBy: actor.trainerId,
          receivedAt,
        })),
      );
    }
  }

  /** Rebuilds the log of a session whole from its events. */
  async project(manager: EntityManager, session: SessionEntity): Promise<void> {
    const rows = await manager.find(EventEntity, { where: { sessionId: session.id } });
    await saveProjection(manager, session, foldSession(rows.map(asEvent)), await this.briefs.assemble(session));
  }
}
