import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import type { PackFile } from '@waxwing/core/shapes';

/** The library that comes with Waxwing. */
const STARTER = join(import.meta.dirname, '../../../../library');

/** Every pack file of a library's folder, in the order of their names. */
export function libraryFiles(folder: string = STARTER): PackFile[] {
  return readdirSync(folder, { recursive: true, encoding: 'utf8' })
    .filter((name) => name.endsWith('.yaml'))
    .sort()
    .map((name) => ({ name, text: readFileSync(join(folder, name), 'utf8') }));
}
