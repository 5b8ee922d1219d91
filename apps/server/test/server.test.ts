import { readFileSync } from 'node:fs';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { openSession, startAgain, type EventDraft, type SessionBrief, type SessionEvent } from '@waxwing/core/session';
import type { LibraryAnswer, SessionAnswer, SignedInAnswer, TodayAnswer } from '@waxwing/core/api';
import Database from 'better-sqlite3';
import { DataSource } from 'typeorm';
import { v4, v7 } from 'uuid';
import { WRONG_TRIES_OF_NAME } from '../src/accounts/signInLimit.ts';
import { libraryFiles } from '../src/library/libraryFiles.ts';
import { PASSWORD, SignedInClient, TestServer } from './testServer.ts';

let server: TestServer;
let owner: SignedInClient;
let other: SignedInClient;
let clientId: string;
let othersClientId: string;

beforeAll(async () => {
  server = await TestServer.start();
  owner = await server.signIn('owner');
  other = await server.signIn('trainer');
  clientId = await server.client(server.owner, 'Ilse Varga-Holm', { cautions: [{ caution: 'shoulder', note: 'an old injury' }] });
  othersClientId = await server.client(server.trainer, 'Caspian Dray');
});
afterAll(() => server.stop());

const SQUAT = 'waxwing:bodyweight-squat';

function oneSet(brief: SessionBrief): EventDraft[] {
  const { laneId, items } = brief.clients[0]!;
  const [item] = items;
  const where = { laneId, clientId: brief.clients[0]!.clientId };
  const setId = v4();
  const segmentId = v4();
  return [
    ...openSession(brief),
    {
      type: 'segment-started',
      ...where,
      payload: {
        setId,
        segmentId,
        itemId: item!.itemId,
        movementId: SQUAT,
        revisionId: item!.revisionId,
        load: item!.load,
        target: 10,
      },
    },
    { type: 'rep-counted', ...where, payload: { setId, segmentId } },
    { type: 'rep-counted', ...where, payload: { setId, segmentId } },
    { type: 'set-ended', ...where, payload: { setId, reason: 'done' } },
    {
      type: 'decision-made',
      ...where,
      payload: { movementId: SQUAT, kind: 'repeat', text: 'The same again', reasons: ['about right'] },
    },
    { type: 'session-ended', payload: {} },
  ];
}

describe('signing in', () => {
  test('a wrong password and an unknown name get the same answer, with the field', async () => {
    const wrong = await server.anonymous().post('/api/sign-in').send({ login: 'owner', password: 'nope' }).expect(401);
    const nobody = await server.anonymous().post('/api/sign-in').send({ login: 'nobody', password: PASSWORD }).expect(401);
    expect(wrong.body).toEqual(nobody.body);
    expect(wrong.body.problems[0].path).toBe('password');
  });

  test('unknown properties and empty fields are refused by name', async () => {
    const extra = await server.anonymous().post('/api/sign-in').send({ login: 'a', password: 'b', admin: true }).expect(400);
    expect(extra.body.problems).toEqual([{ path: 'admin', message: 'property admin should not exist' }]);
    const empty = await server.anonymous().post('/api/sign-in').send({ login: '', password: 'b' }).expect(400);
    expect(empty.body.problems[0]).toEqual({ path: 'login', message: 'type your sign-in name' });
  });

  test('the cookie can’t be read by scripts, nothing but its hash is stored, and signing out ends it', async () => {
    const response = await server.anonymous().post('/api/sign-in').send({ login: 'owner', password: PASSWORD });
    const cookie = response.get('Set-Cookie')![0]!;
    expect(cookie).toMatch(/HttpOnly/);
    expect(cookie).toMatch(/SameSite=Strict/);
    const token = /=([^;]+)/.exec(cookie)![1]!;
    const signedIn = new SignedInClient(server.app, cookie.split(';')[0]!);
    await signedIn.get('/api/me').expect(200);
    const { me } = (await signedIn.get('/api/signed-in').expect(200)).body as SignedInAnswer;
    expect(me).toMatchObject({ role: 'owner' });
    const bytes = [server.file, `${server.file}-wal`].map((file) => readFileSync(file, 'latin1')).join('');
    expect(bytes).not.toContain(token);
    expect(bytes).toContain('$argon2id$');
    await signedIn.post('/api/sign-out', {}).expect(204);
    await signedIn.get('/api/me').expect(401);
    // A page that opens asks this, and nobody is no mistake of its.
    expect((await signedIn.get('/api/signed-in').expect(200)).body).toEqual({ me: null });
    expect((await server.anonymous().get('/api/signed-in').expect(200)).body).toEqual({ me: null });
  });

  test('everything but sign-in and health needs it, the description of the API too', async () => {
    const anonymous = server.anonymous();
    await anonymous.get('/api/health').expect(200);
    for (const path of ['me', 'today?date=2026-03-02', 'clients', 'library', 'sessions', 'docs', 'docs-json']) {
      await anonymous.get(`/api/${path}`).expect(401);
    }
    const description = await owner.get('/api/docs-json').expect(200);
    expect(Object.keys(description.body.paths)).toContain('/api/sessions/{sessionId}/events');
    const { StartSession } = description.body.components.schemas;
    expect(StartSession.properties).toMatchObject({
      sessionId: { format: 'uuid' },
      localDate: { format: 'date' },
      lanes: { items: { $ref: '#/components/schemas/PickedLane' } },
    });
    expect([...StartSession.required].sort()).toEqual(['lanes', 'localDate', 'sessionId', 'zone']);
  });

  test('who guesses passwords is stopped, and comes in again only later', async () => {
    const guessed = await TestServer.start();
    for (let i = 0; i < WRONG_TRIES_OF_NAME; i += 1) {
      await guessed.anonymous().post('/api/sign-in').send({ login: 'owner', password: 'guess' }).expect(401);
    }
    await guessed.anonymous().post('/api/sign-in').send({ login: 'Owner', password: PASSWORD }).expect(429);
    // A colleague behind the same router comes in.
    await guessed.anonymous().post('/api/sign-in').send({ login: 'trainer', password: PASSWORD }).expect(200);
    await guessed.stop();
  });

  test('writes from another site are refused', async () => {
    const foreign = server.anonymous().post('/api/sign-in').send({ login: 'owner', password: PASSWORD });
    await foreign.set('Origin', 'https://elsewhere.example').expect(403);
  });
});

describe('the library', () => {
  test('comes whole, and importing the same files again makes no new revision', async () => {
    const library = (await owner.get('/api/library').expect(200)).body as LibraryAnswer;
    const written = libraryFiles().filter(({ name }) => !name.startsWith('vocabulary')).length;
    expect(library.revisions).toHaveLength(written);
    const again = await owner.post('/api/library/packs', { files: libraryFiles() }).expect(200);
    expect(again.body).toEqual({ changed: [], unchanged: written, number: null });
  });

  test('a change makes a new revision; a session that began before keeps what it pinned', async () => {
    const brief = await owner.start(clientId, [SQUAT], '2026-03-02');
    const before = brief.revisions.find((revision) => revision.document.id === SQUAT)!;
    const files = libraryFiles().filter((file) => file.name.endsWith('bodyweight-squat.yaml'));
    const changed = [{ ...files[0]!, text: files[0]!.text.replace('Air squat', 'Open-air squat') }];
    expect((await owner.post('/api/library/packs', { files: changed }).expect(200)).body.changed).toEqual([SQUAT]);
    const library = (await owner.get('/api/library')).body as LibraryAnswer;
    expect(library.revisions.find((revision) => revision.document.id === SQUAT)).toMatchObject({ number: before.number + 1 });
    const pinned = (await owner.get(`/api/sessions/${brief.sessionId}/brief`)).body as SessionBrief;
    expect(pinned.revisions.find((revision) => revision.document.id === SQUAT)).toEqual(before);
  });

  test('a broken pack changes nothing and says where; only the owner takes packs in', async () => {
    const files = libraryFiles();
    const broken = files.map((file) =>
      file.name.endsWith('box-squat.yaml')
        ? { ...file, text: file.text.replace('severity: risk', 'severity: grave').replace('Box squat', 'Changed') }
        : file,
    );
    const refusal = await owner.post('/api/library/packs', { files: broken }).expect(400);
    expect(refusal.body.problems[0].path).toMatch(/^squat\/box-squat\.yaml:\d+ movements\[0\]\.faults\[0\]\.severity$/);
    const library = (await owner.get('/api/library')).body as LibraryAnswer;
    expect(library.revisions.map((revision) => revision.document.name)).toContain('Box squat');
    await other.post('/api/library/packs', { files }).expect(403);
  });
});

describe('whose is what', () => {
  test('another trainer’s client and session are not there, on every route', async () => {
    const brief = await owner.start(clientId, [SQUAT], '2026-03-03');
    const events = owner.stamp(brief.sessionId, openSession(brief), '2026-03-03T09:00:00.000Z');
    await owner.send(brief.sessionId, events);
    for (const path of [
      `clients/${clientId}`,
      `clients/${clientId}/last-time`,
      `clients/${clientId}/history`,
      `clients/${clientId}/practice`,
      `clients/${clientId}/measurements`,
      `clients/${clientId}/export`,
      `sessions/${brief.sessionId}`,
      `sessions/${brief.sessionId}/brief`,
      `sessions/${brief.sessionId}/events`,
      `sessions?clientId=${clientId}`,
    ]) {
      await other.get(`/api/${path}`).expect(404);
    }
    await other.post(`/api/sessions/${brief.sessionId}/events`, { events }).expect(404);
    const document = { name: 'Taken', birthYear: 1990, goals: [], cautions: [] };
    await other.put(`/api/clients/${clientId}`, { version: 1, document }).expect(404);
    await other.put(`/api/clients/${clientId}/trainer`, { trainerId: v7() }).expect(404);
    await other.put(`/api/clients/${clientId}/stances`, { positions: {} }).expect(404);
    await other.delete(`/api/clients/${clientId}`, { name: 'Ilse' }).expect(404);
    await other.delete(`/api/clients/${clientId}/measurements/${v7()}`).expect(404);
    const waist = { measurementId: v7(), measureId: 'waist', value: 80, localDate: '2026-03-03' };
    await other.post(`/api/clients/${clientId}/measurements`, waist).expect(404);
    await other.post('/api/clients', { clientId, document }).expect(409);
    const form = {
      sessionId: v7(),
      localDate: '2026-03-03',
      zone: 'Etc/UTC',
      lanes: [{ laneId: v7(), clientId, movements: [{ movementId: SQUAT }] }],
    };
    await other.post('/api/sessions', form).expect(404);
    expect((await other.get('/api/clients')).body.map((client: { name: string }) => client.name)).toEqual(['Caspian Dray']);
    expect((await other.get('/api/sessions')).body).toEqual([]);
  });

  test('an event about a client who is not in the session is refused by name', async () => {
    const brief = await owner.start(clientId, [SQUAT], '2026-03-03');
    const [note] = owner.stamp(
      brief.sessionId,
      [{ type: 'note', clientId: othersClientId, payload: { text: 'x' } }],
      '2026-03-03T09:00:00.000Z',
    );
    expect(await owner.send(brief.sessionId, [note!])).toEqual({
      kept: [],
      refused: [{ id: note!.id, problems: [{ path: 'clientId', message: 'is not in this session' }] }],
    });
  });
});

describe('events', () => {
  test('sent twice, in pieces and out of order, they arrive once and the log is the same', async () => {
    const brief = await owner.start(clientId, [SQUAT], '2026-03-04');
    const events = owner.stamp(brief.sessionId, oneSet(brief), '2026-03-04T09:00:00.000Z');
    await owner.send(brief.sessionId, [...events].reverse().slice(0, 4));
    const { kept } = await owner.send(brief.sessionId, events);
    expect(kept).toHaveLength(events.length);
    await owner.send(brief.sessionId, events);
    const page = (await owner.get(`/api/sessions/${brief.sessionId}/events`)).body;
    expect(page.events).toHaveLength(events.length);
    const { log, status } = (await owner.get(`/api/sessions/${brief.sessionId}`)).body as SessionAnswer;
    expect(status).toBe('ended');
    expect(log.lanes[0]!.items[0]!.sets[0]).toMatchObject({ amount: 2, looked: false, clean: null });
    const today = (await owner.get('/api/today?date=2026-03-05')).body as TodayAnswer;
    expect(today.live.map((session) => session.sessionId)).not.toContain(brief.sessionId);
  });

  test('one bad event doesn’t hold up the others, and says which field', async () => {
    const brief = await owner.start(clientId, [SQUAT], '2026-03-04');
    const [good, bad] = owner.stamp(brief.sessionId, openSession(brief), '2026-03-04T09:00:00.000Z');
    const wrong = { ...bad!, payload: { items: [{ target: -1 }] } };
    const answer = await owner.send(brief.sessionId, [wrong, good!, { id: 'x', nonsense: true }]);
    expect(answer.kept).toEqual([good!.id]);
    expect(answer.refused.map((each) => each.problems[0]!.path)).toEqual(
      expect.arrayContaining([expect.stringMatching(/^payload\.items\[0\]/)]),
    );
    const stolen = { ...good!, id: v7() };
    expect((await owner.send(brief.sessionId, [stolen])).refused[0]!.problems[0]!.path).toBe('seq');
  });

  test('what comes late is put in its place and the log made anew', async () => {
    const brief = await owner.start(clientId, [SQUAT], '2026-03-04');
    const drafts = oneSet(brief);
    const events = owner.stamp(brief.sessionId, drafts, '2026-03-04T10:00:00.000Z');
    const late: readonly SessionEvent[] = events.filter((event) => event.type === 'rep-counted').slice(1);
    await owner.send(
      brief.sessionId,
      events.filter((event) => !late.includes(event)),
    );
    const amount = async () => {
      const { log } = (await owner.get(`/api/sessions/${brief.sessionId}`)).body as SessionAnswer;
      return log.lanes[0]!.items[0]!.sets[0]!.amount;
    };
    expect(await amount()).toBe(1);
    await owner.send(brief.sessionId, late);
    expect(await amount()).toBe(2);
  });

  test('a batch may be neither empty nor endless', async () => {
    const brief = await owner.start(clientId, [SQUAT], '2026-03-04');
    const send = (events: object[]) => owner.post(`/api/sessions/${brief.sessionId}/events`, { events });
    expect((await send([]).expect(400)).body.problems[0].path).toBe('events');
    await send(Array.from({ length: 501 }, () => ({}))).expect(400);
    await owner.post(`/api/sessions/${brief.sessionId}/events`, { events: [{}], more: 1 }).expect(400);
    // An address that is mistyped leads nowhere; that it isn’t an id is nobody’s business.
    await owner.get('/api/sessions/not-an-id').expect(404);
  });

  test('starting twice with one id is one session', async () => {
    const form = {
      sessionId: v7(),
      localDate: '2026-03-05',
      zone: 'Etc/UTC',
      lanes: [{ laneId: v7(), clientId, movements: [{ movementId: SQUAT, target: 11 }] }],
    };
    const first = (await owner.post('/api/sessions', form).expect(201)).body as SessionBrief;
    const second = (await owner.post('/api/sessions', form).expect(201)).body as SessionBrief;
    expect(second).toEqual(first);
    expect(first.clients[0]!.items[0]).toMatchObject({ target: 11, load: { kind: 'bodyweight' } });
    const wrong = { ...form, sessionId: v7(), lanes: [{ ...form.lanes[0]!, movements: [{ movementId: SQUAT, target: 0 }] }] };
    const refusal = await owner.post('/api/sessions', wrong).expect(400);
    expect(refusal.body.problems[0].path).toBe('lanes[0].movements[0].target');
  });

  test('what could begin is told without beginning it; begun later, from what the device kept, it is that session', async () => {
    const form = {
      sessionId: v7(),
      localDate: '2026-03-05',
      zone: 'Etc/UTC',
      bookingId: v7(),
      lanes: [{ laneId: v7(), clientId, movements: [{ movementId: SQUAT }] }],
    };
    const ahead = (await owner.post('/api/sessions/ahead', form).expect(200)).body as SessionBrief;
    expect(ahead).toMatchObject({ sessionId: form.sessionId, bookingId: form.bookingId });
    await owner.get(`/api/sessions/${form.sessionId}`).expect(404);
    const begun = (await owner.post('/api/sessions', startAgain(ahead)).expect(201)).body as SessionBrief;
    expect(begun.clients[0]!.items.map(({ movementId, target }) => [movementId, target])).toEqual(
      ahead.clients[0]!.items.map(({ movementId, target }) => [movementId, target]),
    );
    expect(begun.bookingId).toBe(form.bookingId);
    const foreign = { ...form, sessionId: v7(), lanes: [{ ...form.lanes[0]!, clientId: v7() }] };
    await owner.post('/api/sessions/ahead', foreign).expect(404);
  });

  test('the next brief knows what was done and decided', async () => {
    const brief = await owner.start(clientId, [SQUAT], '2026-03-06');
    await owner.send(brief.sessionId, owner.stamp(brief.sessionId, oneSet(brief), '2026-03-06T09:00:00.000Z'));
    const next = await owner.start(clientId, [SQUAT], '2026-03-09');
    expect(next.clients[0]!.due[0]).toEqual({
      movementId: SQUAT,
      kind: 'repeat',
      text: 'The same again',
      localDate: '2026-03-06',
    });
    expect(next.clients[0]!.history[SQUAT]).toMatchObject({ localDate: '2026-03-06', done: 2, target: 10 });
    expect((await owner.get(`/api/clients/${clientId}/last-time`)).body).toEqual([
      { movementId: SQUAT, target: 10, load: { kind: 'bodyweight' } },
    ]);
  });
});

describe('the database', () => {
  test('entities and migrations say the same: no change is pending', async () => {
    const pending = await server.app.get(DataSource).driver.createSchemaBuilder().log();
    expect(pending.upQueries.map((query) => query.query)).toEqual([]);
  });

  test('WAL, foreign keys on, and what is immutable can’t be changed', () => {
    const database = new Database(server.file);
    expect(database.pragma('journal_mode', { simple: true })).toBe('wal');
    database.pragma('foreign_keys = ON');
    expect(() => database.prepare(`update events set at = 'x'`).run()).toThrow(/never changed/);
    expect(() => database.prepare(`update movement_revisions set number = 9`).run()).toThrow(/never changed/);
    const orphan = database.prepare(
      `insert into bookings (id, "studioId", "trainerId", "localDate", "startMinute", minutes) values ('b', 'none', 'none', '2026-01-01', 0, 60)`,
    );
    expect(() => orphan.run()).toThrow(/FOREIGN KEY/);
    database.close();
  });
});

describe('headers', () => {
  test('a strict policy: no inline script, no framing, nothing cached of the API', async () => {
    const { headers } = await owner.get('/api/me').expect(200);
    expect(headers['content-security-policy']).toMatch(/script-src 'self';/);
    expect(headers['content-security-policy']).toMatch(/frame-ancestors 'none'/);
    expect(headers['cache-control']).toBe('no-store');
  });
});
