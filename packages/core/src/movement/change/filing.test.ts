import { describe, expect, test } from '@jest/globals';
import { SMALL_VOCABULARY, movementDocument } from '../../test/smallLibrary.ts';
import { renamesOf } from '../aliases.ts';
import { filedAsCue, filedAsCueFor, filedAsFault, filedAsNewCue, filedAsNewFault, filedWith, newFaultType } from './filing.ts';

const SQUAT = movementDocument({ id: 'waxwing:middle' });
const SLUG = 'typed-1';
const HEELS = SMALL_VOCABULARY.faultTypes![0]!;

describe('a fault that was typed', () => {
  test('is one of its own under the id by which it was logged; its type is the one that it was filed as', () => {
    const { document, words, now } = filedAsNewFault(SQUAT, SLUG, 'Plank tips', { type: HEELS, isNew: false });
    expect(document!.faults.at(-1)).toMatchObject({
      id: SLUG,
      type: 'heels-lift',
      name: 'Plank tips',
      causes: ['mobility:ankle'],
    });
    expect([now, renamesOf(words.aliases).faultType(SLUG)]).toEqual(['waxwing:middle/typed-1', 'heels-lift']);
    expect(words.faultTypes).toBeUndefined();
  });

  test('of a kind of its own brings its kind, under an id that nothing has', () => {
    const type = newFaultType('Heels lift', (id) => id === HEELS.id);
    expect(type.id).toBe('heels-lift-2');
    const { document, words } = filedAsNewFault(SQUAT, SLUG, 'Heels lift', { type, isNew: true });
    expect(words.faultTypes).toEqual([type]);
    // Its kind says what it is called.
    expect(document!.faults.at(-1)).not.toHaveProperty('name');
  });

  test('that is one that there is leaves the movement as it is, and what it did goes to that', () => {
    const filing = filedWith(filedAsFault(SQUAT, SLUG, 'heels-lift'), ['waxwing:middle/typed-2']);
    const renames = renamesOf(filing.words.aliases);
    expect(filing.document).toBeUndefined();
    for (const slug of [SLUG, 'typed-2']) {
      expect(renames.fault(`waxwing:middle/${slug}`)).toBe('waxwing:middle/heels-lift');
      expect(renames.faultType(slug)).toBe('heels-lift');
    }
  });

  test('that was words for one that there is becomes a cue for it, and what was seen was seen of that', () => {
    const { document, words } = filedAsCueFor(SQUAT, SLUG, 'Heels heavy', 'heels-lift');
    expect(document!.cues.at(-1)).toEqual({
      id: 'heels-heavy',
      text: 'Heels heavy',
      kind: 'external',
      phase: 'lower',
      for: ['heels-lift'],
    });
    expect(renamesOf(words.aliases).fault(`waxwing:middle/${SLUG}`)).toBe('waxwing:middle/heels-lift');
  });

  test('finds no room, or nothing to be joined to: said in words, nothing is filed', () => {
    const full = { ...SQUAT, faults: Array.from({ length: 16 }, (_, n) => ({ ...SQUAT.faults[0]!, id: `f-${n}` })) };
    expect(() => filedAsNewFault(full, SLUG, 'Plank tips', { type: HEELS, isNew: false })).toThrow('take one out first');
    expect(() => filedAsFault(SQUAT, SLUG, 'gone')).toThrow('no such fault any more');
  });
});

describe('a cue that was typed', () => {
  test('is one of the movement’s own, for the fault that it was said for if that is there', () => {
    const cue = (type?: string) => filedAsNewCue(SQUAT, SLUG, 'Quiet plank', type).document!.cues.at(-1);
    expect(cue('heels-lift')).toEqual({ id: SLUG, text: 'Quiet plank', kind: 'external', phase: 'lower', for: ['heels-lift'] });
    expect([cue('shoulders-hitch')!.for, cue()!.for]).toEqual([[], []]);
  });

  test('that is one that there is goes there, and so do the same words of other days', () => {
    const { words } = filedWith(filedAsCue(SQUAT, SLUG, 'spread-the-floor'), ['waxwing:middle/typed-2']);
    const renames = renamesOf(words.aliases);
    for (const slug of [SLUG, 'typed-2']) expect(renames.cue(`waxwing:middle/${slug}`)).toBe('spread-the-floor');
  });

  test('finds no room', () => {
    const full = { ...SQUAT, cues: Array.from({ length: 24 }, (_, n) => ({ ...SQUAT.cues[1]!, id: `c-${n}` })) };
    expect(() => filedAsNewCue(full, SLUG, 'Quiet plank', undefined)).toThrow('take one out first');
  });
});
