import { spawn, type ChildProcess } from 'node:child_process';
import { copyFileSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, test as base, type Page } from '@playwright/test';

export const ROOT = join(import.meta.dirname, '..');
export const TEMPLATE = join(ROOT, '.cache', 'e2e', 'template.sqlite');

/** Waxwing's server as a process of its own, so that it can be killed and started again. */
export class WaxwingServer {
  private process: ChildProcess | null = null;
  private readonly folder = mkdtempSync(join(tmpdir(), 'waxwing-e2e-'));

  constructor(private readonly port: number) {
    copyFileSync(TEMPLATE, join(this.folder, 'demo.sqlite'));
  }

  get address(): string {
    return `http://127.0.0.1:${this.port}`;
  }

  async start(): Promise<void> {
    this.process = spawn(process.execPath, ['apps/server/dist/main.js'], {
      cwd: ROOT,
      stdio: ['ignore', 'ignore', 'inherit'],
      env: {
        ...process.env,
        WAXWING_DATA: join(this.folder, 'demo.sqlite'),
        WAXWING_WEB: join(ROOT, 'apps/web/dist'),
        WAXWING_PORT: String(this.port),
      },
    });
    await expect(async () => {
      const response = await fetch(`${this.address}/api/health`);
      expect(response.ok).toBe(true);
    }).toPass({ timeout: 30_000, intervals: [100] });
  }

  /** Without a chance to tidy up. */
  async kill(): Promise<void> {
    const { process: running } = this;
    if (!running) return;
    this.process = null;
    const gone = new Promise((resolve) => running.once('exit', resolve));
    running.kill('SIGKILL');
    await gone;
  }

  async remove(): Promise<void> {
    await this.kill();
    rmSync(this.folder, { recursive: true, force: true });
  }
}

let nextPort = 4700;

/** A server for each test, on a copy of the demo's database. */
export const test = base.extend<{ server: WaxwingServer }>({
  // The fixture needs nothing else; Playwright wants the pattern all the same.
  server: async ({ browserName: _browserName }, use) => {
    nextPort += 1;
    const server = new WaxwingServer(nextPort);
    await server.start();
    await use(server);
    await server.remove();
  },
});

export async function signIn(page: Page, server: WaxwingServer, login = 'maren', password = 'net-loft-quay'): Promise<void> {
  await page.goto(server.address);
  await page.getByLabel('Sign-in name').fill(login);
  await page.getByLabel('Password').fill(password);
  await page.getByRole('button', { name: 'Sign in' }).click();
  await expect(page.getByRole('heading', { name: 'Today', level: 1 })).toBeVisible();
}

/** From Today to the floor with these movements and no others. */
export async function startWith(page: Page, firstName: string, movements: readonly string[]): Promise<void> {
  await page.getByRole('link', { name: `Start with ${firstName}` }).click();
  await pick(page, movements);
}

/** On the start page: these movements and no others, then to the floor. */
export async function pick(page: Page, movements: readonly string[]): Promise<void> {
  await expect(page.getByRole('button', { name: 'Go to the floor' })).toBeVisible();
  const leaveOut = page.getByRole('button', { name: /^Leave out/ });
  while ((await leaveOut.count()) > 0) await leaveOut.first().click();
  for (const movement of movements) await page.getByRole('button', { name: `Add ${movement}`, exact: true }).click();
  await page.getByRole('button', { name: 'Go to the floor' }).click();
  await expect(page.getByRole('button', { name: 'Pain', exact: true })).toBeVisible();
}
