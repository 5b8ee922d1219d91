import { describe, expect, test } from '@jest/globals';
import { checkShape } from '../exchange/checkShape.ts';
import { SMALL_VOCABULARY, movementDocument, smallMovements } from '../test/smallLibrary.ts';
import { lexiconOf } from './library.ts';
import { MovementDocument } from './movementDocument.ts';
import { copyOfMovement, newMovement, newMovementId, withStep } from './newMovement.ts';
import { freeSlug, slugOf } from './slug.ts';
import { MOVEMENT_ID_PATTERN } from './terms.ts';

const lexicon = lexiconOf(SMALL_VOCABULARY);
const WORDS = { id: 'net-loft:rope-squat', name: ' Rope squat ', pattern: 'squat', cue: 'Sit to the rope' } as const;

describe('ids', () => {
  test.each([
    ['Köl’s squat, slow', 'kols-squat-slow'],
    ['  90/90  ', '90-90'],
    ['呼吸', 'none'],
    [`${'very '.repeat(20)}long`, 'very-very-very-very-very-very-very-very-very-very-very-very'],
    ['x'.repeat(90), 'x'.repeat(60)],
  ])('%s', (text, slug) => expect(slugOf(text, 'none')).toBe(slug));

  test('a slug that is taken gets a number', () => {
    const taken = new Set(['squat', 'squat-2']);
    expect(freeSlug('squat', (slug) => taken.has(slug))).toBe('squat-3');
  });

  test.each([
    ['The Net Loft', 'the-net-loft:squat'],
    ['24 hours', 'hours:squat'],
    ['体育', 'own:squat'],
    ['Waxwing', 'own:squat'],
    ['A very long name of a studio that goes on and on', 'a-very-long-name-of-a-studio-that-goes-o:squat'],
  ])('of %s', (studio, id) => {
    expect(newMovementId(studio, 'Squat', () => false)).toBe(id);
    expect(id).toMatch(MOVEMENT_ID_PATTERN);
  });
});

describe('a new movement', () => {
  test('with a name, a pattern and a cue is a whole one, as most of its pattern are', () => {
    const wall = movementDocument({ id: 'waxwing:wall', position: 'seated', rhythm: 'hold', phases: [] });
    const made = newMovement(WORDS, [wall, ...smallMovements()], lexicon);
    expect(checkShape(MovementDocument, made)).toMatchObject({ ok: true });
    expect(made).toMatchObject({ name: 'Rope squat', position: 'standing', rhythm: 'rep', family: 'squat' });
    expect(made).not.toHaveProperty('trains');
  });

  test('of a pattern that the library has none of', () => {
    const made = newMovement({ ...WORDS, pattern: 'throw' }, smallMovements(), lexicon);
    expect(checkShape(MovementDocument, made)).toMatchObject({ ok: true });
  });

  test('a copy has what was said, but neither its names nor its place', () => {
    const from = movementDocument({ id: 'waxwing:a', common: true, otherNames: ['B'] });
    const step = withStep(from, 'waxwing:c', ['load']);
    const copy = copyOfMovement(step, { id: 'net-loft:d', name: 'D' });
    expect(copy).toEqual({ ...movementDocument({ id: 'net-loft:d' }), name: 'D' });
    expect(copy).not.toHaveProperty('common');
  });

  test('a step asks for the top of the easier one’s range, and is made once', () => {
    const from = withStep(movementDocument({ id: 'waxwing:a' }), 'waxwing:c', ['load']);
    expect(from.harder).toEqual([{ to: 'waxwing:c', levers: ['load'], shownFirst: { sets: 2, reps: 12, reserve: 2 } }]);
    expect(withStep(from, 'waxwing:c', ['range'])).toBe(from);
    const hold = movementDocument({ id: 'waxwing:h', dose: { kind: 'seconds', low: 20, high: 900 } });
    expect(withStep(hold, 'waxwing:c', ['load']).harder[0]!.shownFirst).toEqual({ sets: 2, seconds: 600, reserve: 2 });
  });
});
