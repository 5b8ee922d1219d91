import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { openSession } from '@waxwing/core/session';
import type { SignedInDevice } from '@waxwing/core/api';
import { v4, v7 } from 'uuid';
import { PUBLIC_PATHS, SECRET_PATHS } from '../src/accounts/gate.ts';
import { WRONG_TRIES_OF_NAME } from '../src/accounts/signInLimit.ts';
import { deviceName } from '../src/accounts/signIns.ts';
import { createApp } from '../src/app.ts';
import { answerTo, pathPattern } from '../src/http/errorAnswers.ts';
import { FirstOwner } from '../src/setup/firstOwner.ts';
import { PASSWORD, SignedInClient, TestServer } from './testServer.ts';

let server: TestServer;
let owner: SignedInClient;
let trainer: SignedInClient;
const lines: string[] = [];

beforeAll(async () => {
  server = await TestServer.start({ metricsToken: 'a-collector', proxies: '127.0.0.9', write: (line) => lines.push(line) });
  owner = await server.signIn('owner');
  trainer = await server.signIn('trainer');
});
afterAll(() => server.stop());

const CLIENT = { name: 'Ilse Varga-Holm', birthYear: 1992, goals: [], cautions: [] };

describe('before anybody is known', () => {
  test('nothing is read of what a stranger sends, but the little that a sign-in needs', async () => {
    const keys = Object.fromEntries(Array.from({ length: 60_000 }, (_, i) => [`key${i}`, i]));
    const began = performance.now();
    await server.anonymous().post('/api/sign-in').send(keys).expect(413);
    await server.anonymous().post('/api/clients').send(keys).expect(401);
    // Not even whether it is JSON.
    await server
      .anonymous()
      .post('/api/library/packs')
      .set('Content-Type', 'application/json')
      .send('{'.repeat(200_000))
      .expect(401);
    // Nor anywhere else: this would be an error of 400 if it were.
    await server.anonymous().post('/elsewhere').set('Content-Type', 'application/json').send('{').expect(404);
    expect(performance.now() - began).toBeLessThan(10_000);
  });

  test('what is large is the owner’s to send', async () => {
    const files = [{ name: 'x.yaml', text: 'x'.repeat(3_000_000) }];
    await trainer.post('/api/library/packs', { files }).expect(403);
    await owner.post('/api/library/packs', { files }).expect(400);
    await trainer.post('/api/clients', { clientId: v7(), document: { ...CLIENT, dayJob: 'x'.repeat(600_000) } }).expect(413);
  });

  test('the routes that need no sign-in are those of the gate, and no others', async () => {
    const description = (await owner.get('/api/docs-json').expect(200)).body as {
      paths: Record<string, Record<string, unknown>>;
    };
    for (const [path, methods] of Object.entries(description.paths)) {
      for (const method of Object.keys(methods)) {
        const address = path.replace(/\{\w+\}/g, v4());
        const asked = server.anonymous()[method as 'get' | 'post' | 'put' | 'delete'](address);
        const { status } = await asked;
        const isSecret = SECRET_PATHS.some((secret) => path.startsWith(secret));
        const isPublic = isSecret || ((PUBLIC_PATHS as readonly string[]).includes(path) && path !== '/api/metrics');
        expect([method, path, status === 401 && !path.endsWith('/sign-in')]).toEqual([method, path, !isPublic]);
      }
    }
  });

  test('a proxy that nobody named says nothing about the sender', async () => {
    for (let i = 0; i < WRONG_TRIES_OF_NAME; i += 1) {
      const guess = server.anonymous().post('/api/sign-in').send({ login: 'guessed', password: 'x' });
      await guess.set('X-Forwarded-For', `10.0.0.${i}`).expect(401);
    }
    const next = server.anonymous().post('/api/sign-in').send({ login: 'guessed', password: 'x' });
    await next.set('X-Forwarded-For', '10.9.9.9').expect(429);
  });
});

describe('bodies that would take long, or reach where they shouldn’t', () => {
  const clients = (document: object) => owner.post('/api/clients', { clientId: v7(), document });
  const raw = (body: string) =>
    server.anonymous().post('/api/clients').set('Cookie', owner.cookie).set('Content-Type', 'application/json').send(body);

  test('depth, fields, parts and names are bounded before anything is checked', async () => {
    expect((await raw('['.repeat(5000) + ']'.repeat(5000)).expect(400)).body.message).toMatch(/deeply/);
    const many = Object.fromEntries(Array.from({ length: 401 }, (_, i) => [`k${i}`, 1]));
    expect((await clients(many).expect(400)).body.message).toMatch(/too many fields/);
    await clients({ ...CLIENT, goals: Array.from({ length: 30_000 }, () => 1) }).expect(413);
    for (const name of ['__proto__', 'constructor', 'prototype']) {
      expect((await raw(`{"clientId":"${v7()}","document":{"${name}":{}}}`).expect(400)).body.message).toContain(name);
    }
    expect((await raw('{"clientId":').expect(400)).body.message).toBeTruthy();
  });

  test('an answer has at most fifty problems', async () => {
    const goals = Array.from({ length: 200 }, () => ({ odd: 1 }));
    expect((await clients({ ...CLIENT, goals }).expect(400)).body.problems).toHaveLength(50);
  });

  test.each([
    ['a list where one part is meant', { build: [] }, 'document.build'],
    ['nothing where one part is meant', { readiness: null }, 'document.readiness'],
    ['lists in a list of parts', { goals: [[]] }, 'document.goals'],
    ['nothing in a list of parts', { goals: [null] }, 'document.goals'],
    ['nothing where a text may be left out', { dayJob: null }, 'document.dayJob'],
    ['a list for the whole', { homeKit: [[]] }, 'document.homeKit'],
    ['nothing among parts of several kinds', { homeKit: { things: [], sources: [null] } }, 'document.homeKit.sources[0]'],
  ])('%s is refused at its field', async (_what, part, path) => {
    const { body } = await clients({ ...CLIENT, ...part }).expect(400);
    expect(body.problems.map((problem: { path: string }) => problem.path)).toContain(path);
  });

  test('a list where the record is meant is refused', async () => {
    for (const document of [[], [[]], null, 'x', 7]) await owner.post('/api/clients', { clientId: v7(), document }).expect(400);
  });

  test('a pack of a million empty parts is counted, not read', async () => {
    const began = performance.now();
    const files = [{ name: 'many.yaml', text: `movements:\n${'- {}\n'.repeat(1_300_000)}` }];
    const refused = await owner.post('/api/library/packs', { files }).expect(400);
    expect(refused.body.problems[0].message).toMatch(/too large/);
    const endless = [{ name: 'some.yaml', text: `movements:\n${'- {}\n'.repeat(6000)}` }];
    expect((await owner.post('/api/library/packs', { files: endless }).expect(400)).body.problems[0].message).toMatch(
      /more than 5000/,
    );
    expect(performance.now() - began).toBeLessThan(10_000);
  });
});

describe('what is written down of requests and errors', () => {
  test('a line a request, without texts, ids or queries; nothing of what was being stored', async () => {
    lines.length = 0;
    await owner.get('/api/today?date=2026-03-02').expect(200);
    await owner
      .post('/api/clients', { clientId: v7(), document: { ...CLIENT, name: 'Secret Person', birthYear: 3000 } })
      .expect(400);
    await owner.get(`/api/clients/${v4()}`).expect(404);
    expect(lines).toHaveLength(3);
    expect(lines[0]).toMatch(/^\S+ GET \/api\/today 200 \d+ ms$/);
    expect(lines[2]).toMatch(/GET \/api\/clients\/:id 404/);
    expect(lines.join('\n')).not.toMatch(/Secret|2026-03-02T?"|date=/);
  });

  test('an error of the database is its code and its constraint', () => {
    const driverError = Object.assign(new Error('UNIQUE constraint failed: trainers.login'), {
      code: 'SQLITE_CONSTRAINT_UNIQUE',
    });
    const error = Object.assign(new Error('insert into trainers values (secret)'), {
      driverError,
      parameters: ['$argon2id$secret'],
    });
    const { status, body, note } = answerTo(error);
    expect(status).toBe(409);
    expect(JSON.stringify([body, note])).not.toMatch(/secret|argon/);
    const bug = answerTo(new TypeError('cannot read Ilse’s torn meniscus'));
    expect([bug.status, bug.note]).toEqual([500, expect.stringMatching(/^TypeError\n/)]);
    expect(JSON.stringify(bug)).not.toContain('meniscus');
    expect(pathPattern('/api/clients/Ilse%20Varga/x')).toBe('/api/clients/Ilse_20Varga/x');
  });

  test('metrics need their token and hold counts only; health needs none and says little', async () => {
    await server.anonymous().get('/api/metrics').expect(401);
    await server.anonymous().get('/api/metrics').set('Authorization', 'Bearer guess').expect(401);
    const { text } = await server.anonymous().get('/api/metrics').set('Authorization', 'Bearer a-collector').expect(200);
    for (const line of text.trim().split('\n')) expect(line).toMatch(/^waxwing_\w+(\{class="\dxx"\})? \d+$/);
    expect(text).toMatch(/waxwing_disk_free_bytes \d/);
    expect((await server.anonymous().get('/api/health').expect(200)).body).toEqual({
      ok: true,
      writes: 'stored',
      disk: expect.stringMatching(/plenty|low/),
    });
  });
});

describe('passwords and devices', () => {
  test('guesses at the same moment are counted as well', async () => {
    const guesses = Array.from({ length: 30 }, () =>
      server.anonymous().post('/api/sign-in').send({ login: 'at-once', password: 'x' }),
    );
    const statuses = (await Promise.all(guesses)).map(({ status }) => status);
    expect(statuses.filter((status) => status === 401)).toHaveLength(WRONG_TRIES_OF_NAME);
  });

  test('tries at one’s own password are counted too', async () => {
    const guess = () => trainer.put('/api/me/password', { current: 'guess', next: 'long-enough-now' });
    for (let i = 0; i < WRONG_TRIES_OF_NAME; i += 1) await guess().expect(400);
    await trainer.put('/api/me/password', { current: PASSWORD, next: 'long-enough-now' }).expect(429);
  });

  test('a device that was lost is signed out; the owner sees everybody’s, a trainer their own', async () => {
    const signIn = server.anonymous().post('/api/sign-in').send({ login: 'trainer', password: PASSWORD });
    const response = await signIn.set(
      'User-Agent',
      'Mozilla/5.0 (iPad; CPU OS 17_0 like Mac OS X) AppleWebKit/605.1.15 Version/17.0 Mobile/15E148 Safari/604.1',
    );
    const tablet = new SignedInClient(server.app, response.get('Set-Cookie')![0]!.split(';')[0]!);
    const mine = (await trainer.get('/api/devices').expect(200)).body as SignedInDevice[];
    expect(mine.filter(({ isThis }) => isThis)).toHaveLength(1);
    expect(new Set(mine.map(({ trainerName }) => trainerName))).toEqual(new Set(['Tom Trainer']));
    const lost = mine.find(({ device }) => device === 'Safari on iOS')!;
    const all = (await owner.get('/api/devices')).body as SignedInDevice[];
    expect(new Set(all.map(({ trainerName }) => trainerName))).toEqual(new Set(['Ona Owner', 'Tom Trainer']));
    const owners = all.find(({ trainerName }) => trainerName === 'Ona Owner')!;
    await trainer.delete(`/api/devices/${owners.deviceId}`).expect(404);
    await tablet.get('/api/me').expect(200);
    await trainer.delete(`/api/devices/${lost.deviceId}`).expect(204);
    await tablet.get('/api/me').expect(401);
    await trainer.get('/api/me').expect(200);
    expect(JSON.stringify(all)).not.toMatch(/token|hash/i);
    expect(deviceName('')).toBe('Unknown device');
  });

  test('the owner sets a new password for a colleague, who is signed out everywhere', async () => {
    const { trainerId } = server.trainer;
    await trainer.put(`/api/trainers/${server.owner.trainerId}/password`, { password: 'taken-over-now' }).expect(403);
    expect(
      (await owner.put(`/api/trainers/${trainerId}/password`, { password: 'short' }).expect(400)).body.problems[0].path,
    ).toBe('password');
    await owner.put(`/api/trainers/${trainerId}/password`, { password: 'ropes-and-tar' }).expect(204);
    await trainer.get('/api/me').expect(401);
    await server.anonymous().post('/api/sign-in').send({ login: 'trainer', password: 'ropes-and-tar' }).expect(200);
    await owner.put(`/api/trainers/${server.owner.trainerId}/password`, { password: 'ropes-and-tar' }).expect(400);
  });

  test('everybody keeps the rooms; only the owner removes one', async () => {
    const response = await server.anonymous().post('/api/sign-in').send({ login: 'trainer', password: 'ropes-and-tar' });
    const tom = new SignedInClient(server.app, response.get('Set-Cookie')![0]!.split(';')[0]!);
    const room = { name: 'The yard', inventory: { things: [], sources: [] } };
    const { placeId } = (await tom.post('/api/places', room).expect(201)).body as { placeId: string };
    await tom.put(`/api/places/${placeId}`, { ...room, name: 'The back yard' }).expect(200);
    await tom.delete(`/api/places/${placeId}`).expect(403);
    await owner.delete(`/api/places/${placeId}`).expect(204);
  });
});

describe('a server without a studio', () => {
  test('is opened once, by who can read the code that it printed', async () => {
    const file = `${server.file}-new`;
    const app = await createApp({ databaseFile: file, quiet: true, backupFolder: `${file}-backups` });
    await app.listen(0, '127.0.0.1');
    const { code } = app.get(FirstOwner);
    expect(code).toMatch(/^[A-Z2-9]{10}$/);
    const stranger = new SignedInClient(app, '');
    expect((await stranger.get('/api/first-owner')).body).toEqual({ needed: true });
    const form = {
      studioName: 'The loft',
      zone: 'Europe/London',
      name: 'Maren Oxley',
      login: 'maren',
      password: 'net-loft-quay',
    };
    expect((await stranger.post('/api/first-owner', { ...form, code: 'GUESSED' }).expect(403)).body.problems[0].path).toBe(
      'code',
    );
    const both = await Promise.all([1, 2].map(() => stranger.post('/api/first-owner', { ...form, code: code!.toLowerCase() })));
    expect(both.map(({ status }) => status).sort()).toEqual([204, 409]);
    expect((await stranger.get('/api/first-owner')).body).toEqual({ needed: false });
    const signIn = await stranger.post('/api/sign-in', { login: 'maren', password: 'net-loft-quay' }).expect(200);
    const maren = new SignedInClient(app, signIn.get('Set-Cookie')![0]!.split(';')[0]!);
    expect((await maren.get('/api/library')).body.revisions.length).toBeGreaterThan(300);
    await app.close();
  });

  test('after ten wrong codes it wants to be started again', async () => {
    const file = `${server.file}-guessed`;
    const app = await createApp({ databaseFile: file, quiet: true, backupFolder: `${file}-backups` });
    await app.init();
    const form = {
      studioName: 'The loft',
      zone: 'Europe/London',
      name: 'Maren Oxley',
      login: 'maren',
      password: 'net-loft-quay',
    };
    const firstOwner = app.get(FirstOwner);
    const { code } = firstOwner;
    for (let i = 0; i < 10; i += 1) await expect(firstOwner.open({ ...form, code: 'WRONG' })).rejects.toThrow();
    await expect(firstOwner.open({ ...form, code: code! })).rejects.toThrow();
    await app.close();
  });
});

test('events of a session that was deleted with its client are answered so that a device drops them', async () => {
  const clientId = await server.client(server.owner, '  Blank Ends ');
  const brief = await owner.start(clientId, ['waxwing:bodyweight-squat'], '2026-03-02');
  const events = owner.stamp(brief.sessionId, openSession(brief), '2026-03-02T09:00:00.000Z');
  await owner.send(brief.sessionId, events.slice(0, 1));
  await owner.delete(`/api/clients/${clientId}`, { name: 'Blank Ends' }).expect(204);
  const gone = await owner.post(`/api/sessions/${brief.sessionId}/events`, { events }).expect(410);
  expect(gone.body.code).toBe('forgotten');
  const unknown = await owner.post(`/api/sessions/${v7()}/events`, { events }).expect(404);
  expect(unknown.body.code).toBe('no-such-session');
});
