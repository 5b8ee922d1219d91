import { expect, type Page } from '@playwright/test';
import { randomUUID } from 'node:crypto';
import { allSent, ask, beginSession, keptOnDevice, moveOn, type Served, signIn, takeSignIn, test } from './server.ts';

test.use({ serviceWorkers: 'allow' });

/** By block: its movements, and how often each is done. */
const BLOCKS = [
  {
    part: 'warm-up',
    format: { kind: 'rounds', rounds: 1, restSeconds: 0 },
    slugs: ['march-on-the-spot', 'wall-tap-hinge'],
    sets: 1,
  },
  { part: 'main', format: { kind: 'rounds', rounds: 2, restSeconds: 60 }, slugs: ['goblet-squat', 'full-push-up'], sets: 2 },
  {
    part: 'finisher',
    format: { kind: 'intervals', workSeconds: 40, restSeconds: 20, rounds: 3, order: 'by-round' },
    slugs: ['high-knees', 'forearm-plank'],
    sets: 3,
  },
] as const;
const PEOPLE = ['Jonah', 'Wren', 'Tobiah'] as const;

/** Forty minutes for three, begun from a plan by its address: how it is made is tested where it is made. */
async function beginHour(page: Page, server: Served): Promise<string> {
  const clients = await ask<{ clientId: string; name: string }[]>(page, server, 'clients');
  const lanes = PEOPLE.map((first) => ({
    laneId: randomUUID(),
    clientId: clients.find(({ name }) => name.startsWith(first))!.clientId,
  }));
  const blocks = BLOCKS.map(({ part, format, slugs }) => ({
    blockId: randomUUID(),
    part,
    format,
    items: slugs.map((slug) => ({ itemId: randomUUID(), movementId: `waxwing:${slug}`, own: [] })),
  }));
  const movements = blocks.flatMap(({ format, items }, at) =>
    items.map(({ itemId, movementId }) => ({
      movementId,
      planItemId: itemId,
      sets: BLOCKS[at]!.sets,
      ...(format.kind === 'intervals' && { target: 40, dose: { kind: 'seconds', low: 40, high: 40 } }),
    })),
  );
  return beginSession(page, server, {
    lanes: lanes.map((lane) => ({ ...lane, movements })),
    plan: { name: '', minutes: 40, lanes, blocks },
  });
}

const tap = (page: Page, name: string | RegExp) =>
  page.getByRole('button', { name, exact: true }).first().click({ timeout: 15_000 });
const clockOf = (page: Page) => page.getByRole('region', { name: 'Clock', exact: true });

/** By lane and movement: how many sets the log of a session has. */
function setsInLog(page: Page, sessionId: string): Promise<Record<string, number>[]> {
  return page.evaluate(async (id) => {
    const { log } = (await (await fetch(`/api/sessions/${id}`)).json()) as {
      log: { lanes: { items: { movementId: string; sets: { endedAt: string | null }[] }[] }[] };
    };
    return log.lanes.map(({ items }) => Object.fromEntries(items.map(({ movementId, sets }) => [movementId, sets.length])));
  }, sessionId);
}

test('forty minutes for three: led, by hand, on the clock; the server killed, the tab closed, ten minutes asleep: all there, once', async ({
  context,
  ownServer: server,
  browser,
}) => {
  test.setTimeout(120_000);
  let page = await context.newPage();
  await takeSignIn(page, server);
  await page.clock.install();
  const sessionId = await beginHour(page, server);
  const floor = page.url();

  await test.step('the stations are shown, then the clock leads the warm-up for who does it along', async () => {
    await tap(page, 'The board');
    await page.getByRole('dialog').getByRole('button', { name: 'Show all 2 first' }).click();
    await expect(clockOf(page)).toContainText('Look: 1 of 2');
    await expect(clockOf(page)).toContainText('March on the spot');
    await moveOn(page, 21_000);
    await expect(clockOf(page)).toContainText('Wall-tap hinge');
    await moveOn(page, 60_000);
    await expect(clockOf(page)).toContainText('To your places');
    await tap(page, 'Start the clock');
    await moveOn(page, 11_000);
    await expect(clockOf(page)).toContainText('set 1 of 2');
    await expect(page.getByRole('button', { name: 'Good, Wren' })).toBeVisible();
    await moveOn(page, 5 * 60_000);
    await expect(clockOf(page)).toContainText('Through');
    await tap(page, 'Close the clock');
    // Whoever is through goes on by themselves.
    await expect(page.getByRole('heading', { name: 'Jonah Goblet squat', level: 1 })).toBeVisible();
  });

  await test.step('at their own pace: one easier for everybody at this place, a set each, one noted afterwards', async () => {
    const levels = page.getByRole('group', { name: 'Easier or harder' });
    await levels.getByRole('button', { name: 'Everything easier' }).click();
    await page
      .getByRole('dialog')
      .getByRole('button', { name: /, and Wren and Tobiah too$/ })
      .first()
      .click();
    await expect(page.getByRole('region', { name: 'Wren', exact: true })).toBeVisible();
    for (const who of ['Wren', 'Tobiah']) {
      await tap(page, `Start, ${who}`);
      await tap(page, `Done, ${who}`);
      await page.getByRole('region', { name: who, exact: true }).getByRole('button', { name: '2 or 3' }).click();
      await page
        .getByRole('region', { name: who, exact: true })
        .getByRole('button', { name: /^On to/ })
        .click();
    }
    await page.keyboard.press(' ');
    await page.keyboard.press(' ');
    await page.keyboard.press('e');
    await tap(page, /^Say how many/);
    await page.getByRole('dialog').getByRole('button', { name: '9', exact: true }).click();
    await page.keyboard.press('=');
    await allSent(page);
  });

  await test.step('the server is killed: the hour goes on, over a reload and a closed tab', async () => {
    await page.evaluate(() => navigator.serviceWorker.ready.then(() => undefined));
    await server.kill();
    await tap(page, /^On to full push-up/);
    await page.keyboard.press(' ');
    // What is on screen is kept.
    await expect(page.getByTestId('count')).toHaveText('1');
    await page.reload();
    await expect(page.getByTestId('count')).toHaveText('1');
    await page.keyboard.press('e');
    await expect(page.getByRole('region', { name: 'End of set' })).toBeVisible();
    await page.close();
    page = await context.newPage();
    await page.clock.install();
    await page.goto(floor);
    await expect(page.getByRole('region', { name: 'End of set' })).toBeVisible();
    for (const who of ['Wren', 'Tobiah']) {
      await tap(page, `Start, ${who}`);
      await tap(page, `Done, ${who}`);
    }
  });

  await test.step('on the clock without a network, and ten minutes asleep in the middle of it', async () => {
    for (const who of PEOPLE) {
      const show = page.getByRole('button', { name: `Show ${who}` });
      if (await show.isVisible()) await show.click();
      await page
        .getByRole('button', { name: /^\d of 6$/ })
        .first()
        .click();
      await page
        .getByRole('dialog')
        .getByRole('button', { name: /^High knees/ })
        .click();
    }
    await tap(page, /^Start the clock/);
    await moveOn(page, 45_000);
    await expect(clockOf(page)).toContainText('Work');
    await page.clock.fastForward('10:00');
    await expect(clockOf(page)).toContainText('Through');
    await tap(page, 'Close the clock');
  });

  await test.step('the server is back: all of it arrives, and a second device shows the same', async () => {
    await server.start();
    // It tries again within a minute of its own time.
    await expect(async () => {
      await moveOn(page, 65_000);
      expect((await keptOnDevice(page)).unsent).toBe(0);
    }).toPass({ timeout: 60_000, intervals: [2000] });
    await allSent(page);
    const elsewhere = await browser.newContext({ viewport: { width: 1280, height: 800 } });
    const other = await elsewhere.newPage();
    await signIn(other, server, { at: floor });
    await expect(other.getByRole('button', { name: 'Pain', exact: true })).toBeVisible();
    await tap(other, 'Finish');
    await tap(other, 'Finish and write it down');
    await expect(other.getByRole('region', { name: 'High knees' }).first()).toBeVisible();
    const [, ...others] = await setsInLog(other, sessionId);
    const [jonahs] = await setsInLog(other, sessionId);
    const led = { 'waxwing:march-on-the-spot': 1, 'waxwing:wall-tap-hinge': 1 };
    const timed = { 'waxwing:high-knees': 3, 'waxwing:forearm-plank': 3 };
    for (const lane of [jonahs!, ...others]) expect(lane).toMatchObject({ ...led, ...timed, 'waxwing:full-push-up': 1 });
    await elsewhere.close();
  });
});
