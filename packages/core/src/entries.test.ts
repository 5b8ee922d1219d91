import { readdirSync, readFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { expect, test } from '@jest/globals';

/** What a file loads when it runs: imports and re-exports that aren't types only. */
function loadedBy(file: string): string[] {
  const text = readFileSync(file, 'utf8');
  const statements = text.matchAll(/^(?:import|export)\s+(?!type\b)(?:([^;'"]*?)\s+from\s+)?'([^']+)';/gms);
  return [...statements].flatMap(([, names = '', from = '']) => {
    const listed = /\{([\s\S]*)\}/
      .exec(names)?.[1]
      ?.split(',')
      .map((each) => each.trim())
      .filter(Boolean);
    return listed && listed.length > 0 && listed.every((each) => each.startsWith('type ')) ? [] : [from];
  });
}

/** The way from an entry to something that it loads, or nothing. */
function wayTo(entry: string, isWanted: (from: string) => boolean): string[] | null {
  const seen = new Set<string>();
  const walk = (file: string): string[] | null => {
    if (seen.has(file)) return null;
    seen.add(file);
    for (const from of loadedBy(file)) {
      if (isWanted(from)) return [file, from];
      const way = from.startsWith('.') ? walk(join(dirname(file), from)) : null;
      if (way) return [file, ...way];
    }
    return null;
  };
  return walk(entry);
}

const root = import.meta.dirname;
const isValidator = (from: string) => /^(class-validator|class-transformer|reflect-metadata)$/.test(from);
const rooms = readdirSync(root, { withFileTypes: true })
  .filter((each) => each.isDirectory() && readdirSync(join(root, each.name)).includes('index.ts'))
  .map(({ name }) => name);

test.each(rooms)(
  'the entry of %s loads no validators: Floor would carry them, and the page breaks without their metadata',
  (room) => {
    expect(wayTo(join(root, room, 'index.ts'), isValidator)).toBeNull();
  },
);

test('the shapes do', () => {
  expect(wayTo(join(root, 'shapes.ts'), isValidator)).not.toBeNull();
});
