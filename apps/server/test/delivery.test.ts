import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import {
  LAMPORT_MAX,
  foldSession,
  openSession,
  type EventDraft,
  type SessionBrief,
  type SessionEvent,
} from '@waxwing/core/session';
import type { EventsPage, SessionAnswer, StudioLibrary } from '@waxwing/core/api';
import { v4, v7 } from 'uuid';
import { Library } from '../src/library/library.ts';
import { libraryFiles } from '../src/library/libraryFiles.ts';
import { StudioSetup } from '../src/setup/studioSetup.ts';
import { PASSWORD, TestServer, type SignedInClient } from './testServer.ts';

const SQUAT = 'waxwing:bodyweight-squat';
const BOX = 'waxwing:box-squat';
const DAY = '2026-03-02';
const AT = `${DAY}T09:00:00.000Z`;

let server: TestServer;
let owner: SignedInClient;
let clientId: string;

beforeAll(async () => {
  server = await TestServer.start();
  owner = await server.signIn('owner');
  clientId = await server.client(server.owner, 'Ilse Varga-Holm');
});
afterAll(() => server.stop());

const lane = (id: string, of: string) => ({ laneId: id, clientId: of, movements: [{ movementId: SQUAT }] });
const form = (part: object = {}) => ({
  sessionId: v7(),
  localDate: DAY,
  zone: 'Europe/London',
  lanes: [lane(v7(), clientId)],
  ...part,
});
const logOf = async (sessionId: string) =>
  ((await owner.get(`/api/sessions/${sessionId}`).expect(200)).body as SessionAnswer).log;

function setOf(brief: SessionBrief, setId: string, laneId = brief.clients[0]!.laneId, whose = clientId): EventDraft[] {
  const item = brief.clients[0]!.items[0]!;
  const { itemId, movementId, revisionId, load } = item;
  const where = { laneId, clientId: whose };
  return [
    { type: 'segment-started', ...where, payload: { setId, segmentId: v4(), itemId, movementId, revisionId, load, target: 10 } },
    { type: 'set-ended', ...where, payload: { setId, reason: 'done' } },
    { type: 'decision-made', ...where, payload: { movementId, kind: 'repeat', text: 'The same', reasons: ['about right'] } },
    { type: 'set-up-noted', ...where, payload: { movementId, setUp: { handle: 'wide' } } },
  ];
}

describe('events of other versions', () => {
  test('a kind that this server doesn’t know is kept, sent on, and skipped; so is a newer version of one that it knows', async () => {
    const brief = await owner.start(clientId, [SQUAT], DAY);
    const [begun, ...rest] = owner.stamp(brief.sessionId, [...openSession(brief), { type: 'note', payload: { text: 'x' } }], AT);
    const unknown = {
      ...begun!,
      id: v7(),
      seq: 900,
      type: 'heart-rate-seen',
      payload: { beats: 151, nested: { of: ['a', 'watch'] } },
    };
    const newer = { ...rest.at(-1)!, id: v7(), seq: 901, v: 2, payload: { words: ['in', 'another', 'shape'] } };
    const hostile = { ...begun!, id: v7(), seq: 902, type: 'constructor', payload: {} };
    const answer = await owner.send(brief.sessionId, [begun!, ...rest, unknown, newer, hostile]);
    expect(answer.refused).toEqual([]);
    const { events } = (await owner.get(`/api/sessions/${brief.sessionId}/events`)).body as EventsPage;
    expect(events.find(({ id }) => id === unknown.id)).toMatchObject({ type: 'heart-rate-seen', payload: unknown.payload });
    expect((await logOf(brief.sessionId)).status).toBe('live');
    expect((await logOf(brief.sessionId)).notes).toHaveLength(1);
    expect(foldSession(events).status).toBe('live');
  });

  test('one that is endless is refused', async () => {
    const brief = await owner.start(clientId, [SQUAT], DAY);
    const [event] = owner.stamp(brief.sessionId, openSession(brief), AT);
    const endless = { ...event!, type: 'diary', payload: { text: 'x'.repeat(10_001) } };
    expect((await owner.send(brief.sessionId, [endless])).refused[0]!.problems[0]!.path).toBe('payload');
  });

  test('every answer says which server it is, also a refusal', async () => {
    const me = await owner.get('/api/me').expect(200);
    const nobody = await server.anonymous().get('/api/me').expect(401);
    expect(me.headers['waxwing-epoch']).toMatch(/^[0-9a-f-]{36}$/);
    expect(nobody.headers['waxwing-epoch']).toBe(me.headers['waxwing-epoch']);
  });
});

test('whom nobody has asked the health questions is said to be so in the brief, and nothing of what the others answered', async () => {
  const asked = await server.client(server.owner, 'Odalys Finch', { readiness: { askedOn: DAY, yes: [] } });
  const [lane] = (await owner.start(asked, [SQUAT], DAY)).clients;
  expect(lane).not.toHaveProperty('healthNotAsked');
  expect(lane).not.toHaveProperty('readiness');
  expect((await owner.start(clientId, [SQUAT], DAY)).clients[0]).toMatchObject({ healthNotAsked: true });
});

describe('movements brought in mid-session', () => {
  const PLANK = 'waxwing:forearm-plank';
  const briefOf = async (sessionId: string) =>
    (await owner.get(`/api/sessions/${sessionId}/brief`).expect(200)).body as SessionBrief;
  const idsIn = ({ revisions }: SessionBrief) => revisions.map(({ document }) => document.id);

  test('are in the brief of the next device, and the log calls what was done by its name', async () => {
    const brief = await owner.start(clientId, [SQUAT], DAY);
    expect(idsIn(brief)).not.toContain(PLANK);
    const { revisions } = (await owner.get('/api/library').expect(200)).body as StudioLibrary;
    const plank = revisions.find(({ document }) => document.id === PLANK)!;
    const squat = brief.clients[0]!.items[0]!;
    const done = setOf(
      { ...brief, clients: [{ ...brief.clients[0]!, items: [{ ...squat, movementId: PLANK, revisionId: plank.revisionId }] }] },
      v4(),
    );
    const brought: EventDraft = { type: 'movements-brought', payload: { revisionIds: [plank.revisionId, v4()] } };
    const events = owner.stamp(brief.sessionId, [...openSession(brief), brought, ...done], AT);
    expect((await owner.send(brief.sessionId, events)).refused).toEqual([]);
    expect(idsIn(await briefOf(brief.sessionId))).toContain(PLANK);
    const answer = (await owner.get(`/api/sessions/${brief.sessionId}`).expect(200)).body as SessionAnswer;
    expect(answer.names[PLANK]).toBe('Forearm plank');
    expect(answer.log.lanes[0]!.items[0]!.sets[0]!.segments[0]!.movementId).toBe(PLANK);
    // Said again, or of what is there, it changes nothing.
    await owner.send(brief.sessionId, owner.stamp(brief.sessionId, [brought], AT));
    expect(idsIn(await briefOf(brief.sessionId)).filter((id) => id === PLANK)).toHaveLength(1);
  });

  test('are the studio’s own: another’s revision is not pinned, and nothing breaks', async () => {
    const brief = await owner.start(clientId, [SQUAT], DAY);
    const setup = server.app.get(StudioSetup);
    const studioId = await setup.studio('Elsewhere', 'Etc/UTC');
    const stranger = await setup.trainer(studioId, {
      name: 'Sam Stranger',
      login: 'stranger',
      password: PASSWORD,
      role: 'owner',
    });
    await server.app.get(Library).importPack(studioId, stranger.trainerId, libraryFiles());
    const theirs = await server.app.get(Library).current(studioId);
    const revisionIds = theirs.revisions.slice(0, 50).map(({ revisionId }) => revisionId);
    const events = owner.stamp(
      brief.sessionId,
      [...openSession(brief), { type: 'movements-brought', payload: { revisionIds } }],
      AT,
    );
    expect((await owner.send(brief.sessionId, events)).refused).toEqual([]);
    expect((await briefOf(brief.sessionId)).revisions).toHaveLength(brief.revisions.length);
    const tooMany = { revisionIds: Array.from({ length: 401 }, () => v4()) };
    const refused = owner.stamp(brief.sessionId, [{ type: 'movements-brought', payload: tooMany }], AT);
    expect((await owner.send(brief.sessionId, refused)).refused[0]!.problems[0]!.path).toBe('payload.revisionIds');
  });
});

describe('what devices may send without breaking anything down', () => {
  test('two sessions with one set id and one item id are two', async () => {
    const one = await owner.start(clientId, [SQUAT], DAY);
    const setId = v4();
    await owner.send(one.sessionId, owner.stamp(one.sessionId, [...openSession(one), ...setOf(one, setId)], AT));
    const two = await owner.start(clientId, [SQUAT], DAY);
    const copied = { ...two, clients: [{ ...two.clients[0]!, items: one.clients[0]!.items }] };
    const answer = await owner.send(
      two.sessionId,
      owner.stamp(two.sessionId, [...openSession(copied), ...setOf(copied, setId)], AT),
    );
    expect(answer.refused).toEqual([]);
    for (const { sessionId } of [one, two]) expect((await logOf(sessionId)).lanes[0]!.items[0]!.sets).toHaveLength(1);
    await owner.get(`/api/clients/${clientId}/history`).expect(200);
    await owner.get(`/api/clients/${clientId}/practice`).expect(200);
  });

  test('the same item on two lanes’ lists stands on the first', async () => {
    const other = await server.client(server.owner, 'Jonah Abara');
    const start = form({ lanes: [lane(v7(), clientId), lane(v7(), other)] });
    const brief = (await owner.post('/api/sessions', start).expect(201)).body as SessionBrief;
    const [mine, theirs] = brief.clients;
    const doubled = { ...brief, clients: [mine!, { ...theirs!, items: [...mine!.items, ...mine!.items] }] };
    const answer = await owner.send(
      brief.sessionId,
      owner.stamp(brief.sessionId, [...openSession(doubled), ...setOf(brief, v4())], AT),
    );
    expect(answer.refused).toEqual([]);
    expect((await logOf(brief.sessionId)).lanes.map(({ items }) => items.length)).toEqual([1, 0]);
  });

  test('who leaves and joins again on a new lane is one person: decisions and set-ups once', async () => {
    const brief = await owner.start(clientId, [SQUAT], DAY);
    const again = v7();
    const { laneId } = brief.clients[0]!;
    const drafts: EventDraft[] = [
      ...openSession(brief),
      ...setOf(brief, v4()),
      { type: 'lane-left', laneId, clientId, payload: {} },
      { type: 'lane-joined', laneId: again, clientId, payload: { items: [] } },
    ];
    expect((await owner.send(brief.sessionId, owner.stamp(brief.sessionId, drafts, AT))).refused).toEqual([]);
    const { lanes } = await logOf(brief.sessionId);
    expect(lanes).toHaveLength(2);
    expect(lanes.flatMap(({ decisions }) => decisions)).toHaveLength(1);
  });

  test('the same person or lane twice in one start is refused where it stands', async () => {
    const twice = form({ lanes: [lane(v7(), clientId), lane(v7(), clientId)] });
    expect((await owner.post('/api/sessions', twice).expect(400)).body.problems).toEqual([
      { path: 'lanes[1].clientId', message: 'is in this session twice' },
    ]);
    const other = await server.client(server.owner, 'Wren Tolliver');
    const laneId = v7();
    const oneLane = form({ lanes: [lane(laneId, clientId), lane(laneId, other)] });
    expect((await owner.post('/api/sessions', oneLane).expect(400)).body.problems[0].path).toBe('lanes[1].laneId');
  });

  test('an event of another session, another content under a known id, and a known id in capitals are refused, not swallowed', async () => {
    const one = await owner.start(clientId, [SQUAT], DAY);
    const two = await owner.start(clientId, [SQUAT], DAY);
    const [event] = owner.stamp(one.sessionId, [{ type: 'note', payload: { text: 'as it was' } }], AT);
    await owner.send(one.sessionId, [event!]);
    const reason = async (sessionId: string, plain: object) => {
      const { kept, refused } = await owner.send(sessionId, [plain]);
      expect(kept).toEqual([]);
      return refused[0]!.problems[0];
    };
    expect(await reason(two.sessionId, { ...event!, sessionId: two.sessionId, seq: 700 })).toEqual({
      path: 'id',
      message: 'is an event of another session',
    });
    expect(await reason(one.sessionId, { ...event!, payload: { text: 'as it never was' } })).toEqual({
      path: 'id',
      message: 'was kept with another content',
    });
    expect((await reason(one.sessionId, { ...event!, id: event!.id.toUpperCase(), seq: 701 }))!.path).toBe('id');
    // The same once more is what devices do.
    expect((await owner.send(one.sessionId, [event!])).kept).toEqual([event!.id]);
    const notes = ((await owner.get(`/api/sessions/${one.sessionId}/events`)).body as EventsPage).events;
    expect(notes.map(({ payload }) => payload)).toEqual([{ text: 'as it was' }]);
  });

  test('logical time can’t be used up: a leap is refused, and at the limit it goes on', async () => {
    const brief = await owner.start(clientId, [SQUAT], DAY);
    const events = owner.stamp(brief.sessionId, [...openSession(brief), ...setOf(brief, v4())], AT);
    const send = async (event: SessionEvent, lamport: number) => owner.send(brief.sessionId, [{ ...event, lamport }]);
    expect((await send(events[0]!, Number.MAX_SAFE_INTEGER)).refused[0]!.problems[0]!.path).toBe('lamport');
    expect((await send(events[0]!, LAMPORT_MAX)).refused[0]!.problems[0]).toEqual({
      path: 'lamport',
      message: 'leaps too far ahead',
    });
    expect((await owner.send(brief.sessionId, events)).refused).toEqual([]);
  });

  test('a start with other picks isn’t answered with the old ones; at the same moment twice it is one', async () => {
    const start = form();
    const answers = await Promise.all([owner.post('/api/sessions', start), owner.post('/api/sessions', start)]);
    expect(answers.map(({ status }) => status)).toEqual([201, 201]);
    expect(answers[1].body).toEqual(answers[0].body);
    const other = { ...start, lanes: [{ ...start.lanes[0]!, movements: [{ movementId: BOX }] }] };
    expect((await owner.post('/api/sessions', other).expect(409)).body.message).toMatch(/something else picked/);
  });

  test.each([
    ['a day that no calendar has', { localDate: '2026-99-99' }, 'localDate'],
    ['the thirtieth of February', { localDate: '2026-02-30' }, 'localDate'],
    ['a zone that is nowhere', { zone: 'Nowhere/Land' }, 'zone'],
  ])('%s is refused at its field', async (_what, part, path) => {
    expect((await owner.post('/api/sessions', form(part)).expect(400)).body.problems[0].path).toBe(path);
  });

  test.each([
    '2026-02-30T09:00:00.000Z',
    '2026-03-02T25:00:00Z',
    '2026-W10-1T09:00:00Z',
    '2026-03-02T09:00:00+01:00',
    'yesterday',
  ])('an event of %s is refused', async (at) => {
    const brief = await owner.start(clientId, [SQUAT], DAY);
    const [event] = owner.stamp(brief.sessionId, openSession(brief), AT);
    expect((await owner.send(brief.sessionId, [{ ...event!, at }])).refused[0]!.problems[0]!.path).toBe('at');
  });

  test('today of no day is refused too', async () => {
    expect((await owner.get('/api/today?date=2026-99-99').expect(400)).body.problems[0].path).toBe('date');
  });
});

describe('a set whose movement is swapped half-way', () => {
  test('a look counts for the movement that was looked at: rates stay within what was seen', async () => {
    const whose = await server.client(server.owner, 'Priya Castellan');
    const brief = await owner.start(whose, [SQUAT], DAY);
    const { laneId, items } = brief.clients[0]!;
    const { itemId, revisionId, load } = items[0]!;
    const where = { laneId, clientId: whose };
    const setId = v4();
    const segment = (movementId: string): EventDraft => ({
      type: 'segment-started',
      ...where,
      payload: { setId, segmentId: v4(), itemId, movementId, revisionId, load, target: 10 },
    });
    const drafts: EventDraft[] = [
      ...openSession(brief),
      segment(SQUAT),
      { type: 'fault-seen', ...where, payload: { setId, faultId: `${SQUAT}/knees-in`, faultTypeId: 'knees-in' } },
      segment(BOX),
      { type: 'looked', ...where, payload: { setId, clean: true } },
      { type: 'set-ended', ...where, payload: { setId, reason: 'done' } },
    ];
    await owner.send(brief.sessionId, owner.stamp(brief.sessionId, drafts, AT));
    const [set] = (await logOf(brief.sessionId)).lanes[0]!.items[0]!.sets;
    expect([...set!.lookedAt!].sort()).toEqual([SQUAT, BOX].sort());
    const next = await owner.start(whose, [SQUAT], '2026-03-04');
    expect(next.clients[0]!.faultRates).toEqual({ [`${SQUAT}/knees-in`]: { shown: 1, looked: 1 } });
  });
});
