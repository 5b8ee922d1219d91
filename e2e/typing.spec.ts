import { expect, type Page } from '@playwright/test';
import { signIn, test, typeInto } from './server.ts';

/** An old tablet. */
async function slowDown(page: Page, times: number): Promise<void> {
  const devtools = await page.context().newCDPSession(page);
  await devtools.send('Emulation.setCPUThrottlingRate', { rate: times });
}

test('no letter is lost on a slow tablet: typed through, in mid-word, and with the address changed meanwhile', async ({
  page,
  server,
}) => {
  await page.setViewportSize({ width: 360, height: 740 });
  await signIn(page, server, { at: '/library' });
  const field = page.getByRole('searchbox', { name: 'Find a movement' });
  await expect(page.getByText(/^\d+ movements$/)).toBeVisible();
  await slowDown(page, 6);
  const words = 'knees cave in on the squat';
  await field.click();
  await page.keyboard.type(words, { delay: 100 });
  await expect(field).toHaveValue(words);
  await expect(page).toHaveURL(/q=knees\+cave\+in\+on\+the\+squat/);

  // In mid-word: the caret stays where it was put.
  for (let i = 0; i < ' on the squat'.length; i += 1) await page.keyboard.press('ArrowLeft');
  await page.keyboard.press('Backspace');
  await page.keyboard.press('Backspace');
  await page.keyboard.type('inwards', { delay: 60 });
  await expect(field).toHaveValue('knees cave inwards on the squat');

  // Two changes of the address in one breath, before anything is drawn: neither is lost.
  await typeInto(field, 'squa');
  await page.evaluate(() => {
    const input = document.querySelector<HTMLInputElement>('input[type=search]')!;
    Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value')!.set!.call(input, 'squat');
    input.dispatchEvent(new Event('input', { bubbles: true }));
    [...document.querySelectorAll('button')].find(({ textContent }) => textContent === 'squat')!.click();
  });
  await expect(page).toHaveURL(/q=squat/);
  await expect(page).toHaveURL(/pattern=squat/);
  await page.reload();
  await expect(field).toHaveValue('squat');
});

test('the clients’ search keeps every letter and what came from elsewhere is shown in it', async ({ page, server }) => {
  await signIn(page, server, { at: '/clients' });
  const field = page.getByRole('searchbox', { name: 'Find a client' });
  await expect(field).toBeVisible();
  await slowDown(page, 6);
  await field.click();
  await page.keyboard.type('deckhand', { delay: 40 });
  await expect(field).toHaveValue('deckhand');
  await expect(page.getByRole('link', { name: 'Ilse Varga-Holm' })).toBeVisible();
  await expect(page.getByRole('link', { name: 'Tobiah Renn' })).toHaveCount(0);
  await page.goto(`${server.address}/clients?q=bell`);
  await expect(field).toHaveValue('bell');
});
