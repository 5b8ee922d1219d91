import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, test } from '@jest/globals';
import { stringify } from 'yaml';
import { libraryProblems } from '../ladder/libraryCheck.ts';
import type { Alias } from '../movement/alias.ts';
import { renamedDocument, renamesOf } from '../movement/aliases.ts';
import { PACK_FORMAT } from '../movement/packFormat.ts';
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

  test.each(['name: ]', 'name: , Squat', '} name: Squat', '- ] name: Squat'])(
    'a stray bracket or comma is no text: %s',
    (line) => {
      const problems = problemsOf([{ name: 'a', text: `format: waxwing-library/1\n${line}\n` }]);
      expect(problems).toEqual([expect.objectContaining({ line: 2, path: '' })]);
    },
  );

  test('text that is no YAML, a future format and an unfolding bomb are refused', () => {
    expect(problemsOf([{ name: 'a', text: 'format: [1' }])[0]).toMatchObject({ file: 'a', line: 1 });
    expect(problemsOf(pack([], {}, 'waxwing-library/9'))[0]).toMatchObject({ path: 'format' });
    const bomb = [
      'a: &a [x,x,x,x,x,x,x,x,x]',
      ...'bcdefg'.split('').map((c, i) => `${c}: &${c} [${`*${'abcdef'[i]},`.repeat(9)}]`),
    ].join('\n');
    expect(problemsOf([{ name: 'bomb', text: bomb }])[0]!.message).toMatch(/alias/i);
  });

  test('what is repeated by an alias is read as what it stands for', () => {
    const content = { format: PACK_FORMAT, vocabulary: SMALL_VOCABULARY, movements: smallMovements() };
    const [repeated, written] = [true, false].map((aliasDuplicateObjects) => stringify(content, { aliasDuplicateObjects }));
    expect(repeated).toMatch(/: \*a1$/m);
    expect(written).not.toMatch(/: \*a1$/m);
    expect(readPack([{ name: 'mine.yaml', text: repeated! }])).toEqual(readPack([{ name: 'mine.yaml', text: written! }]));
  });

  test('what refers to nothing is named by its line, in the file where it stands', () => {
    const [easy, middle, loaded] = smallMovements();
    const lost = { ...middle!, harder: [{ to: 'waxwing:none', levers: ['load'], shownFirst: { sets: 1, reps: 5, reserve: 1 } }] };
    const files = [pack([easy!, loaded!])[0]!, { ...pack([lost], {})[0]!, name: 'lost.yaml' }];
    const problem = problemsOf(files).find(({ message }) => message.includes('waxwing:none'))!;
    expect(problem).toMatchObject({ file: 'lost.yaml' });
    expect(files[1]!.text.split('\n')[problem.line - 1]).toContain('waxwing:none');
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

describe('what goes under another id', () => {
  const aliases: Alias[] = [
    { of: 'movement', id: 'waxwing:middle', now: 'waxwing:centre' },
    { of: 'fault-type', id: 'knees-in', now: 'knees-cave' },
    { of: 'cue', id: 'spread-the-floor', now: 'tear-the-floor' },
  ];
  const { faultTypes = [], cues = [] } = SMALL_VOCABULARY;
  const middle = smallMovements().find(({ id }) => id === 'waxwing:middle')!;
  const centre = renamedDocument({ ...middle, id: 'waxwing:centre' }, renamesOf(aliases));
  const renaming = {
    faultTypes: [{ ...faultTypes.find(({ id }) => id === 'knees-in'), id: 'knees-cave' }],
    cues: [{ ...cues[0], id: 'tear-the-floor', for: ['knees-cave'] }],
    aliases,
  };
  const existing = { vocabulary: SMALL_VOCABULARY, movements: smallMovements() };

  test('takes the place of what it was, and whatever refers to that refers to it', () => {
    const read = readPack(pack([centre], renaming), existing);
    expect(read.packProblems).toEqual([]);
    if (!read.ok) return;
    const { movements, vocabulary } = read.value;
    // The easy one, which isn't in the pack, leads to the new id now.
    const easy = movements.find(({ id }) => id === 'waxwing:easy')!;
    expect(easy.harder.map(({ to }) => to)).toContain('waxwing:centre');
    expect(movements.map(({ id }) => id)).not.toContain('waxwing:middle');
    expect(vocabulary.faultTypes!.map(({ id }) => id)).not.toContain('knees-in');
    expect(vocabulary.cues!.map(({ id }) => id)).toEqual(['tear-the-floor']);
  });

  test('leads to something that there is, and comes from nothing that is still there', () => {
    const nowhere = { ...renaming, aliases: [{ of: 'movement', id: 'waxwing:gone', now: 'waxwing:never' }] };
    expect(problemsOf(pack([], nowhere), existing)).toContainEqual(
      expect.objectContaining({ path: 'vocabulary.aliases.waxwing:gone', message: 'there is no movement waxwing:never' }),
    );
    const still = { ...renaming, aliases: [{ of: 'movement', id: 'waxwing:centre', now: 'waxwing:easy' }] };
    expect(problemsOf(pack([centre], still), existing).map(({ message }) => message)).toContain(
      'waxwing:centre is still there: only what is gone has another id now',
    );
    const round = [
      { of: 'cue', id: 'a', now: 'b' },
      { of: 'cue', id: 'b', now: 'a' },
    ];
    expect(problemsOf(pack([], { ...renaming, aliases: round }), existing)).toHaveLength(2);
  });

  test('is followed over several renames, and a movement’s own faults and cues go with it', () => {
    const { movement, fault, cue, faultType } = renamesOf([
      { of: 'movement', id: 'w:a', now: 'w:b' },
      { of: 'movement', id: 'w:b', now: 'w:c' },
      { of: 'cue', id: 'w:a/own', now: 'shared-now' },
    ]);
    expect([movement('w:a'), movement('w:b'), movement('w:other')]).toEqual(['w:c', 'w:c', 'w:other']);
    expect([fault('w:a/knees-in'), cue('w:a/other'), cue('w:a/own')]).toEqual(['w:c/knees-in', 'w:c/other', 'shared-now']);
    expect(faultType('w:a')).toBe('w:a');
  });
});
