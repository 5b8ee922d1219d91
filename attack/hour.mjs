// An hour with bad luck: two tablets on two clients, key by key, on slow processors, while the server is killed, the network comes and
// goes, and pages are reloaded. In the end the server has every tap, once.
import { join } from 'node:path';
import Database from 'better-sqlite3';
import { chromium } from '@playwright/test';
import { browserOptions } from '../scripts/browser.mjs';
import { check, OWNER, ROOT, Server } from './server.mjs';

const ROUNDS = 12;
const TAPS_A_ROUND = 15;

/** Always the same luck. */
function luckFrom(seed) {
  let state = seed;
  return (most) => {
    state = (state * 1_103_515_245 + 12_345) % 2_147_483_648;
    // The low bits of such a generator go round in a small circle.
    return Math.floor(state / 65_536) % most;
  };
}

async function onFloor(browser, address, firstName) {
  const context = await browser.newContext({ viewport: { width: 820, height: 1180 } });
  const page = await context.newPage();
  await page.goto(address);
  await page.getByLabel('Sign-in name').pressSequentially(OWNER.login);
  await page.getByLabel('Password').pressSequentially(OWNER.password);
  await page.getByRole('button', { name: 'Sign in' }).click();
  await page.getByRole('link', { name: `Start with ${firstName}` }).click();
  await page.getByRole('button', { name: 'Go to the floor' }).click();
  await page.getByText('All sent').waitFor();
  await page.evaluate(() => navigator.serviceWorker.ready.then(() => undefined));
  const devtools = await context.newCDPSession(page);
  await devtools.send('Emulation.setCPUThrottlingRate', { rate: 4 });
  return { context, page, taps: 0, sessionId: page.url().split('/').at(-1) };
}

export async function hour(seed = 1911) {
  const luck = luckFrom(seed);
  const server = new Server();
  const web = { WAXWING_WEB: join(ROOT, 'apps/web/dist') };
  await server.start(web);
  const port = { ...web, WAXWING_PORT: new URL(server.address).port };
  const browser = await chromium.launch(browserOptions);
  const happened = { kills: 0, outages: 0, reloads: 0 };
  try {
    const tablets = [await onFloor(browser, server.address, 'Ilse'), await onFloor(browser, server.address, 'Priya')];
    for (let round = 0; round < ROUNDS; round += 1) {
      const isKilled = luck(2) === 0;
      if (isKilled) {
        happened.kills += 1;
        await server.stop('SIGKILL');
      }
      for (const tablet of tablets) {
        const isOffline = luck(3) === 0;
        if (isOffline) {
          happened.outages += 1;
          await tablet.context.setOffline(true);
        }
        for (let tap = 0; tap < TAPS_A_ROUND; tap += 1) {
          await tablet.page.keyboard.press(' ', { delay: luck(30) });
          tablet.taps += 1;
        }
        await tablet.page.getByTestId('count').getByText(String(tablet.taps), { exact: true }).waitFor();
        if (isOffline) await tablet.context.setOffline(false);
        if (luck(4) === 0) {
          happened.reloads += 1;
          await tablet.page.reload();
          await tablet.page.getByTestId('count').getByText(String(tablet.taps), { exact: true }).waitFor();
        }
      }
      if (isKilled) await server.start(port);
    }
    for (const { page } of tablets) await page.getByText('All sent').waitFor({ timeout: 90_000 });
    await server.stop('SIGKILL');
    const database = new Database(server.file, { readonly: true });
    for (const { sessionId, taps } of tablets) {
      const counted = database
        .prepare(`select count(*) from events where "sessionId" = ? and type = 'rep-counted'`)
        .pluck()
        .get(sessionId);
      check(counted === taps, `${taps} taps, ${counted} stored`);
    }
    database.close();
    const taps = tablets.reduce((sum, tablet) => sum + tablet.taps, 0);
    return `${taps} taps on two tablets; ${happened.kills} kills, ${happened.outages} outages, ${happened.reloads} reloads: every tap stored, once`;
  } finally {
    await browser.close();
    await server.remove();
  }
}
