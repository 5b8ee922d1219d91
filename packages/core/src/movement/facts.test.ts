import { describe, expect, test } from '@jest/globals';
import { movementDocument, SMALL_VOCABULARY } from '../test/smallLibrary.ts';
import { starterLibrary } from '../test/starterLibrary.ts';
import { factsOf, isAnyOf } from './facts.ts';
import { lexiconOf } from './library.ts';
import type { MovementDocument } from './movementDocument.ts';

const words = {
  ...SMALL_VOCABULARY,
  kit: [
    { id: 'kettlebell', name: 'one kettlebell', weighs: true },
    { id: 'wedge', name: 'a wedge' },
  ],
  basePoses: [{ id: 'plank', words: 'on hands and toes', position: 'prone' as const, angles: {}, contacts: ['hands', 'toes'] }],
};
const lexicon = lexiconOf(words);
const facts = (part: Partial<MovementDocument>) => factsOf(movementDocument({ id: 'w:x', ...part }), lexicon);
const figure = (keys: object, part: object = {}) => ({
  figure: { base: 'plank', keys, ...part } as MovementDocument['figure'] & object,
});

describe('what a movement is by itself', () => {
  test('a weight that it can’t do without is a load; one that may be added, and a thing, are none', () => {
    expect(facts({ kit: { needed: ['kettlebell'], optional: [] } }).loaded).toBe(true);
    expect(facts({ kit: { needed: ['wedge'], optional: ['kettlebell'] } }).loaded).toBe(false);
  });

  test('what the hands stand on comes from the figure, or from the pose that it begins with', () => {
    expect(facts(figure({}))).toMatchObject({ handsFixed: true, handsFlat: true });
    expect(facts(figure({}, { contacts: ['forearms', 'toes'] }))).toMatchObject({ handsFixed: true, handsFlat: false });
    expect(facts(figure({}, { contacts: ['feet'] }))).toMatchObject({ handsFixed: false, handsFlat: false });
    expect(facts({})).toMatchObject({ handsFixed: false, handsFlat: false, kneeBendDeg: 0 });
  });

  test('how far the knees bend is how far the straighter one does, and not how they are set up', () => {
    expect(facts(figure({ 'set-up': { 'knee.flexion': 90 }, turn: { 'knee.flexion': 40 } })).kneeBendDeg).toBe(40);
    const split = { 'knee.left.flexion': 20, 'knee.right.flexion': 60 };
    expect(facts(figure({ turn: split, lift: { 'knee.flexion': 5 } })).kneeBendDeg).toBe(20);
  });

  test('two parts make it joined', () => {
    expect(facts({ components: ['w:a', 'w:b'] }).joined).toBe(true);
    expect(facts({}).joined).toBe(false);
  });
});

describe('ways that something is so', () => {
  const hinge = facts({ pattern: 'hinge', kit: { needed: ['kettlebell'], optional: [] } });

  test('one of them is enough; within one, all of it has to hold', () => {
    expect(isAnyOf(hinge, [{ pattern: 'squat' }, { pattern: 'hinge', loaded: true }])).toBe(true);
    expect(isAnyOf(hinge, [{ pattern: 'hinge', loaded: false }])).toBe(false);
    expect(isAnyOf(hinge, [{ pattern: 'hinge', position: 'prone' }])).toBe(false);
    expect(isAnyOf(hinge, [])).toBe(false);
    expect(isAnyOf(hinge)).toBe(false);
  });

  test('a bend counts from so many degrees on', () => {
    const bent = { ...hinge, kneeBendDeg: 30 };
    expect(isAnyOf(bent, [{ kneeBendDeg: 30 }])).toBe(true);
    expect(isAnyOf(bent, [{ kneeBendDeg: 31 }])).toBe(false);
  });
});

test('the starter library: what anybody would say of these', () => {
  const { movements, vocabulary } = starterLibrary();
  const of = (slug: string) =>
    factsOf(
      movements.find(({ id }) => id === `waxwing:${slug}`)!,
      lexiconOf(vocabulary),
    );
  expect(of('full-push-up')).toMatchObject({ handsFlat: true, loaded: false, pattern: 'push' });
  expect(of('forearm-plank')).toMatchObject({ handsFlat: false, handsFixed: true, rhythm: 'hold' });
  expect(of('dumbbell-bench-press')).toMatchObject({ handsFixed: false, loaded: true });
  expect(of('leg-press').loaded).toBe(true);
  expect(of('dumbbell-deadlift').kneeBendDeg).toBeGreaterThan(of('dumbbell-romanian-deadlift').kneeBendDeg);
  expect(of('squat-to-press').joined).toBe(true);
  expect(of('tuck-jump').impact).toBe('high');
});
