// Attacks the built server on this machine, and prints what came of it: npm run attack [-- NAME ...]. Takes some minutes; not part of the tests.
import { spawnSync } from 'node:child_process';
import { existsSync, mkdirSync } from 'node:fs';
import { dirname } from 'node:path';
import { hostile } from './hostile.mjs';
import { hour } from './hour.mjs';
import { proxy } from './proxy.mjs';
import { ROOT, TEMPLATE } from './server.mjs';
import { deleted, fullDisk, killed, notStarted, stopped } from './storage.mjs';

const ATTACKS = { fullDisk, killed, stopped, notStarted, deleted, hostile, proxy, hour };

if (!existsSync(TEMPLATE)) {
  mkdirSync(dirname(TEMPLATE), { recursive: true });
  const made = spawnSync(process.execPath, ['demo/dist/make.js', TEMPLATE, 'library', '3'], { cwd: ROOT, stdio: 'inherit' });
  if (made.status !== 0) process.exit(1);
}
const names = process.argv.slice(2);
let failed = 0;
for (const [name, attack] of Object.entries(ATTACKS)) {
  if (names.length > 0 && !names.includes(name)) continue;
  const began = performance.now();
  try {
    console.log(`${name}: ${await attack()} (${((performance.now() - began) / 1000).toFixed(0)} s)`);
  } catch (error) {
    failed += 1;
    console.log(`${name}: FAILED: ${error.message}`);
  }
}
process.exit(failed === 0 ? 0 : 1);
