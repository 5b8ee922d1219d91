import { expect } from '@playwright/test';
import { seriousProblems } from './axe.ts';
import { allSent, signIn, test } from './server.ts';

test('a fault and a cue typed on the floor without a network: tiles at once, filed in the inbox, with what they did', async ({
  page,
  context,
  server,
}) => {
  await signIn(page, server);
  await page.getByRole('link', { name: 'Start with Ilse' }).click();
  await page.getByRole('button', { name: 'Go to the floor' }).click();
  const faults = page.getByRole('complementary', { name: 'Faults' });
  await expect(faults).toBeVisible();
  await allSent(page);
  await context.setOffline(true);

  await test.step('typed, seen, said, fixed', async () => {
    await page.keyboard.press(' ');
    // What it has already is offered by other words for it, and is that.
    await faults.getByRole('button', { name: 'Another fault' }).click();
    await page.keyboard.type('knees ca');
    await faults.getByRole('list', { name: 'You may mean' }).getByRole('button', { name: 'Knee drops in' }).click();
    await expect(page.getByRole('region', { name: 'Correction' })).toContainText('knee drops in');
    await page.getByRole('button', { name: /^Undo/ }).click();
    await faults.getByRole('button', { name: 'Another fault' }).click();
    // Keys are letters while one types: no rep is counted, no tile tapped.
    await page.keyboard.type('Bell leans 2 the left');
    await page.keyboard.press('Enter');
    await expect(faults.getByRole('button', { name: /^Bell leans 2 the left performance/ })).toContainText('there');
    await expect(page.getByRole('button', { name: /^Count: 1 of/ })).toBeVisible();
    const card = page.getByRole('region', { name: 'Correction' });
    await card.getByRole('button', { name: 'Say something else' }).click();
    await page.keyboard.type('Bell on the mast');
    await page.keyboard.press('Enter');
    await expect(page.getByTestId('cue')).toHaveText('Bell on the mast');
    await card.getByRole('button', { name: 'Fixed' }).click();
    await expect(faults.getByRole('button', { name: /^Bell leans 2 the left performance/ })).toContainText('gone in this set');
    // A tap more undoes neither.
    await page.keyboard.press(' ');
    await page.getByRole('button', { name: /^Undo: rep/ }).click();
  });

  await context.setOffline(false);
  await page.reload();
  await expect(faults.getByRole('button', { name: /^Bell leans 2 the left performance/ })).toContainText('gone in this set');
  await allSent(page);

  await test.step('filed: the fault onto one that there is, the cue as a new one', async () => {
    await page.goto(`${server.address}/inbox`);
    const fault = page.getByRole('listitem', { name: 'Bell leans 2 the left' });
    await expect(fault).toContainText('seen once');
    await expect(fault).toContainText('with Ilse');
    const cue = page.getByRole('listitem', { name: 'Bell on the mast' });
    await expect(cue).toContainText('fixed it 1 of 1');
    expect(await seriousProblems(page)).toEqual([]);
    await cue.getByRole('button', { name: 'Take in “Bell on the mast”' }).click();
    await expect(cue).toHaveCount(0);
    await fault.getByRole('button', { name: 'weight to one side' }).click();
    await expect(page.getByText('is “Weight to one side” now')).toBeVisible();
    await expect(page.getByRole('listitem', { name: 'Bell leans 2 the left' })).toHaveCount(0);
  });

  await test.step('what the cue did stands beside it, for the fault that it was joined to; taken back, it waits again', async () => {
    await page.getByRole('button', { name: 'Undo' }).click();
    await expect(page.getByRole('listitem', { name: 'Bell leans 2 the left' })).toBeVisible();
    const fault = page.getByRole('listitem', { name: 'Bell leans 2 the left' });
    // Or what was typed is what one says to it.
    await fault.getByRole('button', { name: /^it is what one says: a cue for/ }).click();
    await page.keyboard.type('weight to one');
    // What has changed in the library comes late: the editor opens on what the device has, and takes it in.
    let answer = () => {};
    const held = new Promise<void>((resolve) => (answer = resolve));
    await page.route('**/api/library*', async (route) => {
      await held;
      await route.continue();
    });
    await page.keyboard.press('Enter');
    await expect(page.getByText('is a cue for “Weight to one side” now')).toBeVisible();
    await expect(page.getByRole('listitem', { name: 'Bell leans 2 the left' })).toHaveCount(0);
    await page.goto(`${server.address}/library/waxwing:goblet-squat?changing=yes`);
    await expect(page.getByRole('button', { name: 'Cue: Bell on the mast' })).toContainText('1 of 1 fixed');
    answer();
    await expect(page.getByRole('button', { name: 'Cue: Bell leans 2 the left' })).toBeVisible();
  });
});
