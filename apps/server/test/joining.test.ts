import { afterAll, beforeAll, describe, expect, jest, test } from '@jest/globals';
import { countRep, endSet, joinFloor, type SessionBrief, type SessionEvent } from '@waxwing/core/session';
import type { SessionAnswer } from '@waxwing/core/api';
import { v7 } from 'uuid';
import { Floor, SQUAT } from './floor.ts';
import { TestServer, type SignedInClient } from './testServer.ts';

jest.setTimeout(60_000);

const ROW = 'waxwing:suspension-row';

let server: TestServer;
let owner: SignedInClient;

beforeAll(async () => {
  server = await TestServer.start();
  owner = await server.signIn('owner');
});
afterAll(() => server.stop());

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
