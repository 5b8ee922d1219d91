import { describe, expect, test } from '@jest/globals';
import { KNEES_IN, movementDocument, SMALL_VOCABULARY } from '../test/smallLibrary.ts';
import type { Alias } from './alias.ts';
import { renamedDocument, renamedVocabulary, renamesOf } from './aliases.ts';
import { mergeVocabulary } from './library.ts';

const ALIASES: readonly Alias[] = [
  { of: 'movement', id: 'w:old', now: 'w:new' },
  { of: 'fault-type', id: 'knees-in', now: 'knees-cave' },
  { of: 'cue', id: 'spread-the-floor', now: 'tear-the-floor' },
];
const renames = renamesOf(ALIASES);

describe('a movement that refers to what was renamed', () => {
  const shownFirst = { sets: 1, reps: 1, reserve: 1 };
  const document = movementDocument({
    id: 'w:other',
    components: ['w:old', 'w:other-part'],
    harder: [{ to: 'w:old', levers: ['load'], shownFirst }],
    cautions: [
      { caution: 'knee', limit: 'Less deep.', instead: 'w:old' },
      { caution: 'hip', limit: 'Wider.' },
    ],
    faults: [{ ...KNEES_IN, clears: ['knees-cave', 'heels-lift'], regressTo: 'w:old' }],
  });

  test('refers to it under its new id, wherever that is', () => {
    const renamed = renamedDocument(document, renames);
    expect(JSON.stringify(renamed)).not.toMatch(/w:old|"knees-in","seen"|"type":"knees-in"|spread-the-floor/);
    expect(renamed.components).toEqual(['w:new', 'w:other-part']);
    expect(renamed.harder[0]).toEqual({ to: 'w:new', levers: ['load'], shownFirst });
    expect(renamed.cautions).toEqual([
      { caution: 'knee', limit: 'Less deep.', instead: 'w:new' },
      { caution: 'hip', limit: 'Wider.' },
    ]);
    expect(renamed.faults[0]).toMatchObject({ type: 'knees-cave', clears: ['heels-lift'], regressTo: 'w:new' });
    expect(renamed.faults[0]!.corrections[0]).toEqual({ kind: 'cue', cue: 'tear-the-floor' });
    // The id of a fault of its own stays: history hangs on it.
    expect(renamed.faults[0]!.id).toBe(document.faults[0]!.id);
  });

  test('says once what became one: of two cues the first, for what either was for', () => {
    const joined = renamedDocument(
      movementDocument({
        id: 'w:other',
        cues: [
          { shared: 'spread-the-floor', for: ['knees-in'] },
          { id: 'own', text: 'Own', kind: 'external', for: ['knees-in', 'knees-cave'] },
          { shared: 'tear-the-floor', for: ['heels-lift', 'knees-cave'] },
        ],
        faults: [
          {
            ...KNEES_IN,
            corrections: [
              { kind: 'cue', cue: 'spread-the-floor' },
              { kind: 'set-up', text: 'Toes out.' },
              { kind: 'cue', cue: 'tear-the-floor' },
            ],
          },
        ],
      }),
      renames,
    );
    expect(joined.cues).toEqual([
      { shared: 'tear-the-floor', for: ['knees-cave', 'heels-lift'] },
      { id: 'own', text: 'Own', kind: 'external', for: ['knees-cave'] },
    ]);
    expect(joined.faults[0]!.corrections).toEqual([
      { kind: 'cue', cue: 'tear-the-floor' },
      { kind: 'set-up', text: 'Toes out.' },
    ]);
  });

  test('is the very same when nothing of it was', () => {
    expect(renamedDocument(document, renamesOf([{ of: 'movement', id: 'w:never', now: 'w:new' }]))).toBe(document);
    expect(renamedDocument(document, renamesOf())).toBe(document);
  });
});

describe('a vocabulary', () => {
  test('loses what was renamed, and what is left refers to the new', () => {
    const { cues, faultTypes, searchTerms } = renamedVocabulary({
      ...SMALL_VOCABULARY,
      aliases: [...ALIASES],
      faultTypes: [
        ...SMALL_VOCABULARY.faultTypes!,
        { id: 'knees-cave', name: 'Knees cave', region: 'knees', causes: [], drills: ['w:old'] },
      ],
      cues: [...SMALL_VOCABULARY.cues!, { id: 'tear-the-floor', text: 'Tear the floor', kind: 'external', for: ['knees-in'] }],
      searchTerms: [{ id: 'golf', name: 'golf', narrows: { movements: ['w:old', 'w:other'] } }],
    });
    expect(searchTerms![0]!.narrows).toEqual({ movements: ['w:new', 'w:other'] });
    expect(cues).toEqual([{ id: 'tear-the-floor', text: 'Tear the floor', kind: 'external', for: ['knees-cave'] }]);
    expect(faultTypes!.map(({ id }) => id)).toEqual(['heels-lift', 'trunk-tips', 'head-juts', 'knees-cave']);
    expect(faultTypes!.at(-1)!.drills).toEqual(['w:new']);
    expect(renamedVocabulary(SMALL_VOCABULARY)).toBe(SMALL_VOCABULARY);
  });

  test('of two packs that rename the same thing the later one counts; a cue and a fault type may share an id', () => {
    const one = { aliases: [ALIASES[0]!, { of: 'cue' as const, id: 'same', now: 'a' }] };
    const other = {
      aliases: [
        { ...ALIASES[0]!, now: 'w:newest' },
        { of: 'fault-type' as const, id: 'same', now: 'b' },
      ],
    };
    const { movement, cue, faultType } = renamesOf(mergeVocabulary(one, other).aliases);
    expect([movement('w:old'), cue('same'), faultType('same')]).toEqual(['w:newest', 'a', 'b']);
  });

  test('a rename that comes back to itself leads nowhere', () => {
    const { cue } = renamesOf([
      { of: 'cue', id: 'a', now: 'b' },
      { of: 'cue', id: 'b', now: 'a' },
    ]);
    expect(cue('a')).toBe('a');
  });
});
