import { expect, test } from '@jest/globals';
import { lexiconOf } from '../movement/library.ts';
import { starterLibrary } from '../test/starterLibrary.ts';
import { basePoseOf } from './basePoseOf.ts';
import { figureSourceOf } from './figureSource.ts';
import { Grip, angleIn, JOINTS } from './pull.ts';
import { AVERAGE_BUILD } from './skeleton.ts';

const { movements, vocabulary } = starterLibrary();
const { basePoses } = lexiconOf(vocabulary);

// Hands are brought to where they are kept; which of several ways the arms take isn’t said.
const ARMS = /^(scapula|shoulder|elbow|wrist|forearm)/;

test.each([
  ['forearm-plank', 'set-up'],
  ['forearm-plank', 'hold'],
  ['goblet-squat', 'turn'],
  ['glute-bridge', 'turn'],
  ['split-squat', 'turn'],
] as const)('%s at %s kept as a base pose is that pose, for a movement that holds and balances the same', (slug, phase) => {
  const document = movements.find(({ id }) => id === `waxwing:${slug}`)!;
  const { figure } = document;
  const source = figureSourceOf(document)!;
  const was = new Grip(source, { basePoses }, AVERAGE_BUILD, phase).posture;
  const pose = basePoseOf(
    document,
    basePoses.get(figure!.base),
    { phase, posture: was },
    'As it begins',
    (id) => id === 'as-it-begins',
  );
  expect(pose).toMatchObject({ id: 'as-it-begins-2', words: 'As it begins', position: document.position });
  const kept = { ...source, figure: { ...figure!, base: pose.id, keys: {} } };
  const is = new Grip(kept, { basePoses: new Map([...basePoses, [pose.id, pose]]) }, AVERAGE_BUILD, 'set-up').posture;
  for (const joint of JOINTS.filter((name) => !ARMS.test(name)))
    expect(Math.abs(angleIn(is, joint) - angleIn(was, joint))).toBeLessThan(2);
});
