import { expect } from '@playwright/test';
import { allSent, onFloor, readyToGoOffline, signIn, signInByHand, signOut, test, typeInto } from './server.ts';

// The app is kept on the device, for a time without a network.
test.use({ serviceWorkers: 'allow' });

test('closed in mid-session with the server gone: it is where it was, and arrives once', async ({ context, server, browser }) => {
  const page = await context.newPage();
  await onFloor(page, server, [['Ilse', ['goblet-squat', 'forearm-plank']]]);
  const floor = page.url();
  await allSent(page);
  for (let i = 0; i < 3; i += 1) await page.keyboard.press(' ');
  await expect(page.getByTestId('count')).toHaveText('3');
  // The worker that serves the app without a network has to be there by then.
  await page.evaluate(() => navigator.serviceWorker.ready.then(() => undefined));
  await allSent(page);

  await server.goAway();
  await page.keyboard.press(' ');
  await page.keyboard.press(' ');
  await page.getByRole('button', { name: 'Knee drops in, left' }).click();
  await expect(page.getByTestId('cue')).toBeVisible();
  const cue = await page.getByTestId('cue').textContent();
  await expect(page.getByText(/Off the network\. \d+ things kept here, none lost\./)).toBeVisible();
  await page.close();

  const again = await context.newPage();
  await again.goto(floor);
  await expect(again.getByTestId('count')).toHaveText('5');
  await expect(again.getByTestId('cue')).toHaveText(cue!);
  await again.getByRole('button', { name: 'Fixed', exact: true }).click();
  await expect(again.getByRole('button', { name: 'Looks good' })).toBeVisible();
  await again.reload();
  await expect(again.getByTestId('count')).toHaveText('5');

  await server.comeBack();
  await allSent(again, 15_000);

  // Another device of the same trainer finds just that.
  const elsewhere = await browser.newContext();
  const other = await elsewhere.newPage();
  await signIn(other, server, { at: floor });
  await expect(other.getByTestId('count')).toHaveText('5');
  await expect(other.getByRole('complementary', { name: 'Faults' })).toContainText('gone in this set');
  await elsewhere.close();
});

test('another movement, found by typing with the server gone, is done, outlives a reload, and is in the log', async ({
  page,
  server,
}) => {
  await onFloor(page, server, [['Ilse', ['goblet-squat']]]);
  await allSent(page);
  await readyToGoOffline(page, 'library');
  await server.goAway();

  // By keyboard alone.
  await page.keyboard.press('m');
  const field = page.getByRole('searchbox', { name: 'Find what to do instead' });
  await expect(field).toBeFocused();
  const dialog = page.getByRole('dialog', { name: 'Instead of goblet squat' });
  await expect(dialog.getByRole('button', { name: 'Swap for bodyweight squat' })).toContainText('easier: load');
  await page.keyboard.type('plnk');
  await expect(dialog.getByRole('button', { name: 'Swap for forearm plank' })).toBeVisible();
  // Escape empties the field first, then closes.
  await page.keyboard.press('Escape');
  await expect(field).toHaveValue('');
  await page.keyboard.press('Escape');
  await expect(field).toBeHidden();
  await expect(page.getByRole('heading', { name: 'Goblet squat' })).toBeVisible();
  await page.keyboard.press('m');
  await page.keyboard.type('forearm plank');
  await page.keyboard.press('ArrowDown');
  await expect(page.getByRole('button', { name: 'Swap for forearm plank' })).toBeFocused();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'Forearm plank' })).toBeVisible();
  await expect(page.getByRole('button', { name: /^Undo: swap to forearm plank/ })).toBeVisible();
  // What is easier than it came along.
  await page.getByRole('button', { name: 'Everything easier' }).click();
  await expect(page.getByRole('dialog').getByRole('button', { name: /^Swap for knee plank/ })).toBeVisible();
  await page.keyboard.press('Escape');
  await page.reload();
  await expect(page.getByRole('heading', { name: 'Forearm plank' })).toBeVisible();
  await page.keyboard.press(' ');
  // A key means what is shown: nobody ends a set that isn’t there yet.
  await expect(page.getByRole('button', { name: 'End set' })).toBeEnabled();
  await page.keyboard.press('e');
  await expect(page.getByRole('button', { name: '2 or 3' })).toBeVisible();
  await page.keyboard.press('=');

  await server.comeBack();
  await allSent(page);
  await page.getByRole('button', { name: 'Finish', exact: true }).click();
  await page.getByRole('button', { name: 'Finish and write it down' }).click();
  await expect(page.getByText('From this device.')).toBeHidden();
  await expect(page.getByText('Swapped goblet squat for forearm plank')).toBeVisible();
});

test('two tabs run one session: no number is lost, none counted twice', async ({ context, server }) => {
  const one = await context.newPage();
  await onFloor(one, server, [['Ilse', ['goblet-squat']]]);
  const two = await context.newPage();
  await two.goto(one.url());
  await expect(two.getByTestId('count')).toHaveText('0');
  await one.keyboard.press(' ');
  await expect(two.getByTestId('count')).toHaveText('1');
  await Promise.all([one.keyboard.press(' '), two.keyboard.press(' ')]);
  for (const tab of [one, two]) await expect(tab.getByTestId('count')).toHaveText('3');
  await one.reload();
  await expect(one.getByTestId('count')).toHaveText('3');
});

test('finished without a network, the log is shown from the device and sent later', async ({ page, server }) => {
  await onFloor(page, server, [['Ilse', ['goblet-squat']]]);
  await allSent(page);
  // A network that goes within the first second takes the log's page with it; the worker keeps it from then on.
  await page.evaluate(() => navigator.serviceWorker.ready.then(() => undefined));
  await server.goAway();
  await page.keyboard.press(' ');
  await page.keyboard.press('e');
  await expect(page.getByRole('button', { name: '2 or 3' })).toBeVisible();
  await page.keyboard.press('=');
  await page.getByRole('button', { name: 'Finish', exact: true }).click();
  await page.getByRole('button', { name: 'Finish and write it down' }).click();
  await expect(page.getByText('From this device.')).toBeVisible();
  await expect(page.getByRole('region', { name: 'Goblet squat' })).toContainText('2 or 3 left');
  await server.comeBack();
  await expect(page.getByText('From this device.')).toBeHidden({ timeout: 20_000 });
  await expect(page.getByRole('region', { name: 'Goblet squat' })).toContainText('2 or 3 left');
});

test('what one trainer keeps on a shared tablet, the next neither sees nor sends', async ({ page, server }) => {
  await onFloor(page, server, [['Ilse', ['goblet-squat']]]);
  const floor = page.url();
  await allSent(page);
  await page.getByRole('link', { name: /Leave the floor/ }).click();
  await signOut(page);
  await signInByHand(page, server, 'ferris', 'ropes-and-tar');
  await expect(page.getByText('Ilse')).toHaveCount(0);
  await page.goto(floor);
  await expect(page.getByRole('alert')).toContainText('Couldn’t find the session');
});

test('the floor shows the fault from where the trainer stands, and goes on doing so without a network', async ({
  page,
  server,
  context,
}) => {
  await onFloor(page, server, [['Ilse', ['goblet-squat']]]);
  const tiles = page.getByRole('complementary', { name: 'Faults' });
  // Every fault of the movement on its tile, against the good pose.
  await expect(tiles.locator('.figure-faint')).toHaveCount(6);
  await page.getByRole('button', { name: 'Knee drops in, left' }).click();
  const card = page.getByRole('region', { name: 'Correction' });
  await expect(card.getByRole('img', { name: /^The fault: on both feet/ })).toBeVisible();
  await expect(card.getByText('left, from the front', { exact: true })).toBeVisible();
  await expect(card.locator('.figure-arrow-risk')).toBeVisible();
  await page.getByRole('button', { name: 'side', exact: true }).click();
  await expect(card.getByText('left, from the front: go there to see it')).toBeVisible();

  await page.evaluate(() => navigator.serviceWorker.ready);
  await server.goAway();
  await context.setOffline(true);
  await page.reload();
  await expect(card.getByRole('img', { name: /^The fault: on both feet/ })).toBeVisible();
  await expect(tiles.locator('.figure-faint')).toHaveCount(6);
});

test('the library is there, and searched, with the server gone; what changed is fetched when it is back', async ({
  page,
  server,
}) => {
  await signIn(page, server, { at: '/library' });
  await expect(page.getByText(/^\d{3} movements/)).toBeVisible();
  await readyToGoOffline(page, 'library');
  await server.goAway();
  await page.reload();
  const field = page.getByRole('searchbox', { name: 'Find a movement' });
  await typeInto(field, 'knees cave');
  await expect(page.getByRole('region', { name: 'Fault: Knee drops in' })).toContainText('Say first');

  await server.comeBack();
  const asked = page.waitForResponse((response) => response.url().includes('/api/library?since='));
  await page.reload();
  expect(((await (await asked).json()) as { revisions: unknown[] }).revisions).toEqual([]);
  await expect(page.getByRole('region', { name: 'Fault: Knee drops in' })).toBeVisible();
});

test('with the network gone: who comes, who there is, and an hour that begins on this device and arrives later', async ({
  page,
  server,
}) => {
  await signIn(page, server);
  await readyToGoOffline(page, 'hours ahead');
  await page.getByRole('link', { name: 'Clients', exact: true }).click();
  await page.getByRole('link', { name: 'Ilse Varga-Holm' }).click();
  await expect(page.getByRole('heading', { name: 'What they do, and what to take next' })).toBeVisible();
  await server.goAway();

  await page.goto(server.address);
  await expect(page.getByText(/This is what this device knew at \d+:\d\d/)).toBeVisible();
  await page.getByRole('link', { name: 'Clients', exact: true }).click();
  await page.getByRole('link', { name: 'Ilse Varga-Holm' }).click();
  await expect(page.getByRole('heading', { name: 'What they do, and what to take next' })).toBeVisible();
  await page.getByRole('link', { name: 'Today', exact: true }).click();
  await page.getByRole('button', { name: 'Start with Ilse without the network' }).click();
  await expect(page.getByRole('button', { name: 'Pain', exact: true })).toBeVisible();
  await page.keyboard.press(' ');
  await expect(page.getByTestId('count')).toHaveText('1');

  // Somebody joins: their own hour was to be later, and is known here with what they lift.
  await page.getByRole('button', { name: 'Somebody joins' }).click();
  const dialog = page.getByRole('dialog', { name: 'Who joins?' });
  await expect(dialog.getByText('Without the network that is with what this device knows of them.')).toBeVisible();
  await dialog.getByRole('button', { name: 'Priya Castellan' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toContainText('Priya');
  await page.keyboard.press(' ');
  await expect(page.getByTestId('count')).toHaveText('1');
  await page.getByRole('button', { name: 'Show Ilse' }).click();
  await expect(page.getByTestId('count')).toHaveText('1');

  // The page closed and opened again, the hour is one tap away.
  await page.goto(server.address);
  await page.getByRole('link', { name: /Ilse Varga-Holm.* still on the floor/ }).click();
  await expect(page.getByTestId('count')).toHaveText('1');
  const floor = page.url();

  await server.comeBack();
  await allSent(page, 60_000);
  await page.goto(server.address);
  await expect(page.getByText(/This is what this device knew/)).toHaveCount(0);
  await expect(page.getByRole('link', { name: /Ilse Varga-Holm.* still on the floor/ })).toHaveAttribute(
    'href',
    new URL(floor).pathname,
  );
  // It is the visit's, not another.
  const { session } = await page.evaluate(async () => {
    const date = new Date().toLocaleDateString('sv');
    const { visits } = (await (await fetch(`/api/today?date=${date}`)).json()) as {
      visits: { clients: { name: string }[]; session: { sessionId: string } | null }[];
    };
    return visits.find(({ clients }) => clients.some(({ name }) => name.startsWith('Ilse')))!;
  });
  expect(floor).toContain(session!.sessionId);
  // And it ran as her last plan, not as a bare list.
  const { plan, clients } = await page.evaluate(
    async (sessionId) =>
      (await (await fetch(`/api/sessions/${sessionId}/brief`)).json()) as {
        plan: { blocks: { items: { itemId: string }[] }[] };
        clients: { name: string; items: { planItemId?: string }[] }[];
      },
    session!.sessionId,
  );
  const planned = plan.blocks.flatMap(({ items }) => items.map(({ itemId }) => itemId));
  expect(planned.length).toBeGreaterThan(1);
  expect(clients.map(({ name }) => name)).toEqual(['Ilse Varga-Holm', 'Priya Castellan']);
  expect(clients[0]!.items.map(({ planItemId }) => planItemId)).toEqual(planned);
});
