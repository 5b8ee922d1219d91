import { AxeBuilder } from '@axe-core/playwright';
import { expect, type Page } from '@playwright/test';
import { signIn, startWith, test } from './server.ts';

async function expectAccessible(page: Page): Promise<void> {
  const { violations } = await new AxeBuilder({ page }).withTags(['wcag2a', 'wcag2aa', 'wcag21aa']).analyze();
  const serious = violations.filter(({ impact }) => impact === 'serious' || impact === 'critical');
  expect(serious.map(({ id, nodes }) => `${id}: ${nodes.map((node) => node.html).join(' | ')}`)).toEqual([]);
}

test('a wrong password keeps the name that was typed and says where', async ({ page, server }) => {
  await page.goto(server.address);
  await page.getByLabel('Sign-in name').fill('maren');
  await page.getByLabel('Password').fill('wrong');
  await page.getByRole('button', { name: 'Sign in' }).click();
  await expect(page.getByRole('alert')).toHaveText('Name and password don’t belong together');
  await expect(page.getByLabel('Sign-in name')).toHaveValue('maren');
});

test('a load that nobody lifts is refused at its field, and what was picked stays', async ({ page, server }) => {
  await signIn(page, server);
  await page.getByRole('link', { name: 'Start with Ilse' }).click();
  const load = page.getByLabel('kg', { exact: true });
  await load.fill('1600');
  await page.getByRole('button', { name: 'Go to the floor' }).click();
  await expect(page.getByText(/must not be greater than 500/)).toBeVisible();
  await expect(load).toHaveValue('1600');
  await load.fill('16');
  await page.getByRole('button', { name: 'Go to the floor' }).click();
  await expect(page.getByRole('button', { name: '16 kg' })).toBeVisible();
});

test('an unknown address, a search without a hit and a failed request each have a decent page', async ({ page, server }) => {
  await signIn(page, server);
  await page.goto(`${server.address}/no/such/page`);
  await expect(page.getByRole('heading', { name: 'Nothing here' })).toBeVisible();
  await page.goto(`${server.address}/library?q=xylophone`);
  await expect(page.getByRole('heading', { name: 'Nothing found' })).toBeVisible();
  await page.goto(`${server.address}/library/waxwing:no-such`);
  await expect(page.getByText('No movement with this address')).toBeVisible();

  await page.route('**/api/sessions?page=0', (route) => route.abort());
  await page.goto(`${server.address}/log`);
  await expect(page.getByRole('alert')).toContainText('No way to the server just now');
  await page.unroute('**/api/sessions?page=0');
  await page.getByRole('button', { name: 'Try again' }).click();
  await expect(page.getByRole('link', { name: /Ilse Varga-Holm/ }).first()).toBeVisible();
});

test('nothing serious stands in the way of a screen reader, by day and at dusk', async ({ page, server }) => {
  await page.goto(server.address);
  await expect(page.getByRole('button', { name: 'Sign in' })).toBeVisible();
  await expectAccessible(page);
  await signIn(page, server);
  await expectAccessible(page);
  await page.goto(`${server.address}/library/waxwing:goblet-squat`);
  await expect(page.getByRole('region', { name: 'Rep strip' })).toBeVisible();
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Dusk' }).click();
  await expectAccessible(page);
  await page.getByRole('link', { name: 'Today' }).click();
  await startWith(page, 'Ilse', ['Goblet squat']);
  await page.getByRole('button', { name: 'Knee drops in, left' }).click();
  await expect(page.getByTestId('cue')).toBeVisible();
  await expectAccessible(page);
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog', { name: 'Keys' })).toContainText('looks good');
});

for (const [device, width, height] of [
  ['a phone', 390, 844],
  ['an upright tablet', 820, 1180],
] as const) {
  test(`on ${device} everything of Floor is within reach`, async ({ page, server }) => {
    await page.setViewportSize({ width, height });
    await signIn(page, server);
    await startWith(page, 'Priya', ['Split squat']);
    for (const name of ['Pain', 'Start set 1']) await expect(page.getByRole('button', { name, exact: true })).toBeInViewport();
    await page.getByRole('button', { name: /^Count/ }).click();
    await expect(page.getByTestId('count')).toBeInViewport({ ratio: 1 });
    await page.getByRole('button', { name: 'Knee drops in, left' }).click();
    for (const name of ['Fixed', 'Better', 'Same', 'Worse', 'Other side', 'End set']) {
      const box = await page.getByRole('button', { name, exact: true }).boundingBox();
      expect(box!.width, name).toBeGreaterThanOrEqual(56);
      expect(box!.height, name).toBeGreaterThanOrEqual(56);
    }
    const used = await page.evaluate(() => document.documentElement.scrollWidth);
    expect(used).toBeLessThanOrEqual(width);
  });
}
