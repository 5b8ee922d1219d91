import { describe, expect, test } from '@jest/globals';
import type { ClientDocument } from '@waxwing/core/client';
import { documentFrom, fieldProblems, valuesOf } from './clientForm.ts';

const NO_KIT = { things: [], sources: [] };
const WHOLE: ClientDocument = {
  name: 'Brisa Holloway',
  birthYear: 2010,
  guardian: 'Ama Holloway',
  trainingYears: 1.5,
  dayJob: 'rope-maker',
  jobLoads: ['grips', 'stands'],
  goals: [
    { text: 'Ten push-ups', by: '2027-01-01', measure: { unit: 'reps', start: 2, target: 10, now: 4 } },
    { text: 'Sleep better' },
  ],
  cautions: [{ caution: 'wrist', side: 'left', note: 'A break at twelve.' }],
  readiness: { askedOn: '2026-11-01', yes: ['medicine'], clearance: { on: '2026-11-02', by: 'Dr Amsel' } },
  homeKit: { things: [{ kit: 'mat', count: 1 }], sources: [] },
  unit: 'lb',
  cueStyle: { kinds: ['analogy'], touch: 'no' },
  build: { heightCm: 160, thighCm: 41 },
  follows: ['push-ups'],
  notes: 'Comes by boat.',
  stances: { head: 'in-line' },
  marks: [{ movementId: 'waxwing:box-squat', mark: 'owned', on: '2026-11-01' }],
};

describe('the record as a form', () => {
  test('opened and kept without a change it is what it was, also what the form doesn’t show', () => {
    expect(documentFrom(valuesOf(WHOLE, '2026-11-25'), WHOLE.homeKit!, WHOLE)).toEqual(WHOLE);
  });

  test('what was left empty isn’t there; what is no number goes on as typed', () => {
    const values = { ...valuesOf(undefined, '2026-11-25'), name: ' Ada ', birthYear: '19x4' };
    expect(documentFrom(values, NO_KIT, undefined)).toEqual({
      name: 'Ada',
      birthYear: '19x4',
      goals: [],
      cautions: [],
      unit: 'kg',
    });
  });

  test('a goal without a figure is not a goal of 0', () => {
    const goals = [{ text: 'Push-ups', by: '', unit: 'reps', start: '', target: '', now: '' }];
    const [goal] = documentFrom({ ...valuesOf(WHOLE, '2026-11-25'), goals }, NO_KIT, undefined).goals;
    expect(goal!.measure).toEqual({ unit: 'reps', start: '', target: '' });
  });

  test('decimals with a comma', () => {
    const values = { ...valuesOf(WHOLE, '2026-11-25'), trainingYears: '2,5' };
    expect(documentFrom(values, NO_KIT, undefined).trainingYears).toBe(2.5);
  });
});

test('the server’s reasons find their fields', () => {
  const found = fieldProblems([
    { path: 'document.goals[1].measure.target', message: 'target must not be less than 0' },
    { path: 'document.birthYear', message: 'birthYear must not be less than 1900' },
    { path: 'document.birthYear', message: 'birthYear must be an integer number' },
    { path: 'readiness.goAhead.reason', message: 'reason: say in a sentence why you go ahead' },
    { path: 'guardian', message: 'name a guardian: they are under eighteen' },
    { path: 'document.build.heightCm', message: 'heightCm must not be less than 80' },
  ]);
  expect([...found]).toEqual([
    ['goals.1.target', 'must not be less than 0'],
    ['birthYear', 'must not be less than 1900'],
    ['goAheadReason', 'say in a sentence why you go ahead'],
    ['guardian', 'name a guardian: they are under eighteen'],
    ['heightCm', 'must not be less than 80'],
  ]);
});
