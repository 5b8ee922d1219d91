import { expect, type Locator, type Page } from '@playwright/test';
import { seriousProblems } from './axe.ts';
import { allSent, moveOn, onFloor, signIn, sleepFor, test } from './server.ts';

const THREE = [
  ['Jonah', ['goblet-squat', 'forearm-plank']],
  ['Wren', ['goblet-squat', 'suspension-row']],
  ['Tobiah', ['supported-split-squat', 'box-squat']],
] as const;

const strip = (page: Page, name: string): Locator => page.getByRole('region', { name, exact: true });
const tap = (page: Page, name: string) => page.getByRole('button', { name, exact: true }).click();

/** Everything that can be tapped is whole within the window, and nothing on the way there scrolls. */
async function nothingScrolls(page: Page): Promise<void> {
  const scrolls = await page.evaluate(() =>
    [document.documentElement, ...document.querySelectorAll('main, aside, [aria-label="Others on the floor"]')]
      .filter((each) => each.scrollHeight > each.clientHeight + 1 || each.scrollWidth > each.clientWidth + 1)
      .map((each) => `${each.tagName} ${each.scrollWidth}×${each.scrollHeight} in ${each.clientWidth}×${each.clientHeight}`),
  );
  expect(scrolls).toEqual([]);
}

/** The server's time has gone on as far as this page's was moved: a page that is loaded anew asks it what time it is. */
async function sleptTogether(page: Page, ms: number): Promise<void> {
  await page.route(/\/api\/(?!changes)/, async (route) => {
    // What was asked by the page before goes with it.
    const response = await route.fetch().catch(() => null);
    if (!response) return;
    const now = Number(response.headers()['waxwing-now'] ?? Date.now()) + ms;
    await route.fulfill({ response, headers: { ...response.headers(), 'waxwing-now': String(now) } }).catch(() => undefined);
  });
}

test('three people: one is large, the others take the commonest taps on their strips', async ({ page, server }) => {
  await onFloor(page, server, THREE);
  await test.step('each begins, is praised, and is through with a set, without being shown', async () => {
    await expect(page.getByRole('heading', { name: 'Jonah Goblet squat', level: 1 })).toBeVisible();
    await tap(page, 'Start, Wren');
    await tap(page, 'Good, Wren');
    await expect(strip(page, 'Wren')).toContainText('Good ✓');
    await tap(page, 'Done, Wren');
    await strip(page, 'Wren').getByRole('button', { name: '4 or more' }).click();
    await expect(strip(page, 'Wren').getByRole('button', { name: /reps/ })).toBeVisible();
    await strip(page, 'Wren').getByRole('button', { name: /reps/ }).click();
    await expect(strip(page, 'Wren')).toContainText('Next: ');
    await expect(page.getByRole('heading', { name: 'Jonah Goblet squat', level: 1 })).toBeVisible();
  });

  await test.step('a fault, what to say, and whether it helped: two taps', async () => {
    await tap(page, 'Start, Tobiah');
    const faults = strip(page, 'Tobiah').getByRole('group', { name: 'Faults' }).getByRole('button');
    await expect(faults).toHaveCount(3);
    const name = await faults.first().innerText();
    await faults.first().click();
    await expect(strip(page, 'Tobiah').getByRole('group', { name, exact: false })).toContainText(/\w+ \w+/);
    await strip(page, 'Tobiah').getByRole('button', { name: 'Fixed' }).click();
    await expect(strip(page, 'Tobiah').getByRole('group', { name: 'Faults' })).toBeVisible();
  });

  await test.step('Undo is for who was tapped on last, and says who', async () => {
    await expect(page.getByRole('button', { name: 'Undo: fixed, Tobiah' })).toBeVisible();
    await page.keyboard.press(' ');
    await expect(page.getByRole('button', { name: 'Undo: rep, Jonah' })).toBeVisible();
    await tap(page, 'Undo: rep, Jonah');
    await expect(page.getByTestId('count')).toHaveText('0');
  });

  await test.step('both sides, then done as it was asked for', async () => {
    await tap(page, 'Other side, Tobiah');
    await tap(page, 'Done, Tobiah');
    await expect(strip(page, 'Tobiah')).toContainText(/rest \d/);
  });

  await test.step('switching is one tap, or an arrow; the list stands behind its number', async () => {
    await tap(page, 'Show Tobiah');
    await expect(page.getByRole('heading', { name: 'Tobiah Supported split squat', level: 1 })).toBeVisible();
    await expect(page.getByRole('group', { name: 'left', exact: true })).toContainText(/^[1-9]/);
    await page.keyboard.press('ArrowRight');
    await expect(page.getByRole('heading', { name: 'Jonah Goblet squat', level: 1 })).toBeVisible();
    await tap(page, '1 of 2');
    await page
      .getByRole('dialog')
      .getByRole('button', { name: /^Forearm plank/ })
      .click();
    await expect(page.getByRole('heading', { name: 'Jonah Forearm plank', level: 1 })).toBeVisible();
    await tap(page, '2 of 2');
    await page
      .getByRole('dialog')
      .getByRole('button', { name: /^Goblet squat/ })
      .click();
  });

  await test.step('nothing scrolls on a laptop or an upright tablet, with a correction open', async () => {
    await page.keyboard.press(' ');
    await tap(page, 'Knee drops in, left');
    await expect(page.getByTestId('cue')).toBeVisible();
    await nothingScrolls(page);
    expect(await seriousProblems(page)).toEqual([]);
    await page.setViewportSize({ width: 820, height: 1180 });
    await nothingScrolls(page);
    for (const button of await page.getByRole('button').all()) {
      const box = await button.boundingBox();
      if (box) expect(box.height, await button.innerText()).toBeGreaterThanOrEqual(32);
    }
    await page.setViewportSize({ width: 390, height: 844 });
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
    for (const name of ['Good, Wren', 'Start, Wren', 'Pain, Wren']) {
      const button = page.getByRole('button', { name, exact: true });
      if ((await button.count()) > 0) expect((await button.boundingBox())!.height).toBeGreaterThanOrEqual(56);
    }
    await page.setViewportSize({ width: 1280, height: 800 });
  });

  await test.step('pain on a strip ends that set and says what to mind', async () => {
    await tap(page, 'Start, Tobiah');
    await tap(page, 'Pain, Tobiah');
    await expect(page.getByRole('dialog', { name: 'The set has ended' })).toBeVisible();
    await page.keyboard.press('Escape');
    await expect(page.getByRole('heading', { name: 'Tobiah Supported split squat', level: 1 })).toBeVisible();
    await expect(page.getByRole('region', { name: 'End of set' })).toBeVisible();
  });

  await test.step('at the end it says who was looked at', async () => {
    await tap(page, 'Finish');
    const eyes = page.getByRole('region', { name: 'Who was looked at' });
    await expect(eyes).toContainText('Wren Tolliver: in 1 of 1 sets');
    await expect(eyes).toContainText('Tobiah Renn: in 1 of 2 sets');
    await page.getByRole('button', { name: 'Finish and write it down' }).click();
    await expect(page.getByRole('region', { name: 'Next time' }).first()).toBeVisible();
  });
});

test('a fault on one side asks whether it hurts; a cue is said to all; easier, harder and back; where it is felt', async ({
  page,
  server,
}) => {
  await onFloor(page, server, THREE);
  await page.keyboard.press(' ');
  await tap(page, 'Start, Wren');
  await strip(page, 'Wren').getByRole('button', { name: 'Knee drops in' }).click();
  await expect(strip(page, 'Wren').getByRole('button', { name: 'Fixed' })).toBeVisible();

  await test.step('a fault on one side asks once whether it hurts', async () => {
    await tap(page, 'Knee drops in, right');
    const asked = page.getByRole('group', { name: 'Does it hurt?' });
    await asked.getByRole('button', { name: 'Effort' }).click();
    await expect(asked).toBeHidden();
    await expect(page.getByTestId('cue')).toBeVisible();
  });

  await test.step('what is said to one is said to another whom it fits, and who wasn’t told it yet', async () => {
    const told = (await page.getByTestId('cue').textContent())!;
    await tap(page, 'Show Wren');
    if ((await page.getByTestId('cue').textContent()) === told) await tap(page, 'Say it another way');
    await expect(page.getByTestId('cue')).not.toHaveText(told);
    await tap(page, 'Show Jonah');
    await tap(page, 'Say it to Wren too');
    await expect(strip(page, 'Wren')).toContainText(told);
    await expect(page.getByRole('button', { name: /^Say it to/ })).toBeHidden();
    await tap(page, 'Show Wren');
    await page.keyboard.press('f');
    await tap(page, 'Weight to one side, left');
    await expect(page.getByTestId('cue')).toBeVisible();
  });

  await test.step('yes is pain', async () => {
    await page.getByRole('group', { name: 'Does it hurt?' }).getByRole('button', { name: 'Yes' }).click();
    await expect(page.getByRole('dialog', { name: 'The set has ended' })).toBeVisible();
    await page.keyboard.press('Escape');
    await expect(page.getByRole('region', { name: 'End of set' })).toBeVisible();
  });

  await test.step('where it is felt: the right place is praise, another says what to do', async () => {
    await tap(page, 'Show Jonah');
    await tap(page, 'Felt where?');
    const dialog = page.getByRole('dialog', { name: 'Where does Jonah feel it?' });
    await dialog.getByRole('button', { name: 'Front thigh' }).click();
    await expect(dialog).toContainText('That is the place. Say so.');
    await page.keyboard.press('Escape');
    await tap(page, 'Felt where?');
    await dialog.getByRole('button', { name: 'The front of the knee' }).click();
    await expect(dialog).toContainText('Whole foot down, sit back a little');
    await page.keyboard.press('Escape');
  });

  await test.step('a lever first, another movement after it, and the way back', async () => {
    const levels = page.getByRole('group', { name: 'Easier or harder' });
    await levels.getByRole('button', { name: /^easier: / }).click();
    await expect(page.getByRole('heading', { level: 1 })).toContainText('Goblet squat');
    await levels.getByRole('button', { name: 'Everything easier' }).click();
    await page
      .getByRole('dialog')
      .getByRole('button', { name: /^Swap for/ })
      .last()
      .click();
    await expect(page.getByRole('heading', { level: 1 })).not.toContainText('Goblet squat');
    await levels.getByRole('button', { name: 'Back to goblet squat' }).click();
    await expect(page.getByRole('heading', { name: 'Jonah Goblet squat', level: 1 })).toBeVisible();
    await expect(levels.getByRole('button', { name: /^harder: / })).toBeVisible();
  });

  await test.step('all of it stands after a reload, and is sent', async () => {
    await allSent(page);
    await page.reload();
    await expect(page.getByRole('heading', { name: 'Jonah Goblet squat', level: 1 })).toBeVisible();
    await expect(strip(page, 'Wren')).toContainText(/rest/);
  });
});

test('on the clock: work and rest for all, noted by itself, right after a sleep and a reload, on a second device too', async ({
  page,
  server,
  browser,
}) => {
  const movements = ['goblet-squat', 'forearm-plank'];
  const people = ['Jonah', 'Wren', 'Tobiah'].map((name) => [name, movements] as const);
  // Time goes on by itself until it is moved on, as it does while a tablet sleeps.
  await page.clock.install();
  const sessionId = await onFloor(page, server, people, { workSeconds: 40, restSeconds: 20, rounds: 5 });
  const clock = page.getByRole('region', { name: 'Clock', exact: true });
  const left = page.getByTestId('block-clock');

  await test.step('it counts in, then everybody’s set is on', async () => {
    await page.getByRole('button', { name: /^Start the clock/ }).click();
    await expect(clock).toContainText('Get ready');
    await moveOn(page, 12_000);
    await expect(clock).toContainText('Work');
    await expect(clock).toContainText('1 of 10, round 1 of 5');
    await expect(clock).toContainText('then forearm plank');
    await expect(page.getByRole('button', { name: 'Good, Wren' })).toBeVisible();
    await page.getByRole('button', { name: 'Good, Wren' }).click();
    await nothingScrolls(page);
    await page.setViewportSize({ width: 820, height: 1180 });
    await nothingScrolls(page);
    await page.setViewportSize({ width: 1280, height: 800 });
  });

  await test.step('in the rest it asks for whom it was too easy, and says what comes', async () => {
    await moveOn(page, 40_000);
    await expect(clock).toContainText('Rest');
    await expect(page.getByRole('group', { name: 'Comes next' })).toContainText('Forearm plank');
    await strip(page, 'Wren').getByRole('button', { name: 'Too easy' }).click();
    await expect(strip(page, 'Wren').getByRole('button', { name: 'Too easy' })).toHaveAttribute('aria-pressed', 'true');
    await expect(page.getByRole('region', { name: 'Rest on the clock' })).toContainText('40');
  });

  await test.step('paused it stands; thirty seconds more are more', async () => {
    await tap(page, 'Pause the clock');
    // What stands is read once it stands: until then a last second may go.
    await expect(page.getByRole('button', { name: 'Go on' })).toBeVisible();
    const stood = await left.textContent();
    await moveOn(page, 30_000);
    await expect(left).toHaveText(stood!);
    await tap(page, 'Go on');
    await tap(page, '30 seconds more');
    await expect(clock).toContainText('Rest');
    await expect(left).toHaveText(/0:[34]\d/);
    await tap(page, 'One stretch on');
    await expect(clock).toContainText('2 of 10, round 1 of 5');
    await expect(page.getByRole('heading', { name: 'Jonah Forearm plank', level: 1 })).toBeVisible();
    await allSent(page);
  });

  await test.step('another device shows the same, and goes on with it', async () => {
    const elsewhere = await browser.newContext({ viewport: { width: 1280, height: 800 } });
    const other = await elsewhere.newPage();
    await signIn(other, server, { at: `/floor/${sessionId}` });
    await expect(other.getByRole('region', { name: 'Clock', exact: true })).toBeVisible();
    await elsewhere.close();
  });

  await test.step('after ten minutes of sleep it is through, and everything that passed is noted once', async () => {
    await sleepFor(page, '10:00');
    await sleptTogether(page, 600_000);
    await expect(clock).toContainText('Through');
    await allSent(page);
    await page.reload();
    await expect(clock).toContainText('Through');
    await tap(page, 'Close the clock');
    await expect(clock).toBeHidden();
    await allSent(page);
    const sets = await page.evaluate(async (id) => {
      const { log } = (await (await fetch(`/api/sessions/${id}`)).json()) as {
        log: { lanes: { items: { sets: { amount: number; endedAt: string | null }[] }[] }[] };
      };
      return log.lanes.map(({ items }) => items.map((item) => item.sets.map(({ amount }) => amount)));
    }, sessionId);
    // Five of each for each of the three; the one that the clock was moved into is as long as it was.
    for (const items of sets) expect(items.map((each) => each.length)).toEqual([5, 5]);
    for (const items of sets) expect(items[0]).toEqual([40, 40, 40, 40, 40]);
  });
});

test('somebody comes late, somebody leaves, and an hour that gets short says what to leave out', async ({
  page,
  server,
  browser,
}) => {
  const movements = ['goblet-squat', 'forearm-plank'];
  await page.clock.install();
  const people = ['Jonah', 'Wren'].map((name) => [name, movements] as const);
  const sessionId = await onFloor(page, server, people, { workSeconds: 40, restSeconds: 20, rounds: 5 });
  await expect(page.getByText('60 min left')).toBeVisible();
  const elsewhere = await browser.newContext({ viewport: { width: 1280, height: 800 } });
  const other = await elsewhere.newPage();

  await test.step('who joins does what is still on the list, with a load of their own', async () => {
    await tap(page, 'Somebody joins');
    await page.getByRole('dialog', { name: 'Who joins?' }).getByRole('button', { name: 'Tobiah Renn' }).click();
    await expect(page.getByRole('heading', { name: 'Tobiah Goblet squat', level: 1 })).toBeVisible();
    await expect(page.getByRole('button', { name: '1 of 2', exact: true })).toBeVisible();
    await expect(strip(page, 'Jonah')).toBeVisible();
    await allSent(page);
    // Another device learns of them from the server.
    await signIn(other, server, { at: `/floor/${sessionId}` });
    await expect(other.getByRole('button', { name: 'Show Tobiah' })).toBeVisible();
  });

  await test.step('what is missed least can be left out when it gets short, and is taken up again by going there', async () => {
    await sleepFor(page, '55:00');
    await page.getByRole('button', { name: /min left, \d+ short/ }).click();
    const dialog = page.getByRole('dialog', { name: 'What to leave out' });
    await dialog.getByRole('button', { name: 'Leave out forearm plank' }).click();
    await expect(dialog.getByRole('button', { name: 'Leave out forearm plank' })).toBeHidden();
    await page.keyboard.press('Escape');
    await tap(page, '1 of 2');
    await expect(page.getByRole('dialog').getByRole('button', { name: /^Forearm plank/ })).toContainText('left out');
    await page
      .getByRole('dialog')
      .getByRole('button', { name: /^Forearm plank/ })
      .click();
    await tap(page, '2 of 2');
    await expect(page.getByRole('dialog').getByRole('button', { name: /^Forearm plank/ })).toContainText('5 sets');
    await page
      .getByRole('dialog')
      .getByRole('button', { name: /^Goblet squat/ })
      .click();
  });

  await test.step('the clock is for who joined, too', async () => {
    await page.getByRole('button', { name: /^Start the clock/ }).click();
    await moveOn(page, 15_000);
    await expect(page.getByRole('button', { name: 'Good, Jonah' })).toBeVisible();
    await expect(page.getByRole('button', { name: 'End set' })).toBeVisible();
  });

  await test.step('who leaves early is off the floor, and back with one tap', async () => {
    await tap(page, '1 of 2');
    await tap(page, 'Tobiah leaves early');
    await expect(page.getByRole('heading', { name: 'Jonah Goblet squat', level: 1 })).toBeVisible();
    await expect(page.getByRole('button', { name: 'Show Tobiah' })).toBeHidden();
    await tap(page, 'Undo: left early, Tobiah');
    await expect(page.getByRole('heading', { name: 'Tobiah Goblet squat', level: 1 })).toBeVisible();
  });

  await test.step('who joins without a network is on the floor at once, and on the other device when it is back', async () => {
    await tap(page, 'Somebody joins');
    const dialog = page.getByRole('dialog', { name: 'Who joins?' });
    await expect(dialog.getByRole('button', { name: 'Ilse Varga-Holm' })).toBeVisible();
    await server.goAway();
    await dialog.getByRole('button', { name: 'Ilse Varga-Holm' }).click();
    await expect(page.getByRole('heading', { name: /^Ilse /, level: 1 })).toBeVisible();
    await server.comeBack();
    await moveOn(page, 70_000);
    await allSent(page);
    await other.reload();
    await expect(other.getByRole('button', { name: 'Show Ilse' })).toBeVisible();
  });
  await elsewhere.close();
});

test('the board follows the hour in a window of its own: now, next, side and clock; names or none; it leads alone', async ({
  page,
  server,
}) => {
  const movements = ['goblet-squat', 'forearm-plank'];
  const people = ['Jonah', 'Wren'].map((name) => [name, movements] as const);
  await page.clock.install();
  const sessionId = await onFloor(page, server, people, { workSeconds: 20, restSeconds: 10, rounds: 2 });
  const board = await page.context().newPage();
  // Drawn sixty times a second by a processor without a screen, the figure would take all of it.
  await board.emulateMedia({ reducedMotion: 'reduce' });
  await board.clock.install();
  await board.setViewportSize({ width: 1280, height: 800 });
  await board.goto(`${server.address}/board/${sessionId}`);
  await expect(board.getByText('At your own pace')).toBeVisible();
  await expect(board.getByText('Goblet squat')).toBeVisible();
  await expect(board.getByText('Wren')).toBeVisible();
  await board.getByRole('button', { name: 'Names' }).click();
  await expect(board.getByText('Wren')).toBeHidden();

  await page.getByRole('button', { name: /^Start the clock/ }).click();
  await expect(board.getByText('Get ready')).toBeVisible();
  await expect(board.getByTestId('board-clock')).toHaveText(/0:(0|10)/);
  // Floor is asleep: the board goes on, and notes what passes.
  await board.clock.fastForward(15_000);
  await expect(board.getByText('Work', { exact: true })).toBeVisible();
  await expect(board.getByText('1 of 4, round 1 of 2')).toBeVisible();
  await expect(board.getByText('Next Forearm plank')).toBeVisible();
  await board.clock.fastForward(20_000);
  await expect(board.getByText('Rest', { exact: true })).toBeVisible();
  await expect(board.getByText('Forearm plank')).toBeVisible();
  expect(await board.evaluate(() => document.documentElement.scrollHeight)).toBeLessThanOrEqual(800);
  expect(await seriousProblems(board)).toEqual([]);
  const shown = await board.locator('body').innerText();
  expect(shown).not.toMatch(/caution|pain|knee drops|%/i);
  await board.clock.fastForward('05:00');
  await expect(board.getByText('Through')).toBeVisible();
  await sleepFor(page, '05:30');
  await tap(page, 'Close the clock');
  await expect(board.getByText('At your own pace')).toBeVisible();
  await allSent(page);
  const sets = await page.evaluate(async (id) => {
    const { log } = (await (await fetch(`/api/sessions/${id}`)).json()) as {
      log: { lanes: { items: { sets: object[] }[] }[] };
    };
    return log.lanes.map(({ items }) => items.map((item) => item.sets.length));
  }, sessionId);
  expect(sets).toEqual([
    [2, 2],
    [2, 2],
  ]);
  await board.close();
});

test('a guest joins by name without a network; in the log it is said who that was, and the hour is theirs', async ({
  page,
  server,
}) => {
  await onFloor(page, server, [['Jonah', ['goblet-squat', 'forearm-plank']]]);
  await allSent(page);
  await server.goAway();
  await tap(page, 'Somebody joins');
  const joins = page.getByRole('dialog', { name: 'Who joins?' });
  await joins.getByRole('button', { name: 'Join as a guest' }).click();
  await expect(joins.getByRole('alert')).toHaveText('Say what the guest is called: a first name is enough.');
  await joins.getByLabel('Somebody else, called').pressSequentially('Bo');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'Bo Goblet squat', level: 1 })).toBeVisible();
  await page.keyboard.press('Space');
  await page.keyboard.press('Space');
  await tap(page, 'End set');
  await server.comeBack();
  await page.evaluate(() => window.dispatchEvent(new Event('online')));
  await allSent(page);
  await tap(page, 'Finish');
  await expect(page.getByText(/^Bo is a guest\./)).toBeVisible();
  await tap(page, 'Finish and write it down');
  await expect(page.getByRole('heading', { name: 'Bo', level: 2 })).toBeVisible();
  await expect(page.getByText('2 reps', { exact: true })).toBeVisible();

  await expect(page.getByRole('heading', { level: 1 })).toContainText('Jonah Abara and Bo (guest)');
  await tap(page, 'Who was Bo?');
  const who = page.getByRole('dialog', { name: 'Who is Bo?' });
  await expect(who.getByRole('button', { name: 'Jonah Abara' })).toBeHidden();
  await who.getByRole('button', { name: 'Tobiah Renn' }).click();
  await who.getByRole('button', { name: 'Bo is Tobiah Renn' }).click();
  await expect(page.getByRole('heading', { name: 'Tobiah Renn', level: 2 })).toBeVisible();
  await expect(page.getByRole('button', { name: 'Who was Bo?' })).toBeHidden();
  await page.reload();
  await expect(page.getByRole('heading', { level: 1 })).toContainText('Tobiah Renn');
  await page.getByRole('link', { name: 'Start another session with Tobiah' }).click();
  await expect(page.getByRole('button', { name: 'Change Goblet squat' })).toBeVisible();
});
