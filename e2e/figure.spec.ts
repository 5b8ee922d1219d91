import { expect, type Page } from '@playwright/test';
import { signIn, test } from './server.ts';

const stage = (page: Page) => page.getByRole('region', { name: 'Figure' });
const along = (page: Page) => stage(page).getByRole('slider', { name: 'Along the rep' });
const turning = (page: Page) => stage(page).getByRole('slider', { name: /^Goblet squat, / });

async function placeNow(page: Page): Promise<number> {
  return Number(await along(page).inputValue());
}

test('a movement is played, dragged through, turned, and described', async ({ page, server }) => {
  await signIn(page, server, { at: '/library/waxwing:goblet-squat' });
  await expect(turning(page)).toHaveAccessibleName(/^Goblet squat, turn: on both feet, trunk leaning forward \d+°/);
  const strip = page.getByRole('region', { name: 'Rep strip' });
  await expect(strip.getByRole('button', { name: 'Turn', exact: true })).toHaveAttribute('aria-pressed', 'true');
  await expect(stage(page).getByText(/^1[01]\d°$/)).toBeVisible();

  await test.step('play moves on, pause stands still', async () => {
    await stage(page).getByRole('button', { name: 'Play' }).click();
    const before = await placeNow(page);
    await expect.poll(() => placeNow(page)).not.toBe(before);
    await stage(page).getByRole('button', { name: 'Pause' }).click();
    const still = await placeNow(page);
    await page.waitForTimeout(200);
    expect(await placeNow(page)).toBe(still);
  });

  await test.step('one rep ends at the end', async () => {
    await stage(page).getByRole('button', { name: 'one rep' }).click();
    await expect(stage(page).getByRole('button', { name: 'Play' })).toBeVisible({ timeout: 15_000 });
    expect(await placeNow(page)).toBe(1000);
    await expect(strip.getByRole('button', { name: 'Finish', exact: true })).toHaveAttribute('aria-pressed', 'true');
  });

  await test.step('a phase in the strip is gone to, the range drags through the rep', async () => {
    await strip.getByRole('button', { name: 'Turn', exact: true }).click();
    expect(await placeNow(page)).toBe(500);
    await along(page).focus();
    for (let press = 0; press < 3; press += 1) await page.keyboard.press('PageDown');
    expect(await placeNow(page)).toBeLessThan(500);
    await expect(strip.getByRole('button', { name: 'Lower', exact: true })).toHaveAttribute('aria-pressed', 'true');
  });

  await test.step('turned with the keys and by dragging, and back', async () => {
    await turning(page).focus();
    for (let press = 0; press < 6; press += 1) await page.keyboard.press('ArrowLeft');
    await expect(turning(page)).toHaveAttribute('aria-valuetext', 'seen from: front');
    const box = (await turning(page).boundingBox())!;
    await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
    await page.mouse.down();
    await page.mouse.move(box.x + box.width / 2 - 60, box.y + box.height / 2, { steps: 4 });
    await page.mouse.up();
    await expect(turning(page)).toHaveAttribute('aria-valuetext', 'seen from: turned');
    await stage(page).getByRole('button', { name: 'turn back' }).click();
    await expect(turning(page)).toHaveAttribute('aria-valuetext', 'seen from: side');
  });
});

test('a picked fault stands over the good rep, from where it is seen, and in the address', async ({ page, server }) => {
  await signIn(page, server, { at: '/library?q=knee+drops&needs=kettlebell' });
  const row = page.getByRole('link', { name: /Goblet squat/ });
  await expect(row.locator('.figure-faint')).toHaveCount(1);
  await row.click();
  await expect(page).toHaveURL(/fault=knees-in/);
  await expect(turning(page)).toHaveAttribute('aria-valuetext', 'seen from: front');
  await expect(stage(page)).toContainText('One knee slides inside its foot');
  await expect(stage(page).locator('.figure-faint')).toHaveCount(1);
  await expect(stage(page).locator('.figure-arrow-risk')).toBeVisible();

  // The stronger, the longer the arrow.
  const shaft = stage(page).locator('.figure-head');
  const at = async () => (await shaft.boundingBox())!.x;
  const clear = await at();
  await stage(page).getByRole('button', { name: 'strong' }).click();
  await expect.poll(at).toBeLessThan(clear - 2);

  await page.reload();
  await expect(stage(page).locator('.figure-faint')).toHaveCount(1);
  const strip = page.getByRole('region', { name: 'Rep strip' });
  await strip.getByRole('button', { name: 'Pelvis tucks under' }).click();
  await expect(turning(page)).toHaveAttribute('aria-valuetext', 'seen from: side');
  await expect(page).toHaveURL(/fault=tail-tucks/);
  await stage(page).getByRole('button', { name: 'Show it without the fault' }).click();
  await expect(stage(page).locator('.figure-faint')).toHaveCount(0);
  await expect(page).not.toHaveURL(/fault=/);
});

test('who wants no motion sees one moment after the other', async ({ page, server }) => {
  await page.emulateMedia({ reducedMotion: 'reduce' });
  await signIn(page, server, { at: '/library/waxwing:goblet-squat' });
  await stage(page).getByRole('button', { name: 'one rep' }).click();
  const seen = new Set<number>();
  await expect(async () => {
    seen.add(await placeNow(page));
    await expect(stage(page).getByRole('button', { name: 'Play' })).toBeVisible({ timeout: 100 });
  }).toPass({ timeout: 20_000, intervals: [100] });
  expect([...seen].every((place) => place % 250 === 0)).toBe(true);
  expect(seen.size).toBeGreaterThanOrEqual(4);
});

test('a figure that can’t be posed, or a fault nobody has drawn, says so and takes nothing else away', async ({
  page,
  server,
}) => {
  await page.route('**/api/library', async (route) => {
    const response = await route.fetch();
    const library = (await response.json()) as {
      revisions: { document: { id: string; figure: { base: string } } }[];
      vocabulary: { faultTypes: { id: string; change?: object }[] };
    };
    library.revisions.find(({ document }) => document.id === 'waxwing:box-squat')!.document.figure.base = 'levitate';
    delete library.vocabulary.faultTypes.find(({ id }) => id === 'knees-in')!.change;
    await route.fulfill({ response, json: library });
  });
  await signIn(page, server, { at: '/library/waxwing:box-squat' });
  await expect(page.getByRole('alert')).toContainText('No base pose levitate');
  await expect(page.getByRole('region', { name: 'Rep strip' })).toContainText('“Don’t break the egg”');
  await page.goto(`${server.address}/library/waxwing:goblet-squat?fault=knees-in`);
  await expect(stage(page)).toContainText('Not on the figure: nobody has said how it looks');
  await expect(turning(page)).toBeVisible();
});
