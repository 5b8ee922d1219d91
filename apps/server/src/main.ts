import { createApp } from './app.ts';

const {
  WAXWING_DATA = '.data/studio.sqlite',
  WAXWING_PORT = '4680',
  WAXWING_HOST = '127.0.0.1',
  WAXWING_WEB,
  WAXWING_PROXY,
} = process.env;

const app = await createApp({
  databaseFile: WAXWING_DATA,
  ...(WAXWING_WEB && { webFolder: WAXWING_WEB }),
  behindProxy: WAXWING_PROXY === 'yes',
});
await app.listen(Number(WAXWING_PORT), WAXWING_HOST);
console.log(`Waxwing listens on http://${WAXWING_HOST}:${WAXWING_PORT}`);
