import { expect } from '@playwright/test';
import { seriousProblems } from './axe.ts';
import { signIn, test, typeInto } from './server.ts';

test('a trainer who may not change the library suggests a change; it is taken over, with what was changed since, and answered', async ({
  page,
  server,
  browser,
}) => {
  const address = `${server.address}/library/waxwing:goblet-squat`;
  const ferris = await browser.newPage({ serviceWorkers: 'block' });
  await signIn(ferris, server, { login: 'ferris', password: 'ropes-and-tar', at: address });
  await ferris.getByRole('button', { name: 'Suggest a change' }).click();
  const strip = ferris.getByRole('region', { name: 'Rep strip, being changed' });
  await strip.getByRole('button', { name: 'Cue: Keep your tail long behind you' }).click();
  await ferris.keyboard.press('ControlOrMeta+a');
  await ferris.keyboard.type('Back pockets stay long');
  await ferris.keyboard.press('Enter');
  await typeInto(ferris.getByRole('region', { name: 'Do', exact: true }).getByLabel('rest'), '100');
  await typeInto(ferris.getByLabel(/^Why, in a sentence/), 'They laugh at tails.');
  await ferris.getByRole('button', { name: 'Suggest it' }).click();
  await expect(ferris.getByRole('listitem', { name: /^Goblet squat, from Ferris/ })).toContainText(
    'Waits for whoever keeps the library.',
  );

  await signIn(page, server);
  await test.step('meanwhile the owner changes the same rest', async () => {
    await page.goto(`${address}?changing=yes`);
    await typeInto(page.getByRole('region', { name: 'Do', exact: true }).getByLabel('rest'), '70');
    await page.getByRole('button', { name: 'Save' }).click();
    await expect(page.getByRole('link', { name: 'what changed' })).toBeVisible();
  });

  await test.step('what both changed is chosen, the rest comes along', async () => {
    await page.goto(`${server.address}/inbox`);
    const entry = page.getByRole('listitem', { name: 'Goblet squat, from Ferris Dune' });
    await expect(entry).toContainText('“They laugh at tails.”');
    await expect(entry).toContainText('Cue “Back pockets stay long”, text:');
    await expect(entry.getByRole('button', { name: 'Take it over' })).toBeDisabled();
    await entry.getByRole('radio', { name: /^As it is now/ }).click();
    expect(await seriousProblems(page)).toEqual([]);
    await typeInto(entry.getByLabel(/^A word to Ferris/), 'Pockets it is; the rest stays.');
    await entry.getByRole('button', { name: 'Take it over' }).click();
    await expect(entry).toHaveCount(0);
    await page.goto(`${address}/changes`);
    const newest = page.getByRole('listitem').filter({ has: page.getByRole('heading', { name: /as it is now/ }) });
    await expect(newest).toContainText('Ferris Dune');
    await expect(newest).toContainText('text: “Keep your tail long behind you” → “Back pockets stay long”');
    await expect(newest).not.toContainText('rest');
  });

  await test.step('whose it was reads the answer, and is let change it from then on', async () => {
    await ferris.goto(`${server.address}/inbox`);
    const entry = ferris.getByRole('listitem', { name: /^Goblet squat, from Ferris/ });
    await expect(entry).toContainText('Maren Oxley took it over: “Pockets it is; the rest stays.”');
    await entry.getByRole('button', { name: 'read: put it away' }).click();
    await expect(entry).toHaveCount(0);
    await page.goto(`${server.address}/people`);
    await page.getByRole('listitem').filter({ hasText: 'Ferris Dune' }).getByLabel('May change the library').click();
    await expect(page.getByLabel('May change the library')).toBeChecked();
    await ferris.goto(address);
    await expect(ferris.getByRole('button', { name: 'Change it' })).toBeVisible();
  });
  await ferris.close();
});

test('words: found by another name, renamed through a reload, joined with what was logged, taken back; a new one removed', async ({
  page,
  server,
}) => {
  await signIn(page, server, { at: '/words' });
  const done = page.getByRole('status').filter({ hasText: 'Undo' });

  await test.step('renamed: the search knows it, and whatever speaks of it says so', async () => {
    await page.getByRole('searchbox', { name: /^Find one of kinds of fault/ }).pressSequentially('valgus');
    await page.getByRole('button', { name: /^Knee drops in/ }).click();
    const entry = page.getByRole('article', { name: 'Knee drops in' });
    await expect(entry.getByRole('region', { name: 'Where it is used' })).toContainText('Goblet squat');
    await entry.getByRole('button', { name: 'Name: Knee drops in' }).click();
    await page.keyboard.press('ControlOrMeta+a');
    await page.keyboard.type('Knee caves');
    await page.keyboard.press('Enter');
    await page.reload();
    await expect(entry.getByRole('button', { name: 'Name: Knee caves' })).toBeVisible();
    await entry.getByRole('button', { name: 'another name' }).click();
    await page.keyboard.type('knee zaggles');
    await page.keyboard.press('Enter');
    await expect(entry.getByRole('region', { name: 'What you changed' })).toContainText('name: “Knee drops in” → “Knee caves”');
    expect(await seriousProblems(page)).toEqual([]);
    await entry.getByRole('button', { name: 'Save' }).click();
    await expect(done).toContainText('“Knee caves” is saved.');
    await page.goto(`${server.address}/library?q=knee+zaggles`);
    await expect(page.getByRole('region', { name: 'Fault: Knee caves' })).toBeVisible();
  });

  await test.step('joined: the other stands in its place, and is itself again when it is taken back', async () => {
    await page.goto(`${server.address}/words?list=cues`);
    const list = page.getByRole('list', { name: 'Shared cues' });
    const first = list.getByRole('button').first();
    const name = (await first.locator('span span').first().textContent())!;
    await first.click();
    await page.getByRole('button', { name: 'it is the same as another' }).click();
    await page.keyboard.type('Spread the floor apart');
    await page.keyboard.press('Enter');
    await expect(done).toContainText(`“${name}” is “Spread the floor apart” from now on`);
    await expect(list.getByRole('button', { name })).toHaveCount(0);
    await page.getByRole('button', { name: 'Undo' }).click();
    await expect(list.getByRole('button', { name })).toBeVisible();
  });

  await test.step('a new one is there at once, and goes while nothing uses it', async () => {
    await page.goto(`${server.address}/words?list=kit`);
    await page.getByRole('button', { name: 'a new kit' }).click();
    await page.keyboard.type('a ship’s ladder');
    await page.keyboard.press('Enter');
    const entry = page.getByRole('article', { name: 'a ship’s ladder' });
    await entry.getByRole('button', { name: 'Save' }).click();
    await expect(done).toContainText('is saved');
    await entry.getByText('What changed in it').click();
    await expect(entry).toContainText('New kit: “a ship’s ladder”');
    await entry.getByRole('button', { name: 'remove it' }).click();
    await expect(done).toContainText('“a ship’s ladder” is gone.');
    await expect(page.getByRole('list', { name: 'Kit' }).getByRole('button', { name: 'a ship’s ladder' })).toHaveCount(0);
  });
});
