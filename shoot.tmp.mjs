import { chromium } from '@playwright/test';
export const args = ['--headless','--no-sandbox','--disable-gpu','--disable-quic','--no-first-run','--disable-background-networking','--disable-component-update','--disable-sync'];
export async function launch(viewport={width:1280,height:800}) {
  const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args });
  const ctx = await browser.newContext({ viewport });
  const page = await ctx.newPage();
  page.on('console', m => { if (['error','warning'].includes(m.type())) console.log('console', m.type(), m.text().slice(0,300)); });
  page.on('pageerror', e => console.log('pageerror', e.message.slice(0,500)));
  return { browser, ctx, page };
}
export async function signIn(page, login='maren', password='net-loft-quay') {
  await page.goto('http://127.0.0.1:4680/');
  await page.getByLabel('Sign-in name').fill(login);
  await page.getByLabel('Password').fill(password);
  await page.getByRole('button',{name:'Sign in'}).click();
  await page.getByRole('heading',{name:'Today'}).waitFor();
}
