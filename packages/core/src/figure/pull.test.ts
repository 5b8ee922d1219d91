import { describe, expect, test } from '@jest/globals';
import { lexiconOf } from '../movement/library.ts';
import type { Phase } from '../movement/terms.ts';
import { starterLibrary } from '../test/starterLibrary.ts';
import { figureErrorText } from './figureError.ts';
import { figureSourceOf } from './figureSource.ts';
import { withAngles } from '../movement/figureKey.ts';
import { Grip, HANDLES, type Pulled } from './pull.ts';
import { AVERAGE_BUILD } from './skeleton.ts';

const { movements, vocabulary } = starterLibrary();
const lexicon = lexiconOf(vocabulary);
const sourceOf = (slug: string) => figureSourceOf(movements.find(({ id }) => id === `waxwing:${slug}`)!)!;
const SIDE = 90;

/** As a hand does, not in one leap. */
function pulledBy(grip: Grip, landmark: string, [across, up]: readonly [number, number]): Pulled {
  const steps = 8;
  const [x, y] = grip.at(landmark, SIDE);
  const pull = (step: number) => grip.pull(landmark, SIDE, [x + (across * step) / steps, y + (up * step) / steps]);
  for (let step = 1; step < steps; step += 1) pull(step);
  return pull(steps);
}

/** The figure posed anew with what a pull says of its phase. */
function posedAgain(slug: string, phase: Phase, angles: Readonly<Record<string, number>>): Grip {
  const source = sourceOf(slug);
  const keys = { ...source.figure.keys, [phase]: withAngles(source.figure.keys[phase], angles) };
  return new Grip({ ...source, figure: { ...source.figure, keys } }, lexicon, AVERAGE_BUILD, phase);
}

describe('what is pulled', () => {
  test.each([
    ['goblet-squat', 'turn', 'hips', [0, 0.06]],
    ['goblet-squat', 'turn', 'knee.left', [0.03, 0]],
    ['dumbbell-romanian-deadlift', 'turn', 'ear', [0, 0.05]],
    ['lateral-raise', 'turn', 'grip.left', [0.02, 0.1]],
    ['split-squat', 'turn', 'hips', [0, 0.05]],
    ['forearm-plank', 'hold', 'hips', [0, 0.04]],
  ] as const)(
    '%s, %s: the %s comes where it was brought, and what is said of it poses it so again',
    (slug, phase, landmark, by) => {
      const grip = new Grip(sourceOf(slug), lexicon, AVERAGE_BUILD, phase);
      const from = grip.at(landmark, SIDE);
      const feet = grip.at('ball.left', SIDE);
      const to = [from[0] + by[0], from[1] + by[1]] as const;
      const { angles, error } = pulledBy(grip, landmark, by);
      expect(error && figureErrorText(error)).toBeUndefined();
      expect(Math.hypot(grip.at(landmark, SIDE)[0] - to[0], grip.at(landmark, SIDE)[1] - to[1])).toBeLessThan(0.003);
      // What touches stays where it touches.
      expect(Math.hypot(grip.at('ball.left', SIDE)[0] - feet[0], grip.at('ball.left', SIDE)[1] - feet[1])).toBeLessThan(0.003);
      const again = posedAgain(slug, phase, angles);
      // Seen from the foot: a figure that is put down anew may stand elsewhere.
      const [[x, y], foot] = [again.at(landmark, SIDE), again.at('ball.left', SIDE)];
      expect(Math.hypot(x - foot[0] - (to[0] - feet[0]), y - to[1])).toBeLessThan(0.03);
    },
  );

  test('too far it comes as near as it can, and says what stands in the way and by how much', () => {
    const grip = new Grip(sourceOf('goblet-squat'), lexicon, AVERAGE_BUILD, 'turn');
    const { error } = grip.pull('hips', SIDE, [0, 1.6]);
    expect(error && figureErrorText(error)).toMatch(/^at turn: .+ can’t be reached, \d+\.\d cm off$/);
  });

  test('of a body that does the same on both sides moves both; of one that doesn’t, that one', () => {
    const both = new Grip(sourceOf('lateral-raise'), lexicon, AVERAGE_BUILD, 'turn');
    const [, y] = both.at('grip.left', SIDE);
    const pulled = pulledBy(both, 'grip.left', [0, 0.1]);
    expect(Object.keys(pulled.angles).filter((name) => name.split('.').length === 3)).toEqual([]);
    expect(both.at('grip.right', SIDE)[1]).toBeCloseTo(y + 0.1, 2);

    const one = new Grip(sourceOf('alternating-front-raise'), lexicon, AVERAGE_BUILD, 'turn');
    const other = one.at('grip.right', SIDE);
    pulledBy(one, 'grip.left', [0.05, 0.1]);
    expect(Math.abs(one.at('grip.right', SIDE)[1] - other[1])).toBeLessThan(0.02);
  });

  test('everything that can be pulled is somewhere on every figure', () => {
    for (const slug of ['goblet-squat', 'forearm-plank', 'jumping-jack']) {
      const source = sourceOf(slug);
      const grip = new Grip(source, lexicon, AVERAGE_BUILD, 'set-up');
      for (const { landmark } of HANDLES) expect(grip.at(landmark, SIDE).every(Number.isFinite)).toBe(true);
    }
  });
});
