// An hour and a half of random use by six people's trainer, as fast as the page takes it: node bench/soak.mjs [taps]. Run after a build.
// Says for each tenth of it how long a tap took to be painted and how much memory the page holds, and at the end whether the server has every
// event of the device exactly once.
import { execFileSync } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium } from '@playwright/test';
import { browserOptions } from '../scripts/browser.mjs';
import { serve } from './serve.mjs';

const ROOT = join(import.meta.dirname, '..');
/** One every two seconds, for ninety minutes. */
const TAPS = Number(process.argv[2] ?? 2700);
const PARTS = 10;
const PEOPLE = ['Jonah', 'Wren', 'Tobiah', 'Ilse', 'Priya', 'Odalys'];
const SLUGS = ['goblet-squat', 'split-squat', 'forearm-plank', 'bent-over-row'];
/** What a trainer presses, as often as they do. */
const KEYS = [...' '.repeat(40), ...'1234fbsgl', ...'lleeee', ...'==+-', ...'ddnnouv', 'ArrowRight', 'ArrowRight', 'ArrowLeft'];
/** Without a network for a while, and opened anew in the middle of it. */
const OFFLINE_IN = [4, 5];
const RELOAD_IN = 5;

let seed = 20_261_126;
function chance() {
  seed = (seed * 1_103_515_245 + 12_345) % 2_147_483_648;
  return seed / 2_147_483_648;
}

const folder = mkdtempSync(join(tmpdir(), 'waxwing-soak-'));
const file = join(folder, 'demo.sqlite');
execFileSync(process.execPath, ['demo/dist/make.js', file, 'library', '10'], { cwd: ROOT, stdio: 'ignore' });
const { address, stop } = await serve(file);
const browser = await chromium.launch(browserOptions);
const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
const page = await context.newPage();
const errors = [];
page.on('pageerror', (error) => errors.push(error.message));

/** From a key to the frame that shows what it did. */
await page.addInitScript(() => {
  window.painted = [];
  let from = null;
  window.addEventListener('keydown', () => (from = performance.now()), true);
  new window.MutationObserver(() => {
    if (from === null) return;
    const began = from;
    from = null;
    requestAnimationFrame(() => setTimeout(() => window.painted.push(performance.now() - began), 0));
  }).observe(window.document, { characterData: true, childList: true, subtree: true, attributes: true });
});

try {
  await page.goto(address);
  await page.getByLabel('Sign-in name').fill('maren');
  await page.getByLabel('Password').fill('net-loft-quay');
  await page.getByRole('button', { name: 'Sign in' }).click();
  await page.getByRole('heading', { name: 'Today', level: 1 }).waitFor();
  const sessionId = await page.evaluate(
    async ([id, people, slugs]) => {
      const clients = await (await fetch('/api/clients')).json();
      const lanes = people.map((name) => ({
        laneId: globalThis.crypto.randomUUID(),
        clientId: clients.find((client) => client.name.startsWith(name)).clientId,
        movements: slugs.map((slug) => ({ movementId: `waxwing:${slug}`, sets: 8 })),
      }));
      const body = JSON.stringify({ sessionId: id, localDate: new Date().toISOString().slice(0, 10), zone: 'Etc/UTC', lanes });
      await fetch('/api/sessions', { method: 'POST', headers: { 'content-type': 'application/json' }, body });
      return id;
    },
    [randomUUID(), PEOPLE, SLUGS],
  );
  await page.goto(`${address}/floor/${sessionId}`);
  const pain = page.getByRole('button', { name: 'Pain', exact: true });
  await pain.waitFor();
  const devtools = await context.newCDPSession(page);
  await devtools.send('Performance.enable');
  console.log('part  taps  painted median  p95 ms  heap MB');
  for (let part = 0; part < PARTS; part += 1) {
    await context.setOffline(OFFLINE_IN.includes(part));
    if (part === RELOAD_IN) {
      await page.reload();
      await pain.waitFor();
    }
    await page.evaluate(() => (window.painted = []));
    for (let tap = 0; tap < TAPS / PARTS; tap += 1) {
      const key = KEYS[Math.floor(chance() * KEYS.length)];
      await page.keyboard.press(key);
      await page.waitForTimeout(60);
    }
    const times = (await page.evaluate(() => window.painted)).sort((a, b) => a - b);
    await devtools.send('HeapProfiler.collectGarbage');
    const { metrics } = await devtools.send('Performance.getMetrics');
    const heap = metrics.find(({ name }) => name === 'JSHeapUsedSize').value / 1e6;
    const at = (share) => times[Math.min(times.length - 1, Math.floor(times.length * share))]?.toFixed(0) ?? '-';
    console.log(
      `${String(part + 1).padStart(4)} ${String(times.length).padStart(5)} ${at(0.5).padStart(15)} ${at(0.95).padStart(7)} ${heap.toFixed(1).padStart(8)}`,
    );
  }
  await context.setOffline(false);
  await page.getByText('All sent').waitFor({ timeout: 120_000 });
  const { onServer, onDevice } = await page.evaluate(async (id) => {
    const stored = [];
    for (let after = 0; ;) {
      const { events, cursor } = await (await fetch(`/api/sessions/${id}/events?after=${after}`)).json();
      if (events.length === 0) break;
      stored.push(...events.map((event) => event.id));
      after = cursor;
    }
    const [{ name }] = (await window.indexedDB.databases()).filter((each) => each.name.startsWith('waxwing'));
    const db = await new Promise((resolve) => {
      const asked = window.indexedDB.open(name);
      asked.onsuccess = () => resolve(asked.result);
    });
    const all = (store) =>
      new Promise((resolve) => {
        const asked = db.transaction(store).objectStore(store).getAll();
        asked.onsuccess = () => resolve(asked.result);
      });
    const loose = (await all('events')).filter((kept) => kept.sessionId === id).map((kept) => kept.id);
    const pieces = (await all('pieces'))
      .filter((kept) => kept.sessionId === id)
      .flatMap((kept) => JSON.parse(kept.events).map((event) => event.id));
    return { onServer: stored, onDevice: [...loose, ...pieces] };
  }, sessionId);
  const there = new Set(onServer);
  const lost = [...new Set(onDevice)].filter((id) => !there.has(id)).length;
  const twice = onServer.length - there.size;
  console.log(
    `${there.size} events on the server, ${new Set(onDevice).size} on the device: ${lost} lost, ${twice} twice; ${errors.length} errors in the page`,
  );
  if (lost + twice + errors.length > 0) process.exitCode = 1;
} finally {
  await browser.close();
  stop();
  rmSync(folder, { recursive: true, force: true });
}
