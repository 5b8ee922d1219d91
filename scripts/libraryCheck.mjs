// Reads the starter library with the same importer that a user's pack goes through, and lints it as a whole.
import { readFileSync, readdirSync } from 'node:fs';
import { join, relative } from 'node:path';
import { libraryProblems, readPack } from '../packages/core/dist/shapes.js';

const root = new URL('..', import.meta.url).pathname;
const files = readdirSync(join(root, 'library'), { recursive: true })
  .filter((name) => name.endsWith('.yaml'))
  .sort()
  .map((name) => ({
    name: relative(root, join(root, 'library', name)),
    text: readFileSync(join(root, 'library', name), 'utf8'),
  }));

const pack = readPack(files);
for (const { file, line, path, message } of pack.packProblems) console.log(`error ${file}:${line} ${path}: ${message}`);
if (!pack.ok) process.exit(1);

const hints = libraryProblems(pack.value.movements, pack.value.vocabulary).filter((problem) => problem.severity === 'hint');
for (const { movementId, path, message } of hints) console.log(`hint ${movementId ?? ''} ${path}: ${message}`);
console.log(`${pack.value.movements.length} movements, ${hints.length} hints, no error`);
