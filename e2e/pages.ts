import type { Page } from '@playwright/test';

interface Named {
  readonly clientId: string;
  readonly name: string;
}

/** Every page at a desk, with the demo's people on it, and what stands where nothing does. */
export async function everyPage(page: Page): Promise<string[]> {
  const { origin } = new URL(page.url());
  const answer = async <T>(path: string) => (await (await page.request.get(`${origin}/api/${path}`)).json()) as T;
  const today = new Date().toLocaleDateString('sv');
  const clientId = (await answer<Named[]>('clients')).find(({ name }) => name.startsWith('Ilse'))!.clientId;
  const { visits } = await answer<{ visits: { bookingId: string }[] }>(`today?date=${today}`);
  const [session] = await answer<{ sessionId: string }[]>('sessions');
  return [
    ...['', 'diary', 'plans', `visits/${visits[0]!.bookingId}/plan?as=last`],
    ...['library', 'library/new', 'library/waxwing:goblet-squat', 'library/waxwing:goblet-squat/changes'],
    ...['ladders/squat', 'words', 'inbox', 'packs', 'health', 'stances'],
    ...['clients', 'clients/new', `clients/${clientId}`, `clients/${clientId}/record`, `clients/${clientId}/tests`],
    ...['log', `log/${session!.sessionId}`, 'tools', 'tools/plates', 'tools/makeshift', 'tools/intervals'],
    ...['rooms', 'rooms/new', 'people', 'devices', 'backup'],
    ...['nowhere', 'clients/nobody', 'plans/none', 'log/none', 'rooms/none', 'tools/none', 'library/waxwing:none'],
  ].map((path) => `/${path}`);
}

/** Fetched and drawn: nothing says any more that it is being fetched. */
export async function isDrawn(page: Page): Promise<void> {
  await page.getByRole('heading', { level: 1 }).waitFor();
  await page.getByText(/^Fetching /).waitFor({ state: 'detached' });
}

/** How many pixels stand beyond the right edge. */
export function beyond(page: Page): Promise<number> {
  return page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth);
}
