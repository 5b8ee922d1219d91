import { isDeepStrictEqual } from 'node:util';
import { Injectable, Logger } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import {
  LAMPORT_LEAP_MAX,
  SessionFold,
  foldSession,
  indexBrief,
  movementsOf,
  projectLog,
  type BriefIndex,
  type SessionBrief,
  type SessionEvent,
  type SessionLog,
  type SessionState,
} from '@waxwing/core/session';
import type { EventsAnswer, EventsPage, Problem } from '@waxwing/core/api';
import { checkEvent } from '@waxwing/core/shapes';
import type { EntityManager } from 'typeorm';
import type { SignedIn } from '../accounts/actor.ts';
import type { Reads } from '../database/reads.ts';
import { Transactions } from '../database/transactions.ts';
import { insertRows } from '../database/writeRows.ts';
import { Clock } from '../http/clock.ts';
import { Briefs } from './briefs.ts';
import { Changes } from './changes.ts';
import { LiveSessions, type LiveSession } from './liveSessions.ts';
import { clearProjection, saveProjection } from './projection.ts';
import { EventEntity, SessionEntity } from './session.entities.ts';
import { storedByIds, storedEvents } from './storedEvents.ts';

const PAGE = 5000;

/** The id that something claims, to say it back. */
function idOf(candidate: object): string {
  return 'id' in candidate && typeof candidate.id === 'string' ? candidate.id.slice(0, 60) : '';
}

function seqKey(event: { readonly replicaId: string; readonly seq: number }): string {
  return `${event.replicaId}#${event.seq}`;
}

/** Whether two events say the same, whatever the order of their fields. */
function sayTheSame(one: SessionEvent, other: SessionEvent): boolean {
  return isDeepStrictEqual(JSON.parse(JSON.stringify(one)), JSON.parse(JSON.stringify(other)));
}

/** The event that this one takes back or amends. */
function targetOf(event: SessionEvent): string | null {
  return event.type === 'retracted' || event.type === 'amended' ? event.payload.eventId : null;
}

/** What an event's delivery needs of its session: without the pins, which are most of it. */
export interface SessionHead extends Pick<SessionEntity, 'id' | 'studioId' | 'trainerId' | 'localDate'> {
  readonly clientIds: readonly string[];
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

/** The append-only events of sessions. What is appended changes the log in the same transaction. */
@Injectable()
export class EventLog {
  private readonly logger = new Logger(EventLog.name);
  /** Since the server started. */
  readonly counts = { kept: 0, refused: 0 };

  constructor(
    @InjectRepository(EventEntity) private readonly events: Reads<EventEntity>,
    private readonly transactions: Transactions,
    private readonly live: LiveSessions,
    private readonly briefs: Briefs,
    private readonly clock: Clock,
    private readonly changes: Changes,
  ) {}

  /** Keeps what is sound and new; says again "kept" for what was there before, so that sending twice is harmless. */
  async append(actor: SignedIn, session: SessionHead, plain: readonly object[]): Promise<EventsAnswer> {
    // Before its turn: checking takes longer than storing.
    const checked = plain.map((candidate) => ({ candidate, result: checkEvent(candidate) }));
    const stored = await this.transactions.run(async (manager) => {
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
      const answer: EventsAnswer = { kept: [...kept.keys()], refused };
      if (fresh.length === 0) return { answer, live: null, by: null };
      const live = await this.read(manager, session, this.live.take(session.id));
      await this.insert(manager, actor, session, fresh);
      const replicas = new Set(fresh.map(({ replicaId }) => replicaId));
      const by = replicas.size === 1 ? fresh[0]!.replicaId : null;
      return { answer, live: await this.goOn(manager, session, live), by };
    });
    // Only what is committed is gone on from.
    if (stored.live) {
      this.live.putBack(session.id, stored.live);
      this.changes.say({ sessionId: session.id, studioId: session.studioId, by: stored.by });
    }
    this.counts.kept += stored.answer.kept.length;
    this.counts.refused += stored.answer.refused.length;
    return stored.answer;
  }

  async page(sessionId: string, after: number): Promise<EventsPage> {
    const { events, cursor } = await storedEvents(this.events, sessionId, after, PAGE);
    return { events: [...events], cursor };
  }

  /** The log of a session as its events are now: stored when it has ended, projected when it goes on. */
  async log(session: SessionEntity, stored: SessionLog | undefined): Promise<SessionLog> {
    if (stored) return stored;
    const { events } = await storedEvents(this.events, session.id);
    const index = indexBrief(await this.briefs.assemble(session));
    const state = foldSession(events);
    return projectLog(state, movementsOf(index, state));
  }

  /** Where a session stands, and what it is done with: from memory where it is there. */
  async standing(session: SessionEntity): Promise<{ readonly brief: SessionBrief; readonly state: SessionState }> {
    const live = this.live.peek(session.id);
    if (live) return { brief: live.index.brief, state: live.fold.state };
    const { events } = await storedEvents(this.events, session.id);
    return { brief: await this.briefs.assemble(session), state: foldSession(events) };
  }

  /** What is in memory with what the database has beyond it; everything from the database when nothing is. */
  private async read(manager: EntityManager, session: SessionHead, live: LiveSession | null): Promise<LiveSession> {
    const { events, cursor } = await storedEvents(manager, session.id, live?.cursor);
    if (live) {
      live.fold.add(events);
      return { ...live, cursor };
    }
    return { fold: new SessionFold(events), index: await this.indexOf(manager, session.id), cursor };
  }

  private async indexOf(manager: EntityManager, sessionId: string): Promise<BriefIndex> {
    return indexBrief(await this.briefs.assemble(await manager.findOneByOrFail(SessionEntity, { id: sessionId })));
  }

  /** Takes in what was just inserted and writes what that changes in the log. */
  private async goOn(manager: EntityManager, session: SessionHead, live: LiveSession): Promise<LiveSession> {
    const { fold } = live;
    const before = fold.state;
    const next = await this.read(manager, session, live);
    if (fold.state.status === 'ended') this.checkFold(session, fold);
    const isMore = before.brought !== fold.state.brought && (await this.briefs.bring(manager, session.id, fold.state.brought));
    const index = isMore ? await this.indexOf(manager, session.id) : live.index;
    await saveProjection(manager, session, before, fold.state, index);
    return { ...next, index };
  }

  /** At the end of a session everything is folded at once: a difference would be a fault of ours, and is said. */
  private checkFold(session: SessionHead, fold: SessionFold): void {
    if (isDeepStrictEqual(fold.state, foldSession(fold.events()))) return;
    this.logger.error(`session ${session.id}: what was folded step by step differs from the fold of everything at once`);
  }

  /** A session that is deleted with the last person in it. */
  forget(sessionId: string): void {
    this.live.drop(sessionId);
  }

  /** Builds the log of a session anew from its events. */
  async project(manager: EntityManager, session: SessionEntity): Promise<void> {
    this.live.drop(session.id);
    const { events } = await storedEvents(manager, session.id);
    await clearProjection(manager, session.id);
    await saveProjection(manager, session, null, foldSession(events), indexBrief(await this.briefs.assemble(session)));
  }

  /** Asked once for the whole batch. */
  private async storedBefore(manager: EntityManager, session: SessionHead, events: readonly SessionEvent[]): Promise<Before> {
    const seqs = events.map(({ replicaId, seq }) => [replicaId, seq]);
    const sameSeq = await manager.query<{ id: string; replicaId: string; seq: number }[]>(
      `select events.id, events."replicaId", events.seq from json_each(?) asked
       join events on events."replicaId" = asked.value ->> 0 and events.seq = asked.value ->> 1`,
      [JSON.stringify(seqs)],
    );
    const [latest] = await manager.query<{ lamport: number | null }[]>(
      'select max(lamport) lamport from events where "sessionId" = ?',
      [session.id],
    );
    const lanes = await manager.query<{ clientId: string; laneId: string }[]>(
      'select "clientId", "laneId" from client_tombstone_lanes where "sessionId" = ?',
      [session.id],
    );
    const deleted = await manager.query<{ clientId: string }[]>(
      'select "clientId" from client_tombstones where "clientId" in (select value from json_each(?))',
      [JSON.stringify([...new Set(events.flatMap((event) => event.clientId ?? []))])],
    );
    const byId = await storedByIds(
      manager,
      events.map(({ id }) => id),
    );
    return {
      byId: new Map(byId.map((event) => [event.id, event])),
      idOfSeq: new Map(sameSeq.map((event) => [seqKey(event), event.id])),
      lamport: latest?.lamport ?? 0,
      deletedClients: new Set([...deleted, ...lanes].map(({ clientId }) => clientId)),
      deletedLanes: new Set(lanes.map(({ laneId }) => laneId)),
    };
  }

  /** Of the events that these take back or amend, those that are stored. */
  private async storedTargets(
    manager: EntityManager,
    session: SessionHead,
    events: readonly SessionEvent[],
  ): Promise<ReadonlySet<string>> {
    const targets = events.flatMap((event) => targetOf(event) ?? []);
    if (targets.length === 0) return new Set();
    const found = await storedByIds(manager, targets);
    return new Set(found.flatMap(({ id, sessionId }) => (sessionId === session.id ? [id] : [])));
  }

  private problemsOf(
    session: SessionHead,
    event: SessionEvent,
    before: Before,
    kept: ReadonlyMap<string, SessionEvent>,
  ): Problem[] {
    if (event.sessionId !== session.id) return [{ path: 'sessionId', message: 'belongs to another session' }];
    const known = before.byId.get(event.id) ?? kept.get(event.id);
    if (known && known.sessionId !== session.id) return [{ path: 'id', message: 'is an event of another session' }];
    if (known && !sayTheSame(known, event)) return [{ path: 'id', message: 'was kept with another content' }];
    if (event.clientId && !before.deletedClients.has(event.clientId) && !session.clientIds.includes(event.clientId)) {
      return [{ path: 'clientId', message: 'is not in this session' }];
    }
    if (event.lamport > before.lamport + LAMPORT_LEAP_MAX) return [{ path: 'lamport', message: 'leaps too far ahead' }];
    const owner = before.idOfSeq.get(seqKey(event));
    return owner && owner !== event.id ? [{ path: 'seq', message: 'was used for another event of this replica' }] : [];
  }

  private async insert(
    manager: EntityManager,
    actor: SignedIn,
    session: SessionHead,
    events: readonly SessionEvent[],
  ): Promise<void> {
    const receivedAt = this.clock.now().toISOString();
    const rows = events.map((event) => ({ ...event, studioId: session.studioId, sentBy: actor.trainerId, receivedAt }));
    await insertRows(manager, EventEntity, rows);
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
