import { readFileSync, writeFileSync } from 'node:fs';
import { expect } from '@playwright/test';
import { seriousProblems } from './axe.ts';
import { signIn, test } from './server.ts';

test('a pack goes out, is changed in an editor, is looked at before it comes in, picked from, and taken back', async ({
  page,
  server,
}, testInfo) => {
  await signIn(page, server, { at: '/packs' });
  const out = page.getByRole('region', { name: 'Out' });
  const sheet = page.waitForEvent('download');
  await out.getByLabel('What goes out').selectOption({ label: 'a few, one by one' });
  await out.getByRole('button', { name: 'a movement' }).click();
  await page.keyboard.type('goblet squat');
  await page.keyboard.press('Enter');
  await out.getByRole('button', { name: 'Markdown, to be read' }).click();
  await out.getByRole('button', { name: 'Save the file' }).click();
  expect(readFileSync(await (await sheet).path(), 'utf8')).toMatch(/^# Goblet squat\n/);
  await out.getByRole('button', { name: 'YAML' }).click();
  await out.getByLabel('What goes out').selectOption({ label: 'Jump' });
  const saved = page.waitForEvent('download');
  await out.getByRole('button', { name: 'Save the file' }).click();
  const text = readFileSync(await (await saved).path(), 'utf8');
  expect(text).toContain('format: waxwing-library/1');
  const put = async (changed: string) => {
    const file = testInfo.outputPath('jumps.yaml');
    writeFileSync(file, changed);
    await page.getByLabel('Choose pack files').setInputFiles(file);
  };

  const broken = text.replace('family: jump', 'family: leap');
  await put(broken);
  const refused = page.getByRole('alert');
  await expect(refused).toContainText('nothing has changed');
  await expect(refused).toContainText(/jumps\.yaml:\d+ movements\[\d+\]\.family: no family leap/);

  await put(text.replace('name: Squat jump', 'name: Squat leap').replace('name: Tuck jump', 'name: Tuck leap'));
  const preview = page.getByRole('region', { name: 'What it would change' });
  await expect(preview).toContainText('2 movements new or otherwise than now.');
  await expect(preview).toContainText('Name: “Squat jump” → “Squat leap”');
  expect(await seriousProblems(page)).toEqual([]);
  await preview.getByLabel('Tuck leap').uncheck();
  await preview.getByRole('button', { name: 'Take in one movement' }).click();
  await expect(page.getByText('Taken in: one movement.')).toBeVisible();
  await page.getByRole('link', { name: 'Movements' }).click();
  await page.getByLabel('Find a movement').pressSequentially('squat leap');
  await expect(page.getByRole('link', { name: 'Squat leap' }).first()).toBeVisible();

  await page.goto(`${server.address}/packs`);
  await put(text.replace('name: Tuck jump', 'name: Tuck leap'));
  // What was changed here since the file went out isn’t changed back.
  await expect(preview.getByLabel(/^Squat jump changed here since/)).not.toBeChecked();
  await expect(preview.getByRole('button', { name: 'Take in one movement' })).toBeEnabled();
  // What both changed is chosen.
  await put(text.replace('name: Tuck jump', 'name: Tuck leap').replace('name: Squat jump', 'name: Squat vault'));
  await expect(preview.getByLabel(/^Squat vault changed in both since/)).toBeChecked();
  await expect(preview.getByRole('button', { name: 'Take in 2 movements' })).toBeDisabled();
  await preview.getByRole('radio', { name: /^As it is here/ }).click();
  expect(await seriousProblems(page)).toEqual([]);
  await preview.getByRole('button', { name: 'Take in 2 movements' }).click();
  await page.getByRole('button', { name: 'Take all of it back' }).click();
  await expect(page.getByRole('button', { name: 'Take all of it back' })).toHaveCount(0);
  await page.goto(`${server.address}/library/waxwing:tuck-jump`);
  await expect(page.getByRole('heading', { name: 'Tuck jump', level: 1 })).toBeVisible();
  await page.goto(`${server.address}/library/waxwing:squat-jump`);
  await expect(page.getByRole('heading', { name: 'Squat leap', level: 1 })).toBeVisible();
});
