import { expect, test } from '@jest/globals';
import { movementDocument } from '../test/smallLibrary.ts';
import { facetsFrom, matchesFacets } from './facets.ts';

const squat = movementDocument({
  id: 'w:squat',
  impact: 'low',
  muscles: [
    { muscle: 'quads', role: 'prime-mover', share: 0.8 },
    { muscle: 'calves', role: 'assisting', share: 0.2 },
    { muscle: 'abdominals', role: 'stabilising', share: 0.6 },
  ],
  kit: { needed: ['kettlebell'], optional: [], replaceable: [{ kit: 'kettlebell', by: 'dumbbell' }] },
  cautions: [
    { caution: 'knee', limit: 'Half the depth.' },
    { caution: 'balance', limit: 'Not without a rail.', closed: true },
  ],
});
const matches = (said: Record<string, string>) => matchesFacets(squat, facetsFrom(said));

test('an address that says nothing of the field narrows nothing', () => {
  expect(facetsFrom({ pattern: 'juggling', impact: 'severe', position: undefined })).toEqual({});
  expect(matches({})).toBe(true);
});

test('impact is at most, a muscle is what it is for, kit may stand for other kit', () => {
  expect(matches({ impact: 'none' })).toBe(false);
  expect(matches({ impact: 'low' })).toBe(true);
  expect(matches({ muscle: 'quads' })).toBe(true);
  expect(matches({ muscle: 'calves' })).toBe(false);
  expect(matches({ muscle: 'abdominals' })).toBe(false);
  expect(matches({ needs: 'dumbbell' })).toBe(true);
  expect(matches({ needs: 'barbell' })).toBe(false);
});

test('a caution leaves out what it closes, not what it limits', () => {
  expect(matches({ caution: 'knee' })).toBe(true);
  expect(matches({ caution: 'balance' })).toBe(false);
});
