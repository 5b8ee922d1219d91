import { defineConfig } from '@playwright/test';
import { browserOptions } from '../scripts/browser.mjs';

/** The built app with demo data in Debian's Chromium; everything through the interface. */
/** One of these begun last would leave a core alone for half a minute. */
const LONG = ['**/wholeHour.spec.ts', '**/everyPage.spec.ts', '**/firstHour.spec.ts'];

export default defineConfig({
  testDir: '.',
  projects: [
    { name: 'long', testMatch: LONG },
    { name: 'others', testIgnore: LONG },
  ],
  globalSetup: './globalSetup.ts',
  outputDir: '../test-results',
  // Patience for a machine that others work on too: what passes doesn't wait.
  timeout: 180_000,
  expect: { timeout: 25_000 },
  // Each test has a server of its own, on a port of its own. A third one takes more from two cores than it gives.
  workers: 2,
  fullyParallel: true,
  forbidOnly: true,
  // A machine that stalls for a second can swallow a press. Whatever needs its second try is listed as flaky, counted and looked into.
  retries: 1,
  reporter: [['list']],
  use: {
    viewport: { width: 1280, height: 800 },
    // Keeping the whole app for a time without a network costs each page a second: those tests have it that are about that.
    serviceWorkers: 'block',
    // Pages that live for seconds are through before code that was optimised for them pays.
    launchOptions: { ...browserOptions, args: [...browserOptions.args, '--js-flags=--no-turbofan'] },
  },
});
