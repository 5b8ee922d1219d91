/** How Debian's Chromium is started, here and in the browser tests. */
export const browserOptions = {
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
};
