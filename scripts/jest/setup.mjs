// Jest's global set-up: in a process of its own, since the server doesn't belong into Jest's.
import { execFileSync } from 'node:child_process';
import { join } from 'node:path';

export default function jestSetup() {
  execFileSync(process.execPath, [join(import.meta.dirname, 'prepare.mjs')], { stdio: 'inherit' });
}
