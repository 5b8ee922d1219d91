// The starter library's files, read with the same importer that a user's pack goes through.
import { readFileSync, readdirSync } from 'node:fs';
import { join, relative } from 'node:path';
import { readPack } from '../packages/core/dist/shapes.js';

const root = new URL('..', import.meta.url).pathname;

/** Every file of the starter library, with its text. */
export function readLibraryFiles() {
  return readdirSync(join(root, 'library'), { recursive: true })
    .filter((name) => name.endsWith('.yaml'))
    .sort()
    .map((name) => ({
      name: relative(root, join(root, 'library', name)),
      text: readFileSync(join(root, 'library', name), 'utf8'),
    }));
}

/** The library with its problems, each with file and line. */
export function readLibrary() {
  return readPack(readLibraryFiles());
}

/** The same; with problems it says them and ends. */
export function readSoundLibrary() {
  const pack = readLibrary();
  for (const { file, line, path, message } of pack.packProblems) console.log(`error ${file}:${line} ${path}: ${message}`);
  if (!pack.ok) process.exit(1);
  return pack.value;
}
