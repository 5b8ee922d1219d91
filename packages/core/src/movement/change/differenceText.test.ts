import { expect, test } from '@jest/globals';
import { starterLibrary } from '../../test/starterLibrary.ts';
import { lexiconOf } from '../library.ts';
import type { MovementDocument } from '../movementDocument.ts';
import { differences } from './difference.ts';
import { differenceText } from './differenceText.ts';

const { movements, vocabulary } = starterLibrary();
const names = {
  lexicon: lexiconOf(vocabulary),
  nameOf: (id: string) => movements.find((each) => each.id === id)?.name ?? id,
};
const squat = movements.find(({ id }) => id === 'waxwing:goblet-squat')!;

function said(change: Partial<MovementDocument>, from = squat): string[] {
  const after = { ...from, ...change };
  return differences(from, after).map((each) => differenceText(each, { before: from, after }, names));
}

test('a fault and a cue by what they are called, a term as a term', () => {
  const faults = squat.faults.map((fault) => (fault.id === 'hips-shoot-up' ? { ...fault, severity: 'risk' as const } : fault));
  expect(said({ faults })).toEqual(['Hips shoot up first, severity: performance → risk']);
  const cues = squat.cues.map((cue) => (cue.shared === 'spread-the-floor' ? { ...cue, phase: 'turn' as const } : cue));
  expect(said({ cues })).toEqual(['Cue “Spread the floor apart”, phase: turn']);
});

test('a cue is called as it is now, and what it said is said', () => {
  const cues = squat.cues.map((cue) => (cue.id === 'long-tail' ? { ...cue, text: 'Tail long' } : cue));
  expect(said({ cues })).toEqual(['Cue “Tail long”, text: “Keep your tail long behind you” → “Tail long”']);
});

test('what came, what went, and another order', () => {
  const [first, ...rest] = squat.cues;
  expect(said({ cues: rest })).toEqual(['Cue “Elbows down inside your knees” is gone']);
  expect(said({ cues: [...rest, first!] })).toEqual(['Cues in another order']);
  const cautions = [...squat.cautions, { caution: 'hip', limit: 'To a box, feet wide.' }];
  expect(said({ cautions })).toEqual(['Caution hip is new']);
});

test('doses, steps, lists and what is no more', () => {
  expect(said({ dose: { kind: 'reps', low: 6, high: 10 } })).toEqual(['Dose, low: 8 → 6', 'Dose, high: 12 → 10']);
  expect(said({ dose: { kind: 'seconds', low: 20, high: 40 } })[0]).toBe('Dose, kind: reps → seconds');
  const { tempo: _tempo, ...untimed } = squat;
  const gone = differences(squat, untimed).map((each) => differenceText(each, { before: squat, after: untimed }, names));
  expect(gone).toEqual(['Tempo: no longer 3 s down, 1 s at the turn, 1 s up']);
  expect(said({ otherNames: [] })[0]).toMatch(/^Other names: Front-held squat, .* → none$/);
  expect(said({ restSeconds: 90, footprint: { widthM: 2, depthM: 1.2 } })).toEqual([
    'Footprint, width: 1.2 m → 2 m',
    'Rest: 75 s → 90 s',
  ]);
  const harder = squat.harder.map((step, at) => (at === 0 ? { ...step, levers: ['load' as const, 'grip' as const] } : step));
  expect(said({ harder })).toEqual(['Step to two-dumbbell squat, levers: load → load, grip']);
});

test('every difference between any two movements has words, and none says “undefined”', () => {
  for (const [at, before] of movements.entries()) {
    const after = movements[(at * 7 + 3) % movements.length]!;
    for (const each of differences(before, after)) {
      expect(differenceText(each, { before, after }, names)).toMatch(/^[A-Z“0-9](?!.*(undefined|\[object))/s);
    }
  }
});
