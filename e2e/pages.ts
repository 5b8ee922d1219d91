import { expect, type Page } from '@playwright/test';
import { ask, type Served } from './server.ts';

interface Named {
  readonly clientId: string;
  readonly name: string;
}

/** Every page at a desk, with the demo's people on it, and what stands where nothing does. */
export async function everyPage(page: Page, server: Served): Promise<string[]> {
  const answer = <T>(path: string) => ask<T>(page, server, path);
  const today = new Date().toLocaleDateString('sv');
  const clientId = (await answer<Named[]>('clients')).find(({ name }) => name.startsWith('Ilse'))!.clientId;
  const { visits } = await answer<{ visits: { bookingId: string }[] }>(`today?date=${today}`);
  const [session] = await answer<{ sessionId: string }[]>('sessions');
  return [
    ...['', 'diary', 'plans', `visits/${visits[0]!.bookingId}/plan?as=last`],
    ...[
      'library',
      'library/new',
      'library/waxwing:goblet-squat',
      'library/waxwing:goblet-squat/changes',
      'library/waxwing:hammer-curl?changing=yes',
    ],
    ...['ladders/squat', 'ladders/squat?as=list', 'words', 'inbox', 'packs', 'health', 'stances'],
    ...['clients', 'clients/new', `clients/${clientId}`, `clients/${clientId}/record`, `clients/${clientId}/tests`],
    ...['log', `log/${session!.sessionId}`, 'tools', 'tools/plates', 'tools/makeshift', 'tools/intervals'],
    ...['rooms', 'rooms/new', 'people', 'devices', 'backup'],
    ...['nowhere', 'clients/nobody', 'plans/none', 'log/none', 'rooms/none', 'tools/none', 'library/waxwing:none'],
  ].map((path) => `/${path}`);
}

/** Fetched and drawn: nothing says any more that it is being fetched. */
export async function isDrawn(page: Page): Promise<void> {
  // Looked for in each frame: what waits for a place in the page asks at longer and longer intervals.
  await page.waitForFunction(() => document.querySelector('h1') !== null && !document.body.textContent.includes('Fetching '));
}

/** Sets the size of text as somebody does in their browser, in pixels; 16 is usual. It holds while the page is there. */
export async function textSizeOf(page: Page): Promise<(pixels: number) => Promise<void>> {
  const devtools = await page.context().newCDPSession(page);
  return async (pixels) => {
    await devtools.send('Page.setFontSizes', { fontSizes: { standard: pixels } });
    const size = await page.evaluate(() => getComputedStyle(document.documentElement).fontSize);
    expect(size).toBe(`${pixels}px`);
  };
}

/** How many pixels stand beyond the right edge. */
export function beyond(page: Page): Promise<number> {
  return page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth);
}
