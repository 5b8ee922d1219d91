import { isIP, type AddressInfo } from 'node:net';
import { createApp } from './app.ts';
import { DatabaseRefused } from './database/openDatabase.ts';
import { answerTo } from './http/errorAnswers.ts';
import { Starter } from './library/starter.ts';
import { FirstOwner } from './setup/firstOwner.ts';

const {
  WAXWING_DATA = '.data/studio.sqlite',
  WAXWING_BACKUPS,
  WAXWING_BACKUP = 'daily',
  WAXWING_PORT = '4680',
  WAXWING_HOST = '127.0.0.1',
  WAXWING_ADDRESS,
  WAXWING_WEB,
  WAXWING_PROXY,
  WAXWING_METRICS_TOKEN,
} = process.env;

/** How long what was begun has to end once the server is told to stop. */
const STOP_PATIENCE_MS = 20_000;

// What the server makes is readable by its owner only.
process.umask(0o077);
for (const signal of ['SIGTERM', 'SIGINT'] as const) {
  process.once(signal, () => setTimeout(() => process.exit(1), STOP_PATIENCE_MS).unref());
}

// What nobody caught ends the server, which is then started again; its message may hold what somebody wrote, and isn't written down.
for (const kind of ['uncaughtException', 'unhandledRejection'] as const) {
  process.on(kind, (error: unknown) => {
    console.error(`Waxwing broke down (${kind}): ${answerTo(error).note ?? 'an error that should have been answered'}`);
    process.exit(1);
  });
}

/** An address, a range of them, or one of Express's names for a range. */
function isProxy(name: string): boolean {
  return ['loopback', 'linklocal', 'uniquelocal'].includes(name) || isIP(name.split('/')[0] ?? '') !== 0;
}

function stop(sentence: string): never {
  console.error(sentence);
  process.exit(1);
}

const port = Number(WAXWING_PORT);
if (!Number.isInteger(port) || port < 0 || port > 65_535) stop(`WAXWING_PORT is no port: ${WAXWING_PORT}.`);
// "yes" is from before proxies were named: one on this machine.
const proxies = WAXWING_PROXY === 'yes' ? 'loopback' : WAXWING_PROXY || undefined;
const unknownProxy = proxies?.split(',').find((name) => !isProxy(name.trim()));
if (unknownProxy !== undefined)
  stop(`WAXWING_PROXY names no address: ${unknownProxy}. Write it as 127.0.0.1, several with commas.`);
if (WAXWING_ADDRESS !== undefined && !URL.canParse(WAXWING_ADDRESS)) {
  stop(`WAXWING_ADDRESS is no address: ${WAXWING_ADDRESS}. Write it as https://floor.example.`);
}

try {
  const app = await createApp({
    databaseFile: WAXWING_DATA,
    isBackedUpDaily: WAXWING_BACKUP === 'daily',
    ...(WAXWING_BACKUPS && { backupFolder: WAXWING_BACKUPS }),
    ...(WAXWING_WEB && { webFolder: WAXWING_WEB }),
    ...(proxies && { proxies }),
    ...(WAXWING_ADDRESS && { address: WAXWING_ADDRESS }),
    ...(WAXWING_METRICS_TOKEN && { metricsToken: WAXWING_METRICS_TOKEN }),
  });
  await app.listen(port, WAXWING_HOST);
  // Port 0 is whichever is free.
  const listening = app.getHttpServer().address() as AddressInfo;
  const here = `http://${WAXWING_HOST}:${listening.port}`;
  const address = WAXWING_ADDRESS ?? here;
  console.log(`Waxwing listens on ${here}${WAXWING_ADDRESS ? `, and is reached at ${address}` : ''}`);
  const { code } = app.get(FirstOwner);
  if (code) console.log(`There is no studio yet. Open ${address} and type this code, which holds once: ${code}`);
  // A later release may bring a later starter library; nobody waits for that.
  void app
    .get(Starter)
    .update()
    .catch((error: unknown) => {
      console.error(`The starter library was not looked at: ${answerTo(error).note ?? 'a refused request'}`);
    });
} catch (error) {
  if (error instanceof DatabaseRefused) stop(error.message);
  const { code, message } = error as NodeJS.ErrnoException;
  if (code === 'EADDRINUSE') stop(`Port ${WAXWING_PORT} is taken: stop what listens there, or choose another with WAXWING_PORT.`);
  if (code === 'EACCES' || code === 'EADDRNOTAVAIL') stop(`Waxwing can’t listen on ${WAXWING_HOST}:${WAXWING_PORT} (${code}).`);
  stop(`Waxwing could not start: ${message}`);
}
