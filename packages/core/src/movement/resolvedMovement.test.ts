import { describe, expect, test } from '@jest/globals';
import { movementDocument, revisionOf, SMALL_VOCABULARY } from '../test/smallLibrary.ts';
import { lexiconOf } from './library.ts';
import { briefingCues, resolveMovement, stancePointsOf, stancesInForce } from './resolvedMovement.ts';

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

describe('where a shared cue is right', () => {
  const stance = { point: 'knee-travel', position: 'behind-toes' };
  const withCue = (part: object) =>
    lexiconOf({
      ...SMALL_VOCABULARY,
      cues: [{ id: 'back', text: 'Hips back first', kind: 'internal', for: ['knees-in'], ...part }],
    });
  const squat = movementDocument({ id: 'w:squat', cues: [{ shared: 'back' }], pattern: 'squat' });
  const says = (part: object, positions: Record<string, string> = {}, cautions: string[] = []) => {
    const words = withCue(part);
    const resolved = resolveMovement(revisionOf(squat), words, stancesInForce(words, positions), new Set(cautions));
    // What isn't said isn't said against a fault either.
    expect(resolved.faults[0]!.cues.length).toBe(resolved.cues.length);
    return resolved.cues.length > 0;
  };
  const behind = { 'knee-travel': 'behind-toes' };

  test('is by the position in force', () => {
    expect(says({ stance })).toBe(false);
    expect(says({ stance }, behind)).toBe(true);
  });

  test('not where the movement’s facts speak against it, whatever is in force', () => {
    expect(says({ stance, notOn: [{ pattern: 'squat' }] }, behind)).toBe(false);
    expect(says({ stance, notOn: [{ pattern: 'lunge' }] }, behind)).toBe(true);
    expect(says({ notOn: [{ pattern: 'squat' }] })).toBe(false);
  });

  test('always where they speak for it', () => {
    expect(says({ stance, alwaysOn: [{ pattern: 'squat' }] })).toBe(true);
    expect(says({ stance, alwaysOn: [{ pattern: 'lunge' }] })).toBe(false);
  });

  test('not to somebody with a caution that it leads into', () => {
    expect(says({ notWith: ['low-back'] }, {}, ['low-back'])).toBe(false);
    expect(says({ notWith: ['low-back'] }, {}, ['knee'])).toBe(true);
    expect(says({ alwaysOn: [{ pattern: 'squat' }], notWith: ['low-back'] }, {}, ['low-back'])).toBe(false);
  });

  test('a contested point is named where something depends on it, not where it is never or always said', () => {
    const points = (part: object) => stancePointsOf(squat, withCue({ stance, ...part })).map(({ id }) => id);
    expect(points({})).toEqual(['knee-travel']);
    expect(points({ notOn: [{ pattern: 'squat' }] })).toEqual([]);
    expect(points({ alwaysOn: [{ pattern: 'squat' }] })).toEqual([]);
  });
});
