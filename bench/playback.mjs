// The movement page in Chromium: five seconds of playback with a fault over the good rep, and what the page asked of its thread.
import { execFileSync, spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium } from '@playwright/test';
import { browserOptions } from '../scripts/browser.mjs';

const ROOT = join(import.meta.dirname, '..');
const PORT = 4690;
const SECONDS = 5;

export async function playback(row) {
  const folder = mkdtempSync(join(tmpdir(), 'waxwing-bench-'));
  const data = join(folder, 'demo.sqlite');
  execFileSync(process.execPath, ['demo/dist/make.js', data, 'library', '1'], { cwd: ROOT, stdio: 'ignore' });
  const server = spawn(process.execPath, ['apps/server/dist/main.js'], {
    cwd: ROOT,
    stdio: 'ignore',
    env: { ...process.env, WAXWING_DATA: data, WAXWING_WEB: join(ROOT, 'apps/web/dist'), WAXWING_PORT: String(PORT) },
  });
  const browser = await chromium.launch(browserOptions);
  try {
    const address = `http://127.0.0.1:${PORT}`;
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    for (let tries = 0; ; tries += 1) {
      const answered = await page.goto(address).catch(() => null);
      if (answered) break;
      if (tries > 100) throw new Error('the server did not come up');
      await page.waitForTimeout(100);
    }
    await page.getByLabel('Sign-in name').fill('maren');
    await page.getByLabel('Password').fill('net-loft-quay');
    await page.getByRole('button', { name: 'Sign in' }).click();
    await page.getByRole('link', { name: 'Library' }).click();
    await page.goto(`${address}/library/waxwing:goblet-squat?fault=knees-in`);
    await page.getByRole('button', { name: 'Play' }).waitFor();
    await page.waitForTimeout(1000);
    await page.evaluate(() => {
      window.longTasks = [];
      window.frames = [];
      new PerformanceObserver((list) => window.longTasks.push(...list.getEntries().map((each) => each.duration))).observe({
        type: 'longtask',
      });
      let before = performance.now();
      requestAnimationFrame(function frame(now) {
        window.frames.push(now - before);
        before = now;
        requestAnimationFrame(frame);
      });
    });
    await page.getByRole('button', { name: 'Play' }).click();
    await page.waitForTimeout(SECONDS * 1000);
    const { longTasks, frames } = await page.evaluate(() => ({ longTasks: window.longTasks, frames: window.frames.slice(1) }));
    row(
      `a frame of playback in Chromium, ${SECONDS} s`,
      frames.sort((a, b) => a - b),
      50,
      `   ${frames.length} frames, ${longTasks.length} long tasks${longTasks.length ? ` (${longTasks.map(Math.round)} ms)` : ''}`,
    );
  } finally {
    await browser.close();
    server.kill();
    rmSync(folder, { recursive: true, force: true });
  }
}
