import { expect } from '@playwright/test';
import { onFloor, pick, signIn, startWith, test, typeInto } from './server.ts';

test('a session from Today to the log, and the next one begins with the cue that worked', async ({ page, server }) => {
  await signIn(page, server);

  await test.step('Today says who comes and what was decided', async () => {
    const ilse = page.getByRole('article', { name: 'Ilse Varga-Holm' });
    await expect(ilse).toContainText('Decided on');
    await expect(ilse).toContainText(/goblet squat/i);
    await expect(ilse).toContainText('right shoulder');
    await expect(page.getByRole('article', { name: 'Caspian Dray' })).toHaveCount(0);
  });

  await test.step('the library is found in by a fault with a typing error, and a movement is read', async () => {
    await page.getByRole('link', { name: 'Library' }).click();
    await typeInto(page.getByLabel('Find a movement'), 'dumbells on your trousers');
    await page.getByRole('link', { name: /Dumbbell Romanian deadlift/ }).click();
    await expect(page.getByRole('heading', { name: 'Dumbbell Romanian deadlift', level: 1 })).toBeVisible();
    const strip = page.getByRole('region', { name: 'Rep strip' });
    for (const phase of ['Set-up', 'Lower', 'Turn', 'Lift', 'Finish']) {
      await expect(strip.getByRole('heading', { name: phase, exact: true })).toBeVisible();
    }
    await expect(strip).toContainText('“Keep the dumbbells on your trousers”');
    await expect(strip).toContainText('Back rounds');
    const fault = page.getByRole('article').filter({ has: page.getByRole('heading', { name: 'Back rounds' }) });
    await expect(fault).toContainText('“Stop when your hips stop”');
    await expect(fault).toContainText('then Stop with the dumbbells at the kneecap');
    await expect(page.getByText('easier: load, where the load is held')).toBeVisible();
    await page.getByRole('link', { name: 'Bodyweight good morning', exact: true }).last().click();
    await expect(page.getByRole('heading', { name: 'Bodyweight good morning', level: 1 })).toBeVisible();
    await expect(page.getByText('harder: load, where the load is held')).toBeVisible();
  });

  const count = page.getByTestId('count');
  const cue = page.getByTestId('cue');
  const tile = (name: string) => page.getByRole('complementary', { name: 'Faults' }).getByRole('button', { name }).first();

  await test.step('the floor: two cues, reps by tap and by key', async () => {
    await page.getByRole('link', { name: 'Today' }).click();
    await startWith(page, 'Jonah', ['Dumbbell Romanian deadlift', 'Bodyweight squat']);
    await expect(page.getByRole('region', { name: 'Cues' })).toContainText('Keep the dumbbells on your trousers');
    await expect(page.getByRole('region', { name: 'Cues' })).toContainText('Nudge the drawer shut behind you');
    await page.getByRole('button', { name: /^Count/ }).click();
    await page.keyboard.press(' ');
    await page.keyboard.press(' ');
    await expect(count).toHaveText('3');
    await page.getByRole('button', { name: /^Undo/ }).click();
    await expect(count).toHaveText('2');
  });

  let firstCue = '';
  await test.step('a fault: the first cue does nothing, the second one fixes it', async () => {
    await tile('Squats it').click();
    await expect(cue).toBeVisible();
    firstCue = (await cue.textContent()) ?? '';
    expect(firstCue).toBe('Nudge the drawer shut behind you');
    await page.getByRole('button', { name: 'Same', exact: true }).click();
    await expect(cue).toHaveText('Same soft knees all the way');
    await page.getByRole('button', { name: 'Fixed', exact: true }).click();
    await expect(page.getByRole('region', { name: 'Cues' })).toBeVisible();
    await expect(tile('Squats it')).toContainText('gone in this set');
  });

  await test.step('two faults: the risk comes first, the other waits by name; then the smallest change', async () => {
    await tile('Dumbbells drift forward').click();
    await tile('Back rounds').click();
    const card = page.getByRole('region', { name: 'Correction' });
    await expect(card).toContainText('First: back rounds — it is a risk');
    await expect(card).toContainText('Waits: dumbbells drift forward; it often goes with it');
    await page.keyboard.press('s');
    await expect(card).toContainText('Enough said. Change something.');
    await card.getByRole('button', { name: 'Stop with the dumbbells at the kneecap range' }).click();
    await expect(page.getByText('· stop with the dumbbells at the kneecap')).toBeVisible();
    await expect(card).toContainText('Look again: back rounds?');
    await card.getByRole('button', { name: 'Gone', exact: true }).click();
    await expect(card).toContainText('Look again: dumbbells drift forward?');
    await card.getByRole('button', { name: 'Gone', exact: true }).click();
    await page.getByRole('button', { name: 'Looks good' }).click();
    await expect(page.getByText('Seen clean. Say so.')).toBeVisible();
  });

  await test.step('the end of the set: reps, what was left, the next set', async () => {
    await page.keyboard.press('e');
    const end = page.getByRole('region', { name: 'End of set' });
    await end.getByRole('button', { name: 'One more, stop with the dumbbells at the kneecap' }).click();
    for (let i = 0; i < 5; i += 1) await end.getByRole('button', { name: 'One more, reps' }).click();
    await end.getByRole('button', { name: '4 or more' }).click();
    await expect(page.getByTestId('next-set')).toHaveText('Same again: 8 reps');
    await expect(end).toContainText('clean with “stop with the dumbbells at the kneecap”: now without it');
    await end.getByRole('button', { name: 'Do that' }).click();
    await expect(end).toContainText('Next set: Same again: 8 reps');
    await page.getByRole('button', { name: /^Start (set|round) 2/ }).click();
    await expect(page.getByRole('button', { name: 'Count: 0 of 8' })).toBeVisible();
  });

  await test.step('swapped at once, without a cue', async () => {
    await page.keyboard.press(' ');
    await page.getByRole('button', { name: 'Everything easier' }).click();
    await page
      .getByRole('dialog')
      .getByRole('button', { name: /^Swap for bodyweight good morning/ })
      .click();
    await expect(page.getByRole('heading', { name: 'Bodyweight good morning', level: 1 })).toBeVisible();
    await page.keyboard.press(' ');
    await page.getByRole('button', { name: 'End set' }).click();
    await page.getByRole('button', { name: '2 or 3' }).click();
  });

  await test.step('pain is one tap: the set ends and the caution stands there', async () => {
    await page
      .getByRole('navigation')
      .getByRole('button', { name: /Bodyweight squat/ })
      .click();
    await expect(page.getByRole('heading', { name: 'Bodyweight squat', level: 1 })).toBeVisible();
    await page.keyboard.press(' ');
    await page.getByRole('button', { name: 'Pain', exact: true }).click();
    const dialog = page.getByRole('dialog', { name: 'The set has ended' });
    await expect(dialog).toContainText('call your local emergency number');
    await dialog.getByRole('button', { name: 'In the joint' }).click();
    await dialog.getByRole('button', { name: 'Close' }).click();
    await expect(page.getByRole('navigation').getByRole('button', { name: /Bodyweight squat/ })).toContainText('stopped: pain');
  });

  await test.step('finish, and read the log', async () => {
    await page.getByRole('button', { name: 'Finish', exact: true }).click();
    await typeInto(page.getByLabel('Next time, Bodyweight good morning'), 'Hinge with the wall, then the bells again');
    await typeInto(page.getByLabel('Anything else?'), 'Slept badly.');
    await page.getByRole('button', { name: 'Finish and write it down' }).click();
    await expect(page.getByRole('heading', { name: 'Jonah Abara', level: 1 })).toBeVisible();
    const next = page.getByRole('region', { name: 'Next time' });
    await expect(next).toContainText(
      'Bodyweight good morning: Hinge with the wall, then the bells again (the trainer’s own words)',
    );
    await expect(next).toContainText('Bodyweight squat: Leave it out until it has been looked at');
    const hinge = page.getByRole('region', { name: 'Bodyweight good morning' });
    await expect(hinge).toContainText('Swapped dumbbell Romanian deadlift for bodyweight good morning');
    const rows = hinge.getByRole('row');
    await expect(rows.nth(1)).toContainText('7 reps');
    await expect(rows.nth(1)).toContainText('1 rep · two 2 kg (4 kg in all) · stop with the dumbbells at the kneecap');
    await expect(rows.nth(1)).toContainText('4 or more left');
    await expect(rows.nth(1)).toContainText('Squats it (fixed)');
    await expect(rows.nth(1)).toContainText(`“${firstCue}” same`);
    await expect(rows.nth(1)).toContainText('“Same soft knees all the way” fixed');
    await expect(page.getByText('Pain (in a joint) in the bodyweight squat')).toBeVisible();
    await expect(page.getByText('Note: Slept badly.')).toBeVisible();
  });

  await test.step('the next session: the cue that worked comes first and says so', async () => {
    await page.getByRole('link', { name: 'Start another session with Jonah' }).click();
    await pick(page, ['Dumbbell Romanian deadlift']);
    await tile('Squats it').click();
    await expect(cue).toHaveText('Same soft knees all the way');
    await expect(page.getByTestId('cue-reason')).toContainText('Fixed it 1 of 1 time for Jonah');
  });

  await test.step('Today shows what was decided, and the session that is still open', async () => {
    await page.getByRole('link', { name: /Leave the floor/ }).click();
    await expect(page.getByRole('link', { name: /Jonah Abara still on the floor/ })).toBeVisible();
    await expect(page.getByRole('article', { name: 'Jonah Abara' })).toContainText('hinge with the wall, then the bells again');
  });
});

test('one side, then the other: the sides are counted apart', async ({ page, server }) => {
  await onFloor(page, server, [['Priya', ['split-squat']]]);
  for (let i = 0; i < 3; i += 1) await page.keyboard.press(' ');
  const first = page.getByRole('button', { name: /^Count: 3 of/ });
  await expect(first).toContainText('left side');
  await page.keyboard.press('o');
  await page.keyboard.press(' ');
  await expect(page.getByRole('button', { name: /^Count: 1 of/ })).toContainText('right side');
  await page.getByRole('button', { name: 'Knee drops in, right' }).click();
  await expect(page.getByRole('region', { name: 'Correction' })).toContainText('knee drops in, right');
});

test('a hold runs by the clock', async ({ page, server }) => {
  await onFloor(page, server, [['Priya', ['forearm-plank']]]);
  await page.getByRole('button', { name: 'Start hold' }).click();
  await expect(page.getByRole('button', { name: /^Hold: [2-9] of/ })).toBeVisible();
  await page.getByRole('button', { name: 'End set' }).click();
  const end = page.getByRole('region', { name: 'End of set' });
  await expect(end.getByRole('group', { name: 'seconds' })).toContainText(/[2-9]/);
  await end.getByRole('button', { name: 'None' }).click();
  await expect(page.getByTestId('next-set')).toContainText('Knees a finger off the floor');
});

test('a risk where there is a caution ends the set; the trainer may go on all the same', async ({ page, server }) => {
  await onFloor(page, server, [['Sunniva', ['wall-tap-hinge']]]);
  await page.getByRole('button', { name: 'side', exact: true }).click();
  await page.keyboard.press(' ');
  const faults = page.getByRole('complementary', { name: 'Faults' });
  await faults.getByRole('button', { name: 'Back rounds' }).click();
  const card = page.getByRole('region', { name: 'Correction' });
  await expect(card).toContainText('End the set');
  await expect(card).toContainText('Back rounds: a risk where there is a caution.');
  // Nothing is said over the head of a caution: no cue has gone out.
  await expect(page.getByTestId('cue')).toHaveCount(0);
  await card.getByRole('button', { name: 'It’s gone, go on' }).click();
  await expect(page.getByRole('button', { name: 'Looks good' })).toBeVisible();
  await faults.getByRole('button', { name: 'Back rounds' }).click();
  await card.getByRole('button', { name: 'End the set now' }).click();
  const end = page.getByRole('region', { name: 'End of set' });
  await expect(end).toContainText('Still open: back rounds.');
  await end.getByRole('button', { name: '4 or more' }).click();
  // Whatever was left, nothing goes up with a risk open.
  await expect(page.getByTestId('next-set')).toHaveText(/Heels three centimetres nearer the wall, \d+ reps/);
  await expect(end).toContainText('a risk fault is still open');
});

test('a whole set by keyboard', async ({ page, server }) => {
  await onFloor(page, server, [['Ilse', ['goblet-squat', 'forearm-plank']]]);
  const keys = async (...pressed: string[]) => {
    for (const key of pressed) {
      await page.keyboard.press(key);
      // As fast as a person: what a key means depends on what the one before has done.
      await page.waitForTimeout(120);
    }
  };
  await keys(' ', ' ', '1');
  const cue = page.getByTestId('cue');
  await expect(cue).toBeVisible();
  const first = await cue.textContent();
  await keys('a');
  await expect(cue).not.toHaveText(first!);
  await keys('f', 'v');
  await expect(page.getByRole('button', { name: 'side', exact: true })).toHaveAttribute('aria-pressed', 'true');
  await keys('l', 'u', 'l', ' ', 'e', '=', 'd');
  await expect(page.getByRole('region', { name: 'End of set' })).toContainText('Next set: Same again');
  await keys('n');
  await expect(page.getByRole('heading', { name: 'Forearm plank', level: 1 })).toBeVisible();
  await keys(' ');
  await expect(page.getByRole('button', { name: 'End set' })).toBeVisible();
  await keys('x');
  await expect(page.getByRole('heading', { name: 'Knee plank', level: 1 })).toBeVisible();
  await keys('p');
  await expect(page.getByRole('dialog', { name: 'The set has ended' })).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('region', { name: 'End of set' })).toContainText('Set 1 of 3 done');
});

test('the load is changed from the next set on, and what nobody lifts is not taken', async ({ page, server }) => {
  await onFloor(page, server, [['Ilse', ['goblet-squat']]]);
  await page.getByRole('button', { name: /^\d+(\.\d+)? kg$/ }).click();
  const dialog = page.getByRole('dialog', { name: /What they lift/ });
  await typeInto(dialog.getByRole('textbox', { name: 'kg' }), '7000');
  await expect(dialog.getByRole('alert')).toHaveText('a weight from 0 to 500 kg');
  await expect(dialog.getByRole('button', { name: 'Take it' })).toBeDisabled();
  await typeInto(dialog.getByRole('textbox'), '17,5');
  await dialog.getByRole('button', { name: 'Take 17.5 kg' }).click();
  await expect(page.getByRole('button', { name: '17.5 kg', exact: true })).toBeVisible();
});

test('a room without a wedge and with one kettlebell never hears of a wedge, nor of a lighter one', async ({ page, server }) => {
  await signIn(page, server);
  const room = (name: string, things: readonly string[], kilograms: readonly number[]) =>
    page.request.post(`${server.address}/api/places`, {
      headers: { origin: server.address },
      data: {
        name,
        inventory: {
          things: things.map((kit) => ({ kit, count: 1 })),
          sources: [{ kind: 'fixed', what: 'kettlebell', unit: 'kg', weights: kilograms.map((value) => ({ value, count: 1 })) }],
        },
      },
    });
  expect((await room('Corner', ['mat'], [12])).ok()).toBe(true);
  expect((await room('Attic', ['mat', 'wedge'], [8, 12])).ok()).toBe(true);

  /** Everything that is offered once saying it hasn’t helped. */
  const offeredIn = async (where: string): Promise<string> => {
    await page.goto(server.address);
    await page.getByRole('link', { name: 'Start with Ilse' }).click();
    await page.getByLabel('Where').selectOption({ label: `at ${where}` });
    await pick(page, ['Goblet squat']);
    await page.keyboard.press('v');
    await page.getByRole('button', { name: /^Pelvis tucks/ }).click({ timeout: 20_000 });
    const correction = page.getByRole('region', { name: 'Correction' });
    await correction.getByRole('button', { name: 'Same' }).click();
    await expect(correction).toContainText('Enough said. Change something.');
    return correction.innerText();
  };
  const corner = await offeredIn('Corner');
  expect(corner).toContain('Feet wider and turned out');
  expect(corner).not.toMatch(/wedge|box|lighter|take (a|one|the) .*\d/i);
  const attic = await offeredIn('Attic');
  expect(attic).toMatch(/then a wedge under the heels/i);
});
