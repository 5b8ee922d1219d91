// Reads of a studio that has been going for five years: 200 clients, 250,000 logged sets. Run after a build.
import { randomUUID } from 'node:crypto';
import { mkdtempSync, rmSync } from 'node:fs';
import { Agent, get } from 'node:http';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import Database from 'better-sqlite3';
import { createApp, Library, StudioSetup } from '../apps/server/dist/index.js';
import { readLibraryFiles } from '../scripts/readLibrary.mjs';
import { serve } from './serve.mjs';

const CLIENTS = 200;
const SESSIONS_EACH = 250;
const SETS_EACH = 5;
const MOVEMENTS = ['goblet-squat', 'full-push-up', 'bent-over-row', 'forearm-plank', 'split-squat'].map(
  (slug) => `waxwing:${slug}`,
);

/** Fills the projection as the server would have; the events behind it are not what is read here. */
function fill(file, studioId, trainerId, clientIds) {
  const db = new Database(file);
  const insert = (table, columns) =>
    db.prepare(`insert into ${table} (${columns.map((c) => `"${c}"`).join(', ')}) values (${columns.map(() => '?').join(', ')})`);
  const session = insert('sessions', [
    'id',
    'studioId',
    'trainerId',
    'placeId',
    'localDate',
    'zone',
    'status',
    'startedAt',
    'endedAt',
    'createdAt',
    'pins',
  ]);
  const joined = insert('session_clients', ['sessionId', 'clientId', 'studioId', 'laneId', 'localDate']);
  const item = insert('log_items', [
    'itemId',
    'studioId',
    'sessionId',
    'clientId',
    'movementId',
    'localDate',
    'startedAt',
    'place',
    'load',
    'outcome',
  ]);
  const segment = {
    ordinal: 0,
    setOrdinal: 1,
    laneId: 'lane',
    itemId: 'item',
    looked: 1,
    unit: 'reps',
    amount: 10,
    kilograms: 16,
    settings: '{}',
    seconds: 30,
    onClock: 0,
    actor: 'trainer',
    pain: 0,
    isLast: 1,
    setAmount: 10,
    effort: 'about-right',
  };
  const own = ['setId', 'studioId', 'sessionId', 'clientId', 'movementId', 'localDate', 'startedAt', 'clean', 'load'];
  const set = insert('log_segments', [...own, ...Object.keys(segment)]);
  const decision = insert('log_decisions', [
    'eventId',
    'studioId',
    'sessionId',
    'clientId',
    'movementId',
    'kind',
    'text',
    'reasons',
    'localDate',
    'at',
    'load',
    'target',
  ]);
  const load = JSON.stringify({ kind: 'single', value: 16, unit: 'kg' });
  const outcome = JSON.stringify({
    leastDone: 10,
    target: 10,
    topOfRange: 12,
    effort: 'about-right',
    clean: true,
    riskOpen: false,
    pain: false,
    openFault: null,
    easedBy: null,
  });
  db.transaction(() => {
    for (const clientId of clientIds) {
      for (let n = 0; n < SESSIONS_EACH; n += 1) {
        const at = new Date(Date.UTC(2021, 0, 4, 9) + n * 7 * 86_400_000).toISOString();
        const day = at.slice(0, 10);
        const sessionId = randomUUID();
        session.run(
          sessionId,
          studioId,
          trainerId,
          null,
          day,
          'Etc/UTC',
          'ended',
          at,
          at,
          at,
          '{"vocabularyRevisionId":"","revisionIds":[],"clients":[],"kit":null}',
        );
        joined.run(sessionId, clientId, studioId, randomUUID(), day);
        for (let k = 0; k < SETS_EACH; k += 1) {
          const movementId = MOVEMENTS[(n + k) % MOVEMENTS.length];
          set.run(
            randomUUID(),
            studioId,
            sessionId,
            clientId,
            movementId,
            day,
            at,
            k % 3 === 0 ? 0 : 1,
            load,
            ...Object.values(segment),
          );
          if (k % 2 === 0) item.run(randomUUID(), studioId, sessionId, clientId, movementId, day, at, k, load, outcome);
          if (k % 2 === 0)
            decision.run(
              randomUUID(),
              studioId,
              sessionId,
              clientId,
              movementId,
              'repeat',
              'The same again',
              '[]',
              day,
              at,
              load,
              10,
            );
        }
      }
    }
  })();
  db.close();
}

/** Five years of bookings of one trainer: eight a day, one or two people each. */
function fillDiary(file, studioId, trainerId, clientIds) {
  const db = new Database(file);
  const booking = db.prepare(
    `insert into bookings (id, "studioId", "trainerId", "localDate", "startMinute", minutes) values (?, ?, ?, ?, ?, 60)`,
  );
  const booked = db.prepare(`insert into booking_clients ("bookingId", "clientId", "studioId") values (?, ?, ?)`);
  db.transaction(() => {
    for (let day = 0; day < YEARS * 365; day += 1) {
      const localDate = dayOf(day);
      for (let hour = 0; hour < 8; hour += 1) {
        const id = randomUUID();
        booking.run(id, studioId, trainerId, localDate, (8 + hour) * 60);
        for (const at of hour % 3 === 0 ? [0, 1] : [0]) booked.run(id, clientIds[(day * 8 + hour + at * 7) % CLIENTS], studioId);
      }
    }
  })();
  db.close();
}

const YEARS = 5;
const dayOf = (day) => new Date(Date.UTC(2021, 0, 4) + day * 86_400_000).toISOString().slice(0, 10);

/** Notes what is read of the database in this process, as text and parameters. Answers how to take what was noted. */
function noteReads() {
  const prepare = Reflect.get(Database.prototype, 'prepare');
  let noted = [];
  Database.prototype.prepare = function (sql) {
    const statement = prepare.call(this, sql);
    for (const method of statement.reader ? ['all', 'get'] : []) {
      const bare = statement[method];
      statement[method] = (...parameters) => {
        noted.push({ sql, parameters });
        return bare.apply(statement, parameters);
      };
    }
    return statement;
  };
  const take = () => {
    const taken = noted;
    noted = [];
    return taken;
  };
  return { take, stop: () => (Database.prototype.prepare = prepare) };
}

/** The same rows by bare SQL, through the driver and nothing else. */
function bare(db, statements) {
  for (const { sql, parameters } of statements) db.prepare(sql).all(...parameters);
}

const agent = new Agent({ keepAlive: true });

/** One answer, as its bytes arrive: unpacking it is the reader's work, not the server's. */
function read(url, cookie) {
  return new Promise((resolve, reject) => {
    const headers = { cookie, 'accept-encoding': 'gzip' };
    get(url, { agent, headers }, (answer) => {
      if (answer.statusCode !== 200) reject(new Error(`${url} answered ${answer.statusCode}`));
      answer.on('end', resolve).resume();
    }).on('error', reject);
  });
}

async function signIn(address) {
  const answer = await fetch(`${address}/api/sign-in`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ login: 'owner', password: 'correct-horse' }),
  });
  return answer.headers.get('set-cookie').split(';')[0];
}

/** Of each read what it asks of the database, for a dozen of its clients or days. */
async function statementsOf(file, reads) {
  const { take, stop } = noteReads();
  const app = await createApp({ databaseFile: file, quiet: true });
  await app.listen(0, '127.0.0.1');
  const address = await app.getUrl();
  const cookie = await signIn(address);
  const statements = [];
  for (const { path } of reads) {
    const ofRead = [];
    for (let n = 0; n < 12; n += 1) {
      take();
      await read(`${address}/api/${path(n)}`, cookie);
      ofRead.push(take());
    }
    statements.push(ofRead);
  }
  await app.close();
  stop();
  return statements;
}

export async function serverReads() {
  const folder = mkdtempSync(join(tmpdir(), 'waxwing-bench-'));
  const file = join(folder, 'studio.sqlite');
  const app = await createApp({ databaseFile: file, quiet: true });
  await app.init();
  const setup = app.get(StudioSetup);
  const studioId = await setup.studio('Bench', 'Etc/UTC');
  const owner = await setup.trainer(studioId, { name: 'Owner', login: 'owner', password: 'correct-horse', role: 'owner' });
  await app.get(Library).importPack(studioId, owner.trainerId, readLibraryFiles());
  const clientIds = [];
  for (let n = 0; n < CLIENTS; n += 1) {
    clientIds.push(
      await setup.client(owner, { name: `Client ${n}`, birthYear: 1980, goals: [], cautions: [{ caution: 'knee' }] }),
    );
  }
  fill(file, studioId, owner.trainerId, clientIds);
  fillDiary(file, studioId, owner.trainerId, clientIds);

  await app.close();

  const reads = [
    ['a client’s record', (id) => `clients/${id}`],
    ['a client’s history (loads, due, set-ups)', (id) => `clients/${id}/history`],
    ['a client’s practice', (id) => `clients/${id}/practice`],
    ['the list of clients', () => 'clients'],
    ['the log, first page', () => 'sessions'],
    ['the library', () => 'library'],
    ['a week of the diary, five years booked', (_, n) => `bookings?from=${dayOf((n % 200) * 7)}&to=${dayOf((n % 200) * 7 + 6)}`],
    ['Today, a day of the five years', (_, n) => `today?date=${dayOf((n % 200) * 7)}`],
    ['how long they take', (id) => `clients/${id}/paces`],
    ['what they did lately', (id) => `clients/${id}/lately?setsSince=2025-12-01&faultsSince=2025-11-10`],
  ].map(([what, pathOf]) => ({ what, path: (n) => pathOf(clientIds[n % CLIENTS], n) }));
  const statements = await statementsOf(file, reads);

  // In a process of its own, as it is: what this one does meanwhile isn't the server's time.
  const server = await serve(file);
  const cookie = await signIn(server.address);
  /** The sorted times of each of these, taken in turns: this machine's speed changes within the minute, and all are to be compared. */
  const timed = async (works, rounds) => {
    // As a server is that has been running for a while.
    for (let n = 0; n < 100; n += 1) for (const work of works) await work(n);
    const times = works.map(() => []);
    for (let n = 0; n < rounds; n += 1) {
      for (const [i, work] of works.entries()) {
        const from = performance.now();
        await work(n);
        times[i].push(performance.now() - from);
      }
    }
    return times.map((each) => each.sort((a, b) => a - b));
  };
  const db = new Database(file, { readonly: true });
  const at = (times, share) => times[Math.min(times.length - 1, Math.floor(times.length * share))];
  console.log(`\nserver, ${CLIENTS} clients, ${(CLIENTS * SESSIONS_EACH * SETS_EACH).toLocaleString('en-GB')} logged sets`);
  for (let n = 0; n < 100; n += 1) for (const { path } of reads) await read(`${server.address}/api/${path(n)}`, cookie);
  // What the way there and back takes, who asks looked up and nothing found, is the same for all.
  const empty = () => read(`${server.address}/api/clients/forgotten`, cookie);
  for (const [i, { what, path }] of reads.entries()) {
    const asked = statements[i];
    const [times, ofEmpty, ofBare] = await timed(
      [(n) => read(`${server.address}/api/${path(n)}`, cookie), empty, (n) => bare(db, asked[n % asked.length])],
      200,
    );
    const base = at(ofBare, 0.5);
    const median = at(times, 0.5);
    const ratio = (ms) => (Math.max(0, ms) / base).toFixed(1).padStart(4);
    console.log(
      `  ${what.padEnd(44)} median ${median.toFixed(2).padStart(6)} ms   p99 ${at(times, 0.99).toFixed(1).padStart(5)} ms   bound 25 ms   bare SQL for the same ${base.toFixed(2).padStart(5)} ms: ${ratio(median)}×, beyond an empty answer ${ratio(median - at(ofEmpty, 0.5))}×`,
    );
  }
  db.close();
  agent.destroy();
  server.stop();
  rmSync(folder, { recursive: true, force: true });
}
