import { describe, expect, test } from '@jest/globals';
import type { MovementDocument, MovementFault } from '../movement/movementDocument.ts';
import type { Vocabulary } from '../movement/vocabulary.ts';
import { KNEES_IN, SMALL_VOCABULARY, movementDocument, smallMovements } from '../test/smallLibrary.ts';
import { lexiconOf } from '../movement/library.ts';
import { changeErrors, libraryProblems } from './libraryCheck.ts';

const [EASY, MIDDLE, LOADED] = smallMovements() as [MovementDocument, MovementDocument, MovementDocument];
const SMALL = new Map(smallMovements().map((document) => [document.id, document]));
const STEP = { to: 'waxwing:loaded', levers: ['load' as const], shownFirst: { sets: 2, reps: 12, reserve: 2 } };

/** What is said of the small library with something of its middle movement, or of the vocabulary, changed: what wasn't said before. */
function said(part: Partial<MovementDocument>, vocabulary: Partial<Vocabulary> = {}) {
  const words = { ...SMALL_VOCABULARY, ...vocabulary };
  const before = new Set(
    libraryProblems([EASY, MIDDLE, LOADED], SMALL_VOCABULARY).map(({ path, message }) => `${path}|${message}`),
  );
  return libraryProblems([EASY, { ...MIDDLE, ...part }, LOADED], words)
    .filter(({ path, message }) => !before.has(`${path}|${message}`))
    .map(({ severity, path, message }) => [severity, path, message]);
}

const fault = (part: Partial<MovementFault>): Partial<MovementDocument> => ({
  faults: MIDDLE.faults.map((each) => (each.id === 'knees-in' ? { ...each, ...part } : each)),
});

describe('a sound library', () => {
  test('has no error; that nobody has drawn it is a hint', () => {
    const problems = libraryProblems(smallMovements(), SMALL_VOCABULARY);
    expect(problems.filter(({ severity }) => severity === 'error')).toEqual([]);
    expect(problems.map(({ path }) => path)).toContain('figure');
  });
});

describe('names that nothing answers to', () => {
  test.each<[string, Partial<MovementDocument>, string, string]>([
    ['a family', { family: 'hinge' }, 'family', 'no family hinge'],
    ['a muscle', { muscles: [{ muscle: 'soul', role: 'prime-mover', share: 1 }] }, 'muscles[0].muscle', 'no muscle soul'],
    ['kit that is needed', { kit: { needed: ['anvil'], optional: [] } }, 'kit.needed[0]', 'no kit anvil'],
    ['kit that may be used', { kit: { needed: [], optional: ['kettlebell', 'anvil'] } }, 'kit.optional[1]', 'no kit anvil'],
    [
      'what stands in for kit',
      { kit: { needed: ['kettlebell'], optional: [], replaceable: [{ kit: 'kettlebell', by: 'anvil' }] } },
      'kit.replaceable[0].by',
      'no kit anvil',
    ],
    ['a caution', { cautions: [{ caution: 'elbow', limit: 'Less.' }] }, 'cautions[0].caution', 'no caution elbow'],
    [
      'what to do instead',
      { cautions: [{ caution: 'low-back', limit: 'Less.', instead: 'waxwing:gone' }] },
      'cautions[0].instead',
      'no movement waxwing:gone',
    ],
    ['a harder movement', { harder: [{ ...STEP, to: 'waxwing:gone' }] }, 'harder[0].to', 'no movement waxwing:gone'],
    ['a contested point', { stancePoints: ['head'] }, 'stancePoints[0]', 'no contested point head'],
    [
      'a position of a point',
      {
        cues: [
          ...MIDDLE.cues,
          { id: 'new', text: 'Knees back', kind: 'internal', stance: { point: 'knee-travel', position: 'sideways' } },
        ],
      },
      'cues[3].stance',
      'no position sideways of knee-travel',
    ],
    ['a part of a joined movement', { components: ['waxwing:gone'] }, 'components[0]', 'no other movement waxwing:gone'],
    ['itself as a part', { components: ['waxwing:middle'] }, 'components[0]', 'no other movement waxwing:middle'],
    ['a shared cue', { cues: [...MIDDLE.cues, { shared: 'gone' }] }, 'cues[3].shared', 'no shared cue gone'],
    ['a fault type', fault({ type: 'sighs' }), 'faults[0].type', 'no fault type sighs'],
    ['a fault that clears', fault({ clears: ['sighs'] }), 'faults[0].clears[0]', 'no fault type sighs'],
    [
      'a cue of a correction',
      fault({ corrections: [{ kind: 'cue', cue: 'gone' }] }),
      'faults[0].corrections[0].cue',
      'no cue gone in this movement',
    ],
    ['where to regress to', fault({ regressTo: 'waxwing:gone' }), 'faults[0].regressTo', 'no other movement waxwing:gone'],
    ['itself to regress to', fault({ regressTo: 'waxwing:middle' }), 'faults[0].regressTo', 'no other movement waxwing:middle'],
  ])('%s', (_what, part, path, message) => {
    expect(said(part)).toContainEqual(['error', path, message]);
  });
});

describe('what can’t be so', () => {
  test.each<[string, Partial<MovementDocument>, string, string | RegExp]>([
    ['a range upside down', { dose: { kind: 'reps', low: 12, high: 8 } }, 'dose.low', 'is above the top of the range'],
    ['a phase of another rhythm', { phases: [{ phase: 'hold', does: 'Stay.' }] }, 'phases[0].phase', 'a rep has no phase hold'],
    [
      'a step that asks for nothing',
      { harder: [{ ...STEP, shownFirst: { sets: 2, reserve: 2 } }] },
      'harder[0].shownFirst',
      'say how many reps or seconds have to be shown first',
    ],
    [
      'a cue twice',
      { cues: [...MIDDLE.cues, { shared: 'spread-the-floor' }] },
      'cues[3]',
      'cue spread-the-floor stands here twice',
    ],
    [
      'a cue for a fault of others',
      { cues: [...MIDDLE.cues, { id: 'new', text: 'Slower', kind: 'internal', for: ['rushes'] }] },
      'cues[3].for[0]',
      'no fault of type rushes in this movement',
    ],
    ['a fault twice', { faults: [...MIDDLE.faults, KNEES_IN] }, 'faults[4].id', 'fault knees-in stands here twice'],
    [
      'faults that clear each other',
      { faults: MIDDLE.faults.map((each) => (each.id === 'knees-in' ? { ...each, clears: ['heels-lift'] } : each)) },
      'faults',
      /^faults clear each other in a loop: /,
    ],
    ['a way up that comes round', { harder: [{ ...STEP, to: 'waxwing:easy' }] }, 'harder', /^harder steps go round in a loop: /],
  ])('%s', (_what, part, path, message) => {
    const found = said(part).filter(([severity, at]) => severity === 'error' && at === path);
    expect(found).toHaveLength(1);
    if (typeof message === 'string') expect(found[0]![2]).toBe(message);
    else expect(found[0]![2]).toMatch(message);
  });

  test('a risk without a way out is a hint: it can be said all the same', () => {
    expect(said(fault({ regressTo: undefined }))).toEqual([
      ['hint', 'faults[0].regressTo', 'a risk fault without a movement to regress to, or when to stop'],
    ]);
    expect(said(fault({ regressTo: undefined, stopWhen: 'It is there in two reps.' }))).toEqual([
      ['hint', 'faults[0].regressTo', 'a risk fault without a movement to regress to'],
    ]);
  });

  test('what a movement doesn’t say yet is a hint each, and what it could not be coached without the first', () => {
    const bare = { setUp: [], phases: [], muscles: [], faults: [], range: undefined, trains: undefined };
    const cues = [{ id: 'own', text: 'Heavy heels', kind: 'internal' as const }];
    const found = said({ ...bare, cues });
    expect(found.map(([severity]) => severity)).not.toContain('error');
    expect(found.map(([, path]) => path)).toEqual([
      ...['setUp', 'phases', 'cues', 'cues', 'faults', 'range', 'muscles', 'trains'],
    ]);
    expect(said(fault({ corrections: [], causes: [] })).map(([, path]) => path)).toEqual([
      'faults[0].corrections',
      'faults[0].causes',
    ]);
  });
});

describe('the vocabulary', () => {
  test('a shared cue that nobody can call is a hint', () => {
    const cue = { id: 'long', text: 'One two three four five six seven', kind: 'external' as const, for: [] };
    const vocabulary = { ...SMALL_VOCABULARY, cues: [...SMALL_VOCABULARY.cues!, cue] };
    expect(libraryProblems(smallMovements(), vocabulary)).toContainEqual({
      severity: 'hint',
      path: 'vocabulary.cues.long',
      message: '“One two three four five six seven” is too long to call: 6 words at most',
    });
  });

  test.each<[string, Partial<Vocabulary>, string, string | RegExp]>([
    [
      'a shared cue for no fault',
      { cues: [...SMALL_VOCABULARY.cues!, { id: 'lost', text: 'Up', kind: 'external', for: ['sighs'] }] },
      'vocabulary.cues.lost',
      'no fault type sighs',
    ],
    [
      'a default that is no position',
      { stances: SMALL_VOCABULARY.stances!.map((point) => ({ ...point, default: 'sideways' })) },
      'vocabulary.stances.knee-travel.default',
      'sideways is not one of its positions',
    ],
  ])('%s', (_what, vocabulary, path, message) => {
    const found = said({}, vocabulary).filter(([severity, at]) => severity === 'error' && at === path);
    expect(found).toHaveLength(1);
    if (typeof message === 'string') expect(found[0]![2]).toBe(message);
    else expect(found[0]![2]).toMatch(message);
  });
});

describe('hints', () => {
  test('a point that is listed and that nothing depends on', () => {
    expect(said({ stancePoints: ['knee-travel'] })).toEqual([
      ['hint', 'stancePoints[0]', 'knee-travel is listed, but nothing here depends on it'],
    ]);
  });

  test('a movement without a neighbour, unless it is marked so', () => {
    const alone = (part: Partial<MovementDocument>) =>
      libraryProblems([...smallMovements(), movementDocument({ id: 'waxwing:alone', ...part })], SMALL_VOCABULARY)
        .filter(({ movementId, path }) => movementId === 'waxwing:alone' && path === 'harder')
        .map(({ severity }) => severity);
    expect(alone({})).toEqual(['hint']);
    expect(alone({ standsAlone: true })).toEqual([]);
  });

  test('a pattern that the family isn’t of; a family that says none has any', () => {
    const families = [{ id: 'squat', name: 'Squat', patterns: ['squat' as const, 'mobility' as const] }];
    expect(said({ pattern: 'pull' }, { families })).toEqual([
      ['hint', 'pattern', 'the family squat is of squat and mobility, not of pull'],
    ]);
    expect(said({ pattern: 'mobility' }, { families })).toEqual([]);
    expect(said({ pattern: 'pull' })).toEqual([]);
  });

  test('what works on a fault has to be there', () => {
    const faultTypes = SMALL_VOCABULARY.faultTypes!.map((type) => ({ ...type, drills: ['waxwing:gone'] }));
    expect(said({}, { faultTypes })).toHaveLength(faultTypes.length);
    const causes = [{ id: 'balance', name: 'balance', work: [MIDDLE.id, 'waxwing:gone'], weeks: 4 }];
    expect(said({}, { causes })).toEqual([['hint', 'vocabulary.causes.balance.work', 'no movement waxwing:gone']]);
  });
});

describe('a movement as it would be', () => {
  const errors = (part: Partial<MovementDocument>) =>
    changeErrors([{ ...MIDDLE, ...part }], SMALL, lexiconOf(SMALL_VOCABULARY)).map(({ path, message }) => [path, message]);

  test('as it is, nothing breaks; what could be better doesn’t hold up saving', () => {
    expect(errors({})).toEqual([]);
    expect(errors(fault({ severity: 'risk', stopWhen: 'They wobble.' }))).toEqual([]);
  });

  test('a step that leads back is spelled out, one to itself too', () => {
    expect(errors({ harder: [{ ...STEP, to: EASY.id }] })).toEqual([
      ['harder[0].to', `harder steps would go round in a loop: ${MIDDLE.id} → ${EASY.id} → ${MIDDLE.id}`],
    ]);
    expect(errors({ harder: [{ ...STEP, to: MIDDLE.id }] })).toEqual([
      ['harder[0].to', `harder steps would go round in a loop: ${MIDDLE.id} → ${MIDDLE.id}`],
    ]);
    expect(errors({ harder: [STEP] })).toEqual([]);
  });

  test('what it names has to be there', () => {
    expect(errors({ family: 'hinge' })).toEqual([['family', 'no family hinge']]);
    expect(errors({ harder: [{ ...STEP, to: 'waxwing:gone' }] })).toEqual([['harder[0].to', 'no movement waxwing:gone']]);
  });
});
