import { expect, test } from '@jest/globals';
import { lexiconOf } from '../movement/library.ts';
import { resolveMovement } from '../movement/resolvedMovement.ts';
import { revisionOf } from '../test/smallLibrary.ts';
import { starterLibrary } from '../test/starterLibrary.ts';
import { faultsMeant, faultTypesMeant } from './faultsMeant.ts';

const library = starterLibrary();
const lexicon = lexiconOf(library.vocabulary);

function meant(slug: string, typed: string) {
  const document = library.movements.find(({ id }) => id === `waxwing:${slug}`)!;
  const { faults } = resolveMovement(revisionOf(document), lexicon, {});
  return faultsMeant(typed, faults, lexicon).map(({ fault, isCalledSo }) => `${fault.name}${isCalledSo ? '!' : ''}`);
}

test('what somebody sees is a fault that the movement has, in whatever words for it', () => {
  expect(meant('goblet-squat', 'knees caving in')[0]).toBe('Knee drops in!');
  expect(meant('goblet-squat', 'butt wink')[0]).toBe('Pelvis tucks under!');
  expect(meant('barbell-deadlift', 'bar away from his legs')[0]).toBe('Bar leaves the legs!');
  expect(meant('forearm-plank', 'not breathing')[0]).toBe('Holds the breath!');
});

test('it is offered while it is typed, and never more than three', () => {
  expect(meant('goblet-squat', 'kne')).toEqual(['Knee drops in']);
  expect(meant('barbell-deadlift', 'back rou')[0]).toBe('Back rounds');
  expect(meant('goblet-squat', 'leaning forward')).toContain('Weight pulls you forward');
  for (const typed of ['hips', 'back', 'drops down', 'shoots up']) expect(meant('goblet-squat', typed).length).toBeLessThan(4);
});

test('what is none of them is not', () => {
  expect(meant('barbell-deadlift', 'grip slips')).toEqual([]);
  expect(meant('goblet-squat', 'in the')).toEqual([]);
  expect(meant('goblet-squat', '…')).toEqual([]);
  // Words that only begin alike.
  expect(meant('full-push-up', 'heavy heart')).toEqual([]);
});

test('of all kinds of fault the likeliest, for what a movement hasn’t', () => {
  const named = (typed: string) => faultTypesMeant(typed, lexicon.faultTypes.values()).map(({ id }) => id);
  expect(named('holding their breath')[0]).toBe('breath-held');
  expect(named('rushes the way up')[0]).toBe('rushes');
  expect(named('purple')).toEqual([]);
});
