import { expect } from '@playwright/test';
import { browserOptions } from '../scripts/browser.mjs';
import { beyond, everyPage, isDrawn } from './pages.ts';
import { signIn, startWith, test } from './server.ts';

// A browser whose text somebody has set to twice the usual size.
test.use({ launchOptions: { ...browserOptions, args: [...browserOptions.args, '--blink-settings=defaultFontSize=32'] } });

test('with text twice as large nothing scrolls sideways, and a correction on Floor is read without scrolling', async ({
  page,
  server,
}) => {
  await signIn(page, server);
  expect(await page.evaluate(() => getComputedStyle(document.documentElement).fontSize)).toBe('32px');
  const found: string[] = [];
  for (const path of await everyPage(page)) {
    await page.goto(`${server.address}${path}`);
    await isDrawn(page);
    const over = await beyond(page);
    if (over > 0) found.push(`${path}: ${over} px too wide`);
  }
  expect(found).toEqual([]);

  await page.goto(server.address);
  await startWith(page, 'Ilse', ['Goblet squat']);
  await page.getByRole('button', { name: 'Knee drops in, left' }).click();
  await expect(page.getByTestId('cue')).toBeInViewport({ ratio: 1 });
  for (const name of ['Fixed', 'Same'])
    await expect(page.getByRole('button', { name, exact: true })).toBeInViewport({ ratio: 1 });
  expect(await beyond(page)).toBeLessThanOrEqual(0);
});
