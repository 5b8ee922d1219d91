import { isDeepStrictEqual } from 'node:util';
import { Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import {
  LAMPORT_LEAP_MAX,
  foldSession,
  type EventsAnswer,
  type EventsPage,
  type Problem,
  type SessionEvent,
} from '@waxwing/core';
import { checkEvent } from '@waxwing/core/shapes';
import { In, MoreThan, type EntityManager } from 'typeorm';
import type { SignedIn } from '../accounts/actor.ts';
import { ClientTombstoneEntity, TombstoneLaneEntity } from '../clients/client.entities.ts';
import type { Reads } from '../database/reads.ts';
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
  return 'id' in candidate && typeof candidate.id === 'string' ? candidate.id.slice(0, 60) : '';
}

function seqKey(event: { readonly replicaId: string; readonly seq: number }): string {
  return `${event.replicaId}#${event.seq}`;
}

export function asEvent(entity: EventEntity): SessionEvent {
  const { position: _position, studioId: _studio, sentBy: _sentBy, receivedAt: _receivedAt, clientId, laneId, ...event } = entity;
  return { ...event, ...(clientId && { clientId }), ...(laneId && { laneId }) } as SessionEvent;
}

/** Whether two events say the same, whatever the order of their fields. */
function sayTheSame(one: SessionEvent, other: SessionEvent): boolean {
  return isDeepStrictEqual(JSON.parse(JSON.stringify(one)), JSON.parse(JSON.stringify(other)));
}

/** The event that this one takes back or amends. */
function targetOf(event: SessionEvent): string | null {
  return event.type === 'retracted' || event.type === 'amended' ? event.payload.eventId : null;
}

/** What is stored already and bears on whether events are new, or may come at all. */
interface Before {
  readonly byId: ReadonlyMap<string, SessionEvent>;
  readonly idOfSeq: Map<string, string>;
  /** Of this session: its latest logical time. */
  readonly lamport: number;
  readonly deletedClients: ReadonlySet<string>;
  /** Of this session: lanes of clients who were deleted. */
  readonly deletedLanes: ReadonlySet<string>;
}

/** The append-only events of sessions. Whatever is appended, the log is projected again in the same transaction. */
@Injectable()
export class EventLog {
  /** Since the server started. */
  readonly counts = { kept: 0, refused: 0 };

  constructor(
    @InjectRepository(EventEntity) private readonly events: Reads<EventEntity>,
    private readonly transactions: Transactions,
    private readonly briefs: Briefs,
    private readonly clock: Clock,
  ) {}

  /** Keeps what is sound and new; says again "kept" for what was there before, so that sending twice is harmless. */
  async append(actor: SignedIn, session: SessionEntity, plain: readonly object[]): Promise<EventsAnswer> {
    // Before its turn: checking takes longer than storing.
    const checked = plain.map((candidate) => ({ candidate, result: checkEvent(candidate) }));
    const answer = await this.transactions.run(async (manager) => {
      const sound = checked.flatMap(({ result }) => (result.ok ? [result.value] : []));
      const before = await this.storedBefore(manager, session, sound);
      const kept = new Map<string, SessionEvent>();
      const refused: { id: string; problems: readonly Problem[] }[] = [];
      for (const { candidate, result } of checked) {
        const problems = result.ok ? this.problemsOf(session, result.value, before, kept) : result.problems;
        if (result.ok && problems.length === 0) {
          kept.set(result.value.id, result.value);
          before.idOfSeq.set(seqKey(result.value), result.value.id);
        } else refused.push({ id: idOf(candidate), problems });
      }
      const fresh = withoutDeleted(
        [...kept.values()].filter((event) => !before.byId.has(event.id)),
        before,
        await this.storedTargets(manager, session, [...kept.values()]),
      );
      await this.insert(manager, actor, session, fresh);
      if (fresh.length > 0) await this.project(manager, session);
      return { kept: [...kept.keys()], refused };
    });
    this.counts.kept += answer.kept.length;
    this.counts.refused += answer.refused.length;
    return answer;
  }

  async page(sessionId: string, after: number): Promise<EventsPage> {
    const found = await this.events.find({
      where: { sessionId, position: MoreThan(after) },
      order: { position: 'ASC' },
      take: PAGE,
    });
    return { events: found.map(asEvent), cursor: found.at(-1)?.position ?? after };
  }

  /** Asked once for the whole batch. */
  private async storedBefore(manager: EntityManager, session: SessionEntity, events: readonly SessionEvent[]): Promise<Before> {
    const sameId = await manager.findBy(EventEntity, { id: In(events.map((event) => event.id)) });
    const sameSeq = await manager.find(EventEntity, {
      select: { id: true, replicaId: true, seq: true },
      where: { replicaId: In([...new Set(events.map((event) => event.replicaId))]), seq: In(events.map((event) => event.seq)) },
    });
    const [latest] = await manager.query<{ lamport: number | null }[]>(
      'select max(lamport) lamport from events where "sessionId" = ?',
      [session.id],
    );
    const deleted = await manager.findBy(ClientTombstoneEntity, {
      clientId: In([...new Set(events.flatMap((event) => event.clientId ?? []))]),
    });
    const lanes = await manager.findBy(TombstoneLaneEntity, { sessionId: session.id });
    return {
      byId: new Map(sameId.map((event) => [event.id, asEvent(event)])),
      idOfSeq: new Map(sameSeq.map((event) => [seqKey(event), event.id])),
      lamport: latest?.lamport ?? 0,
      deletedClients: new Set([...deleted, ...lanes].map(({ clientId }) => clientId)),
      deletedLanes: new Set(lanes.map(({ laneId }) => laneId)),
    };
  }

  /** Of the events that these take back or amend, those that are stored. */
  private async storedTargets(
    manager: EntityManager,
    session: SessionEntity,
    events: readonly SessionEvent[],
  ): Promise<ReadonlySet<string>> {
    const targets = events.flatMap((event) => targetOf(event) ?? []);
    const found =
      targets.length === 0
        ? []
        : await manager.find(EventEntity, { select: { id: true }, where: { sessionId: session.id, id: In(targets) } });
    return new Set(found.map(({ id }) => id));
  }

  private problemsOf(
    session: SessionEntity,
    event: SessionEvent,
    before: Before,
    kept: ReadonlyMap<string, SessionEvent>,
  ): Problem[] {
    if (event.sessionId !== session.id) return [{ path: 'sessionId', message: 'belongs to another session' }];
    const known = before.byId.get(event.id) ?? kept.get(event.id);
    if (known && known.sessionId !== session.id) return [{ path: 'id', message: 'is an event of another session' }];
    if (known && !sayTheSame(known, event)) return [{ path: 'id', message: 'was kept with another content' }];
    if (
      event.clientId &&
      !before.deletedClients.has(event.clientId) &&
      !session.pins.clients.some((client) => client.clientId === event.clientId)
    ) {
      return [{ path: 'clientId', message: 'is not in this session' }];
    }
    if (event.lamport > before.lamport + LAMPORT_LEAP_MAX) return [{ path: 'lamport', message: 'leaps too far ahead' }];
    const owner = before.idOfSeq.get(seqKey(event));
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

/**
 * What a late device says of a client who was deleted is dropped: what names them or their lane, and what takes back or amends something
 * that is not there any more (which may have been theirs, and may repeat what it said).
 */
function withoutDeleted(events: readonly SessionEvent[], before: Before, stored: ReadonlySet<string>): SessionEvent[] {
  const theirs = (event: SessionEvent) =>
    (event.clientId !== undefined && before.deletedClients.has(event.clientId)) ||
    (event.laneId !== undefined && before.deletedLanes.has(event.laneId));
  const others = events.filter((event) => !theirs(event));
  if (before.deletedLanes.size === 0) return others;
  const there = new Set([...stored, ...others.map(({ id }) => id)]);
  return others.filter((event) => {
    const target = targetOf(event);
    return target === null || there.has(target);
  });
}
