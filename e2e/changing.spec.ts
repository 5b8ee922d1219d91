import { expect, type Locator, type Page } from '@playwright/test';
import { seriousProblems } from './axe.ts';
import { signIn, test, typeInto } from './server.ts';

const SQUAT = 'library/waxwing:goblet-squat';

const bar = (page: Page) => page.getByRole('region', { name: 'What you changed' });
const changed = (page: Page) => bar(page).locator('li');
const save = (page: Page) => bar(page).getByRole('button', { name: 'Save' }).click();
/** Saves, and sees that it is. */
async function saved(page: Page): Promise<void> {
  await save(page);
  await expect(bar(page)).toHaveCount(0);
}

/** Types in place of what stands there. */
async function retype(page: Page, text: string): Promise<void> {
  await page.keyboard.press('ControlOrMeta+a');
  await page.keyboard.type(text);
}

/** Takes something by its handle to something else, as a hand does: not in one leap. */
async function drag(page: Page, from: Locator, to: Locator): Promise<void> {
  const [a, b] = [(await from.boundingBox())!, (await to.boundingBox())!];
  const [x, y] = [a.x + a.width / 2, a.y + a.height / 2];
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.mouse.move(x + 8, y + 8, { steps: 3 });
  await page.mouse.move(b.x + b.width / 2, b.y + b.height / 2, { steps: 12 });
  await page.waitForTimeout(100);
  await page.mouse.up();
}

test('a cue is reworded, dragged by hand and by keyboard, tied and saved; what changed is told, and restored', async ({
  page,
  server,
}) => {
  await signIn(page, server, { at: `/${SQUAT}` });
  await page.getByRole('button', { name: 'Change it' }).click();
  await expect(bar(page)).toContainText('Nothing changed yet.');
  const strip = page.getByRole('region', { name: 'Rep strip, being changed' });

  await test.step('reworded: told while it is typed, and kept through a reload', async () => {
    await strip.getByRole('button', { name: 'Cue: Keep your tail long behind you' }).click();
    await retype(page, 'Back pockets stay long, all the way down');
    await expect(strip.getByText('Longer than 6 words: too long to call across a room.')).toBeVisible();
    await retype(page, 'Back pockets stay long');
    await page.reload();
    await strip.getByRole('button', { name: 'Cue: Back pockets stay long' }).click();
    const cue = strip.getByRole('region', { name: 'Cue “Back pockets stay long”' });
    await cue.getByRole('button', { name: 'leans back' }).click();
    await cue.getByRole('button', { name: 'effect outside' }).click();
    await expect(cue.getByRole('button', { name: 'leans back' })).toHaveAttribute('aria-pressed', 'true');
    await page.keyboard.press('Escape');
    await expect(changed(page)).toHaveText([
      /^Cue “Back pockets stay long”, text: /,
      'Cue “Back pockets stay long”, kind: analogy → external',
      'Cue “Back pockets stay long”, is for: Pelvis tucks under → Pelvis tucks under, Leans back',
    ]);
  });

  await test.step('dragged to another phase, and back by keyboard', async () => {
    const handle = strip.getByRole('button', { name: 'Move “Keep the cup at your lips”' });
    await drag(page, handle, strip.getByRole('button', { name: 'Cue: Stand under the kettlebell' }));
    await expect(bar(page)).toContainText('Cue “Keep the cup at your lips”, phase: lower → finish');
    await strip.getByRole('button', { name: 'Move “Push the floor away”' }).focus();
    await page.keyboard.press('Space');
    await page.waitForTimeout(300);
    await page.keyboard.press('ArrowUp');
    await page.waitForTimeout(300);
    await page.keyboard.press('Space');
    await expect(changed(page).last()).toContainText('Cues in another order');
  });

  await test.step('how a fault looks is pulled over the good rep', async () => {
    await page.getByRole('button', { name: 'Fault: Pelvis tucks under' }).click();
    const fault = page.getByRole('region', { name: 'Fault “Pelvis tucks under”' });
    await fault.getByText('how it looks on the figure').click();
    await fault.getByRole('button', { name: 'Pull the head' }).focus();
    await page.keyboard.press('ArrowDown');
    await page.keyboard.press('ArrowDown');
    await expect(fault.getByRole('slider', { name: 'lumbar flexion' })).toBeVisible();
    await expect(bar(page)).toContainText('Pelvis tucks under, on the figure');
    expect(await seriousProblems(page)).toEqual([]);
    await fault.getByRole('button', { name: 'Close Pelvis tucks under' }).click();
  });

  await test.step('what is typed on another page of this device is here, too', async () => {
    const second = await page.context().newPage();
    await second.goto(page.url());
    await second.getByRole('region', { name: 'Called' }).getByRole('button', { name: 'Name: Goblet squat' }).click();
    await second.keyboard.type(' again');
    await expect(bar(page)).toContainText('Name: “Goblet squat” → “Goblet squat again”');
    await second.close();
  });

  await test.step('saved, told, restored', async () => {
    expect(await seriousProblems(page)).toEqual([]);
    await saved(page);
    await page.getByRole('link', { name: 'what changed' }).click();
    const newest = page.getByRole('listitem').filter({ has: page.getByRole('heading', { name: /as it is now/ }) });
    await expect(newest).toContainText('Cue “Keep the cup at your lips”, phase: lower → finish');
    await page.getByRole('button', { name: 'Restore this one' }).first().click();
    await expect(page.getByText('Revision 1 stands again.')).toBeVisible();
    await page.goto(`${server.address}/${SQUAT}`);
    await expect(page.getByRole('region', { name: 'Rep strip' })).toContainText('Keep your tail long behind you');
  });
});

test('of two who change a movement neither is written over: what fits is joined, what doesn’t is chosen', async ({
  page,
  server,
  browser,
}) => {
  const address = `${server.address}/${SQUAT}?changing=yes`;
  await signIn(page, server, { at: address });
  const name = page.getByRole('region', { name: 'Called' });
  await page.getByRole('region', { name: 'Do', exact: true }).getByLabel('rest').click();
  await retype(page, '100');
  await name.getByRole('button', { name: 'Name: Goblet squat' }).click();
  await retype(page, 'Cup squat, deep');

  const other = await browser.newPage({ serviceWorkers: 'block' });
  await signIn(other, server, { at: address });
  await other.getByRole('button', { name: 'Fault: Hips shoot up first' }).click();
  const fault = other.getByRole('region', { name: 'Fault “Hips shoot up first”' });
  await fault.getByRole('button', { name: 'risk', exact: true }).click();
  await expect(fault.getByRole('alert')).toContainText('a risk fault without a movement to regress to');
  await fault.getByRole('button', { name: /when to stop/ }).click();
  await other.keyboard.type('It happens twice running.');
  await other.getByRole('region', { name: 'Do', exact: true }).getByLabel('rest').click();
  await retype(other, '45');
  await save(other);
  await expect(other.getByRole('link', { name: 'what changed' })).toBeVisible();
  await other.close();

  await save(page);
  const alert = bar(page).getByRole('alert');
  await expect(alert).toContainText('Hips shoot up first, stop when: “It happens twice running.”');
  await expect(alert.getByRole('group', { name: 'Both of you changed this' })).toHaveCount(1);
  await expect(bar(page).getByRole('button', { name: 'Save' })).toBeDisabled();
  await alert.getByLabel('Yours').check();
  expect(await seriousProblems(page)).toEqual([]);
  await save(page);
  await expect(page.getByRole('heading', { name: 'Cup squat, deep', level: 1 })).toBeVisible();
  await expect(page.getByText('3 sets of 8–12 reps, 100 s rest').first()).toBeAttached();
  await page.getByRole('link', { name: 'what changed' }).click();
  const newest = page.getByRole('listitem').filter({ has: page.getByRole('heading', { name: /as it is now/ }) });
  await expect(newest).toContainText('Rest: 45 s → 100 s');
  await expect(newest).not.toContainText('Hips shoot up first');
});

test('a new movement one step harder is written, found, started with and coached with; a loop is refused in words', async ({
  page,
  server,
}) => {
  await signIn(page, server, { at: `/${SQUAT}?changing=yes` });
  await page.getByRole('link', { name: 'write a new one, one step harder' }).click();

  await test.step('what is missing is said at its place, and nothing typed is lost', async () => {
    await page.getByRole('button', { name: 'Save it and go on' }).click();
    await expect(page.getByLabel('Name')).toHaveAccessibleDescription('It needs a name, of two letters at least.');
    await typeInto(page.getByLabel('Name'), 'Goblet squat ');
    await expect(page.getByLabel('Name')).toHaveAccessibleDescription('Goblet squat is called so already.');
    await page.getByLabel('Name').pressSequentially('off a plank');
    await page.reload();
    await expect(page.getByLabel('Name')).toHaveValue('Goblet squat off a plank');
    await page.getByRole('button', { name: 'Save it and go on' }).click();
    await expect(page.getByRole('alert')).toContainText('What changes on the way: at least one.');
    await page.getByRole('button', { name: 'range', exact: true }).click();
    await page.getByRole('button', { name: 'Save it and go on' }).click();
  });

  await test.step('posed by dragging and by keyboard: what touches stays, and the pose is told in joints', async () => {
    const pose = page.getByRole('region', { name: 'Pose' });
    const pelvis = pose.getByRole('button', { name: 'Pull the pelvis' });
    const at = (await pelvis.boundingBox())!;
    await page.mouse.move(at.x + at.width / 2, at.y + at.height / 2);
    await page.mouse.down();
    await page.mouse.move(at.x + at.width / 2, at.y + at.height / 2 - 20, { steps: 8 });
    await page.mouse.up();
    await expect(bar(page)).toContainText(/Pose at turn, knee flexion: 116° → \d+°/);
    await pose.getByRole('button', { name: 'Pull the head' }).focus();
    await page.keyboard.press('ArrowDown');
    await expect(pose.getByRole('status')).not.toContainText('can’t be reached');
    await pose.getByRole('slider', { name: 'hip abduction' }).focus();
    for (let deg = 24; deg < 30; deg += 1) await page.keyboard.press('ArrowRight');
    await expect(bar(page)).toContainText(/Pose at turn, hip abduction: 24° → \d+°/);
  });

  await test.step('a fault of a new kind, with what to do about it', async () => {
    await page.getByRole('button', { name: 'a fault in turn' }).click();
    await page.keyboard.type('Plank tips');
    await page.keyboard.press('Enter');
    const fault = page.getByRole('region', { name: 'Fault “Plank tips”' });
    await expect(fault).toBeFocused();
    await fault.getByRole('button', { name: 'Plank tips, what is seen' }).click();
    await retype(page, 'The plank rocks under the heels.');
    await fault.getByRole('button', { name: 'front', exact: true }).click();
    await fault.getByRole('button', { name: 'feet', exact: true }).click();
    await fault.getByRole('button', { name: 'something to do about Plank tips' }).click();
    await page.keyboard.type('Heels to the middle of the plank');
    await page.keyboard.press('Enter');
    await page.getByRole('button', { name: 'a cue in turn' }).click();
    await page.keyboard.type('Quiet plank');
    await page.keyboard.press('Enter');
    await page.getByRole('button', { name: 'Cue: Quiet plank' }).click();
    await page.getByRole('button', { name: 'plank tips', exact: true }).click();
    await expect(bar(page)).toContainText('New kind of fault: “Plank tips”, of the feet');
    await save(page);
    await expect(page.getByRole('region', { name: 'Rep strip' })).toContainText('Plank tips');
    await expect(page.getByText('one step')).toHaveCount(0);
  });

  await test.step('a step that comes round is refused, and says which way round', async () => {
    await page.getByRole('button', { name: 'Change it' }).click();
    await page.getByRole('region', { name: 'On the ladder' }).getByRole('button', { name: 'one step harder' }).click();
    await page.keyboard.type('bodyweight squat');
    await page.getByRole('option', { name: 'Bodyweight squat', exact: true }).click();
    await expect(page.getByRole('region', { name: 'On the ladder' })).toContainText(
      /harder steps would go round in a loop: Goblet squat off a plank → Bodyweight squat → .*Goblet squat off a plank/,
    );
    await save(page);
    await expect(bar(page).getByRole('alert')).toContainText('This was not saved');
    await bar(page).getByRole('button', { name: 'Give it up' }).click();
  });

  await test.step('found on Start, and coached with on Floor', async () => {
    await page.getByRole('link', { name: 'Today' }).click();
    await page.getByRole('link', { name: 'Start with Ilse' }).click();
    await typeInto(page.getByLabel('Find a movement to add'), 'off a plank');
    await page.getByRole('button', { name: 'Add Goblet squat off a plank' }).click();
    await page.getByRole('button', { name: 'Go to the floor' }).click();
    await page.getByRole('navigation', { name: /list$/ }).getByRole('button', { name: 'Goblet squat off a plank' }).click();
    await expect(page.getByRole('heading', { name: 'Goblet squat off a plank', level: 1 })).toBeVisible();
    await page.keyboard.press(' ');
    await page.getByRole('button', { name: /^Plank tips/ }).click();
    await expect(page.getByRole('main').getByText('Quiet plank').first()).toBeVisible();
  });
});

test('a movement with nothing but its first cue is on every page; put away it is out of search, and its ladder closed', async ({
  page,
  server,
}) => {
  await signIn(page, server, { at: '/library' });
  await page.getByRole('link', { name: 'A new movement' }).click();
  await typeInto(page.getByLabel('Name'), 'Net hauler');
  await page.getByLabel('Pattern').selectOption('pull');
  await typeInto(page.getByLabel('The first cue'), 'Haul the net to your belt');
  await page.getByRole('button', { name: 'Save it and go on' }).click();
  await page.getByText(/things to look at next/).click();
  await expect(bar(page)).toContainText('say how it is set up');
  const pose = page.getByRole('region', { name: 'Pose' });
  await pose.getByRole('button', { name: 'standing, feet hip-wide', exact: true }).click();
  await pose.getByRole('button', { name: 'Pull the head' }).waitFor();
  await bar(page).getByRole('button', { name: 'Give it up' }).click();
  await expect(page.getByRole('region', { name: 'Rep strip' })).toContainText('Haul the net to your belt');
  await page.goto(`${server.address}/health`);
  await expect(page.getByText('say what goes wrong: 0 of 2 faults so far')).toBeVisible();

  await page.getByRole('link', { name: 'Today' }).click();
  await page.getByRole('link', { name: 'Start with Ilse' }).click();
  await typeInto(page.getByLabel('Find a movement to add'), 'net hauler');
  await page.getByRole('button', { name: 'Add Net hauler' }).click();
  await page.getByRole('button', { name: 'Go to the floor' }).click();
  await page.getByRole('navigation', { name: /list$/ }).getByRole('button', { name: 'Net hauler' }).click();
  await expect(page.getByRole('heading', { name: 'Net hauler', level: 1 })).toBeVisible();
  await page.keyboard.press(' ');
  await expect(page.getByRole('button', { name: /^Count: 1 of/ })).toBeVisible();

  await page.goto(`${server.address}/${SQUAT}?changing=yes`);
  await page.getByRole('button', { name: 'Put it away' }).click();
  await page.getByRole('region', { name: 'Put away' }).getByRole('button', { name: 'a movement' }).click();
  await page.keyboard.type('two-dumbbell squat');
  await page.keyboard.press('Enter');
  await page.getByLabel('Bodyweight squat to Two-dumbbell squat').check();
  await save(page);
  await expect(page.getByText('Put away: not in search, on Start or on ladders.')).toBeVisible();
  await page.goto(`${server.address}/library?q=goblet squat`);
  await expect(page.getByRole('link', { name: 'Goblet squat', exact: true })).toHaveCount(0);
  await page.goto(`${server.address}/library/waxwing:bodyweight-squat`);
  await expect(page.getByRole('link', { name: 'Two-dumbbell squat' })).toBeVisible();
  await page.goto(`${server.address}/library`);
  await page.getByText('1 put away').click();
  await page.getByRole('link', { name: 'Goblet squat', exact: true }).click();
  await page.getByRole('button', { name: 'Change it' }).click();
  await page.getByRole('button', { name: 'Bring it back' }).click();
  await saved(page);
  await page.getByRole('link', { name: 'what changed' }).click();
  await expect(page.getByText('Brought back')).toBeVisible();
});
