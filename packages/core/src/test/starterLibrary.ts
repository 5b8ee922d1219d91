import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { ReadPack } from '../exchange/readPack.ts';

/** Where `scripts/jest/prepare.mjs` puts the starter library, read once for all tests. */
const KEPT = join(import.meta.dirname, '../../../../.cache/test/library.json');

/** The starter library as it stands in the repository, as the importer reads it. */
export function starterLibrary(): ReadPack {
  return JSON.parse(readFileSync(KEPT, 'utf8')) as ReadPack;
}
