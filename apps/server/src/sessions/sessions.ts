import { createHash } from 'node:crypto';
import { BadRequestException, ConflictException, GoneException, Injectable, NotFoundException } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { readinessOf } from '@waxwing/core/client';
import { asNobody, clientOf, isLevel, type ClientBrief, type SessionBrief } from '@waxwing/core/session';
import { SESSIONS_PAGE, type ClientSummary, type LastTime, type SessionAnswer, type SessionSummary } from '@waxwing/core/api';
import { PLAN_LANES_MOST } from '@waxwing/core/planning';
import type { PickedLane, StartSession } from '@waxwing/core/shapes';
import { In } from 'typeorm';
import type { SignedIn } from '../accounts/actor.ts';
import { TombstoneLaneEntity } from '../clients/client.entities.ts';
import { Clients } from '../clients/clients.ts';
import type { Reads } from '../database/reads.ts';
import { Transactions } from '../database/transactions.ts';
import { Clock } from '../http/clock.ts';
import { Library } from '../library/library.ts';
import { Briefs } from './briefs.ts';
import { Changes } from './changes.ts';
import { EventLog, type SessionHead } from './eventLog.ts';
import { LiveSessions } from './liveSessions.ts';
import {
  type BriefPins,
  LogItemEntity,
  LogSegmentEntity,
  SessionClientEntity,
  SessionEntity,
  SessionLogEntity,
} from './session.entities.ts';

const SUMMARY_COLUMNS = ['id', 'localDate', 'zone', 'status', 'startedAt', 'endedAt', 'guests'] as const;
type SummaryRow = Pick<SessionEntity, (typeof SUMMARY_COLUMNS)[number]>;

/** Sessions as the trainer who runs them sees them. */
@Injectable()
export class Sessions {
  constructor(
    @InjectRepository(SessionEntity) private readonly sessions: Reads<SessionEntity>,
    @InjectRepository(SessionClientEntity) private readonly sessionClients: Reads<SessionClientEntity>,
    @InjectRepository(SessionLogEntity) private readonly logs: Reads<SessionLogEntity>,
    @InjectRepository(LogItemEntity) private readonly items: Reads<LogItemEntity>,
    @InjectRepository(LogSegmentEntity) private readonly segments: Reads<LogSegmentEntity>,
    @InjectRepository(TombstoneLaneEntity) private readonly tombstoneLanes: Reads<TombstoneLaneEntity>,
    private readonly clients: Clients,
    private readonly briefs: Briefs,
    private readonly events: EventLog,
    private readonly transactions: Transactions,
    private readonly clock: Clock,
    private readonly library: Library,
    private readonly live: LiveSessions,
    private readonly changes: Changes,
  ) {}

  /** Who is in it, if a session with them may begin. */
  private async mayBegin(actor: SignedIn, form: StartSession): Promise<readonly ClientSummary[]> {
    refuseTwice(form);
    const named = await this.clients.mine(
      actor,
      form.lanes.flatMap(({ clientId }) => clientId ?? []),
    );
    const people = new Map(named.map((client) => [client.clientId, client]));
    const clients = form.lanes.map((lane) => (lane.clientId === undefined ? asNobody(lane) : people.get(lane.clientId)!));
    refuseHeld(clients);
    return clients;
  }

  /** Begins a session and answers its brief. Asked again with the same id and the same picks it answers the same brief. */
  async start(actor: SignedIn, form: StartSession): Promise<SessionBrief> {
    const clients = await this.mayBegin(actor, form);
    const asked = createHash('sha256').update(JSON.stringify(form)).digest('hex');
    const known = await this.sessions.findOneBy({ id: form.sessionId });
    if (known) return this.briefs.assemble(sameAsked(actor, known, asked));
    const pins = { ...(await this.briefs.pin(actor, form, clients)), asked };
    const session = await this.transactions.run(async (manager) => {
      // Meanwhile the same may have been asked by a second try.
      const meanwhile = await manager.findOneBy(SessionEntity, { id: form.sessionId });
      if (meanwhile) return sameAsked(actor, meanwhile, asked);
      if (await manager.existsBy(TombstoneLaneEntity, { sessionId: form.sessionId, isSessionGone: true })) throw forgotten();
      const entity = manager.create(SessionEntity, {
        id: form.sessionId,
        studioId: actor.studioId,
        trainerId: actor.trainerId,
        placeId: form.placeId ?? null,
        localDate: form.localDate,
        zone: form.zone,
        status: 'not-started',
        startedAt: null,
        endedAt: null,
        createdAt: this.clock.now().toISOString(),
        bookingId: form.bookingId ?? null,
        pins,
        guests: guestNames(pins),
      });
      await manager.insert(SessionEntity, entity);
      for (const lane of form.lanes) {
        if (!lane.clientId) continue;
        await manager.insert(SessionClientEntity, {
          sessionId: form.sessionId,
          clientId: lane.clientId,
          studioId: actor.studioId,
          laneId: lane.laneId,
          localDate: form.localDate,
        });
      }
      return entity;
    });
    return this.briefs.assemble(session);
  }

  /** What `start` would answer, without beginning anything: a device keeps it for a room without a network. */
  async ahead(actor: SignedIn, form: StartSession): Promise<SessionBrief> {
    const clients = await this.mayBegin(actor, form);
    const { sessionId: id, localDate, zone, placeId = null, bookingId = null } = form;
    const pins = await this.briefs.pin(actor, form, clients);
    const brief = await this.briefs.assemble({ id, localDate, zone, placeId, bookingId, pins });
    return form.atHome ? { ...brief, atHome: true } : brief;
  }

  /**
   * Somebody comes later: the running session is given what Floor needs of them. A guest comes by a name alone; asked again for the same
   * lane with a client, the guest was that client, whenever that is found out. Asked twice it is done once.
   */
  async join(actor: SignedIn, sessionId: string, lane: PickedLane): Promise<SessionBrief> {
    const session = await this.mine(actor, sessionId);
    const { clientId } = lane;
    if ((clientId ?? lane.guest) === undefined || session.pins.clients.some(isLevel)) {
      throw new BadRequestException({
        message: 'Some fields are not right',
        problems: [{ path: 'clientId', message: 'somebody joins an hour of people; a class has no names' }],
      });
    }
    if (isThere(session.pins, lane)) return this.briefs.assemble(session);
    const wasGuest = guestIn(session.pins, lane) !== undefined;
    if (session.status === 'ended' && !wasGuest) throw new ConflictException('This session has ended');
    refuseToJoin(session.pins, lane);
    const client = clientId === undefined ? asNobody(lane) : (await this.clients.mine(actor, [clientId]))[0]!;
    // What a guest has done is done, whatever their answers say.
    if (!wasGuest) refuseHeld([client]);
    const joined = await this.briefs.pinJoined(actor, session, lane, client);
    const changed = await this.transactions.run(async (manager) => {
      const now = await manager.findOneByOrFail(SessionEntity, { id: sessionId });
      if (isThere(now.pins, lane)) return now;
      refuseToJoin(now.pins, lane);
      const guest = guestIn(now.pins, lane);
      const revisionIds = [...new Set([...now.pins.revisionIds, ...joined.revisionIds])];
      const clients = guest
        ? // What the guest was given is what they have done.
          now.pins.clients.map((each) => (each === guest ? { ...joined.client, items: guest.items } : each))
        : [...now.pins.clients, joined.client];
      now.pins = { ...now.pins, clients, revisionIds };
      await manager.update(SessionEntity, { id: sessionId }, { pins: now.pins, guests: guestNames(now.pins) });
      if (clientId !== undefined) {
        await manager.insert(SessionClientEntity, {
          sessionId,
          clientId,
          studioId: actor.studioId,
          laneId: lane.laneId,
          localDate: now.localDate,
        });
      }
      return now;
    });
    // What stands in memory knows nothing of them.
    this.live.drop(sessionId);
    this.changes.say({ sessionId, studioId: actor.studioId, by: null });
    return this.briefs.assemble(changed);
  }

  /** A session of the trainer's own clients, whoever ran it: the past goes with a client who is handed over. Not found otherwise. */
  async mine(actor: SignedIn, sessionId: string): Promise<SessionEntity> {
    const session = await this.sessions.findOneBy({ id: sessionId, studioId: actor.studioId });
    if (!session || !(await this.isOfMine(actor, session))) throw notYours();
    return session;
  }

  /** For events: also the one who ran it, whose device may be late with what happened before a client was handed over. */
  async mineToWrite(actor: SignedIn, sessionId: string): Promise<SessionHead> {
    const session = await this.sessions.findOne({
      select: { id: true, studioId: true, trainerId: true, localDate: true },
      where: { id: sessionId, studioId: actor.studioId },
    });
    if (session) {
      const clientIds = (await this.sessionClients.findBy({ sessionId })).map(({ clientId }) => clientId);
      // A class is its trainer's alone.
      const isMine =
        session.trainerId === actor.trainerId || (clientIds.length > 0 && (await this.clients.isMine(actor, clientIds)));
      if (isMine) return { ...session, clientIds };
    } else if (await this.tombstoneLanes.existsBy({ sessionId, studioId: actor.studioId })) throw forgotten();
    throw notYours();
  }

  private async isOfMine(actor: SignedIn, { pins, trainerId }: SessionEntity): Promise<boolean> {
    const clientIds = pins.clients.flatMap((client) => clientOf(client) ?? []);
    if (clientIds.length === 0) return trainerId === actor.trainerId;
    return this.clients.isMine(actor, clientIds);
  }

  async brief(actor: SignedIn, sessionId: string): Promise<SessionBrief> {
    return this.briefs.assemble(await this.mine(actor, sessionId));
  }

  async answer(actor: SignedIn, sessionId: string): Promise<SessionAnswer> {
    const session = await this.mine(actor, sessionId);
    const [summary] = await this.summaries(actor, [session]);
    const kept = await this.logs.findOneBy({ sessionId });
    const revisions = (await this.briefs.assemble(session)).revisions;
    return {
      ...summary!,
      log: await this.events.log(session, kept?.document),
      names: Object.fromEntries(revisions.map(({ document }) => [document.id, document.name])),
    };
  }

  /** Whether a trainer has ever begun one. */
  hasBegun({ studioId, trainerId }: SignedIn): Promise<boolean> {
    return this.sessions.existsBy({ studioId, trainerId });
  }

  /**
   * Newest first: those in which everybody is the trainer's own now. A page goes on after a session, not after a number of them: what is
   * begun meanwhile moves nothing, and the last page costs no more than the first.
   */
  async list(actor: SignedIn, filter: { clientId?: string; live?: boolean; before?: string }): Promise<SessionSummary[]> {
    const query = this.sessions
      .createQueryBuilder('session')
      // Without the pins, which are most of a session and not looked at here.
      .select(SUMMARY_COLUMNS.map((column) => `session.${column}`))
      .where('session."studioId" = :studioId', { studioId: actor.studioId, trainerId: actor.trainerId })
      // Before paging, not after: a page that came out short would be taken for the last.
      .andWhere(
        `not exists (select 1 from session_clients joined where joined."sessionId" = session.id and joined."clientId" not in
          (select "clientId" from client_assignments where "trainerId" = :trainerId and until is null))`,
      )
      // A class is its trainer's alone.
      .andWhere(
        `(session."trainerId" = :trainerId or exists (select 1 from session_clients joined where joined."sessionId" = session.id))`,
      )
      .orderBy('session.localDate', 'DESC')
      .addOrderBy('session.createdAt', 'DESC')
      .addOrderBy('session.id', 'DESC')
      .take(SESSIONS_PAGE);
    if (filter.before) {
      const last = await this.mine(actor, filter.before);
      query.andWhere('(session."localDate", session."createdAt", session.id) < (:day, :createdAt, :id)', {
        day: last.localDate,
        createdAt: last.createdAt,
        id: last.id,
      });
    }
    if (filter.live) query.andWhere(`session.status <> 'ended'`);
    if (filter.clientId) {
      await this.clients.mine(actor, [filter.clientId]);
      query.andWhere('session.id in (select "sessionId" from session_clients where "clientId" = :clientId)', {
        clientId: filter.clientId,
      });
    }
    return this.summaries(actor, await query.getMany());
  }

  private async summaries(actor: SignedIn, sessions: readonly SummaryRow[]): Promise<SessionSummary[]> {
    const sessionIds = sessions.map(({ id }) => id);
    const asked = JSON.stringify(sessionIds);
    // Rows as they are: an entity for each of a page's three hundred takes longer than finding them.
    const joined = bySession(
      await this.sessionClients.query<{ sessionId: string; clientId: string }[]>(
        `select "sessionId", "clientId" from session_clients where "sessionId" in (select value from json_each(?))`,
        [asked],
      ),
    );
    const done = bySession(
      await this.items.query<{ sessionId: string; name: string }[]>(
        `select done."sessionId", coalesce(movement.name, done."movementId") name from log_items done
         left join movements movement on movement.id = done."movementId" and movement."studioId" = ?
         where done."sessionId" in (select value from json_each(?)) order by done.place`,
        [actor.studioId, asked],
      ),
    );
    const everybody = [...joined.values()].flatMap((people) => people.map(({ clientId }) => clientId));
    const nameOfClient = await this.clients.namesOf(actor, [...new Set(everybody)]);
    const classes = await this.classes(sessionIds.filter((id) => !joined.has(id)));
    return sessions.flatMap(({ id, localDate, zone, status, startedAt, endedAt, guests }) => {
      const levels = classes.get(id);
      const head = { sessionId: id, localDate, zone, status, startedAt, endedAt, ...(guests && { guests }) };
      // Guests alone are people, too.
      if (levels) return guests ? { ...head, ...levels, clients: [] } : { ...head, ...levels, isClass: true as const };
      const clientIds = (joined.get(id) ?? []).map(({ clientId }) => clientId);
      if (!clientIds.every((clientId) => nameOfClient.has(clientId))) return [];
      return {
        ...head,
        clients: clientIds.map((clientId) => ({ clientId, name: nameOfClient.get(clientId)! })),
        movementNames: (done.get(id) ?? []).map(({ name }) => name),
      };
    });
  }

  /** Of classes what their levels are called, and what was done. */
  private async classes(sessionIds: readonly string[]): Promise<Map<string, Pick<SessionSummary, 'clients' | 'movementNames'>>> {
    if (sessionIds.length === 0) return new Map();
    const found = await this.sessions.find({ select: { id: true, pins: true }, where: { id: In([...sessionIds]) } });
    const done = await this.segments.query<{ sessionId: string; name: string }[]>(
      `select distinct done."sessionId", coalesce(movement.name, done."movementId") name from log_segments done
       left join movements movement on movement.id = done."movementId" and movement."studioId" = done."studioId"
       where done."sessionId" in (select value from json_each(?))`,
      [JSON.stringify(sessionIds)],
    );
    return new Map(
      found.map(({ id, pins }) => [
        id,
        {
          clients: pins.clients.map(({ laneId, name }) => ({ clientId: laneId, name })),
          movementNames: done.filter(({ sessionId }) => sessionId === id).map(({ name }) => name),
        },
      ]),
    );
  }

  /** What a client of this trainer's did last time, in order, with what it asked for. */
  async lastTime(actor: SignedIn, clientId: string): Promise<LastTime[]> {
    await this.clients.mine(actor, [clientId]);
    const last = (await this.lastOf([clientId])).get(clientId);
    if (!last) return [];
    const items = await this.items.find({ where: { sessionId: last.sessionId, clientId }, order: { place: 'ASC' } });
    const renames = await this.library.renames(actor.studioId);
    return items.map(({ movementId, load, outcome }) => ({
      movementId: renames.movement(movementId),
      load,
      target: outcome.target,
    }));
  }

  /** The last session of each client that ended. */
  async lastOf(clientIds: readonly string[]): Promise<Map<string, { sessionId: string; localDate: string }>> {
    const rows = await this.sessionClients.query<{ clientId: string; sessionId: string; localDate: string }[]>(
      `select asked.value "clientId", session.id "sessionId", session."localDate"
       from json_each(?) asked join sessions session on session.id = (
         select joined."sessionId" from session_clients joined join sessions ended on ended.id = joined."sessionId"
         where joined."clientId" = asked.value and ended.status = 'ended'
         order by joined."localDate" desc, ended."startedAt" desc limit 1
       )`,
      [JSON.stringify(clientIds)],
    );
    return new Map(rows.map(({ clientId, sessionId, localDate }) => [clientId, { sessionId, localDate }]));
  }
}

function notYours(): NotFoundException {
  return new NotFoundException({ message: 'No such session among yours', code: 'no-such-session' });
}

/** A device drops what it keeps of it. */
function forgotten(): GoneException {
  return new GoneException({ message: 'This session was deleted with its client', code: 'forgotten' });
}

/** The session that stands under an id, when it is what is asked for again. */
function sameAsked(actor: SignedIn, session: SessionEntity, asked: string): SessionEntity {
  if (session.trainerId !== actor.trainerId) throw new ConflictException({ message: 'That session id is taken' });
  if (session.pins.asked !== undefined && session.pins.asked !== asked) {
    throw new ConflictException({ message: 'That session was begun with something else picked: it goes on as it was' });
  }
  return session;
}

/** A lane that is asked for stands already, as whose it is asked for. */
function isThere({ clients }: BriefPins, { laneId, clientId = laneId }: PickedLane): boolean {
  return clients.some((each) => each.laneId === laneId && each.clientId === clientId);
}

function guestNames({ clients }: BriefPins): string[] | null {
  const names = clients.flatMap(({ guest, name }) => (guest ? [name] : []));
  return names.length > 0 ? names : null;
}

/** The guest whose lane this is, when it is asked for as a client's. */
function guestIn({ clients }: BriefPins, { laneId, clientId }: PickedLane): ClientBrief | undefined {
  return clientId === undefined ? undefined : clients.find((each) => each.guest && each.laneId === laneId);
}

/** A person, or a lane, stands in a session once; people and levels aren't mixed. */
function refuseTwice({ lanes }: StartSession): void {
  const mixed = lanes.findIndex(({ clientId, guest }) => (clientId ?? guest) === undefined);
  if (mixed >= 0 && lanes.some(({ clientId, guest }) => (clientId ?? guest) !== undefined)) {
    const problems = [{ path: `lanes[${mixed}].clientId`, message: 'is missing: an hour is of people, or of a class’s levels' }];
    throw new BadRequestException({ message: 'Some fields are not right', problems });
  }
  const problems = lanes.flatMap(({ clientId, laneId }, i) => {
    const before = lanes.slice(0, i);
    return [
      ...(clientId !== undefined && before.some((lane) => lane.clientId === clientId)
        ? [{ path: `lanes[${i}].clientId`, message: 'is in this session twice' }]
        : []),
      ...(before.some((lane) => lane.laneId === laneId) ? [{ path: `lanes[${i}].laneId`, message: 'is used twice' }] : []),
    ];
  });
  if (problems.length > 0) throw new BadRequestException({ message: 'Some fields are not right', problems });
}

/** Rows by their session, each session's in their order. */
function bySession<Row extends { readonly sessionId: string }>(rows: readonly Row[]): ReadonlyMap<string, readonly Row[]> {
  const found = new Map<string, Row[]>();
  for (const row of rows) {
    const known = found.get(row.sessionId);
    if (known) known.push(row);
    else found.set(row.sessionId, [row]);
  }
  return found;
}

/** Nobody is in an hour twice, and it holds so many. */
function refuseToJoin(pins: BriefPins, lane: PickedLane): void {
  const { clientId, laneId } = lane;
  const guest = guestIn(pins, lane);
  const clients = pins.clients.filter((each) => each !== guest);
  const problems = [
    ...(clients.some((each) => each.clientId === clientId) ? [{ path: 'clientId', message: 'is in this session already' }] : []),
    ...(clients.some((each) => each.laneId === laneId) ? [{ path: 'laneId', message: 'is somebody else’s' }] : []),
    ...(clients.length >= PLAN_LANES_MOST ? [{ path: 'clientId', message: `an hour holds ${PLAN_LANES_MOST} people` }] : []),
  ];
  if (problems.length > 0) throw new BadRequestException({ message: 'Some fields are not right', problems });
}

/** A yes among the readiness answers holds the first session until somebody cleared it or the trainer said why not. */
function refuseHeld(clients: readonly ClientSummary[]): void {
  const held = clients.flatMap(({ name, readiness }, i) => {
    const { kind, text } = readinessOf(readiness);
    return kind === 'hold' ? [{ path: `lanes[${i}].clientId`, message: `${name}: ${text}` }] : [];
  });
  if (held.length > 0) throw new ConflictException({ message: held.map(({ message }) => message).join(' '), problems: held });
}
