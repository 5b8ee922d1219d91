import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { readPack, type ReadPack } from '../exchange/readPack.ts';

/** The starter library as it stands in the repository, through the importer. */
export function starterLibrary(): ReadPack {
  const root = join(import.meta.dirname, '../../../../library');
  const files = readdirSync(root, { recursive: true, encoding: 'utf8' })
    .filter((name) => name.endsWith('.yaml'))
    .sort()
    .map((name) => ({ name, text: readFileSync(join(root, name), 'utf8') }));
  const pack = readPack(files);
  if (!pack.ok) throw new Error(JSON.stringify(pack.packProblems));
  return pack.value;
}
