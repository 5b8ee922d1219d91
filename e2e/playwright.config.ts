import { defineConfig } from '@playwright/test';

/** The built app with demo data in Debian's Chromium; everything through the interface. */
export default defineConfig({
  testDir: '.',
  globalSetup: './globalSetup.ts',
  outputDir: '../test-results',
  timeout: 90_000,
  expect: { timeout: 10_000 },
  workers: 1,
  forbidOnly: true,
  reporter: [['list']],
  use: {
    viewport: { width: 1280, height: 800 },
    launchOptions: {
      executablePath: process.env.WAXWING_CHROMIUM ?? '/usr/bin/chromium',
      args: [
        '--headless',
        '--no-sandbox',
        '--disable-gpu',
        '--disable-quic',
        '--no-first-run',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
      ],
    },
  },
});
