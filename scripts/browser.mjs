import { existsSync } from 'node:fs';

/** Debian's Chromium, the one without windows first: the browser tests take two thirds of the time in it. */
export const CHROMIUMS = ['/usr/bin/chromium-headless-shell', '/usr/bin/chromium'];

/** How Debian's Chromium is started, here and in the browser tests. */
export const browserOptions = {
  executablePath: process.env.WAXWING_CHROMIUM ?? CHROMIUMS.find((path) => existsSync(path)) ?? CHROMIUMS[0],
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
};
