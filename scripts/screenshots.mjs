// The pictures of docs/screenshots, from the demo: start `npm run demo`, then node scripts/screenshots.mjs [address]
import { join } from 'node:path';
import { chromium } from '@playwright/test';
import { browserOptions } from './browser.mjs';

const [, , address = 'http://127.0.0.1:4680'] = process.argv;
const folder = join(import.meta.dirname, '../docs/screenshots');
const browser = await chromium.launch(browserOptions);
const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
const page = await context.newPage();

/** A picture once fonts and answers have settled. */
async function picture(name) {
  await page.waitForLoadState('networkidle');
  await page.waitForTimeout(250);
  await page.screenshot({ path: join(folder, `${name}.png`) });
}
/** Begins an hour of one block, and answers its id. */
async function begin(whose, slugs, format, asked = {}) {
  return page.evaluate(
    async ([people, movementSlugs, blockFormat, dose]) => {
      const newId = () => globalThis.crypto.randomUUID();
      const items = movementSlugs.map((slug) => ({ itemId: newId(), movementId: `waxwing:${slug}`, own: [] }));
      const lanes = people.map((person) => ({ laneId: newId(), ...person }));
      const blocks = [{ blockId: newId(), part: 'main', format: blockFormat, items }];
      const movements = items.map(({ itemId, movementId }) => ({ movementId, planItemId: itemId, sets: 3, ...dose }));
      const body = {
        sessionId: newId(),
        localDate: new Date().toISOString().slice(0, 10),
        zone: 'Etc/UTC',
        lanes: lanes.map((lane) => ({ ...lane, movements })),
        plan: { name: '', minutes: 45, lanes, blocks },
      };
      const headers = { 'content-type': 'application/json' };
      await fetch('/api/sessions', { method: 'POST', headers, body: JSON.stringify(body) });
      return body.sessionId;
    },
    [whose, slugs, format, asked],
  );
}

const button = (name) => page.getByRole('button', { name, exact: true });

await page.goto(address);
await page.getByLabel('Sign-in name').fill('maren');
await page.getByLabel('Password').fill('net-loft-quay');
await button('Sign in').click();
await page.getByRole('article', { name: 'Ilse Varga-Holm' }).waitFor();
await picture('today');
const clients = await page.evaluate(async () => (await fetch('/api/clients')).json());
const idOf = (name) => clients.find((client) => client.name.startsWith(name)).clientId;
await page.goto(`${address}/library?q=knees cave&for=${idOf('Priya')}`);
await page.getByText(/open to Priya, /).waitFor();
await page.getByRole('region', { name: 'Fault: Knee drops in' }).getByText('Say first').waitFor();
await picture('library');
await page.goto(`${address}/ladders/squat?for=${idOf('Ilse')}&at=waxwing:bodyweight-squat&goal=waxwing:barbell-front-squat`);
await page.getByRole('list', { name: /^The way to/ }).waitFor();
await picture('ladders');
await page.goto(`${address}/clients/${idOf('Ilse')}`);
await page.getByRole('region', { name: 'On the ladders' }).getByText('open').first().waitFor();
await picture('client');
await page.goto(`${address}/rooms`);
await page.getByRole('complementary', { name: 'Loads that can be made here' }).getByText('A pair of dumbbells').waitFor();
await picture('rooms');
await page.goto(`${address}/library/waxwing:goblet-squat`);
await page.getByRole('region', { name: 'Rep strip' }).waitFor();
await page.getByRole('region', { name: 'Figure' }).getByRole('button', { name: 'Play' }).waitFor();
await picture('movement');
await button('Change it').click();
await page.getByRole('button', { name: 'Cue: Keep your tail long behind you' }).click();
await page.keyboard.press('ControlOrMeta+a');
await page.keyboard.type('Back pockets stay long');
await button('leans back').click();
await page.evaluate(() => window.scrollTo(0, 0));
await picture('movement-changing');
await button('Give it up').click();
await page.goto(address);
await page.getByRole('link', { name: 'Start with Jonah' }).click();
await page.getByRole('heading', { name: 'What the hour holds' }).waitFor();
await picture('plan-shared');
await page.goto(`${address}/diary`);
await page.getByRole('group', { name: 'The week' }).waitFor();
await picture('diary');
const planned = await page.evaluate(async () => {
  const day = new Date(Date.now() + 2 * 86_400_000).toISOString().slice(0, 10);
  return (await (await fetch(`/api/bookings?from=${day}&to=${day}`)).json()).visits.find(({ plan }) => plan);
});
await page.goto(`${address}/visits/${planned.bookingId}/plan`);
await page.getByRole('heading', { name: 'What the hour holds' }).waitFor();
await picture('plan');
await page.goto(address);
await page.getByRole('link', { name: 'Start with Ilse' }).click();
await button('Go to the floor').click();
await button('Pain').waitFor();
for (let rep = 0; rep < 5; rep += 1) await page.keyboard.press(' ');
await picture('floor-at-rest');
await page.getByText('All sent').waitFor();
await button('Knee drops in, left').click();
await page.getByRole('button', { name: /Weight pulls you forward/ }).click();
await page.getByText('Waits: weight pulls you forward').waitFor();
await picture('floor-correction');
await page.setViewportSize({ width: 390, height: 844 });
await picture('floor-phone');
await page.setViewportSize({ width: 1280, height: 800 });
await button('Same').click();
await page.getByText('Enough said.').waitFor();
await page.getByRole('button', { name: 'Stop at the box range' }).click();
for (let rep = 0; rep < 7; rep += 1) await page.keyboard.press(' ');
await button('Gone').click();
await page.getByText('Look again: weight pulls you forward?').waitFor();
await button('Gone').click();
await button('Looks good').click();
await button('End set').click();
await button('4 or more').click();
await page.getByTestId('next-set').waitFor();
await picture('end-of-set');
await button('Finish').click();
await button('Finish and write it down').click();
await page.getByRole('region', { name: 'Next time' }).waitFor();
await picture('log');
// Three people on the clock, and the board beside it.
const sessionId = await begin(
  ['Jonah', 'Wren', 'Tobiah'].map((name) => ({ clientId: idOf(name) })),
  ['goblet-squat', 'suspension-row', 'dead-bug'],
  { kind: 'intervals', workSeconds: 40, restSeconds: 20, rounds: 3, order: 'by-round' },
  { target: 40, dose: { kind: 'seconds', low: 40, high: 40 } },
);
await page.goto(`${address}/floor/${sessionId}`);
await page.getByRole('button', { name: /^Start the clock/ }).click();
const board = await page.context().newPage();
await board.setViewportSize({ width: 1280, height: 800 });
await board.goto(`${address}/board/${sessionId}`);
await board.getByText('Work', { exact: true }).waitFor();
await board.waitForTimeout(6000);
await board.screenshot({ path: join(folder, 'board.png') });
await board.close();
await button('Good, Wren').click();
await page.waitForTimeout(1000);
await picture('floor-clock');
await page.getByRole('region', { name: 'Tobiah' }).getByRole('button', { name: 'Knee drops in' }).click();
await button('Knee drops in, left').click();
await page.getByRole('group', { name: 'Does it hurt?' }).waitFor();
await picture('floor-three');
// A class, from a template.
const classId = await begin(
  ['First timers', 'Regulars', 'Strong'].map((level) => ({ level })),
  ['goblet-squat', 'knee-push-up', 'suspension-row'],
  { kind: 'rounds', rounds: 3, restSeconds: 60 },
);
await page.goto(`${address}/floor/${classId}`);
await button('Start, Regulars').click();
for (let rep = 0; rep < 4; rep += 1) await page.keyboard.press(' ');
await page.waitForTimeout(1000);
await picture('class');
await browser.close();
