import { describe, expect, test } from '@jest/globals';
import type { ClientDocument } from '@waxwing/core/client';
import { documentFrom, fieldProblems, typedProblems, valuesOf } from './clientForm.ts';

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

describe('what was typed, told in one round', () => {
  const TODAY = '2026-11-25';
  const empty = valuesOf(undefined, TODAY);
  const fine = { ...empty, name: 'Ada', birthYear: '1984' };
  const told = (values: typeof empty) => Object.fromEntries(typedProblems(values, TODAY));

  test('a name and a year are enough; a whole record stands', () => {
    expect(told(fine)).toEqual({});
    expect(told(valuesOf(WHOLE, TODAY))).toEqual({});
  });

  test('everything at once, each with what would be right', () => {
    const goal = { text: '', by: '', unit: 'reps', start: 'two', target: '', now: '' };
    const caution = { caution: '', side: 'left', note: '' };
    const wrong = { ...empty, birthYear: '84', goals: [goal], cautions: [caution], heightCm: '6', notes: 'a'.repeat(2001) };
    const found = told(wrong);
    expect(Object.keys(found).sort()).toEqual(
      ['birthYear', 'cautions.0.caution', 'goals.0.start', 'goals.0.target', 'goals.0.text', 'heightCm', 'name', 'notes'].sort(),
    );
    expect(found['heightCm']).toBe('Height in centimetres, 80 to 250; five foot six is 168');
    expect(found['notes']).toBe('2001 letters: at most 2000');
  });

  test.each([
    ['a year to come', { birthYear: '2027' }, 'birthYear'],
    ['somebody under age without a guardian', { birthYear: '2010' }, 'guardian'],
    ['asked tomorrow', { asked: true, askedOn: '2026-11-26' }, 'askedOn'],
    ['a reason of two words', { asked: true, yes: ['medicine'], goAheadReason: 'so what' }, 'goAheadReason'],
    ['letters for years', { trainingYears: 'many' }, 'trainingYears'],
  ])('%s', (_what, part, field) => expect(Object.keys(told({ ...fine, ...part }))).toEqual([field]));

  test('a height as it is said is kept in centimetres', () => {
    const values = { ...fine, heightCm: '5 ft 6', thighCm: '16 in' };
    expect(told(values)).toEqual({});
    expect(documentFrom(values, NO_KIT, undefined).build).toEqual({ heightCm: 167.6, thighCm: 40.6 });
  });
});
