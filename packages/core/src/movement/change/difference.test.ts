import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { changeOf } from '../../test/changedMovement.ts';
import { starterLibrary } from '../../test/starterLibrary.ts';
import type { MovementDocument } from '../movementDocument.ts';
import { differences, isSame, withDifferences, type Difference } from './difference.ts';

const { movements } = starterLibrary();
const squat = movements.find(({ id }) => id === 'waxwing:goblet-squat')!;
const told = (made: readonly Difference[]) => made.map(({ kind, path }) => `${kind} ${path.join('.')}`);

describe('what is otherwise', () => {
  test('nothing in the same', () => {
    for (const movement of movements) expect(differences(movement, structuredClone(movement))).toEqual([]);
  });

  test('a field of an entry is told by its key, wherever the entry stands', () => {
    const faults = squat.faults.map((fault) => (fault.id === 'hips-shoot-up' ? { ...fault, severity: 'risk' as const } : fault));
    expect(differences(squat, { ...squat, faults })).toEqual([
      { kind: 'set', path: ['faults', 'hips-shoot-up', 'severity'], before: 'performance', after: 'risk' },
    ]);
  });

  test('a cue that moves to another phase stays the same cue', () => {
    const cues = squat.cues.map((cue) => (cue.id === 'long-tail' ? { ...cue, phase: 'lower' as const } : cue));
    expect(told(differences(squat, { ...squat, cues }))).toEqual(['set cues.long-tail.phase']);
  });

  test('what came, what went, and another order', () => {
    const [first, ...rest] = squat.cues;
    expect(told(differences(squat, { ...squat, cues: rest }))).toEqual([`removed cues.${first!.id ?? first!.shared}`]);
    expect(told(differences({ ...squat, cues: rest }, squat))).toEqual([
      `added cues.${first!.id ?? first!.shared}`,
      'ordered cues',
    ]);
    expect(told(differences(squat, { ...squat, cues: [...rest, first!] }))).toEqual(['ordered cues']);
  });

  test('a field that is gone is absent, not undefined', () => {
    const { tempo: _tempo, ...without } = squat;
    const [gone] = differences(squat, without);
    expect(gone).toMatchObject({ kind: 'set', path: ['tempo'], after: undefined });
    expect('tempo' in withDifferences(squat, [gone!])).toBe(false);
  });

  test('entries that share a key are one value: nothing is guessed', () => {
    const twice = { ...squat, cues: [...squat.cues, squat.cues[0]!] };
    expect(told(differences(squat, twice))).toEqual(['set cues']);
  });
});

const movement = fc.constantFrom(...movements);
const changedMovement = movement.chain((from) => changeOf(from).map((document) => ({ from, document })));

describe('as properties over real movements', () => {
  test('made in the one, they give the other', () => {
    fc.assert(
      fc.property(movement, movement, (a, b) => {
        expect(isSame(withDifferences(a, differences(a, b)), b)).toBe(true);
      }),
      { numRuns: 300 },
    );
  });

  test('also where parts came, went, moved and changed at once; order and all', () => {
    fc.assert(
      fc.property(changedMovement, ({ from, document }) => {
        const before = JSON.stringify(from);
        const made = withDifferences(from, differences(from, document));
        expect(made).toEqual(document);
        expect(differences(made, document)).toEqual([]);
        expect(JSON.stringify(from)).toBe(before);
      }),
      { numRuns: 300 },
    );
  });
});

describe('made in what somebody else has changed', () => {
  const keys = (document: MovementDocument) => document.cues.map(({ shared, id }) => shared ?? id);
  const [first, second, ...rest] = squat.cues;
  const theirs = {
    ...squat,
    restSeconds: 100,
    cues: [...squat.cues, { id: 'theirs', text: 'Look up', kind: 'external' as const }],
  };

  test('what they did elsewhere stays, also in a list that is put in another order', () => {
    const mine = { ...squat, cues: [second!, first!, ...rest], trains: 'Something else.' };
    const both = withDifferences(theirs, differences(squat, mine));
    expect(both).toMatchObject({ restSeconds: 100, trains: 'Something else.' });
    expect(keys(both)).toEqual([...keys(mine), 'theirs']);
  });

  test('what both took out is gone, and nobody minds', () => {
    const without = { ...squat, cues: [first!, ...rest] };
    expect(keys(withDifferences(without, differences(squat, without)))).toEqual(keys(without));
  });

  test('two that bear the same key are refused: neither is written over', () => {
    const mine = { ...squat, cues: [...squat.cues, { id: 'theirs', text: 'Look down', kind: 'external' as const }] };
    expect(() => withDifferences(theirs, differences(squat, mine))).toThrow('cues has theirs already');
  });
});

test('a difference that has no place here is refused, not dropped', () => {
  const elsewhere: Difference = { kind: 'set', path: ['faults', 'no-such', 'severity'], before: 'risk', after: 'polish' };
  expect(() => withDifferences(squat, [elsewhere])).toThrow('faults has no no-such');
});
