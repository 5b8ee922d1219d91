import { describe, expect, test } from '@jest/globals';
import { lexiconOf } from '../movement/library.ts';
import { starterLibrary } from '../test/starterLibrary.ts';
import { faultAngles, figureWithFault } from './faultPull.ts';
import { figureSourceOf } from './figureSource.ts';
import { anglesOf } from '../movement/figureKey.ts';
import { Grip } from './pull.ts';
import { solveStills } from './solveRep.ts';
import { AVERAGE_BUILD } from './skeleton.ts';

const { movements, vocabulary } = starterLibrary();
const lexicon = lexiconOf(vocabulary);
const sourceOf = (slug: string) => figureSourceOf(movements.find(({ id }) => id === `waxwing:${slug}`)!)!;
const SIDE = 90;

describe('a fault’s pose', () => {
  test.each([
    ['goblet-squat', 'turn', { 'thoracic.flexion': 20, 'hip.flexion': 10 }],
    ['dumbbell-romanian-deadlift', 'turn', { 'lumbar.flexion': 15 }],
    ['forearm-plank', 'hold', { 'pelvis.tilt': 8 }],
  ] as const)('%s at %s: what is added to the good pose is what is read off it again', (slug, phase, angles) => {
    const source = sourceOf(slug);
    const good = new Grip(source, lexicon, AVERAGE_BUILD, phase).posture;
    const figure = figureWithFault(source.figure, { angles }, phase, good);
    const said = faultAngles(anglesOf(figure.keys[phase]), good);
    for (const [joint, deg] of Object.entries(angles)) expect(said[joint]).toBeCloseTo(deg, 0);
  });

  test('pulled from the good one it is said in angles that show so, in every strength', () => {
    const source = sourceOf('goblet-squat');
    const grip = new Grip(source, lexicon, AVERAGE_BUILD, 'turn');
    const good = grip.posture;
    const [x, y] = grip.at('ear', SIDE);
    const { angles, error } = grip.pull('ear', SIDE, [x + 0.06, y - 0.03]);
    expect(error).toBeUndefined();
    const change = { angles: faultAngles(angles, good) };
    expect(Object.keys(change.angles).length).toBeGreaterThan(0);
    for (const strength of ['slight', 'clear', 'strong'] as const) {
      expect(solveStills(source, lexicon, AVERAGE_BUILD, { change, phase: 'turn', strength })).toMatchObject({ ok: true });
    }
  });
});
