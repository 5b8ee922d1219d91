import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, test } from '@jest/globals';
import { stringify } from 'yaml';
import { libraryProblems } from '../ladder/libraryCheck.ts';
import { PACK_FORMAT } from '../movement/libraryPack.ts';
import type { MovementDocument } from '../movement/movementDocument.ts';
import { KNEES_IN, SMALL_VOCABULARY, smallMovements } from '../test/smallLibrary.ts';
import { readPack } from './readPack.ts';

function pack(movements: readonly object[], vocabulary: object = SMALL_VOCABULARY, format = PACK_FORMAT) {
  return [{ name: 'mine.yaml', text: stringify({ format, vocabulary, movements }) }];
}

function problemsOf(...files: Parameters<typeof readPack>) {
  return readPack(...files).packProblems;
}

describe('reading a pack', () => {
  test('a sound one comes through whole', () => {
    const read = readPack(pack(smallMovements()));
    expect(read.packProblems).toEqual([]);
    expect(read.ok && read.value.movements.map((movement) => movement.id)).toEqual([
      'waxwing:easy',
      'waxwing:middle',
      'waxwing:loaded',
    ]);
  });

  test('what is wrong is named with file, line and path', () => {
    const text = ['format: waxwing-library/1', 'movements:', '  - id: waxwing:x', '    name: 7', '    colour: red'].join('\n');
    const problems = problemsOf([{ name: 'broken.yaml', text }]);
    expect(problems).toContainEqual(expect.objectContaining({ file: 'broken.yaml', line: 4, path: 'movements[0].name' }));
    expect(problems).toContainEqual({
      file: 'broken.yaml',
      line: 5,
      path: 'movements[0].colour',
      message: 'property colour should not exist',
    });
  });

  test('text that is no YAML, a future format and an unfolding bomb are refused', () => {
    expect(problemsOf([{ name: 'a', text: 'format: [1' }])[0]).toMatchObject({ file: 'a', line: 1 });
    expect(problemsOf(pack([], {}, 'waxwing-library/9'))[0]).toMatchObject({ path: 'format' });
    const bomb = [
      'a: &a [x,x,x,x,x,x,x,x,x]',
      ...'bcdefg'.split('').map((c, i) => `${c}: &${c} [${`*${'abcdef'[i]},`.repeat(9)}]`),
    ].join('\n');
    expect(problemsOf([{ name: 'bomb', text: bomb }])[0]!.message).toMatch(/alias/i);
  });

  test.each([
    [
      'a loop of harder steps',
      { harder: [{ to: 'waxwing:easy', levers: ['load'], shownFirst: { sets: 1, reps: 5, reserve: 1 } }] },
      /round in a loop: waxwing:easy → waxwing:middle → waxwing:easy/,
    ],
    [
      'a movement that isn’t there',
      { harder: [{ to: 'waxwing:none', levers: ['load'], shownFirst: { sets: 1, reps: 5, reserve: 1 } }] },
      /no movement waxwing:none/,
    ],
    [
      'a cue too long to call',
      {
        cues: [
          { id: 'a', text: 'One two three four five six seven', kind: 'external' },
          { id: 'b', text: 'Short', kind: 'internal' },
          { shared: 'spread-the-floor' },
        ],
      },
      /too long to call/,
    ],
    [
      'a risk without a way out',
      {
        faults: [
          { ...KNEES_IN, regressTo: undefined },
          { ...KNEES_IN, id: 'two' },
        ],
      },
      /needs a movement to regress to/,
    ],
    [
      'a correction that names no cue',
      {
        faults: [
          { ...KNEES_IN, corrections: [{ kind: 'cue', cue: 'gone' }] },
          { ...KNEES_IN, id: 'two' },
        ],
      },
      /no cue gone/,
    ],
  ] as [string, Partial<MovementDocument>, RegExp][])('%s is refused', (_what, part, message) => {
    const [easy, middle, loaded] = smallMovements();
    const problems = problemsOf(pack([easy!, { ...middle!, ...part }, loaded!]));
    expect(problems.map((problem) => problem.message).join('\n')).toMatch(message);
  });

  test('a pack may lean on what the studio already has', () => {
    const [easy, middle, loaded] = smallMovements();
    const own = pack([{ ...easy!, name: 'Easier squat' }], {});
    expect(problemsOf(own).length).toBeGreaterThan(0);
    expect(problemsOf(own, { vocabulary: SMALL_VOCABULARY, movements: [easy!, middle!, loaded!] })).toEqual([]);
  });
});

test('the starter library: no error, no hint, every movement at full depth', () => {
  const folder = join(process.cwd(), 'library');
  const files = readdirSync(folder, { recursive: true, encoding: 'utf8' })
    .filter((name) => name.endsWith('.yaml'))
    .map((name) => ({ name, text: readFileSync(join(folder, name), 'utf8') }));
  const read = readPack(files);
  expect(read.packProblems).toEqual([]);
  if (!read.ok) return;
  expect(libraryProblems(read.value.movements, read.value.vocabulary)).toEqual([]);
  expect(read.value.movements.length).toBeGreaterThanOrEqual(13);
});
