import { spawn } from 'node:child_process';
import { join } from 'node:path';

const ROOT = join(import.meta.dirname, '..');

/** The built server on a database, under an address of its own. */
export async function serve(file) {
  const server = spawn(process.execPath, ['apps/server/dist/main.js'], {
    cwd: ROOT,
    stdio: ['ignore', 'pipe', 'inherit'],
    env: {
      ...process.env,
      WAXWING_DATA: file,
      WAXWING_BACKUP: 'never',
      WAXWING_WEB: join(ROOT, 'apps/web/dist'),
      WAXWING_PORT: '0',
    },
  });
  const address = await new Promise((resolve) => {
    server.stdout.on('data', (chunk) => {
      const found = /http:\/\/[\d.]+:\d+/.exec(String(chunk));
      if (found) resolve(found[0]);
    });
  });
  return { address, stop: () => server.kill('SIGKILL') };
}
