// The pictures of docs/screenshots, from the demo: start `npm run demo`, then node scripts/screenshots.mjs [address]
import { join } from 'node:path';
import { chromium } from '@playwright/test';
import { browserOptions } from './browser.mjs';

const [, , address = 'http://127.0.0.1:4680'] = process.argv;
const folder = join(import.meta.dirname, '../docs/screenshots');
const browser = await chromium.launch(browserOptions);
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });

/** A picture once fonts and answers have settled. */
async function picture(name) {
  await page.waitForLoadState('networkidle');
  await page.waitForTimeout(250);
  await page.screenshot({ path: join(folder, `${name}.png`) });
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
await page.getByRole('complementary', { name: 'What can be made here' }).getByText('A pair of dumbbells').waitFor();
await picture('rooms');
await page.goto(`${address}/library/waxwing:goblet-squat`);
await page.getByRole('region', { name: 'Rep strip' }).waitFor();
await page.getByRole('region', { name: 'Figure' }).getByRole('button', { name: 'Play' }).waitFor();
await picture('movement');
await button('Change it').click();
await page.getByRole('button', { name: 'Cue: Tail stays long behind you' }).click();
await page.keyboard.press('ControlOrMeta+a');
await page.keyboard.type('Back pockets stay long');
await button('leans back at the top').click();
await page.evaluate(() => window.scrollTo(0, 0));
await picture('movement-changing');
await button('Give it up').click();
await page.getByRole('region', { name: 'Figure' }).getByRole('button', { name: 'Play' }).waitFor();
await page.getByRole('button', { name: 'Knee drops in' }).click();
await picture('fault');
await page.goto(address);
await page.getByRole('link', { name: 'Start with Ilse' }).click();
await button('Go to the floor').waitFor();
await picture('start');
await button('Go to the floor').click();
await button('Pain').waitFor();
for (let rep = 0; rep < 5; rep += 1) await page.keyboard.press(' ');
await picture('floor-at-rest');
// A full disk: every answer to what is sent says so.
const epoch = await page.evaluate(async () => (await fetch('/api/me')).headers.get('Waxwing-Epoch'));
const full = {
  status: 507,
  headers: { 'Waxwing-Epoch': epoch },
  json: { message: 'The server’s disk is full. Nothing was stored.' },
};
await page.route('**/api/sessions/*/events', (route) => route.fulfill(full));
await page.keyboard.press(' ');
await page.getByText(/disk is full/).waitFor();
await picture('floor-trouble');
await page.unroute('**/api/sessions/*/events');
await page.getByText('All sent').waitFor();
await button('Knee drops in, left').click();
await page.getByRole('button', { name: /Bell pulls you forward/ }).click();
await page.getByText('Waits: bell pulls you forward').waitFor();
await picture('floor-correction');
await page.setViewportSize({ width: 390, height: 844 });
await picture('floor-phone');
await page.setViewportSize({ width: 1280, height: 800 });
await button('Same').click();
await page.getByText('Enough said.').waitFor();
await page.getByRole('button', { name: 'Stop at the box range' }).click();
for (let rep = 0; rep < 7; rep += 1) await page.keyboard.press(' ');
await button('Gone').click();
await page.getByText('Look again: bell pulls you forward?').waitFor();
await button('Gone').click();
await button('Looks good').click();
await button('End set').click();
await button('Plenty left').click();
await page.getByTestId('next-set').waitFor();
await picture('end-of-set');
await button('Finish').click();
await button('Finish and write it down').click();
await page.getByRole('region', { name: 'Next time' }).waitFor();
await picture('log');
await page.goto(`${address}/inbox`);
await page.getByRole('listitem', { name: 'Hips drift to the door' }).waitFor();
await picture('inbox');
const kept = await page.evaluate(async () => (await fetch('/api/library')).json());
const [squat, box] = ['goblet-squat', 'box-squat'].map(
  (slug) => kept.revisions.find(({ document }) => document.id === `waxwing:${slug}`).document,
);
const movements = [
  { ...squat, name: 'Goblet squat, deep', restSeconds: 120 },
  { ...box, id: 'quillhaven:plank-squat', name: 'Plank squat', harder: [] },
];
await page.goto(`${address}/packs`);
await page.getByLabel('Choose pack files').setInputFiles({
  name: 'squats.json',
  mimeType: 'application/json',
  buffer: Buffer.from(JSON.stringify({ format: 'waxwing-library/1', movements })),
});
await page.getByRole('region', { name: 'What it would change' }).waitFor();
await picture('packs');
await page.goto(`${address}/words?q=valgus`);
await page.getByRole('button', { name: /^Knee drops in/ }).click();
await page.getByRole('button', { name: 'Name: Knee drops in' }).click();
await page.keyboard.press('ControlOrMeta+a');
await page.keyboard.type('Knee caves');
await page.keyboard.press('Enter');
await picture('words');
await button('Give it up').click();
await page.goto(`${address}/library/waxwing:dumbbell-romanian-deadlift/changes`);
await page.getByText('done with it:').waitFor();
await picture('changes');
await browser.close();
