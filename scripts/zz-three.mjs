import { chromium } from '@playwright/test';
import { randomUUID } from 'node:crypto';
import { browserOptions } from './browser.mjs';
const address = 'http://127.0.0.1:4690';
export const browser = await chromium.launch(browserOptions);
export const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
page.on('pageerror', (e) => console.log('PAGEERROR', e.message));
page.on('console', (m) => m.type() === 'error' && console.log('CONSOLE', m.text()));
export const button = (name) => page.getByRole('button', { name, exact: true });
export const shot = async (name) => { await page.waitForTimeout(500); await page.screenshot({ path: `/tmp/shots/${name}.png` }); };
await page.goto(address);
await page.getByLabel('Sign-in name').fill('maren');
await page.getByLabel('Password').fill('net-loft-quay');
await button('Sign in').click();
await page.getByRole('article', { name: 'Ilse Varga-Holm' }).waitFor();
export async function begin(people) {
  const id = await page.evaluate(async ({ people, ids }) => {
    const clients = await (await fetch('/api/clients')).json();
    const lanes = people.map(([name, movements], i) => ({ laneId: ids[i + 1], clientId: clients.find((c) => c.name.startsWith(name)).clientId, movements: movements.map((m) => ({ movementId: 'waxwing:' + m })) }));
    const r = await fetch('/api/sessions', { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify({ sessionId: ids[0], localDate: new Date().toISOString().slice(0, 10), zone: 'Europe/Berlin', lanes }) });
    if (!r.ok) return 'ERR ' + (await r.text());
    return ids[0];
  }, { people, ids: Array.from({ length: people.length + 1 }, () => randomUUID()) });
  await page.goto(`${address}/floor/${id}`);
  await button('Pain').waitFor();
  return id;
}
