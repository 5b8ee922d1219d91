import { expect, test } from '@jest/globals';
import { starterLibrary } from '../test/starterLibrary.ts';
import { allSetsSeconds, repSecondsOf, workSeconds, type Timed } from './workTime.ts';

const TEMPO = { lowerSeconds: 3, turnSeconds: 1, liftSeconds: 1, finishSeconds: 0 };
const squat: Timed = { dose: { kind: 'reps', low: 8, high: 12 }, laterality: 'both', repSeconds: 2.6 };
const lunge: Timed = { dose: { kind: 'reps', low: 8, high: 10, perSide: true }, laterality: 'one-side', repSeconds: 2.5 };

test('a rep is as long as people take, unless a tempo is asked for', () => {
  expect(repSecondsOf(squat)).toBe(2.6);
  expect(repSecondsOf(squat, TEMPO)).toBe(5.5);
  expect(workSeconds(squat, 10)).toBeCloseTo(26);
  expect(workSeconds(squat, 10, TEMPO)).toBeCloseTo(55);
});

test('both sides count, and the change between them, but where they take turns', () => {
  expect(workSeconds(lunge, 10)).toBe(54);
  expect(workSeconds({ ...lunge, laterality: 'alternating' }, 10)).toBe(50);
});

test('seconds are seconds, metres go by the pace', () => {
  expect(workSeconds({ dose: { kind: 'seconds', low: 20, high: 40, perSide: true }, laterality: 'one-side' }, 30)).toBe(64);
  expect(workSeconds({ dose: { kind: 'distance', metres: 20 }, laterality: 'alternating', metresPerSecond: 0.5 }, 20)).toBe(40);
});

test('all sets have a rest between them and none after the last', () => {
  expect(allSetsSeconds({ ...squat, sets: 3, restSeconds: 75 }, 10)).toBeCloseTo(3 * 26 + 150);
});

test('what nobody has timed is taken for a usual movement', () => {
  const { dose, laterality } = squat;
  expect(workSeconds({ dose, laterality }, 10)).toBeGreaterThan(15);
  expect(workSeconds({ dose: { kind: 'distance', metres: 20 }, laterality }, 20)).toBe(20);
});

test('every starter movement that is counted has been timed, near to what was seen of its kind', () => {
  const { movements: documents } = starterLibrary();
  const counted = documents.filter(({ dose, rhythm }) => dose.kind === 'reps' || rhythm === 'rep');
  expect(counted.filter(({ repSeconds }) => repSeconds === undefined).map(({ id }) => id)).toEqual([]);
  expect(documents.filter((each) => each.dose.kind === 'distance' && !each.metresPerSecond)).toEqual([]);
  const seconds = (slug: string) => documents.find(({ id }) => id === `waxwing:${slug}`)!.repSeconds!;
  // A press well under two seconds, a push-up two and a bit, a squat with a weight two to three, a swing one and a half.
  expect(seconds('floor-press')).toBeLessThan(2);
  expect(seconds('full-push-up')).toBeCloseTo(2.2);
  for (const slug of ['goblet-squat', 'two-dumbbell-squat', 'dumbbell-front-squat']) {
    expect(seconds(slug)).toBeGreaterThanOrEqual(2);
    expect(seconds(slug)).toBeLessThanOrEqual(3);
  }
  expect(seconds('two-hand-swing')).toBeLessThan(2);
  // A movement is not slower by habit than to the tempo in which it is learned, but where getting back costs time.
  const slow = documents.filter(({ repSeconds, tempo }) => tempo && repSeconds! > repSecondsOf({}, tempo) + 0.1);
  expect(slow.map(({ id }) => id)).toEqual(['waxwing:lowering-chin-up']);
});
