// What must not lose anything: a full disk, kill -9, SIGTERM in mid-batch, two servers on one file, a deletion looked for in the bytes.
import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, readdirSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import Database from 'better-sqlite3';
import { check, Device, Server } from './server.mjs';

function storedIds(file) {
  const database = new Database(file, { readonly: true });
  const ids = database.prepare('select id from events').pluck().all();
  const isSound = database.pragma('quick_check', { simple: true }) === 'ok';
  database.close();
  check(new Set(ids).size === ids.length, 'an event stands twice');
  check(isSound, 'the file is damaged');
  return new Set(ids);
}

function missing(acknowledged, file) {
  const ids = storedIds(file);
  return acknowledged.filter((id) => !ids.has(id));
}

/** A file system of a few megabytes more than the file and its copy take, filled to the last byte, freed, killed and opened again. */
export async function fullDisk() {
  const folder = mkdtempSync(join(tmpdir(), 'waxwing-small-'));
  const mounted = spawnSync('mount', ['-t', 'tmpfs', '-o', 'size=40m', 'tmpfs', folder]);
  if (mounted.status !== 0) return 'not run: no right to mount a small file system';
  try {
    const server = new Server(folder);
    await server.start();
    const cookie = await server.signIn();
    const { sessionId } = await server.begin(cookie);
    const device = new Device();
    const acknowledged = [];
    const statuses = {};
    const send = async (count) => {
      const body = { events: device.notes(sessionId, count, 900) };
      const answer = await server.ask('POST', `/api/sessions/${sessionId}/events`, { cookie, body });
      statuses[answer.status] = (statuses[answer.status] ?? 0) + 1;
      if (answer.status === 200) acknowledged.push(...answer.json().kept);
      return answer.status;
    };
    await send(20);
    // The disk fills up from elsewhere, to the last block.
    const filler = join(folder, 'filler');
    spawnSync('sh', ['-c', `dd if=/dev/zero of=${filler} bs=4096 2>/dev/null`]);
    for (let i = 0; i < 40; i += 1) await send(50);
    const health = await server.ask('GET', '/api/health');
    check(health.status === 503 && /full/.test(health.text), `health says ${health.status} ${health.text}`);
    const whileFull = acknowledged.length;
    rmSync(filler);
    for (let i = 0; i < 30; i += 1) check((await send(5)) === 200, 'not stored although there is room again');
    check((await server.ask('GET', '/api/health')).status === 200, 'health still says no');
    await server.stop('SIGKILL');
    await server.start();
    const lost = missing(acknowledged, server.file);
    await server.stop();
    check(lost.length === 0, `${lost.length} of ${acknowledged.length} acknowledged events are gone`);
    return `answers ${JSON.stringify(statuses)}; ${whileFull} acknowledged until it was free again, ${acknowledged.length} in all, 0 lost`;
  } finally {
    spawnSync('umount', ['-l', folder]);
    rmSync(folder, { recursive: true, force: true });
  }
}

/** Killed in the middle of whatever it does, again and again. */
export async function killed(times = 30) {
  const server = new Server();
  const device = new Device();
  const acknowledged = [];
  let cut = 0;
  let sessionId;
  for (let round = 0; round < times; round += 1) {
    await server.start();
    const cookie = await server.signIn();
    sessionId ??= (await server.begin(cookie)).sessionId;
    let isAlive = true;
    const sender = async () => {
      while (isAlive) {
        const body = { events: device.notes(sessionId, 7) };
        const answer = await server.ask('POST', `/api/sessions/${sessionId}/events`, { cookie, body });
        if (answer?.status === 200) acknowledged.push(...answer.json().kept);
        else cut += 1;
      }
    };
    const senders = [sender(), sender(), sender()];
    await new Promise((resolve) => setTimeout(resolve, 30 + ((round * 37) % 300)));
    await server.stop('SIGKILL');
    isAlive = false;
    await Promise.all(senders);
  }
  const lost = missing(acknowledged, server.file);
  await server.remove();
  check(lost.length === 0, `${lost.length} of ${acknowledged.length} acknowledged events are gone`);
  return `${times} times; ${acknowledged.length} events acknowledged, ${cut} deliveries cut off, 0 lost, 0 twice`;
}

/** Told to stop while batches come in: what it has taken it finishes, and it ends by itself. */
export async function stopped(times = 10) {
  const server = new Server();
  const device = new Device();
  const acknowledged = [];
  let slowest = 0;
  let sessionId;
  for (let round = 0; round < times; round += 1) {
    await server.start();
    const cookie = await server.signIn();
    sessionId ??= (await server.begin(cookie)).sessionId;
    const deliveries = Array.from({ length: 6 }, async () => {
      const body = { events: device.notes(sessionId, 80) };
      const answer = await server.ask('POST', `/api/sessions/${sessionId}/events`, { cookie, body });
      if (answer?.status === 200) acknowledged.push(...answer.json().kept);
    });
    await new Promise((resolve) => setTimeout(resolve, 10 + round * 8));
    const began = performance.now();
    const { code } = await server.stop('SIGTERM');
    slowest = Math.max(slowest, performance.now() - began);
    await Promise.all(deliveries);
    check(code === 0 || code === null, `ended with ${code}: ${server.output.slice(-300)}`);
  }
  const lost = missing(acknowledged, server.file);
  await server.remove();
  check(lost.length === 0, `${lost.length} of ${acknowledged.length} acknowledged events are gone`);
  return `${times} times; ${acknowledged.length} events acknowledged, 0 lost; ended within ${Math.round(slowest)} ms`;
}

/** Two servers, and other reasons not to start: one sentence each, at once. */
export async function notStarted() {
  const server = new Server();
  await server.start();
  const refusals = [];
  const refused = async (other) => {
    const began = performance.now();
    const words = await other.start().then(
      () => 'it started',
      (error) => error.message,
    );
    const { code } = await other.ended;
    check(code === 1, `ended with ${code}: ${words}`);
    check(words.split('\n').length === 1, `more than a sentence:\n${words}`);
    refusals.push(`${Math.round(performance.now() - began)} ms: ${words.replaceAll(server.folder, '…')}`);
  };
  const second = new Server(server.folder);
  await refused(second);
  await server.stop();
  writeFileSync(server.file, Buffer.concat([readFileSync(server.file).subarray(0, 20_000), Buffer.alloc(60_000, 7)]));
  await refused(second);
  writeFileSync(server.file, 'not a database at all, but long enough to be looked at as one '.repeat(100));
  await refused(second);
  await server.remove();
  return refusals.join('\n    ');
}

/** A client of the demo is deleted; nothing that was ever typed about them is in any file any more. */
export async function deleted() {
  const server = new Server();
  await server.start();
  const cookie = await server.signIn();
  const clients = (await server.ask('GET', '/api/clients', { cookie })).json();
  const client = clients.find(({ name }) => name === 'Priya Castellan');
  const held = (await server.ask('GET', `/api/clients/${client.clientId}/export`, { cookie })).json();
  const texts = new Set([client.name, client.dayJob, ...client.goals.map(({ text }) => text)]);
  for (const { note } of client.cautions) texts.add(note);
  for (const { events } of held.sessions) for (const { id } of events) texts.add(id);
  texts.delete(undefined);
  const deletion = await server.ask('DELETE', `/api/clients/${client.clientId}`, {
    cookie,
    body: { name: client.name },
    seconds: 120,
  });
  check(deletion.status === 204, `deleting: ${deletion.status} ${deletion.text}`);
  const found = () =>
    readdirSync(server.folder)
      .map((name) => join(server.folder, name))
      .filter((path) => statSync(path).isFile())
      .flatMap((path) => {
        const bytes = readFileSync(path);
        return [...texts].filter((text) => bytes.includes(text)).map((text) => `${text} in ${path}`);
      });
  const running = found();
  await server.stop('SIGKILL');
  const afterwards = found();
  await server.remove();
  check(running.length === 0, `still there while it runs: ${running.slice(0, 3).join('; ')}`);
  check(afterwards.length === 0, `still there after a kill: ${afterwards.slice(0, 3).join('; ')}`);
  return `${texts.size} texts and ids of theirs looked for in every file, running and killed: 0 found`;
}
