import {
  statSync,
  renameSync,
  existsSync,
  mkdtempSync,
  rmSync,
  writeFileSync,
  readFileSync,
  chmodSync,
  mkdirSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, afterEach, beforeAll, beforeEach, describe, expect, test } from '@jest/globals';
import { openSession, type EventDraft, type SessionBrief } from '@waxwing/core/session';
import type { EventsPage, HealthAnswer } from '@waxwing/core/api';
import Database from 'better-sqlite3';
import { DataSource } from 'typeorm';
import { v7 } from 'uuid';
import { Backups } from '../src/backups/backups.ts';
import { listBackups, makeBackup, outdatedBackups, type BackupFile } from '../src/database/backupFile.ts';
import { ENTITIES } from '../src/entities.ts';
import { backupFolderOf, DatabaseRefused, OpenDatabase, restoreBackup } from '../src/database/openDatabase.ts';
import { Transactions } from '../src/database/transactions.ts';
import { StanceChoiceEntity } from '../src/stances/stance.entities.ts';
import { PlaceEntity } from '../src/studio/place.entity.ts';
import { TestServer, type SignedInClient } from './testServer.ts';

const SQUAT = 'waxwing:bodyweight-squat';
const DAY = '2026-03-02';
const note = (text: string): EventDraft => ({ type: 'note', payload: { text } });

describe('a server whose storage fails', () => {
  let server: TestServer;
  let owner: SignedInClient;
  let brief: SessionBrief;

  beforeAll(async () => {
    server = await TestServer.start();
    owner = await server.signIn('owner');
    const clientId = await server.client(server.owner, 'Ilse Varga-Holm');
    brief = await owner.start(clientId, [SQUAT], DAY);
    await owner.send(brief.sessionId, owner.stamp(brief.sessionId, openSession(brief), `${DAY}T09:00:00.000Z`));
  });
  afterAll(() => server.stop());

  /** The writing connection's limit on pages: what a full disk looks like to SQLite. */
  function limitPages(more: number | null): void {
    const { driver } = server.app.get(OpenDatabase).writer;
    const connection = (driver as unknown as { databaseConnection: Database.Database }).databaseConnection;
    const pages = connection.pragma('page_count', { simple: true }) as number;
    connection.pragma(`max_page_count = ${more === null ? 1_000_000_000 : pages + more}`);
  }

  /** What another program finds in the file: only what was committed. */
  function stored(): Set<string> {
    const database = new Database(server.file, { readonly: true });
    const ids = database.prepare('select id from events').pluck().all() as string[];
    database.close();
    return new Set(ids);
  }

  test('a full disk is said, nothing acknowledged is lost, and when there is room again everything is stored as before', async () => {
    const acknowledged: string[] = [];
    const send = async (text: string) => {
      const events = owner.stamp(brief.sessionId, [note(text.padEnd(900, '.'))], `${DAY}T09:05:00.000Z`);
      const response = await owner.post(`/api/sessions/${brief.sessionId}/events`, { events });
      if (response.status === 200) acknowledged.push(...(response.body as { kept: string[] }).kept);
      return response;
    };
    await send('before');
    limitPages(6);
    let full = await send('fills');
    for (let i = 0; i < 40 && full.status !== 507; i += 1) full = await send(`fills ${i}`);
    expect(full.status).toBe(507);
    expect(full.body.message).toMatch(/disk is full.*Nothing was stored/);
    expect((await owner.get('/api/health').expect(503)).body).toMatchObject({ ok: false, writes: expect.stringMatching(/full/) });
    for (let i = 0; i < 5; i += 1) expect((await send(`refused ${i}`)).status).toBe(507);
    expect([...stored()]).toEqual(expect.arrayContaining(acknowledged));

    limitPages(null);
    for (let i = 0; i < 20; i += 1) expect((await send(`after ${i}`)).status).toBe(200);
    // In the file, not in a transaction that nobody ends.
    expect([...stored()]).toEqual(expect.arrayContaining(acknowledged));
    expect((await owner.get('/api/health').expect(200)).body).toMatchObject({
      ok: true,
      writes: 'stored',
    } satisfies Partial<HealthAnswer>);
    const page = (await owner.get(`/api/sessions/${brief.sessionId}/events`)).body as EventsPage;
    expect(page.events.map(({ id }) => id)).toEqual(expect.arrayContaining(acknowledged));
  });

  test('another program’s write lock is waited for, then said; nobody’s reading waits meanwhile', async () => {
    const other = new Database(server.file);
    other.exec('begin immediate');
    const events = owner.stamp(brief.sessionId, [note('locked out')], `${DAY}T09:06:00.000Z`);
    const writing = owner.post(`/api/sessions/${brief.sessionId}/events`, { events }).then((response) => response);
    const began = performance.now();
    await owner.get('/api/clients').expect(200);
    expect(performance.now() - began).toBeLessThan(2500);
    const refused = await writing;
    expect(refused.status).toBe(503);
    expect(refused.body.message).toMatch(/Something else is writing/);
    // Those behind it don't wait for each other's patience.
    const line = performance.now();
    const behind = await Promise.all(
      Array.from({ length: 8 }, () => owner.post(`/api/sessions/${brief.sessionId}/events`, { events })),
    );
    expect(behind.map(({ status }) => status)).toEqual(Array.from({ length: 8 }, () => 503));
    expect(performance.now() - line).toBeLessThan(6000);
    other.exec('rollback');
    other.close();
    await owner.send(brief.sessionId, events);
    expect(stored().has(events[0]!.id)).toBe(true);
  });

  test('a write that throws leaves nothing, and takes no other’s with it', async () => {
    const transactions = server.app.get(Transactions);
    const choice = (holder: string) => ({ studioId: server.owner.studioId, holder, positions: {} });
    const throws = transactions.run(async (manager) => {
      await manager.save(StanceChoiceEntity, choice('thrown'));
      throw new Error('half-way');
    });
    const stays = transactions.run((manager) => manager.save(StanceChoiceEntity, choice('stays')));
    await expect(throws).rejects.toThrow('half-way');
    await stays;
    const reads = server.app.get(DataSource).getRepository(StanceChoiceEntity);
    expect((await reads.find()).map(({ holder }) => holder)).toEqual(['stays']);
  });

  test('reads see nothing before it is committed, and can’t write', async () => {
    const reads = server.app.get(DataSource).getRepository(PlaceEntity);
    const before = await reads.count();
    await server.app.get(Transactions).run(async (manager) => {
      await manager.insert(PlaceEntity, {
        id: v7(),
        studioId: server.owner.studioId,
        name: 'New',
        inventory: { things: [], sources: [] },
      });
      expect(await reads.count()).toBe(before);
    });
    expect(await reads.count()).toBe(before + 1);
    await expect(reads.clear()).rejects.toThrow(/readonly/);
  });

  test('the same thing twice at once is no breakdown', async () => {
    const trainer = { name: 'Nell Prow', login: 'nell', password: 'oak-and-caulk', role: 'owner' };
    const answers = await Promise.all([owner.post('/api/trainers', trainer), owner.post('/api/trainers', trainer)]);
    expect(answers.map(({ status }) => status).sort()).toEqual([201, 409]);
    const row = { id: v7(), studioId: server.owner.studioId, name: 'Twice', inventory: { things: [], sources: [] } };
    await server.app.get(Transactions).run((manager) => manager.insert(PlaceEntity, row));
    await expect(server.app.get(Transactions).run((manager) => manager.insert(PlaceEntity, row))).rejects.toThrow(/UNIQUE/);
    expect((await owner.get('/api/health').expect(200)).body).toMatchObject({ ok: true });
  });

  test('a file that was taken away under the server is said: nothing is written to where nobody finds it', async () => {
    renameSync(server.file, `${server.file}-away`);
    const events = owner.stamp(brief.sessionId, [note('into the void')], `${DAY}T09:07:00.000Z`);
    const response = await owner.post(`/api/sessions/${brief.sessionId}/events`, { events });
    expect([response.status, response.body.message]).toEqual([503, expect.stringMatching(/moved or replaced/)]);
    renameSync(`${server.file}-away`, server.file);
    await owner.send(brief.sessionId, events);
  });
});

describe('opening a database', () => {
  let folder: string;
  let file: string;
  const open: OpenDatabase[] = [];

  beforeEach(() => {
    folder = join(mkdtempSync(join(tmpdir(), 'waxwing-open-')), 'data');
    file = join(folder, 'studio.sqlite');
  });
  afterEach(async () => {
    for (const database of open.splice(0)) await database.close();
    rmSync(folder, { recursive: true, force: true });
  });

  async function start(): Promise<OpenDatabase> {
    const database = await OpenDatabase.open({ file }, ENTITIES);
    open.push(database);
    return database;
  }

  async function stop(): Promise<void> {
    for (const database of open.splice(0)) await database.close();
  }

  const refusal = async (): Promise<string> => {
    const error: unknown = await OpenDatabase.open({ file }, ENTITIES).then(
      () => null,
      (thrown: unknown) => thrown,
    );
    expect(error).toBeInstanceOf(DatabaseRefused);
    return (error as Error).message;
  };

  test('what it makes is its owner’s only', async () => {
    await start();
    expect(statSync(folder).mode & 0o777).toBe(0o700);
    for (const suffix of ['', '-wal', '-lock']) expect([suffix, statSync(file + suffix).mode & 0o077]).toEqual([suffix, 0]);
  });

  test('a second server on the same file doesn’t start; after the first has stopped, it does', async () => {
    await start();
    expect(await refusal()).toMatch(/Another Waxwing is running/);
    await stop();
    await start();
  });

  test('a newer schema, a file that is none of ours, a damaged one, a locked one and a folder are each refused in a sentence', async () => {
    await start();
    await stop();
    const raw = new Database(file);
    raw.exec(`insert into migrations (timestamp, name) values (9, 'FromTheFuture9')`);
    raw.close();
    expect(await refusal()).toMatch(/newer Waxwing \(FromTheFuture9\)/);

    const unlock = new Database(file);
    unlock.exec(`delete from migrations where timestamp = 9`);
    unlock.exec('begin immediate');
    expect(await refusal()).toMatch(/Another program is writing/);
    unlock.exec('rollback');
    unlock.close();

    const bytes = readFileSync(file);
    bytes.fill(0xff, 8192, 20_480);
    writeFileSync(file, bytes);
    expect(await refusal()).toMatch(/damaged/);

    writeFileSync(file, 'a shopping list that is long enough to look like something'.repeat(40));
    expect(await refusal()).toMatch(/damaged or no database/);

    rmSync(file);
    const other = new Database(file);
    other.exec('create table recipes (id)');
    other.close();
    expect(await refusal()).toMatch(/not a database of Waxwing/);

    rmSync(file);
    mkdirSync(file);
    expect(await refusal()).toMatch(/is not a file/);
  });

  test('a database that is missing beside its backups is asked for, not made anew', async () => {
    const database = await start();
    const backup = makeBackup(file, database.backupFolder, 'asked', '2026-11-25T09:00:00.000Z');
    await stop();
    rmSync(file);
    expect(await refusal()).toContain(backup.file);
    expect(existsSync(file)).toBe(false);
    expect(restoreBackup(backup.file, { file })).toBeNull();
    const restored = await start();
    expect(restored.epoch).not.toBe(database.epoch);
  });

  test('before a migration a backup is made, which can be put back', async () => {
    await start();
    await stop();
    const raw = new Database(file);
    const last = raw.prepare('select name from migrations order by timestamp desc limit 1').pluck().get() as string;
    raw.exec(`delete from migrations where name = '${last}'`);
    raw.close();
    // The migration runs on a schema that has it already and fails: nothing is changed, and the copy is there.
    expect(await refusal()).toMatch(/nothing was changed/);
    const [backup] = listBackups(backupFolderOf(file));
    expect(backup).toMatchObject({ reason: 'upgrade' });
  });

  test('a backup that isn’t sound gets no name', async () => {
    await start();
    await stop();
    const blocked = join(folder, 'no-folder');
    writeFileSync(blocked, '');
    expect(() => makeBackup(file, blocked, 'asked', '2026-11-25T09:00:00.000Z')).toThrow();
    expect(() => makeBackup(join(folder, 'none.sqlite'), backupFolderOf(file), 'asked', '2026-11-25T09:00:00.000Z')).toThrow();
    expect(listBackups(backupFolderOf(file))).toEqual([]);
    chmodSync(file, 0o600);
  });
});

describe('how long backups are kept', () => {
  const backup = (madeAt: string, reason: BackupFile['reason']): BackupFile => ({
    file: `${madeAt}-${reason}`,
    madeAt,
    reason,
    bytes: 1,
  });
  const NOW = new Date('2026-11-25T12:00:00Z');
  const ago = (days: number) => new Date(NOW.getTime() - days * 86_400_000).toISOString();

  test('a fortnight of days, ten weeks of weeks, ninety days of those asked for; the newest always', () => {
    const daily = Array.from({ length: 100 }, (_, i) => backup(ago(i + 0.5), 'daily'));
    const all = [...daily, backup(ago(80), 'asked'), backup(ago(91), 'upgrade')].sort((a, b) => (a.madeAt < b.madeAt ? 1 : -1));
    const gone = new Set(outdatedBackups(all, NOW).map(({ file }) => file));
    const kept = all.filter(({ file }) => !gone.has(file));
    expect(kept.filter(({ reason }) => reason === 'daily').length).toBeGreaterThanOrEqual(14 + 7);
    expect(kept.filter(({ reason }) => reason === 'daily').length).toBeLessThanOrEqual(14 + 9);
    expect(kept.map(({ reason }) => reason)).toContain('asked');
    expect(gone.has(all.find(({ reason }) => reason === 'upgrade')!.file)).toBe(true);
    expect(outdatedBackups([backup(ago(400), 'daily')], NOW)).toEqual([]);
  });
});

describe('a studio’s backups', () => {
  let server: TestServer;
  let owner: SignedInClient;
  beforeAll(async () => {
    server = await TestServer.start({ isBackedUpDaily: true });
    owner = await server.signIn('owner');
  });
  afterAll(() => server.stop());

  test('one is made each day by itself; the owner makes one now, and has deleted clients taken out of them', async () => {
    await server.app.get(Backups).onApplicationShutdown();
    expect(
      server.app
        .get(Backups)
        .list()
        .map(({ reason }) => reason),
    ).toEqual(['daily']);
    const clientId = await server.client(server.owner, 'Zephyrine Quillback');
    const made = (await owner.post('/api/backups', {}).expect(200)).body;
    expect(made).toMatchObject({ failed: null, forgottenStillHeld: 0 });
    expect(made.backups).toHaveLength(2);
    const holdsHer = () =>
      server.app
        .get(Backups)
        .list()
        .some(({ file }) => readFileSync(file).includes('Zephyrine Quillback'));
    await owner.delete(`/api/clients/${clientId}`, { name: 'Zephyrine Quillback' }).expect(204);
    expect(holdsHer()).toBe(true);
    expect((await owner.get('/api/backups')).body).toMatchObject({ forgottenStillHeld: 1 });
    const rewritten = (await owner.post('/api/backups/rewrite', {}).expect(200)).body;
    expect(rewritten).toMatchObject({ forgottenStillHeld: 0, backups: [{ reason: 'asked' }] });
    expect(holdsHer()).toBe(false);
    const trainer = await server.signIn('trainer');
    await trainer.get('/api/backups').expect(403);
    await trainer.post('/api/backups', {}).expect(403);
  });

  test('a restored server is another one to every device, with what it had then', async () => {
    const kept = await server.client(server.owner, 'In The Backup');
    await owner.post('/api/backups', {}).expect(200);
    const lost = await server.client(server.owner, 'After The Backup');
    const epochOf = async () => (await owner.get('/api/me').expect(200)).headers['waxwing-epoch'];
    const before = await epochOf();
    const [newest] = server.app.get(Backups).list();
    const copy = `${server.file}-restored`;
    restoreBackup(newest!.file, { file: copy });
    const restored = await OpenDatabase.open({ file: copy, backupFolder: join(copy, '..', 'elsewhere') }, ENTITIES);
    const ids = (await restored.reader.query<{ id: string }[]>('select id from clients')).map(({ id }) => id);
    expect([ids.includes(kept), ids.includes(lost)]).toEqual([true, false]);
    expect(restored.epoch).not.toBe(before);
    await restored.close();
  });
});
