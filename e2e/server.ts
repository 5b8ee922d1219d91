import { execFileSync, fork, spawn, type ChildProcess } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { once } from 'node:events';
import { copyFileSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, test as base, type Locator, type Page } from '@playwright/test';

export const ROOT = join(import.meta.dirname, '..');
export const TEMPLATE = join(ROOT, '.cache', 'e2e', 'template.sqlite');

/** Waxwing's server as a process of its own, so that it can be killed and started again, under the same address. */
export class WaxwingServer {
  private process: ChildProcess | null = null;
  private port = 0;
  readonly folder = mkdtempSync(join(tmpdir(), 'waxwing-e2e-'));
  readonly file = join(this.folder, 'demo.sqlite');
  /** What it has printed. */
  output = '';

  /** `isEmpty`: without the demo, as on its first day. */
  constructor(isEmpty = false) {
    if (!isEmpty) copyFileSync(TEMPLATE, this.file);
  }

  get address(): string {
    return `http://127.0.0.1:${this.port}`;
  }

  private get env(): NodeJS.ProcessEnv {
    return {
      ...process.env,
      WAXWING_DATA: this.file,
      WAXWING_BACKUP: 'never',
      WAXWING_WEB: join(ROOT, 'apps/web/dist'),
      WAXWING_PORT: String(this.port),
    };
  }

  async start(): Promise<void> {
    this.output = '';
    const started = spawn(process.execPath, ['apps/server/dist/main.js'], {
      cwd: ROOT,
      stdio: ['ignore', 'pipe', 'inherit'],
      env: this.env,
    });
    this.process = started;
    started.stdout.on('data', (chunk: Buffer) => (this.output += chunk.toString()));
    // Its own words, not any server's that happens to stand there.
    await expect(() => expect(this.output).toMatch(/listens on/)).toPass({ timeout: 30_000, intervals: [50] });
    this.port = Number(/listens on http:\/\/[\d.]+:(\d+)/.exec(this.output)![1]);
  }

  /** Without a chance to tidy up. */
  async kill(signal: NodeJS.Signals = 'SIGKILL'): Promise<void> {
    const { process: running } = this;
    if (!running) return;
    this.process = null;
    const gone = new Promise((resolve) => running.once('exit', resolve));
    running.kill(signal);
    await gone;
  }

  async remove(): Promise<void> {
    await this.kill();
    rmSync(this.folder, { recursive: true, force: true });
  }
}

/** The process of `host.mjs`. */
class ServerHost {
  private readonly process = fork(join(import.meta.dirname, 'host.mjs'), { cwd: ROOT });

  /** Serves a database, or none; at a port of its own unless one is asked for. Answers its address. */
  async serve(databaseFile: string | null, port = 0): Promise<string> {
    const answered = once(this.process, 'message') as Promise<[{ address: string; error?: string }]>;
    this.process.send({ databaseFile, webFolder: join(ROOT, 'apps/web/dist'), port });
    const [{ address, error }] = await answered;
    if (error) throw new Error(error);
    return address;
  }

  stop(): void {
    this.process.kill('SIGKILL');
  }
}

/** What most tests need of a server. */
export interface Served {
  readonly address: string;
}

/** One that nobody reaches for a time, and then again at the same address. A process of its own costs three seconds each time. */
interface Reached extends Served {
  goAway(): Promise<unknown>;
  comeBack(): Promise<unknown>;
  /** What the owner does at the server itself, while it is away. */
  setup(...args: readonly string[]): string;
}

interface Servers {
  /** On a copy of the demo's database; the process behind it serves one test after the other. */
  readonly server: Reached;
  /** For tests that kill the server or look at it from outside: a process of its own, on such a copy. */
  readonly ownServer: WaxwingServer;
}

export const test = base.extend<Servers, { host: ServerHost }>({
  host: [
    async ({ browserName: _browserName }, use) => {
      const host = new ServerHost();
      await use(host);
      host.stop();
    },
    { scope: 'worker' },
  ],
  server: async ({ host }, use) => {
    const folder = mkdtempSync(join(tmpdir(), 'waxwing-e2e-'));
    const file = join(folder, 'demo.sqlite');
    copyFileSync(TEMPLATE, file);
    const address = await host.serve(file);
    await use({
      address,
      goAway: () => host.serve(null),
      comeBack: () => host.serve(file, Number(new URL(address).port)),
      setup: (...args) =>
        execFileSync(process.execPath, ['apps/server/dist/setup.js', ...args], {
          cwd: ROOT,
          env: { ...process.env, WAXWING_DATA: file },
          encoding: 'utf8',
        }),
    });
    await host.serve(null);
    rmSync(folder, { recursive: true, force: true });
  },
  // The fixture needs nothing else; Playwright wants the pattern all the same.
  ownServer: async ({ browserName: _browserName }, use) => {
    const server = new WaxwingServer();
    await server.start();
    await use(server);
    await server.remove();
  },
});

/** Types as a person does: into the field, over what stands there, key by key. */
export async function typeInto(field: Locator, text: string): Promise<void> {
  await field.click();
  await field.press('ControlOrMeta+a');
  await field.pressSequentially(text);
}

/** Who signs in, and where they begin: Maren, on Today, unless it is said. */
interface SignIn {
  readonly login?: string;
  readonly password?: string;
  /** A path or an address. Only on Today is it waited for what is there. */
  readonly at?: string;
}

/** A sign-in for this page's browser, without opening anything. */
export async function takeSignIn(
  page: Page,
  { address }: Served,
  { login = 'maren', password = 'net-loft-quay' }: SignIn = {},
): Promise<void> {
  // Over a connection of its own: one from before may just be closed, and unlike a page this wouldn't ask again.
  const headers = { origin: address, connection: 'close' };
  const answer = await page.request.post(`${address}/api/sign-in`, { headers, data: { login, password } });
  expect(answer.ok()).toBe(true);
}

/** Signed in. By the form is how it is done where that is the matter: `signInByHand`. */
export async function signIn(page: Page, server: Served, who: SignIn = {}): Promise<void> {
  await takeSignIn(page, server, who);
  await page.goto(new URL(who.at ?? '/', server.address).href);
  if (!who.at) await expect(page.getByRole('heading', { name: 'Today', level: 1 })).toBeVisible();
}

export async function signInByHand(page: Page, server: Served, login: string, password: string): Promise<void> {
  await page.goto(server.address);
  await typeInto(page.getByLabel('Sign-in name'), login);
  await typeInto(page.getByLabel('Password'), password);
  await page.getByRole('button', { name: 'Sign in' }).click();
  await expect(page.getByRole('heading', { name: 'Today', level: 1 })).toBeVisible();
}

/** What is unsent is sent first: it takes a moment. */
export async function signOut(page: Page): Promise<void> {
  await page.getByRole('button', { name: 'Sign out' }).click();
  await expect(page.getByRole('button', { name: 'Sign in' })).toBeVisible();
}

/** From Today to the floor with these movements and no others. */
export async function startWith(page: Page, firstName: string, movements: readonly string[]): Promise<void> {
  await page.getByRole('link', { name: `Start with ${firstName}` }).click();
  await alone(page, firstName);
  await pick(page, movements);
}

/** Of who shares the hour, only this one has come. */
async function alone(page: Page, firstName: string): Promise<void> {
  const who = page.getByRole('button', { name: /(person|people), \d+ minutes$/ });
  await expect(who).toBeVisible();
  if ((await who.innerText()).startsWith('one person')) return;
  await who.click();
  const others = page.getByRole('button', { name: new RegExp(`^Without (?!${firstName})`) });
  while ((await others.count()) > 0) await others.first().click();
  await who.click();
}

/** On the plan’s page: these movements and no others, then to the floor. */
export async function pick(page: Page, movements: readonly string[]): Promise<void> {
  const begin = page.getByRole('button', { name: /^(Go to the floor|Begin anew)$/ });
  await expect(begin).toBeVisible();
  // What they did last time is there by then.
  await expect(page).not.toHaveURL(/as=last/);
  const takeOut = page.getByRole('listitem').getByRole('button', { name: /^Take out/ });
  while ((await takeOut.count()) > 0) await takeOut.first().click();
  const field = page.getByRole('searchbox', { name: 'Find a movement to add' });
  for (const movement of movements) {
    await typeInto(field, movement);
    await page.getByRole('button', { name: `Add ${movement}`, exact: true }).click();
  }
  await begin.click();
  await expect(page.getByRole('button', { name: 'Pain', exact: true })).toBeVisible();
}

/** How many things a store of this device's databases holds, over all whose name begins so. */
function countOnDevice(page: Page, database: string, store: string, isUnsent = false): Promise<number> {
  return page.evaluate(
    async ([start, name, unsent]) => {
      const answer = <T>(request: IDBRequest<T>) =>
        new Promise<T>((resolve, reject) => {
          request.onsuccess = () => resolve(request.result);
          request.onerror = () => reject(new Error('the device’s store doesn’t answer'));
        });
      let count = 0;
      for (const each of await indexedDB.databases()) {
        if (!each.name?.startsWith(start)) continue;
        const db = await answer(indexedDB.open(each.name));
        const all = db.transaction(name).objectStore(name);
        count += await answer(unsent ? all.index('unsentSession').count(IDBKeyRange.bound([1], [1, []])) : all.count());
        db.close();
      }
      return count;
    },
    [database, store, isUnsent] as const,
  );
}

/** How much of each store this device keeps of sessions, over all sign-ins: briefs, events, and events that wait to be sent. */
export async function keptOnDevice(page: Page): Promise<{ briefs: number; events: number; unsent: number }> {
  return {
    briefs: await countOnDevice(page, 'waxwing-', 'briefs'),
    events: await countOnDevice(page, 'waxwing-', 'events'),
    unsent: await countOnDevice(page, 'waxwing-', 'events', true),
  };
}

/** What goes on without a network has to be on the device by then: the app itself, and the library or the hours that are to come. */
export async function readyToGoOffline(page: Page, having: 'library' | 'hours ahead'): Promise<void> {
  await page.evaluate(() => navigator.serviceWorker.ready.then(() => undefined));
  const count = () =>
    having === 'library' ? countOnDevice(page, 'library of ', 'state') : countOnDevice(page, 'waxwing-', 'aheads');
  await expect.poll(count, { intervals: [100] }).toBeGreaterThan(0);
}

/**
 * The device wakes after a gap: the browser says that the network is there. What was on its way to the server was timed out by a clock
 * that was moved, and so was each new try, with a longer pause every time: without this it would be waited for.
 */
function wake(page: Page): Promise<boolean> {
  return page.evaluate(() => window.dispatchEvent(new Event('online')));
}

/** The device sleeps for a time, such as `10:00`: nothing that was due in it happens more than once. */
export async function sleepFor(page: Page, time: string): Promise<void> {
  await page.clock.fastForward(time);
  await wake(page);
}

/** Moves the page's clock on, a second at a time: whatever is drawn is drawn once in it, not sixty times. */
export async function moveOn(page: Page, ms: number): Promise<void> {
  for (let left = ms; left > 0; left -= 1000) await page.clock.fastForward(Math.min(left, 1000));
  await wake(page);
}

/**
 * What was tapped is on the server. The store is asked as well as the bar: before the first event of a session is kept, the bar
 * says rightly that all is sent.
 */
export async function allSent(page: Page, timeout = 25_000): Promise<void> {
  await expect(async () => {
    const { events, unsent } = await keptOnDevice(page);
    expect(events).toBeGreaterThan(0);
    expect(unsent).toBe(0);
  }).toPass({ timeout, intervals: [50] });
  await expect(page.getByText('All sent')).toBeVisible();
}

interface InHour {
  readonly workSeconds: number;
  readonly restSeconds: number;
  readonly rounds: number;
}
type Person = readonly [firstName: string, slugs: readonly string[]];

/** Signed in as Maren, on Floor with these people and movements: how an hour is picked is tested where it is picked. On the clock where a format is given. */
export async function onFloor(page: Page, server: Served, people: readonly Person[], format?: InHour): Promise<string> {
  await takeSignIn(page, server);
  return beginFor(page, server, people, format);
}

/** The same for who is signed in. */
export async function beginFor(page: Page, server: Served, people: readonly Person[], format?: InHour): Promise<string> {
  const clients = await ask<{ clientId: string; name: string }[]>(page, server, 'clients');
  const seconds = format && { kind: 'seconds', low: format.workSeconds, high: format.workSeconds };
  const itemIds = people[0]![1].map(() => randomUUID());
  const lanes = people.map(([firstName, slugs]) => ({
    laneId: randomUUID(),
    clientId: clients.find(({ name }) => name.startsWith(firstName))!.clientId,
    movements: slugs.map((slug, i) => ({
      movementId: `waxwing:${slug}`,
      ...(format && { planItemId: itemIds[i], sets: format.rounds, target: format.workSeconds, dose: seconds }),
    })),
  }));
  const items = people[0]![1].map((slug, i) => ({ itemId: itemIds[i], movementId: `waxwing:${slug}`, own: [] }));
  const plan = format && {
    name: '',
    minutes: 60,
    lanes: lanes.map(({ laneId, clientId }) => ({ laneId, clientId })),
    blocks: [{ blockId: randomUUID(), part: 'main', format: { kind: 'intervals', order: 'by-round', ...format }, items }],
  };
  return beginSession(page, server, { lanes, ...(plan && { plan }) });
}

/** A session as a start asks for it, begun by its address. */
export async function beginSession(page: Page, server: Served, start: object): Promise<string> {
  const sessionId = randomUUID();
  const localDate = new Date().toISOString().slice(0, 10);
  await ask(page, server, 'sessions', { sessionId, localDate, zone: 'Europe/Berlin', ...start });
  await page.goto(`${server.address}/floor/${sessionId}`);
  await expect(page.getByRole('button', { name: 'Pain', exact: true })).toBeVisible();
  return sessionId;
}

/** What the server answers to who is signed in here, without a page: to a question, or to what it is told. */
export async function ask<T = unknown>(page: Page, { address }: Served, path: string, told?: object): Promise<T> {
  const url = `${address}/api/${path}`;
  const answer = told ? await page.request.post(url, { headers: { origin: address }, data: told }) : await page.request.get(url);
  expect(answer.ok(), `${path}: ${answer.status()}`).toBe(true);
  return (await answer.json()) as T;
}
