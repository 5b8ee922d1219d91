import { expect, type Page } from '@playwright/test';
import { seriousProblems } from './axe.ts';
import { randomUUID } from 'node:crypto';
import { allSent, ask, beginSession, moveOn, onFloor, type Served, signIn, takeSignIn, test } from './server.ts';

/** A picture of two dots by two. */
const RIG = Buffer.from(
  'iVBORw0KGgoAAAANSUhEUgAAAAIAAAACCAIAAAD91JpzAAAAFklEQVR4nGP8z8DAwMDAxMDAwMDAAAANHQEDasKb6QAAAABJRU5ErkJggg==',
  'base64',
);

const tap = (page: Page, name: string | RegExp) => page.getByRole('button', { name, exact: true }).first().click();
const count = (page: Page, text: string | RegExp) => expect(page.getByTestId('count')).toHaveText(text);
const goTo = (page: Page, movement: RegExp) =>
  page.getByRole('navigation', { name: /list$/ }).getByRole('button', { name: movement }).click();

/** The heavy hour that is planned for Ilse in two days. */
async function heavyHour(page: Page, server: Served): Promise<void> {
  await takeSignIn(page, server);
  const day = new Date(Date.now() + 2 * 86_400_000).toISOString().slice(0, 10);
  const { visits } = await ask<{ visits: { bookingId: string; plan: object | null }[] }>(
    page,
    server,
    `bookings?from=${day}&to=${day}`,
  );
  await page.goto(`${server.address}/visits/${visits.find(({ plan }) => plan)!.bookingId}/plan`);
  await tap(page, 'Go to the floor');
  await expect(page.getByRole('button', { name: 'Pain', exact: true })).toBeVisible();
}

test('an hour as it was planned: how she is, lighter sets, rounds, an easier one at once, a script, a hold in pieces', async ({
  page,
  server,
}) => {
  await heavyHour(page, server);

  await test.step('how she is today is three taps, and what it changes is decided', async () => {
    await tap(page, 'How is Ilse today?');
    await tap(page, 'Badly');
    await tap(page, 'Nothing');
    await tap(page, 'Shoulders');
    const changes = page.getByRole('region', { name: 'What it would change' });
    await expect(changes).toContainText('slept badly and sore shoulders');
    await changes.getByRole('listitem').filter({ hasText: 'Goblet squat' }).getByRole('button', { name: 'Do that' }).click();
    await expect(changes.getByText('Goblet squat')).toHaveCount(0);
    await changes.getByRole('button', { name: 'All as planned' }).click();
    await expect(page.getByText('The plan stays as it is.')).toBeVisible();
    expect(await seriousProblems(page)).toEqual([]);
    await tap(page, 'Close');
  });

  await test.step('a rig that can’t be said in words is a picture, kept with her set-up', async () => {
    await goTo(page, /^Goblet squat/);
    await tap(page, 'set-up');
    const dialog = page.getByRole('dialog', { name: /^Set-up for Ilse/ });
    await dialog
      .getByText('Take a picture')
      .setInputFiles({ name: 'notes.txt', mimeType: 'image/png', buffer: Buffer.from('words') });
    await expect(dialog.getByRole('alert')).toHaveText('This file is no picture that the browser can read');
    await dialog.getByText('Take a picture').setInputFiles({ name: 'rig.png', mimeType: 'image/png', buffer: RIG });
    await expect(dialog.getByRole('img', { name: 'The set-up, as it was taken' })).toBeVisible();
    await dialog.getByRole('button', { name: 'Keep it for every time' }).click();
    await allSent(page);
    await page.reload();
    await page.getByRole('button', { name: /as in the picture/ }).click();
    await expect(dialog.getByRole('img', { name: 'The set-up, as it was taken' })).toBeVisible();
    expect(await seriousProblems(page)).toEqual([]);
    await tap(page, 'Close');
  });

  await test.step('lighter sets come before the work, and nobody is asked how they were', async () => {
    await goTo(page, /^Goblet squat/);
    await expect(page.getByText(/lighter first: \d+ reps/)).toBeVisible();
    for (let set = 0; set < 2; set += 1) {
      await page.keyboard.press(' ');
      await page.keyboard.press('e');
      const end = page.getByRole('region', { name: 'End of set' });
      await expect(end).toContainText('Lighter set done');
      await expect(end.getByRole('group', { name: 'How many more, clean?' })).toHaveCount(0);
      await expect(end.getByTestId('next-set')).toBeVisible();
    }
    await expect(page.getByText('Now the work')).toBeVisible();
  });

  await test.step('they counted: the number is said at the end', async () => {
    await page.keyboard.press(' ');
    await page.keyboard.press('e');
    await tap(page, 'Say how many, reps');
    await page.getByRole('dialog').getByRole('button', { name: '8', exact: true }).click();
    await expect(page.getByRole('button', { name: 'Say how many, reps' })).toHaveText('8');
  });

  await test.step('a round: push-ups, at once easier ones, then on to the other, and back', async () => {
    await goTo(page, /^Full push-up/);
    await page.keyboard.press(' ');
    await page.keyboard.press(' ');
    await expect(page.getByRole('button', { name: /6 knee push-up/ })).toBeVisible();
    await page.keyboard.press('o');
    await expect(page.getByRole('heading', { name: 'Knee push-up', level: 1 })).toBeVisible();
    await page.keyboard.press(' ');
    await count(page, '1');
    await page.keyboard.press('e');
    const end = page.getByRole('region', { name: 'End of set' });
    await expect(end).toContainText('Round 1 of 3 done');
    await expect(end.getByRole('group', { name: 'knee push-up', exact: true })).toContainText('1');
    await tap(page, 'On to split squat');
  });

  await test.step('a script is called stretch by stretch; the hold in it may be dropped', async () => {
    await expect(page.getByText('4 slow')).toBeVisible();
    await page.keyboard.press(' ');
    await tap(page, /8 pulses/);
    await tap(page, /15 s held/);
    await expect(page.getByText('running: tap if dropped')).toBeVisible();
    await page.keyboard.press(' ');
    await expect(page.getByText('dropped: tap to go on')).toBeVisible();
    await page.keyboard.press(' ');
    await expect(page.getByText('piece 2: tap if dropped')).toBeVisible();
    await tap(page, 'Other side');
    await expect(page.getByText('4 slow')).toBeVisible();
    await page.keyboard.press('e');
    await expect(page.getByRole('group', { name: /^left, held, 2 pieces/ })).toBeVisible();
    await tap(page, 'On to full push-up');
    await expect(page.getByRole('button', { name: 'Start round 2', exact: true })).toBeVisible();
  });

  await test.step('at the close: what to stretch, what wasn’t reached, and first next time', async () => {
    await tap(page, 'Finish');
    const close = page.getByRole('region', { name: 'Before Ilse goes' });
    await expect(close).toContainText('Stretch, both sides, gently');
    await expect(close).toContainText('Not reached: dumbbell Romanian deadlift');
    await close.getByRole('button', { name: 'First next time: dumbbell Romanian deadlift' }).click();
    expect(await seriousProblems(page)).toEqual([]);
    await tap(page, 'Finish and write it down');
    await expect(page.getByRole('region', { name: 'Next time' })).toContainText('First next time: we didn’t get to it');
    await expect(page.getByRole('region', { name: 'Goblet squat' })).toContainText('lighter, before the work');
    await expect(page.getByRole('region', { name: 'Full push-up' })).toContainText('Knee push-up');
  });
});

test('two devices see each other within a second, and a screen at the wall follows by its code', async ({
  page,
  server,
  browser,
}) => {
  const sessionId = await onFloor(page, server, [
    ['Jonah', ['goblet-squat']],
    ['Wren', ['suspension-row']],
  ]);
  const elsewhere = await browser.newContext();
  const other = await elsewhere.newPage();
  await signIn(other, server, { at: `/floor/${sessionId}` });
  await expect(other.getByRole('button', { name: 'Pain', exact: true })).toBeVisible();
  // It has asked for what was missed before it listens.
  await other.waitForTimeout(500);
  await page.keyboard.press(' ');
  await expect(other.getByTestId('count')).toHaveText('1', { timeout: 2000 });
  await other.keyboard.press('l');
  await expect(page.getByText('Seen clean. Say so.')).toBeVisible({ timeout: 2000 });

  await tap(page, 'The board');
  await tap(page, 'Open it with a code');
  const code = (await page.getByTestId('board-code').innerText()).replace(/\D/g, '');
  const wall = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage();
  await wall.emulateMedia({ reducedMotion: 'reduce' });
  await wall.goto(`${server.address}/b`);
  const digits = wall.getByRole('textbox');
  await digits.pressSequentially(code.slice(0, 3));
  await wall.keyboard.press('Enter');
  await expect(wall.getByRole('alert')).toHaveText('The code has six digits.');
  await digits.pressSequentially(code.slice(3));
  await wall.keyboard.press('Enter');
  await expect(wall.getByText('Wren', { exact: true })).toBeVisible();
  expect(await seriousProblems(wall)).toEqual([]);
  await page.getByRole('dialog').getByRole('button', { name: 'First names' }).click();
  await expect(wall.getByText('Wren', { exact: true })).toHaveCount(0, { timeout: 20_000 });
  await page.getByRole('dialog').getByRole('button', { name: 'First names' }).click();
  await tap(page, 'Close');
  await page.keyboard.press(' ');
  await expect(wall.getByText(/^2 of \d+/)).toBeVisible({ timeout: 3000 });
  await wall.reload();
  await expect(wall.getByText(/^2 of \d+/)).toBeVisible();
  await tap(page, 'The board');
  await tap(page, 'Close it everywhere');
  await wall.reload();
  await expect(wall.getByText('That board was closed, or its day is over.')).toBeVisible();
  await wall.context().close();
  await elsewhere.close();
  await tap(page, 'Close');
  await allSent(page);
});

test('a class: begun from its plan, run by levels on the clock, shown at the wall, and nothing asked per head', async ({
  page,
  server,
  browser,
}) => {
  await takeSignIn(page, server);
  await page.clock.install();
  const items = ['goblet-squat', 'forearm-plank'].map((slug) => ({
    itemId: randomUUID(),
    movementId: `waxwing:${slug}`,
    own: [],
  }));
  const lanes = ['First timers', 'Regulars', 'Strong'].map((level) => ({ laneId: randomUUID(), level }));
  const format = { kind: 'intervals', workSeconds: 20, restSeconds: 10, rounds: 2, order: 'by-round' };
  const dose = { kind: 'seconds', low: 20, high: 20 };
  const movements = items.map(({ itemId, movementId }) => ({ movementId, planItemId: itemId, sets: 2, target: 20, dose }));
  await beginSession(page, server, {
    lanes: lanes.map((lane) => ({ ...lane, movements })),
    plan: { name: 'Nets', minutes: 45, heads: 9, lanes, blocks: [{ blockId: randomUUID(), part: 'main', format, items }] },
  });
  await expect(page.getByRole('heading', { name: 'First timers Goblet squat', level: 1 })).toBeVisible();
  await expect(page.getByText(/How is .* today/)).toHaveCount(0);
  await expect(page.getByRole('button', { name: 'Somebody joins' })).toHaveCount(0);

  await tap(page, 'The board');
  await tap(page, 'Open it with a code');
  const code = (await page.getByTestId('board-code').innerText()).replace(/\D/g, '');
  await tap(page, 'Close');
  const wall = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage();
  await wall.emulateMedia({ reducedMotion: 'reduce' });
  await wall.goto(`${server.address}/b`);
  await wall.getByRole('textbox').pressSequentially(code);
  await wall.keyboard.press('Enter');
  await expect(wall.getByText('At your own pace')).toBeVisible();

  await tap(page, /^Start the clock/);
  await moveOn(page, 11_000);
  await expect(wall.getByText(/Get ready|Work/)).toBeVisible();
  await expect(page.getByRole('button', { name: 'Good, Regulars' })).toBeVisible();
  await tap(page, 'Good, Regulars');
  await moveOn(page, 21_000);
  const clock = page.getByRole('region', { name: 'Clock', exact: true });
  await expect(clock).toContainText('Rest');
  await expect(page.getByRole('group', { name: 'How many more, clean?' })).toHaveCount(0);
  await moveOn(page, 90_000);
  await expect(clock).toContainText('Through');
  await tap(page, 'Finish');
  await expect(page.getByRole('heading', { name: 'The class is through' })).toBeVisible();
  await expect(page.getByText('next time', { exact: false })).toHaveCount(0);
  expect(await seriousProblems(page)).toEqual([]);
  await tap(page, 'Finish and write it down');
  await expect(page.getByRole('heading', { name: 'Class: First timers, Regulars, Strong' })).toBeVisible();
  await expect(page.getByRole('region', { name: 'Goblet squat' }).first()).toContainText('20 s');
  await page.goto(`${server.address}/log`);
  await expect(page.getByText('Class: First timers, Regulars, Strong')).toBeVisible();
  await wall.context().close();
});
