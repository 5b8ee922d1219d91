import { expect, test } from '@jest/globals';
import { movementDocument, revisionOf, SMALL_VOCABULARY } from '../test/smallLibrary.ts';
import { lexiconOf } from './library.ts';
import { briefingCues, resolveMovement, stancesInForce } from './resolvedMovement.ts';

const lexicon = lexiconOf(SMALL_VOCABULARY);
const document = movementDocument({
  id: 'w:squat',
  cues: [
    { id: 'glide', text: 'Knees glide over laces', kind: 'external', stance: { point: 'knee-travel', position: 'may-pass' } },
    { id: 'back', text: 'Hips back first', kind: 'internal', stance: { point: 'knee-travel', position: 'behind-toes' } },
    { shared: 'spread-the-floor' },
  ],
});

test('the position in force decides which cues there are: client over studio', () => {
  const texts = (overrides: Record<string, string>) =>
    resolveMovement(revisionOf(document), lexicon, stancesInForce(lexicon, overrides)).cues.map((cue) => cue.text);
  expect(texts({})).toEqual(['Knees glide over laces', 'Spread the floor apart']);
  expect(texts({ 'knee-travel': 'behind-toes' })).toEqual(['Hips back first', 'Spread the floor apart']);
});

test('ids last: a shared cue keeps its own, an own cue carries its movement', () => {
  const { cues, faults } = resolveMovement(revisionOf(document), lexicon, stancesInForce(lexicon));
  expect(cues.map((cue) => cue.cueId)).toEqual(['w:squat/glide', 'spread-the-floor']);
  expect(faults[0]!.faultId).toBe('w:squat/knees-in');
});

test('briefing takes two cues, of two kinds where there are two', () => {
  const resolved = resolveMovement(revisionOf(movementDocument({ id: 'w:x' })), lexicon, stancesInForce(lexicon));
  expect(briefingCues(resolved).map((cue) => cue.kind)).toEqual(['external', 'internal']);
});
