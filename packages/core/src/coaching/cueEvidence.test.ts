import { expect, test } from '@jest/globals';
import { lexiconOf } from '../movement/library.ts';
import { resolveMovement } from '../movement/resolvedMovement.ts';
import { SMALL_VOCABULARY, movementDocument, revisionOf } from '../test/smallLibrary.ts';
import { cueEvidence, orderByEvidence, sumOf } from './cueEvidence.ts';
import { NO_TALLY, type CueTally } from './cueTally.ts';

const tally = (trials: number, fixed: number): CueTally => ({ trials, fixed, score: fixed });
const movement = resolveMovement(revisionOf(movementDocument({ id: 'waxwing:middle' })), lexiconOf(SMALL_VOCABULARY), {});
const fault = movement.faults[0]!;
const ordered = (tallies: Readonly<Record<string, CueTally>>) => orderByEvidence(fault, (cueId) => tallies[cueId] ?? NO_TALLY);

test('the band narrows with trials, and knows nothing without', () => {
  expect(cueEvidence(NO_TALLY, 0)).toEqual({ ...NO_TALLY, estimate: 0.5, band: { low: 0, high: 1 } });
  const { band, estimate } = cueEvidence(tally(32, 25), 1);
  // By hand: 25 of 32 and four trials at 0.45; Wilson at 1.645.
  expect(estimate).toBeCloseTo((25 + 1.8) / 36, 6);
  expect([band.low, band.high].map((share) => Math.round(100 * share))).toEqual([64, 88]);
  expect(cueEvidence(tally(4, 4), 0).band.high).toBeCloseTo(1, 6);
  expect(cueEvidence(tally(4, 0), 0).band.low).toBeCloseTo(0, 6);
});

test('tallies of several faults are one', () => {
  expect(sumOf([tally(3, 1), tally(5, 2)])).toEqual(tally(8, 3));
});

test('what works comes first, with what it did', () => {
  const [first, second] = fault.cues;
  const order = ordered({ [first!.cueId]: tally(10, 1), [second!.cueId]: tally(8, 6) })!;
  expect(order.cues.map(({ cueId }) => cueId)).toEqual([second!.cueId, first!.cueId]);
  expect(order.reasons).toEqual([`“${second!.text}” fixed it 6 of 8 times`, `“${first!.text}” fixed it 1 of 10 times`]);
});

test('nothing is proposed where it stands so, nor from a handful', () => {
  const [first, second] = fault.cues;
  expect(ordered({})).toBeNull();
  expect(ordered({ [first!.cueId]: tally(10, 9), [second!.cueId]: tally(8, 1) })).toBeNull();
  expect(ordered({ [second!.cueId]: tally(3, 3) })).toBeNull();
});
