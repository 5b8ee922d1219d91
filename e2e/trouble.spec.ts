import { expect, type Page, type Route } from '@playwright/test';
import { seriousProblems } from './axe.ts';
import { allSent, beginFor, keptOnDevice, onFloor, pick, type Served, signIn, signOut, test, typeInto } from './server.ts';

// The app is kept on the device, for a time without a network.
test.use({ serviceWorkers: 'allow' });

const OURS = { 'Waxwing-Epoch': 'an-epoch', 'Content-Type': 'application/json' };
const EVENTS = '**/api/sessions/*/events';

/** What Waxwing's own server would answer; without its header, what a proxy would. */
function answers(status: number, message: string, headers: Record<string, string> = OURS) {
  return (route: Route) =>
    route.request().method() === 'POST'
      ? route.fulfill({ status, headers, body: JSON.stringify({ message }) })
      : route.continue();
}

async function ilseOnFloor(page: Page, server: Served): Promise<void> {
  await onFloor(page, server, [['Ilse', ['goblet-squat']]]);
  await allSent(page);
}

test('the top bar says what is so, and each kind of trouble passes', async ({ page, server }) => {
  await ilseOnFloor(page, server);
  const epoch = await page.evaluate(async () => (await fetch('/api/me')).headers.get('Waxwing-Epoch'));
  const ours = { ...OURS, 'Waxwing-Epoch': epoch! };
  const bar = page.getByRole('banner').getByRole('status');

  await test.step('a full disk: in the server’s words, and kept here', async () => {
    await page.route(EVENTS, answers(507, 'The server’s disk is full.', ours));
    await page.keyboard.press(' ');
    await expect(bar).toContainText('The server’s disk is full.');
    await expect(bar).toContainText('kept here, none lost');
    await page.unroute(EVENTS);
    await expect(bar).toHaveText('All sent', { timeout: 15_000 });
  });

  await test.step('a proxy’s 404 decides nothing', async () => {
    await page.route(EVENTS, answers(404, 'nothing here', { 'Content-Type': 'text/html' }));
    await page.keyboard.press(' ');
    await expect(bar).toContainText('Off the network.');
    await page.unroute(EVENTS);
    await expect(bar).toHaveText('All sent', { timeout: 15_000 });
  });

  await test.step('what the server refuses is set aside and said, after a reload too, and can be tried again', async () => {
    await page.route(EVENTS, answers(400, 'That is not right', ours));
    await page.keyboard.press(' ');
    await expect(bar).toContainText(/set aside\. That is not right\./);
    await page.reload();
    await expect(bar).toContainText(/set aside\. That is not right\./);
    expect(await seriousProblems(page)).toEqual([]);
    await page.unroute(EVENTS);
    await page.getByRole('button', { name: 'Try again' }).click();
    await expect(bar).toHaveText('All sent');
  });

  await test.step('signed out elsewhere: what is done here waits for a sign-in', async () => {
    await page.context().clearCookies();
    await page.keyboard.press(' ');
    await expect(bar).toContainText('Signed out.');
    await page.getByRole('banner').getByRole('link', { name: 'Sign in' }).click();
    await signIn(page, server);
    await page.goBack();
  });
});

test('an answer that never comes holds nothing up: the hour is finished, and read from the device', async ({ page, server }) => {
  await ilseOnFloor(page, server);
  await page.keyboard.press(' ');
  // Taken, and never answered.
  await page.route('**/api/**', () => new Promise(() => undefined));
  await page.keyboard.press('e');
  await expect(page.getByRole('button', { name: '2 or 3' })).toBeVisible();
  await page.keyboard.press('=');
  await page.getByRole('button', { name: 'Finish', exact: true }).click();
  await page.getByRole('button', { name: 'Finish and write it down' }).click();
  await expect(page.getByText('Fetching this session …')).toBeVisible();
  // Four seconds are enough to wait where the device has it itself.
  await expect(page.getByText('From this device.')).toBeVisible({ timeout: 12_000 });
});

test('Floor opens again before the server has said who is signed in, and says so when it is nobody', async ({ page, server }) => {
  await ilseOnFloor(page, server);
  await page.keyboard.press(' ');
  await allSent(page);
  let givenUp = false;
  page.on('requestfailed', (request) => (givenUp ||= request.url().endsWith('/api/signed-in')));
  await page.route('**/api/signed-in', () => new Promise(() => undefined));
  await page.reload();
  await expect(page.getByTestId('count')).toHaveText('1');
  expect(givenUp).toBe(false);
  await page.unroute('**/api/signed-in');
  // Signed out from elsewhere: what is kept here is shown for no longer than the answer takes.
  await page.context().clearCookies();
  await page.reload();
  await expect(page.getByRole('button', { name: 'Sign in' })).toBeVisible();
});

test('a page of yesterday says that there is a newer one, and loads it', async ({ page, server }) => {
  await ilseOnFloor(page, server);
  // Until the new page is asked for; a stream of changes has no end that could be waited for.
  let isNewer = true;
  await page.route(/\/api\/(?!changes)/, async (route) => {
    // What was asked by the page before goes with it.
    const response = await route.fetch().catch(() => null);
    if (!response) return;
    const headers = { ...response.headers(), ...(isNewer && { 'waxwing-build': 'tomorrow' }) };
    await route.fulfill({ response, headers }).catch(() => undefined);
  });
  await page.keyboard.press(' ');
  const bar = page.getByRole('banner').getByRole('status');
  await expect(bar).toContainText('A newer Waxwing is on the server. Reload when the set is over.');
  await bar.getByRole('button', { name: 'Reload' }).click();
  isNewer = false;
  await expect(page.getByTestId('count')).toHaveText('1', { timeout: 20_000 });
  await expect(bar).toHaveText('All sent');
});

test('a page that breaks down says so and takes nothing else with it', async ({ page, server }) => {
  await signIn(page, server, { at: '/tools' });
  await page.route('**/api/clients', (route) => route.fulfill({ headers: OURS, body: '[{"clientId":"x"}]' }));
  await page.getByRole('link', { name: 'Clients', exact: true }).click();
  await expect(page.getByRole('heading', { name: 'This page has broken down' })).toBeVisible();
  expect(await seriousProblems(page)).toEqual([]);
  await page.getByRole('link', { name: 'Tools' }).click();
  await expect(page.getByRole('heading', { name: 'Tools', level: 1 })).toBeVisible();
  await page.getByRole('link', { name: 'Clients', exact: true }).click();
  await expect(page.getByRole('heading', { name: 'This page has broken down' })).toBeVisible();
  await page.unroute('**/api/clients');
  await page.waitForTimeout(100);
  await page.reload();
  await expect(page.getByRole('link', { name: 'Ilse Varga-Holm' })).toBeVisible();
  // And what nobody caught is said.
  await page.evaluate(() => void Promise.reject(new Error('the tap went nowhere')));
  await expect(page.getByRole('alert')).toContainText('the tap went nowhere');
  await page.getByRole('alert').getByRole('button', { name: 'Close' }).click();
  await expect(page.getByRole('alert')).toHaveCount(0);
});

test('a server that was put back to a backup gets back what this device still has', async ({ page, server, browser }) => {
  await signIn(page, server);
  await server.goAway();
  const file = /checked: (.*)/.exec(server.setup('backup'))![1]!;
  await server.comeBack();
  await beginFor(page, server, [['Ilse', ['goblet-squat']]]);
  const floor = page.url();
  for (let i = 0; i < 4; i += 1) await page.keyboard.press(' ');
  await expect(page.getByTestId('count')).toHaveText('4');
  await allSent(page);

  await server.goAway();
  expect(server.setup('restore', file)).toContain('is the database now');
  await server.comeBack();
  // The sign-in is older than the backup; the session is not: the server has never heard of it.
  await page.keyboard.press(' ');
  await expect(page.getByTestId('count')).toHaveText('5');
  await allSent(page, 20_000);

  // Once more, and the sign-in is gone too: what was sent counts as unsent, and waits for the next.
  await server.goAway();
  server.setup('restore', file);
  await server.comeBack();
  await page.context().clearCookies();
  await signIn(page, server, { at: floor });
  await expect(page.getByTestId('count')).toHaveText('5');
  await allSent(page, 20_000);

  const elsewhere = await browser.newContext();
  const other = await elsewhere.newPage();
  await signIn(other, server, { at: floor });
  await expect(other.getByTestId('count')).toHaveText('5');
  await elsewhere.close();
});

test('on a shared tablet nothing of a sent hour stays after signing out, here or from elsewhere', async ({ page, server }) => {
  await ilseOnFloor(page, server);
  await page.keyboard.press(' ');
  await allSent(page);
  expect(await keptOnDevice(page)).toMatchObject({ briefs: 1, unsent: 0 });
  await page.getByRole('link', { name: /Leave the floor/ }).click();
  await signOut(page);
  expect(await keptOnDevice(page)).toEqual({ briefs: 0, events: 0, unsent: 0 });

  // Nor on one that was lost, and signed out from elsewhere, when it is next opened.
  await ilseOnFloor(page, server);
  expect(await keptOnDevice(page)).toMatchObject({ briefs: 1, unsent: 0 });
  await page.context().clearCookies();
  await page.goto(server.address);
  await expect(page.getByRole('button', { name: 'Sign in' })).toBeVisible();
  expect(await keptOnDevice(page)).toEqual({ briefs: 0, events: 0, unsent: 0 });
});

test('the owner sees to backups, devices and a colleague’s password', async ({ page, server, browser }) => {
  await signIn(page, server);
  await page.getByRole('link', { name: 'Settings' }).click();
  await page.getByRole('link', { name: 'Backup' }).click();
  await expect(page.getByText('There is none yet.')).toBeVisible();
  await page.getByRole('button', { name: 'Make one now' }).click();
  await expect(page.getByText('Made and checked.')).toBeVisible();
  await expect(page.getByRole('row', { name: /asked for/ })).toBeVisible();
  expect(await seriousProblems(page)).toEqual([]);

  const elsewhere = await browser.newContext();
  const tablet = await elsewhere.newPage();
  await signIn(tablet, server, { login: 'ferris', password: 'ropes-and-tar' });
  await page.getByRole('link', { name: 'Devices' }).click();
  await page.getByRole('button', { name: /^Sign out .*Ferris Dune/ }).click();
  await expect(page.getByRole('button', { name: /^Sign out .*Ferris Dune/ })).toHaveCount(0);
  await tablet.goto(`${server.address}/clients`);
  await expect(tablet.getByRole('button', { name: 'Sign in' })).toBeVisible();

  await page.getByRole('link', { name: 'People' }).click();
  await page.getByRole('button', { name: 'New password …' }).click();
  await typeInto(page.getByLabel('A new password for Ferris Dune'), 'tarred-and-roped');
  await page.getByRole('button', { name: 'Set it' }).click();
  await expect(page.getByText('Ferris Dune is signed out everywhere')).toBeVisible();
  await signIn(tablet, server, { login: 'ferris', password: 'tarred-and-roped', at: '/backup' });
  await expect(tablet.getByText('the studio’s owner sees to it')).toBeVisible();
  await elsewhere.close();
});

test('what was picked and changed after an answer that got lost is begun as it is now', async ({ page, server }) => {
  await signIn(page, server);
  await page.getByRole('link', { name: 'Start with Ilse' }).click();
  let isLost = true;
  await page.route('**/api/sessions', async (route) => {
    if (route.request().method() !== 'POST' || !isLost) return route.continue();
    isLost = false;
    await route.fetch();
    await route.abort();
  });
  await page.getByRole('button', { name: 'Go to the floor' }).click();
  await expect(page.getByText('The plan is still here.')).toBeVisible();
  await pick(page, ['Split squat']);
  await expect(page.getByRole('heading', { name: 'Split squat' })).toBeVisible();
});
