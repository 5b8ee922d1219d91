import { execFileSync } from 'node:child_process';
import { mkdirSync } from 'node:fs';
import { dirname } from 'node:path';
import { ROOT, TEMPLATE } from './server.ts';

/** Three weeks of the Net Loft, made once; every test file works on a copy. `npm test` makes it beforehand. */
export default function globalSetup(): void {
  if (process.env.WAXWING_E2E_TEMPLATE === 'made') return;
  mkdirSync(dirname(TEMPLATE), { recursive: true });
  execFileSync(process.execPath, ['demo/dist/make.js', TEMPLATE, 'library', '3'], { cwd: ROOT, stdio: 'inherit' });
}
