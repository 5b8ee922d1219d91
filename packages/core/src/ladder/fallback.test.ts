import { describe, expect, test } from '@jest/globals';
import { lexiconOf } from '../movement/library.ts';
import { IMPACTS } from '../movement/terms.ts';
import { starterLibrary } from '../test/starterLibrary.ts';
import { fallbacks } from './fallback.ts';
import { ladderOf } from './ladder.ts';

const { movements, vocabulary } = starterLibrary();
const lexicon = lexiconOf(vocabulary);
const ladder = ladderOf(movements);
const documentOf = (id: string) => movements.find((each) => each.id === id)!;
const standIns = (slug: string, isOpen: (id: string) => boolean = () => true) =>
  fallbacks({ of: documentOf(`waxwing:${slug}`), among: movements, ladder, lexicon, isOpen });

/** What a trainer would take for somebody who can’t do it: any of these. The last eight were written before they were first run. */
const CASES: readonly (readonly [movement: string, purpose: string, ...any: string[]])[] = [
  ['full-push-up', 'muscles', 'bench-push-up', 'wall-push-up', 'floor-press', 'band-chest-press'],
  ['goblet-squat', 'muscles', 'hand-supported-squat', 'leg-press', 'supported-split-squat'],
  ['barbell-back-squat', 'muscles', 'leg-press', 'hand-supported-squat', 'box-squat'],
  ['pull-up', 'muscles', 'kneeling-band-pulldown', 'band-row', 'no-load-pull', 'seated-cable-row'],
  ['forearm-plank', 'muscles', 'heel-taps', 'dead-bug', 'press-out'],
  ['overhead-press', 'muscles', 'front-raise', 'seated-lateral-raise', 'bent-arm-lateral-raise'],
  ['bent-over-row', 'muscles', 'seated-cable-row', 'band-row', 'no-load-pull'],
  ['side-plank', 'muscles', 'press-out', 'standing-knee-to-elbow'],
  ['chair-dip', 'muscles', 'bench-push-up', 'wall-push-up', 'pushdown'],
  ['hip-thrust', 'muscles', 'all-fours-heel-curl', 'banded-prone-leg-raise', 'held-bridge'],
  ['squat-jump', 'muscles', 'high-seat-sit-to-stand', 'hand-supported-squat', 'box-squat'],
  ['squat-jump', 'pulse', 'jog-on-the-spot', 'march-on-the-spot'],
  ['jumping-jack', 'pulse', 'side-steps-reach', 'march-on-the-spot'],
  ['step-up', 'muscles', 'high-seat-sit-to-stand', 'hand-supported-squat', 'supported-split-squat'],
  ['weighted-bridge', 'muscles', 'banded-prone-leg-raise', 'all-fours-heel-curl', 'frog-pump'],
  ['suspension-row', 'muscles', 'no-load-pull', 'band-row', 'seated-cable-row'],
  ['curtsy-lunge', 'muscles', 'supported-split-hold', 'supported-split-squat'],
  ['long-curl-up', 'muscles', 'heel-taps', 'dead-bug'],
  ['feet-raised-push-up', 'muscles', 'wall-push-up', 'bench-push-up', 'floor-press'],
  ['tuck-jump', 'pulse', 'march-on-the-spot', 'jog-on-the-spot'],
  ['floor-burpee', 'pulse', 'bench-burpee', 'step-squat-thrust', 'march-on-the-spot'],
];

describe('what stands in for a movement that somebody can’t do', () => {
  test.each(CASES)('%s, for the %s', (movement, purpose, ...any) => {
    const found = standIns(movement).find((each) => each.purpose === purpose);
    expect(any.map((slug) => `waxwing:${slug}`)).toContain(found?.movementId);
  });

  test('asks for no more of anything, lands no harder, and isn’t a neighbour that the ladder shows already', () => {
    for (const of of movements) {
      for (const { movementId } of fallbacks({ of, among: movements, ladder, lexicon, isOpen: () => true })) {
        const { skill, impact } = documentOf(movementId);
        expect([of.id, movementId, skill <= of.skill]).toEqual([of.id, movementId, true]);
        expect(IMPACTS.indexOf(impact)).toBeLessThanOrEqual(of.impact === 'high' ? 1 : IMPACTS.indexOf(of.impact));
        expect(ladder.easierFrom(of.id).map(({ from }) => from)).not.toContain(movementId);
      }
    }
  });

  test('only what is open, and nothing where nothing is', () => {
    expect(standIns('pull-up', (id) => id !== 'waxwing:band-row')[0]!.movementId).not.toBe('waxwing:band-row');
    expect(standIns('pull-up', () => false)).toEqual([]);
  });
});

test('of one whose muscles nobody has named yet nothing is said to work them', () => {
  const of = { ...documentOf('waxwing:goblet-squat'), muscles: [] };
  expect(fallbacks({ of, among: movements, ladder, lexicon, isOpen: () => true })).toEqual([]);
});
