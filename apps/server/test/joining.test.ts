import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import {
  countRep,
  endSet,
  guestWas,
  joinFloor,
  startAgain,
  type EventOf,
  type SessionBrief,
  type SessionEvent,
} from '@waxwing/core/session';
import type { SessionAnswer, SessionSummary } from '@waxwing/core/api';
import { DataSource } from 'typeorm';
import { v7 } from 'uuid';
import { Reprojection } from '../src/sessions/reprojection.ts';
import { FAULT, Floor, SQUAT } from './floor.ts';
import { TestServer, type SignedInClient } from './testServer.ts';

const ROW = 'waxwing:suspension-row';

let server: TestServer;
let owner: SignedInClient;

beforeAll(async () => {
  server = await TestServer.start();
  owner = await server.signIn('owner');
});
afterAll(() => server.stop());

const query = <T extends object>(sql: string, ...values: readonly string[]) =>
  server.app.get(DataSource).query<T[]>(sql, [...values]);

const join = (by: SignedInClient, sessionId: string, lane: object) => by.post(`/api/sessions/${sessionId}/lanes`, lane);

describe('somebody who comes late', () => {
  test('is given to the running session with what Floor needs of them, and what they do is logged', async () => {
    const floor = await Floor.open(server, owner, 'Ilse Varga-Holm');
    await floor.set();
    const { sessionId } = floor.brief;
    const clientId = await server.client(server.owner, 'Tobiah Renn');
    const lane = { laneId: v7(), clientId, movements: [{ movementId: SQUAT, sets: 2 }, { movementId: ROW }] };
    const brief = (await join(owner, sessionId, lane).expect(201)).body as SessionBrief;
    expect(brief.clients.map(({ name }) => name)).toEqual(['Ilse Varga-Holm', 'Tobiah Renn']);
    const joined = brief.clients[1]!;
    expect(joined.items.map(({ movementId }) => movementId)).toEqual([SQUAT, ROW]);
    // What the session has pinned is what they do, too; what it lacked has come along.
    expect(joined.items[0]!.revisionId).toBe(floor.brief.clients[0]!.items[0]!.revisionId);
    expect(brief.revisions.some(({ document }) => document.id === ROW)).toBe(true);
    await floor.say(joinFloor(joined));
    const where = { laneId: lane.laneId, clientId };
    const [setId, segmentId] = [v7(), v7()];
    const { itemId, movementId, revisionId, load } = joined.items[0]!;
    await floor.say([
      { type: 'segment-started', ...where, payload: { setId, segmentId, itemId, movementId, revisionId, load, target: 10 } },
      { type: 'rep-counted', ...where, payload: { setId, segmentId } },
      { type: 'set-ended', ...where, payload: { setId, reason: 'done' } },
      { type: 'lane-left', ...where, payload: {} },
    ]);
    // The list of the log names both, and what each has done, in order.
    const [listed] = (await owner.get('/api/sessions').expect(200)).body as SessionSummary[];
    expect(listed!.clients.map(({ name }) => name).sort()).toEqual(['Ilse Varga-Holm', 'Tobiah Renn']);
    expect(listed!.movementNames).toEqual(['Bodyweight squat', 'Bodyweight squat']);
    const { body } = await owner.get(`/api/sessions/${sessionId}`).expect(200);
    const { log } = body as SessionAnswer;
    expect(log.lanes.map((each) => each.items.flatMap(({ sets }) => sets).length)).toEqual([1, 1]);
  });

  test('asked twice they join once; twice, as another, a seventh and after the end nobody joins', async () => {
    const floor = await Floor.open(server, owner, 'Priya Castellan');
    const { sessionId } = floor.brief;
    const people = await Promise.all(['Ann', 'Bea', 'Cyd', 'Dot', 'Eve', 'Fay'].map((name) => server.client(server.owner, name)));
    const laneOf = (clientId: string) => ({ laneId: v7(), clientId, movements: [{ movementId: SQUAT }] });
    const first = laneOf(people[0]!);
    await join(owner, sessionId, first).expect(201);
    const again = (await join(owner, sessionId, first).expect(201)).body as SessionBrief;
    expect(again.clients).toHaveLength(2);
    const twice = await join(owner, sessionId, laneOf(people[0]!)).expect(400);
    expect(twice.body).toMatchObject({ problems: [{ path: 'clientId', message: 'is in this session already' }] });
    await join(owner, sessionId, { ...laneOf(people[1]!), laneId: first.laneId }).expect(400);
    for (const clientId of people.slice(1, 5)) await join(owner, sessionId, laneOf(clientId)).expect(201);
    const seventh = await join(owner, sessionId, laneOf(people[5]!)).expect(400);
    expect(seventh.body).toMatchObject({ problems: [{ path: 'clientId', message: 'an hour holds 6 people' }] });
    await join(owner, sessionId, { ...laneOf(people[5]!), movements: [{ movementId: 'waxwing:nothing' }] }).expect(400);
    await floor.say([{ type: 'session-ended', payload: {} }]);
    await join(owner, sessionId, laneOf(people[5]!)).expect(409);
  });

  test('two who are let in at the same moment are both in', async () => {
    const floor = await Floor.open(server, owner, 'Odalys Finch');
    const two = await Promise.all(['Gil', 'Hal'].map((name) => server.client(server.owner, name)));
    const lanes = two.map((clientId) => ({ laneId: v7(), clientId, movements: [{ movementId: SQUAT }] }));
    await Promise.all(lanes.map((lane) => join(owner, floor.brief.sessionId, lane).expect(201)));
    const { body } = await owner.get(`/api/sessions/${floor.brief.sessionId}/brief`).expect(200);
    expect((body as SessionBrief).clients).toHaveLength(3);
    // What was in memory before knows them now.
    await floor.tap(countRep);
    const taps: SessionEvent[] = await floor.tap((context) => endSet(context, 'done'));
    expect(taps).toHaveLength(1);
  });

  test('nobody lets another trainer’s client in, nor into another’s hour', async () => {
    const floor = await Floor.open(server, owner, 'Caspian Dray');
    const by = await server.signIn('trainer');
    const theirs = await server.client(server.trainer, 'Somebody Else');
    const lane = (clientId: string) => ({ laneId: v7(), clientId, movements: [{ movementId: SQUAT }] });
    await join(owner, floor.brief.sessionId, lane(theirs)).expect(404);
    await join(by, floor.brief.sessionId, lane(theirs)).expect(404);
  });
});

describe('a guest', () => {
  /** Ilse's hour, in which Bo has joined as a guest and done a set with a fault in it. */
  const withGuest = async () => {
    const floor = await Floor.open(server, owner, 'Ilse Varga-Holm');
    const { sessionId } = floor.brief;
    const lane = { laneId: v7(), guest: 'Bo', movements: [{ movementId: SQUAT, sets: 2 }] };
    const brief = (await join(owner, sessionId, lane).expect(201)).body as SessionBrief;
    const guest = brief.clients[1]!;
    const [joined] = await floor.say(joinFloor(guest));
    const [setId, segmentId] = [v7(), v7()];
    const { itemId, movementId, revisionId, load } = guest.items[0]!;
    const at = { laneId: lane.laneId };
    await floor.say([
      { type: 'segment-started', ...at, payload: { setId, segmentId, itemId, movementId, revisionId, load, target: 8 } },
      { type: 'rep-counted', ...at, payload: { setId, segmentId } },
      { type: 'fault-seen', ...at, payload: { setId, faultId: FAULT, faultTypeId: 'knees-in' } },
      { type: 'pain-reported', ...at, payload: { setId, kind: 'sharp', movementId } },
      { type: 'set-ended', ...at, payload: { setId, reason: 'done' } },
    ]);
    const sayWho = (clientId: string) => {
      const event = joined as EventOf<'lane-joined'>;
      return floor.say(guestWas(event, clientId));
    };
    return { floor, sessionId, lane, guest, sayWho };
  };
  const laneOf = async (sessionId: string) =>
    ((await owner.get(`/api/sessions/${sessionId}`).expect(200)).body as SessionAnswer).log.lanes[1]!;
  const inList = async (sessionId: string) =>
    ((await owner.get('/api/sessions').expect(200)).body as SessionSummary[]).find((each) => each.sessionId === sessionId)!;
  const rowsOf = (table: string, sessionId: string) =>
    query<{ clientId: string | null }>(`select "clientId" from ${table} where "sessionId" = ? order by "clientId"`, sessionId);

  test('joins an hour of people by a name, nothing is known of them, and what they do is nobody’s', async () => {
    const { sessionId, lane, guest } = await withGuest();
    expect(guest).toMatchObject({ clientId: lane.laneId, name: 'Bo', guest: true, healthNotAsked: true, cautions: [] });
    await join(owner, sessionId, lane).expect(201);
    expect(await laneOf(sessionId)).toMatchObject({ guest: 'Bo', clientId: lane.laneId });
    expect(await inList(sessionId)).toMatchObject({ clients: [{ name: 'Ilse Varga-Holm' }], guests: ['Bo'] });
    const whose = (await rowsOf('log_faults', sessionId)).map(({ clientId }) => clientId);
    expect(whose).toEqual([null]);
  });

  test('turns out to be a client, after the hour is over: all that they did is theirs, and is forgotten with them', async () => {
    const { floor, sessionId, lane, sayWho } = await withGuest();
    await floor.say([{ type: 'session-ended', payload: {} }]);
    const clientId = await server.client(server.owner, 'Bo Lindqvist');
    const as = { laneId: lane.laneId, clientId, movements: lane.movements };
    const brief = (await join(owner, sessionId, as).expect(201)).body as SessionBrief;
    expect(brief.clients.map(({ name }) => name)).toEqual(['Ilse Varga-Holm', 'Bo Lindqvist']);
    await join(owner, sessionId, as).expect(201);
    const listed = await inList(sessionId);
    expect(listed.clients.map(({ name }) => name)).toEqual(['Ilse Varga-Holm', 'Bo Lindqvist']);
    expect(listed.guests).toBeUndefined();
    await sayWho(clientId);
    const log = await laneOf(sessionId);
    expect(log).toMatchObject({ clientId, pains: [{ kind: 'sharp' }] });
    expect(log.guest).toBeUndefined();
    for (const table of ['log_segments', 'log_faults', 'log_items']) {
      const theirs = (await rowsOf(table, sessionId)).filter((row) => row.clientId === clientId);
      expect([table, theirs.length]).toEqual([table, 1]);
    }
    // From memory or from the file: the rows are the same.
    const before = await rowsOf('log_segments', sessionId);
    await server.app.get(Reprojection).all();
    expect(await rowsOf('log_segments', sessionId)).toEqual(before);

    await owner.delete(`/api/clients/${clientId}`, { name: 'Bo Lindqvist' }).expect(204);
    const left = await query<{ n: number }>(
      'select count(*) n from events where "sessionId" = ? and "laneId" = ?',
      sessionId,
      lane.laneId,
    );
    expect(left).toEqual([{ n: 0 }]);
  });

  test('is nobody who is there already, nor another trainer’s, and is said once; a class has none', async () => {
    const { sessionId, lane, floor } = await withGuest();
    const as = (clientId: string) => ({ laneId: lane.laneId, clientId, movements: lane.movements });
    const there = await join(owner, sessionId, as(floor.brief.clients[0]!.clientId)).expect(400);
    expect(there.body).toMatchObject({ problems: [{ path: 'clientId', message: 'is in this session already' }] });
    await join(owner, sessionId, as(await server.client(server.trainer, 'Somebody Else'))).expect(404);
    await join(owner, sessionId, as(await server.client(server.owner, 'Cyd Lund'))).expect(201);
    await join(owner, sessionId, as(await server.client(server.owner, 'Dot Lund'))).expect(400);
    await join(owner, sessionId, { ...lane, laneId: v7(), guest: '' }).expect(400);
  });

  test('of a session that the server never heard of is begun again as a guest', async () => {
    const { sessionId } = await withGuest();
    const brief = (await owner.get(`/api/sessions/${sessionId}/brief`).expect(200)).body as SessionBrief;
    const again = { ...startAgain(brief), sessionId: v7() };
    const lanes = again.lanes.map((each) => ({ ...each, laneId: v7() }));
    const begun = (await owner.post('/api/sessions', { ...again, lanes }).expect(201)).body as SessionBrief;
    expect(begun.clients.map(({ name, guest }) => [name, guest])).toEqual([
      ['Ilse Varga-Holm', undefined],
      ['Bo', true],
    ]);
  });
});
