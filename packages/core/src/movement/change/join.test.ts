import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { changeOf } from '../../test/changedMovement.ts';
import { starterLibrary } from '../../test/starterLibrary.ts';
import type { MovementDocument } from '../movementDocument.ts';
import { differences } from './difference.ts';
import { join, type Conflict } from './join.ts';

const { movements } = starterLibrary();
const squat = movements.find(({ id }) => id === 'waxwing:goblet-squat')!;
const [first, second, ...rest] = squat.cues;
const conflictKey = ({ path }: Conflict) => path.join('/');

const paths = (...sides: [MovementDocument, MovementDocument]) => join(squat, ...sides).conflicts.map(conflictKey);

describe('two who changed', () => {
  test('different things have both', () => {
    const mine = {
      ...squat,
      restSeconds: 100,
      cues: [...squat.cues, { id: 'mine', text: 'Look up', kind: 'external' as const }],
    };
    const theirs = { ...squat, trains: 'Something else.', cues: [{ ...first!, phase: 'lift' as const }, second!, ...rest] };
    const { document, conflicts } = join(squat, mine, theirs);
    expect(conflicts).toEqual([]);
    expect(document).toEqual({ ...mine, trains: theirs.trains, cues: [...theirs.cues, mine.cues.at(-1)] });
  });

  test('the same in the same way have no conflict', () => {
    const same = { ...squat, restSeconds: 100, cues: rest };
    expect(join(squat, same, structuredClone(same))).toEqual({ document: same, conflicts: [] });
  });

  test('the same otherwise choose: theirs holds until somebody does', () => {
    const [mine, theirs] = [
      { ...squat, restSeconds: 100, sets: 5 },
      { ...squat, restSeconds: 30 },
    ];
    expect(join(squat, mine, theirs)).toMatchObject({
      document: { restSeconds: 30, sets: 5 },
      conflicts: [{ path: ['restSeconds'] }],
    });
    expect(join(squat, mine, theirs, () => 'mine').document).toEqual(mine);
  });

  test.each<[string, MovementDocument, MovementDocument, string]>([
    [
      'an entry that one took out and the other reworded',
      { ...squat, cues: [second!, ...rest] },
      { ...squat, cues: [{ ...first!, phase: 'lift' }, second!, ...rest] },
      `cues/${first!.shared ?? first!.id}`,
    ],
    [
      'an entry of the same name that both put in',
      { ...squat, cues: [...squat.cues, { id: 'up', text: 'Look up', kind: 'external' }] },
      { ...squat, cues: [...squat.cues, { id: 'up', text: 'Eyes up', kind: 'external' }] },
      'cues/up',
    ],
    [
      'two orders of a list',
      { ...squat, cues: [second!, first!, ...rest] },
      { ...squat, cues: [...rest, first!, second!] },
      'cues',
    ],
  ])('%s: either can be chosen, and is then as its maker left it', (_what, mine, theirs, at) => {
    expect(paths(mine, theirs)).toEqual([at]);
    expect(paths(theirs, mine)).toEqual([at]);
    const made = (document: MovementDocument) =>
      differences(squat, document)
        .map((each) => JSON.stringify(each))
        .sort();
    expect(made(join(squat, mine, theirs, () => 'mine').document)).toEqual(made(mine));
    expect(made(join(squat, mine, theirs, () => 'theirs').document)).toEqual(made(theirs));
  });

  test('an order and an entry that came have both', () => {
    const mine = { ...squat, cues: [second!, first!, ...rest] };
    const theirs = { ...squat, cues: [...squat.cues, { id: 'up', text: 'Eyes up', kind: 'external' as const }] };
    expect(paths(mine, theirs)).toEqual([]);
    expect(join(squat, mine, theirs).document.cues).toEqual([...mine.cues, theirs.cues.at(-1)]);
  });
});

const two = fc
  .constantFrom(...movements)
  .chain((base) => fc.record({ base: fc.constant(base), a: changeOf(base), b: changeOf(base) }));
/** Whatever order the entries came in. */
const keyed = ({ cues, faults, cautions, harder, ...rest }: MovementDocument) => ({
  ...rest,
  cues: new Map(cues.map((cue) => [cue.shared ?? cue.id, cue])),
  faults: new Map(faults.map((fault) => [fault.id, fault])),
  cautions: new Map(cautions.map((caution) => [caution.caution, caution])),
  harder: new Map(harder.map((step) => [step.to, step])),
});

describe('as properties over real movements', () => {
  test('joined with nothing, nothing changes', () => {
    fc.assert(
      fc.property(two, ({ base, a }) => {
        expect(join(base, a, base)).toEqual({ document: a, conflicts: [] });
        expect(differences(join(base, base, a).document, a)).toEqual([]);
      }),
      { numRuns: 60 },
    );
  });

  test('what doesn’t meet is in both, whoever comes first; what meets is told to both', () => {
    fc.assert(
      fc.property(two, ({ base, a, b }) => {
        const [ab, ba] = [join(base, a, b), join(base, b, a)];
        expect(ab.conflicts.map(conflictKey).sort()).toEqual(ba.conflicts.map(conflictKey).sort());
        // Theirs holds in each: chosen against, the two are one.
        const chosen = join(base, b, a, () => 'mine').document;
        expect(keyed(chosen)).toEqual(keyed(ab.document));
      }),
      { numRuns: 60 },
    );
  });

  test('no difference of either is lost but in a conflict', () => {
    fc.assert(
      fc.property(two, ({ base, a, b }) => {
        const { document, conflicts } = join(base, a, b);
        const [own, others] = [differences(base, a), differences(base, b)];
        const told = new Set(conflicts.flatMap(({ mine, theirs }) => [...mine, ...theirs]).map((each) => JSON.stringify(each)));
        const made = new Set(differences(base, document).map((each) => JSON.stringify(each)));
        const lost = [...own, ...others].filter(
          (each) => each.kind !== 'ordered' && !made.has(JSON.stringify(each)) && !told.has(JSON.stringify(each)),
        );
        expect(lost).toEqual([]);
      }),
      { numRuns: 60 },
    );
  });
});
