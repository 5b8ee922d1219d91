import { describe, expect, test } from '@jest/globals';
import { changeErrors } from '../../ladder/libraryCheck.ts';
import { KNEES_IN, SMALL_VOCABULARY, movementDocument, smallMovements } from '../../test/smallLibrary.ts';
import { lexiconOf } from '../library.ts';
import type { MovementDocument } from '../movementDocument.ts';
import {
  cueKey,
  moved,
  phaseOfCue,
  sharedFrom,
  typesOfCue,
  withCue,
  withCueAt,
  withCueShared,
  withCuesInOrder,
  withFault,
  withNewCue,
  withNewFault,
  withRhythm,
  withSharedCue,
  withTie,
  withoutCue,
  withoutFault,
} from './edit.ts';
import { withParts } from './parts.ts';

const lexicon = lexiconOf(SMALL_VOCABULARY);
const { cues: shared } = lexicon;
const SQUAT = movementDocument({ id: 'waxwing:middle' });

const others = new Map(smallMovements().map((each) => [each.id, each]));

/** Nothing that hands do may leave a movement that can't be saved. */
const isSound = (document: MovementDocument) => changeErrors([document], others, lexicon).length === 0;

const keys = (document: MovementDocument) => document.cues.map(cueKey);

describe('a cue', () => {
  test('goes before another, to the end of its phase, and into another phase', () => {
    expect(keys(withCueAt(SQUAT, 'third', 'lower', 'spread-the-floor', shared))).toEqual(['third', 'spread-the-floor', 'own']);
    expect(keys(withCueAt(SQUAT, 'spread-the-floor', 'lower', null, shared))).toEqual(['own', 'third', 'spread-the-floor']);
    const lifted = withCueAt(SQUAT, 'own', 'lift', null, shared);
    expect(
      phaseOfCue(
        lifted.cues.find(({ id }) => id === 'own')!,
        'rep',
        shared,
      ),
    ).toBe('lift');
    expect(keys(withCueAt(lifted, 'third', 'lift', 'own', shared))).toEqual(['spread-the-floor', 'third', 'own']);
  });

  test('stays what it was when it comes down where it was', () => {
    expect(withCueAt(SQUAT, 'own', 'lower', 'own', shared)).toBe(SQUAT);
    expect(withCueAt(SQUAT, 'own', 'lower', 'third', shared)).toEqual(SQUAT);
    expect(withCueAt(SQUAT, 'none', 'lower', null, shared)).toBe(SQUAT);
  });

  test('that is new has an id of its own', () => {
    const twice = withNewCue(withNewCue(SQUAT, 'lift', 'Own', 'touch'), 'lift', 'Own', 'touch');
    expect(keys(twice).slice(3)).toEqual(['own-2', 'own-3']);
    expect(isSound(twice)).toBe(true);
  });

  test('that goes is no longer a correction', () => {
    const gone = withoutCue(SQUAT, 'spread-the-floor');
    expect(gone.faults[0]!.corrections).toEqual([{ kind: 'set-up', text: 'Two fingers wider' }]);
    expect(isSound(gone)).toBe(true);
  });

  test('is tied to fault types and untied, also where its author said it first', () => {
    const tied = withTie(SQUAT, 'spread-the-floor', 'heels-lift', true, shared);
    expect(typesOfCue(tied.cues[0]!, tied, shared)).toEqual(['knees-in', 'heels-lift']);
    const untied = withTie(tied, 'spread-the-floor', 'knees-in', false, shared);
    expect(untied.cues[0]!.for).toEqual(['heels-lift']);
    expect(untied.faults[0]!.corrections.some(({ cue }) => cue === 'spread-the-floor')).toBe(false);
    expect([tied, untied].every(isSound)).toBe(true);
  });

  test('that is shared comes with the faults that there are here, and once', () => {
    const bare = { ...SQUAT, cues: SQUAT.cues.slice(1), faults: [{ ...KNEES_IN, type: 'heels-lift', corrections: [] }] };
    const cue = { ...SMALL_VOCABULARY.cues![0]!, phase: 'lower' as const };
    const with1 = withSharedCue({ ...bare, cues: [] }, cue, 'lift');
    expect(with1.cues).toEqual([{ shared: 'spread-the-floor', phase: 'lift', for: [] }]);
    expect(withSharedCue(with1, cue, 'lower')).toBe(with1);
  });

  test('of one’s own becomes a shared one with its words, and stays a correction', () => {
    const own = withCue(SQUAT, 'own', { explain: 'The floor feels them.', audience: undefined });
    const made = sharedFrom(own.cues[1]!, (id) => id === 'heavy-heels');
    expect(made).toEqual({
      id: 'heavy-heels-2',
      text: 'Heavy heels',
      kind: 'internal',
      for: ['heels-lift'],
      explain: 'The floor feels them.',
    });
    const document = withCueShared(own, 'own', made);
    expect(document.cues[1]).toEqual({ shared: 'heavy-heels-2' });
    expect(document.faults[1]!.corrections).toEqual([{ kind: 'cue', cue: 'heavy-heels-2' }]);
  });
});

describe('a fault', () => {
  test('that is new begins with what its type says, under an id of its own', () => {
    const made = withNewFault(SQUAT, 'turn', lexicon.faultTypes.get('heels-lift')!, 'One heel floats at the bottom.');
    expect(made.faults.at(-1)).toMatchObject({ id: 'heels-lift-2', type: 'heels-lift', causes: ['mobility:ankle'] });
    expect(isSound(made)).toBe(true);
  });

  test('that becomes another takes its cues along; where one of its old type stays, they serve both', () => {
    const alone = withFault(SQUAT, 'heels-lift', { type: 'trunk-tips' });
    expect(alone.cues[1]!.for).toEqual(['trunk-tips']);
    expect(isSound(alone)).toBe(true);
    const two = withNewFault(SQUAT, 'turn', lexicon.faultTypes.get('heels-lift')!, 'One heel floats at the bottom.');
    expect(withFault(two, 'heels-lift-2', { type: 'knees-in' }).cues[1]!.for).toEqual(['heels-lift', 'knees-in']);
  });

  test('loses a field that is emptied', () => {
    expect(withFault(SQUAT, 'knees-in', { regressTo: undefined }).faults[0]).not.toHaveProperty('regressTo');
  });

  test('that goes leaves nothing that is said for it', () => {
    const gone = withoutFault(SQUAT, 'knees-in');
    expect(gone.faults[0]!.clears).toEqual([]);
    expect(gone.cues[2]!.for).toEqual(['trunk-tips', 'head-juts']);
    // What it speaks of besides is none of this.
    const more = { ...SQUAT, faults: SQUAT.faults.map((each) => ({ ...each, clears: ['shoulders-hitch', 'knees-in'] })) };
    expect(withoutFault(more, 'knees-in').faults[0]!.clears).toEqual(['shoulders-hitch']);
    expect(isSound(gone)).toBe(true);
  });
});

describe('a fault’s cues in another order', () => {
  const fault = (keys: readonly string[], corrections = SQUAT.faults[0]!.corrections) => {
    const from = { ...SQUAT, faults: [{ ...SQUAT.faults[0]!, corrections }] };
    return withCuesInOrder(from, 'knees-in', keys).faults[0]!.corrections.map(({ cue, text }) => cue ?? text);
  };

  test('stand where its author had cues, the rest after them; what is no cue stays where it is', () => {
    expect(fault(['third', 'spread-the-floor'])).toEqual(['third', 'spread-the-floor', 'Two fingers wider']);
    expect(fault(['spread-the-floor', 'third'])).toEqual(['spread-the-floor', 'Two fingers wider']);
  });

  test('nothing that was to be done is lost for it', () => {
    const steps = [1, 2, 3, 4, 5, 6, 7].map((n) => ({ kind: 'set-up' as const, text: `Step ${n}` }));
    const full = [{ kind: 'cue' as const, cue: 'spread-the-floor' }, ...steps];
    expect(fault(['third', 'spread-the-floor'], full)).toEqual(['third', ...steps.map(({ text }) => text)]);
  });
});

describe('a joined movement', () => {
  const part = movementDocument({ id: 'waxwing:part' });
  const bare = { ...SQUAT, cues: [{ id: 'own', text: 'Up with the tray', kind: 'external' as const }], faults: [] };

  test('takes over what its parts say, each once, under ids of its own', () => {
    const joined = withParts(bare, [part, part]);
    expect(keys(joined)).toEqual(['own', 'spread-the-floor', 'own-2', 'third']);
    expect(joined.faults.map(({ type }) => type)).toEqual(part.faults.map(({ type }) => type));
    expect(joined.faults[1]!.corrections).toEqual([{ kind: 'cue', cue: 'own-2' }]);
    expect(isSound(joined)).toBe(true);
    expect(withParts(joined, [part])).toEqual(joined);
    // What is here stays as it is, also where it speaks of faults that aren’t.
    const own = { ...SQUAT.faults[0]!, clears: ['head-juts', 'shoulders-hitch'] };
    expect(withParts({ ...bare, faults: [own] }, [part]).faults[0]).toEqual(own);
  });

  test('as a hold says in the hold what was said on the way', () => {
    const hold = withParts({ ...bare, rhythm: 'hold', phases: [] }, [part]);
    expect(new Set(hold.faults.map(({ phase }) => phase))).toEqual(new Set(['enter']));
    expect(isSound(hold)).toBe(true);
  });
});

test('an entry moves within its list', () => {
  expect(moved(['a', 'b', 'c'], 0, 2)).toEqual(['b', 'c', 'a']);
  expect(moved(['a', 'b', 'c'], 2, 0)).toEqual(['c', 'a', 'b']);
  expect(moved(['a'], 4, 0)).toEqual(['a']);
});

describe('a movement in another rhythm', () => {
  const lifted = { ...SQUAT, phases: [...SQUAT.phases, { phase: 'lift' as const, does: 'Come up.', breath: 'out' as const }] };

  test('says in the part that lasts longest what it said of phases that are gone, and can be saved', () => {
    const hold = withRhythm(lifted, 'hold');
    expect(hold.phases).toEqual([
      { phase: 'set-up', does: 'Stand tall.' },
      { phase: 'enter', does: 'Go down. Come up.', breath: 'out' },
    ]);
    expect(new Set(hold.faults.map(({ phase }) => phase))).toEqual(new Set(['enter']));
    expect(isSound(hold)).toBe(true);
  });

  test('is the same in its own', () => {
    expect(withRhythm(lifted, 'rep')).toEqual(lifted);
  });
});
