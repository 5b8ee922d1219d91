import { expect } from '@playwright/test';
import { seriousProblems, seriousProblemsOfColour } from './axe.ts';
import { beyond, everyPage, isDrawn, textSizeOf } from './pages.ts';
import { onFloor, signIn, test } from './server.ts';

test('no page scrolls sideways from 360 to 1280 px or with text twice as large, has its title and heading, and hinders nobody, in light and dark', async ({
  page,
  server,
}) => {
  const complaints: string[] = [];
  page.on('pageerror', (error) => complaints.push(error.message));
  await signIn(page, server);
  const setTextSize = await textSizeOf(page);
  const found: string[] = [];
  for (const path of await everyPage(page, server)) {
    // Loaded anew: a page may rest on what the one before has fetched.
    await page.goto(`${server.address}${path}`);
    await isDrawn(page);
    if (!/^\S.* · Waxwing$/.test(await page.title())) found.push(`${path}: titled “${await page.title()}”`);
    const text = await page.getByRole('main').innerText();
    const nonsense = /.*(?:\buuid\b|\bundefined\b|\bNaN\b|\[object).*/.exec(text);
    if (nonsense) found.push(`${path}: says ${nonsense[0]}`);
    for (const width of [820, 390, 360, 1280]) {
      await page.setViewportSize({ width, height: 800 });
      const over = await beyond(page);
      if (over > 0) found.push(`${path}: ${over} px too wide at ${width}`);
    }
    for (const [theme, problems] of [
      ['waxwing', seriousProblems],
      ['dusk', seriousProblemsOfColour],
    ] as const) {
      await page.evaluate((name) => document.documentElement.setAttribute('data-theme', name), theme);
      found.push(...(await problems(page)).map((problem) => `${path} in ${theme}: ${problem}`));
    }
    await setTextSize(32);
    const over = await beyond(page);
    if (over > 0) found.push(`${path}: ${over} px too wide with text twice as large`);
    await setTextSize(16);
  }
  expect(found).toEqual([]);
  expect(complaints).toEqual([]);
});

test('with text twice as large a correction on Floor is read without scrolling', async ({ page, server }) => {
  await onFloor(page, server, [['Ilse', ['goblet-squat']]]);
  const setTextSize = await textSizeOf(page);
  await setTextSize(32);
  await page.getByRole('button', { name: 'Knee drops in, left' }).click();
  await expect(page.getByTestId('cue')).toBeInViewport({ ratio: 1 });
  for (const name of ['Fixed', 'Same'])
    await expect(page.getByRole('button', { name, exact: true })).toBeInViewport({ ratio: 1 });
  expect(await beyond(page)).toBeLessThanOrEqual(0);
});

test('by keyboard: the page’s heading comes first after a way was taken, and the opener after a dialog', async ({
  page,
  server,
}) => {
  await signIn(page, server);
  // The page of a link is loaded by the time that somebody follows it: nothing stands in for it.
  const standsIn = page.evaluate(
    () =>
      new Promise<boolean>((resolve) => {
        const seen = new MutationObserver(() => {
          const { textContent } = document.body;
          if (textContent.includes('Fetching the page')) resolve(true);
          else if (document.querySelector('h1')?.textContent === 'Clients') resolve(false);
        });
        seen.observe(document.body, { subtree: true, childList: true, characterData: true });
      }),
  );
  const loaded = page.waitForResponse(/ClientsPage/);
  await page.getByRole('link', { name: 'Clients', exact: true }).focus();
  await page.evaluate((url) => import(url) as Promise<unknown>, (await loaded).url());
  await page.keyboard.press('Enter');
  expect(await standsIn).toBe(false);
  await expect(page.getByRole('heading', { name: 'Clients', level: 1 })).toBeFocused();
  await page.getByRole('link', { name: 'Ilse Varga-Holm' }).press('Enter');
  await expect(page.getByRole('heading', { name: 'Ilse Varga-Holm', level: 1 })).toBeFocused();
  await page.goto(`${server.address}/clients/nobody`);
  await expect(page.getByRole('heading', { name: 'Couldn’t find this client' })).toBeVisible();
  await page.getByRole('link', { name: 'Go to Today' }).press('Enter');
  await expect(page.getByRole('heading', { name: 'Today', level: 1 })).toBeFocused();

  // On a phone the bar folds, and is open only where it was opened.
  await page.setViewportSize({ width: 360, height: 740 });
  await expect(page.getByRole('link', { name: 'Settings' })).toBeHidden();
  await page.getByRole('button', { name: 'Menu' }).click();
  await page.getByRole('link', { name: 'Settings' }).click();
  await expect(page.getByRole('heading', { name: 'Rooms and kit', level: 1 })).toBeFocused();
  await expect(page.getByRole('link', { name: 'Tools' })).toBeHidden();
});

test('lists are sorted by tap and by key, turned round by the second, and say how; what is near its limit says so', async ({
  page,
  server,
}) => {
  await signIn(page, server, { at: '/clients' });
  const names = page.getByRole('rowheader').getByRole('link');
  const age = page.getByRole('columnheader', { name: 'Age' });
  await expect(names.first()).toHaveText('Ilse Varga-Holm');
  await page.getByRole('button', { name: 'Age' }).click();
  await expect(age).toHaveAttribute('aria-sort', 'ascending');
  await expect(names.first()).toHaveText('Odalys Finch');
  await page.getByRole('button', { name: 'Age' }).press('Enter');
  await expect(age).toHaveAttribute('aria-sort', 'descending');
  await expect(names.first()).toHaveText('Wren Tolliver');
  // In the address, so that it is still so after a reload.
  await page.reload();
  await expect(names.first()).toHaveText('Wren Tolliver');

  await page.goto(`${server.address}/log`);
  const sorts = page.getByRole('group', { name: 'Sorted by' });
  await sorts.getByRole('button', { name: 'who came' }).click();
  await expect(sorts.getByRole('button', { name: 'who came' })).toHaveAttribute('aria-pressed', 'true');
  await expect(page.getByRole('listitem').first()).toContainText('Ilse Varga-Holm');

  await page.goto(`${server.address}/words?sort=uses`);
  const counts = page.getByRole('list', { name: 'Kinds of fault' }).getByText(/^\d+ movements?$/);
  await expect(counts.first()).toBeVisible();
  const numbers = (await counts.allInnerTexts()).map((text) => Number.parseInt(text, 10));
  expect(numbers).toEqual([...numbers].sort((a, b) => b - a));

  await page.goto(`${server.address}/clients/new`);
  await page.getByLabel('Name', { exact: true }).pressSequentially('A'.repeat(76));
  await expect(page.getByText('4 letters left')).toBeVisible();
  await page.getByLabel('Name', { exact: true }).pressSequentially('BCDEF');
  await expect(page.getByText('1 letter too many')).toBeVisible();
  await page.getByLabel('Year of birth').click();
  await expect(page.getByText('1 letter too many')).toBeHidden();
});
