import { expect, type Page } from '@playwright/test';
import { seriousProblems } from './axe.ts';
import { beginFor, onFloor, signIn, test, typeInto } from './server.ts';

async function expectAccessible(page: Page): Promise<void> {
  expect(await seriousProblems(page)).toEqual([]);
}

test('a wrong password keeps the name that was typed and says where', async ({ page, server }) => {
  await page.goto(server.address);
  await typeInto(page.getByLabel('Sign-in name'), 'maren');
  await typeInto(page.getByLabel('Password'), 'wrong');
  await page.getByRole('button', { name: 'Sign in' }).click();
  await expect(page.getByRole('alert')).toHaveText('Name and password don’t belong together');
  await expect(page.getByLabel('Sign-in name')).toHaveValue('maren');
});

test('what nobody does is refused at its field, and what was picked stays', async ({ page, server }) => {
  await signIn(page, server);
  await page.getByRole('link', { name: 'Start with Ilse' }).click();
  await page.getByRole('button', { name: 'Change Goblet squat' }).click();
  await page.getByRole('button', { name: /^Load for Goblet squat/ }).click();
  const dialog = page.getByRole('dialog', { name: 'Goblet squat: with what' });
  await typeInto(dialog.getByRole('textbox'), '1600');
  await expect(dialog.getByRole('alert')).toHaveText('a weight from 0 to 500 kg');
  await typeInto(dialog.getByRole('textbox'), '35');
  await dialog.getByRole('button', { name: /change to lb/ }).click();
  await dialog.getByRole('button', { name: 'Take 35 lb' }).click();
  const reps = page.getByLabel('How many', { exact: true });
  await typeInto(reps, '1600');
  await expect(reps).toHaveAccessibleDescription('1 to 1000');
  await expect(reps).toHaveValue('1600');
  await typeInto(reps, '10');
  await page.getByRole('button', { name: 'Go to the floor' }).click();
  // Ilse thinks in kilograms; what was entered stays in pounds.
  await expect(page.getByRole('button', { name: '35 lb, about 16 kg' })).toBeVisible();
});

test('an unknown address, a search without a hit and a failed request each have a decent page', async ({ page, server }) => {
  await signIn(page, server, { at: '/no/such/page' });
  await expect(page.getByRole('heading', { name: 'Nothing here' })).toBeVisible();
  await page.goto(`${server.address}/library?q=xylophone`);
  await expect(page.getByRole('heading', { name: 'Nothing found' })).toBeVisible();
  await page.goto(`${server.address}/library/waxwing:no-such`);
  await expect(page.getByRole('heading', { name: 'Couldn’t find this movement' })).toBeVisible();

  await page.route('**/api/sessions', (route) => route.abort());
  await page.goto(`${server.address}/log`);
  await expect(page.getByRole('alert')).toContainText('No way to the server just now');
  await page.unroute('**/api/sessions');
  await page.getByRole('button', { name: 'Try again' }).click();
  await expect(page.getByRole('link', { name: /Ilse Varga-Holm/ }).first()).toBeVisible();
});

// The pages at a desk are looked at in everyPage.spec.ts.
test('nothing serious stands in the way of a screen reader at the door and on Floor, by day and at dusk', async ({
  page,
  server,
}) => {
  await page.goto(server.address);
  await expect(page.getByRole('button', { name: 'Sign in' })).toBeVisible();
  await expectAccessible(page);
  await signIn(page, server);
  await page.getByRole('button', { name: 'Dark' }).click();
  await beginFor(page, server, [['Ilse', ['goblet-squat']]]);
  await page.getByRole('button', { name: 'Knee drops in, left' }).click();
  await expect(page.getByTestId('cue')).toBeVisible();
  await expectAccessible(page);
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog', { name: 'Keys' })).toContainText('looks good');
});

for (const [device, width, height] of [
  ['a phone', 390, 844],
  ['an upright tablet', 820, 1180],
  ['a small tablet that lies', 1024, 768],
] as const) {
  test(`on ${device} everything of Floor is within reach`, async ({ page, server }) => {
    await page.setViewportSize({ width, height });
    await onFloor(page, server, [['Priya', ['split-squat']]]);
    for (const name of ['Pain', 'Start set 1']) await expect(page.getByRole('button', { name, exact: true })).toBeInViewport();
    await page.getByRole('button', { name: /^Count/ }).click();
    await expect(page.getByTestId('count')).toBeInViewport({ ratio: 1 });
    await page.getByRole('button', { name: 'Knee drops in, left' }).click();
    for (const name of ['Fixed', 'Better', 'Same', 'Worse', 'Other side', 'End set']) {
      const button = page.getByRole('button', { name, exact: true });
      const isWhole = await button.evaluate(({ scrollWidth, clientWidth }) => scrollWidth <= clientWidth);
      expect(isWhole, `“${name}” fits its button`).toBe(true);
      const box = await button.boundingBox();
      expect(box!.width, name).toBeGreaterThanOrEqual(56);
      expect(box!.height, name).toBeGreaterThanOrEqual(56);
    }
    const used = await page.evaluate(() => document.documentElement.scrollWidth);
    expect(used).toBeLessThanOrEqual(width);
  });
}
