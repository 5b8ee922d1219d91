// One event more, when there are many: on the server, and from the tap to the picture on a slow tablet. Run after a build.
import { randomUUID } from 'node:crypto';
import { existsSync, mkdtempSync, rmSync, statSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium } from '@playwright/test';
import { createApp, EventLog, Library, Sessions, StudioSetup } from '../apps/server/dist/index.js';
import { browserOptions } from '../scripts/browser.mjs';
import { readLibraryFiles } from '../scripts/readLibrary.mjs';
import { Hour } from './longHour.mjs';
import { serve } from './serve.mjs';

const WEB = join(import.meta.dirname, '../apps/web/dist');
const PASSWORD = 'correct-horse';
const LANES = 6;
const AT = [100, 1000, 10_000];
const TAPS = 80;
const CPU_SLOWER = 4;
/** What a tablet has kept when it was used for a month. */
const MONTH_OF_HOURS = 100;
const MOVEMENTS = ['goblet-squat', 'full-push-up', 'bent-over-row'].map((slug) => ({ movementId: `waxwing:${slug}`, sets: 20 }));

async function signedIn(address) {
  const json = { 'Content-Type': 'application/json' };
  const body = JSON.stringify({ login: 'owner', password: PASSWORD });
  const answer = await fetch(`${address}/api/sign-in`, { method: 'POST', headers: json, body });
  const headers = { ...json, cookie: answer.headers.get('set-cookie').split(';')[0] };
  return async (path, sent) => {
    const answered = await fetch(`${address}/api/${path}`, { method: 'POST', headers, body: JSON.stringify(sent) });
    if (!answered.ok) throw new Error(`${path} answered ${answered.status} ${await answered.text()}`);
    return answered.json();
  };
}

/** Sends events as a device does. */
async function send(post, hour, events) {
  for (let from = 0; from < events.length; from += 500) {
    const { refused } = await post(`sessions/${hour.brief.sessionId}/events`, { events: events.slice(from, from + 500) });
    if (refused.length > 0) throw new Error(JSON.stringify(refused[0]));
  }
}

export async function longHour(row) {
  const folder = mkdtempSync(join(tmpdir(), 'waxwing-bench-'));
  const file = join(folder, 'studio.sqlite');
  const app = await createApp({ databaseFile: file, quiet: true });
  await app.listen(0, '127.0.0.1');
  const setup = app.get(StudioSetup);
  const studioId = await setup.studio('Bench', 'Etc/UTC');
  const owner = await setup.trainer(studioId, { name: 'Owner', login: 'owner', password: PASSWORD, role: 'owner' });
  await app.get(Library).importPack(studioId, owner.trainerId, readLibraryFiles());
  const lanes = [];
  for (let n = 0; n < LANES; n += 1) {
    const clientId = await setup.client(owner, {
      name: `Client ${n}`,
      birthYear: 1980,
      goals: [],
      cautions: [{ caution: 'knee' }],
    });
    lanes.push({ laneId: randomUUID(), clientId, movements: MOVEMENTS });
  }
  const post = await signedIn(await app.getUrl());
  const start = { sessionId: randomUUID(), localDate: new Date().toISOString().slice(0, 10), zone: 'Etc/UTC', lanes };
  const hour = new Hour(await post('sessions', start));
  await send(post, hour, hour.events);
  const [eventLog, sessions] = [app.get(EventLog), app.get(Sessions)];
  const medians = [];
  for (const count of AT) {
    await send(post, hour, hour.fillTo(count));
    await send(post, hour, hour.begin());
    const [atServer, overHttp] = [[], []];
    for (let n = 0; n < 120; n += 1) {
      const events = hour.add([hour.rep]);
      const from = performance.now();
      // What the server does for it; and the same from outside, where most of the time is the asking.
      if (n % 2) await send(post, hour, events);
      else await eventLog.append(owner, await sessions.mineToWrite(owner, start.sessionId), events);
      if (n >= 20) (n % 2 ? overHttp : atServer).push(performance.now() - from);
    }
    for (const times of [atServer, overHttp]) times.sort((a, b) => a - b);
    const median = atServer[atServer.length >> 1];
    medians.push(median);
    const growth = count === AT[0] ? '' : `, ${(median / medians[0]).toFixed(2)}× that at ${AT[0]}`;
    const asked = `   from outside ${overHttp[overHttp.length >> 1].toFixed(1)}${growth}`;
    row(`one event more, server, ${LANES} lanes, ${count.toLocaleString('en-GB')} there`, atServer, 5, asked);
  }
  // Reps belong to the device that counted first: the tablet begins a set of its own.
  await send(post, hour, hour.end());
  const begun = await post('sessions', {
    ...start,
    sessionId: randomUUID(),
    lanes: lanes.map((lane) => ({ ...lane, laneId: randomUUID() })),
  });
  await app.close();
  await onFloor(row, file, hour.brief.sessionId, begun.sessionId);
  rmSync(folder, { recursive: true, force: true });
}

/** A month of hours as the device keeps them: as many copies of the one that it has, in its own shape. */
function keepMonth(page) {
  return page.evaluate(async (hours) => {
    const { indexedDB } = window;
    const done = (request) =>
      new Promise((resolve, reject) => {
        request.onsuccess = () => resolve(request.result);
        request.onerror = () => reject(request.error);
      });
    const { name } = (await indexedDB.databases()).find((each) => each.name.startsWith('waxwing-'));
    const db = await done(indexedDB.open(name));
    const briefs = () => db.transaction('briefs', 'readwrite').objectStore('briefs');
    const [brief] = await done(briefs().getAll());
    for (let n = 0; n < hours; n += 1) await done(briefs().put({ ...brief, sessionId: window.crypto.randomUUID() }));
    db.close();
  }, MONTH_OF_HOURS);
}

/** In the page, since whoever looks at it from outside takes time on the same slow thread: when Floor stood, as `paintedAt`. */
function noticePainted() {
  const look = () => {
    const isThere = [...window.document.querySelectorAll('button')].some((each) => each.textContent.trim() === 'Pain');
    if (!isThere) requestAnimationFrame(look);
    else requestAnimationFrame(() => setTimeout(() => (window.paintedAt = performance.now()), 0));
  };
  requestAnimationFrame(look);
}

const isPainted = () => window.paintedAt;

/** How much script has come, as gzip packs it, by the time at which a device that has nothing yet shows Floor. */
async function coldFloor(browser, signedIn, floor) {
  const cold = await browser.newContext({ storageState: await signedIn.context().storageState(), serviceWorkers: 'block' });
  const page = await cold.newPage();
  await page.addInitScript(noticePainted);
  await page.goto(floor);
  await page.waitForFunction(isPainted);
  const scripts = await page.evaluate(() =>
    performance
      .getEntriesByType('resource')
      .filter(({ name, responseEnd }) => name.endsWith('.js') && responseEnd < window.paintedAt)
      .map(({ name, encodedBodySize }) => [new URL(name).pathname, encodedBodySize]),
  );
  await cold.close();
  const bound = 250;
  // A browser on this machine takes Brotli; over plain HTTP from another one it is gzip. What is too small for either is sent as it is.
  const packed = (path) => [`${WEB}${path}.gz`, `${WEB}${path}`].find((file) => existsSync(file));
  const kb = scripts.reduce((sum, [path]) => sum + statSync(packed(path)).size, 0) / 1000;
  const sent = scripts.reduce((sum, [, bytes]) => sum + bytes, 0) / 1000;
  const what = `Floor’s first load, script in ${scripts.length} files`.padEnd(46);
  console.log(
    `${what} ${kb.toFixed(1)} kB gzip   bound ${bound} kB   ratio ${(kb / bound).toFixed(2)}   as sent here ${sent.toFixed(1)}`,
  );
}

/** The same session on a tablet with a quarter of this machine's speed. */
async function onFloor(row, file, sessionId, begunId) {
  const { address, stop } = await serve(file);
  const browser = await chromium.launch(browserOptions);
  try {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    await page.addInitScript(noticePainted);
    await page.goto(address);
    await page.getByLabel('Sign-in name').fill('owner');
    await page.getByLabel('Password').fill(PASSWORD);
    await page.getByRole('button', { name: 'Sign in' }).click();
    await page.getByRole('heading', { name: 'Today', level: 1 }).waitFor();
    const pain = page.getByRole('button', { name: 'Pain', exact: true });
    await coldFloor(browser, page, `${address}/floor/${begunId}`);
    await page.goto(`${address}/floor/${sessionId}`);
    await pain.waitFor({ timeout: 120_000 });
    const devtools = await page.context().newCDPSession(page);
    await devtools.send('Emulation.setCPUThrottlingRate', { rate: CPU_SLOWER });
    const reload = async (what, id) => {
      await page.goto(`${address}/floor/${id}`);
      await pain.waitFor({ timeout: 120_000 });
      const times = [];
      for (let n = 0; n < 7; n += 1) {
        await page.reload();
        await page.waitForFunction(isPainted, null, { timeout: 120_000, polling: 200 });
        times.push(await page.evaluate(() => window.paintedAt));
      }
      row(
        what,
        times.sort((a, b) => a - b),
        1000,
      );
    };
    await reload('Floor reloaded, just begun, CPU at a quarter', begunId);
    await reload('Floor reloaded, 10,000 events, CPU at a quarter', sessionId);
    await keepMonth(page);
    await reload(`Floor reloaded, ${MONTH_OF_HOURS} hours kept, CPU at a quarter`, begunId);
    await page.goto(`${address}/floor/${sessionId}`);
    await pain.waitFor({ timeout: 120_000 });
    await page.evaluate(() => {
      window.taps = [];
      let from = 0;
      const shown = () => window.document.querySelector('[data-testid=count]')?.textContent;
      let before = shown();
      window.addEventListener('keydown', () => (from = performance.now()), true);
      new window.MutationObserver(() => {
        if (shown() === before) return;
        before = shown();
        // Painted: the frame in which the number changed has been drawn.
        requestAnimationFrame(() => setTimeout(() => window.taps.push(performance.now() - from), 0));
      }).observe(window.document.body, { characterData: true, childList: true, subtree: true });
    });
    for (let n = 0; n < TAPS; n += 1) {
      await page.keyboard.press(' ');
      // Seldom: a look in each frame, as is usual, takes a third of what is measured.
      await page.waitForFunction((done) => window.taps.length >= done, n + 1, { timeout: 20_000, polling: 100 });
      await page.waitForTimeout(150);
    }
    const taps = await page.evaluate(() => window.taps);
    row(
      'tap → painted, 10,000 events, CPU at a quarter',
      taps.slice(5).sort((a, b) => a - b),
      50,
    );
  } finally {
    await browser.close();
    stop();
  }
}
