import { describe, expect, test } from '@jest/globals';
import { checkShape } from '../exchange/checkShape.ts';
import { ClientDocument, clientProblems } from './clientDocument.ts';
import { isDay } from '../checks/calendar.ts';
import { goalProgress } from './goalProgress.ts';
import { firstAgainstLatest } from './measurement.ts';
import { readinessOf } from './readiness.ts';
import { setUpText } from './setUpText.ts';

const TODAY = '2026-11-25';
const SOUND = { name: 'Brisa Holloway', birthYear: 1984, goals: [], cautions: [] };
/** Paths of what the shape and the rules refuse. */
function refused(part: object, today = TODAY): string[] {
  const checked = checkShape(ClientDocument, { ...SOUND, ...part });
  const problems = checked.ok ? clientProblems(checked.value, today) : checked.problems;
  return [...new Set(problems.map(({ path }) => path))];
}

describe('what is taken in about a client', () => {
  test('a whole record is sound', () => {
    expect(
      refused({
        trainingYears: 2.5,
        jobLoads: ['sits', 'grips'],
        goals: [{ text: 'Ten push-ups', by: '2027-03-01', measure: { unit: 'reps', start: 2, target: 10, now: 5 } }],
        cautions: [
          { caution: 'shoulder', side: 'right', note: 'Old.' },
          { caution: 'shoulder', side: 'left' },
        ],
        readiness: { askedOn: TODAY, yes: ['bone-or-joint'], clearance: { on: TODAY, by: 'Dr Amsel' } },
        homeKit: { things: [{ kit: 'mat', count: 1 }], sources: [{ kind: 'band', what: 'band', strands: 2, tension: [] }] },
        unit: 'lb',
        cueStyle: { kinds: ['analogy'], touch: 'no' },
        build: { heightCm: 171 },
        follows: ['waist', 'held-plank'],
        marks: [{ movementId: 'waxwing:box-squat', mark: 'owned', on: TODAY }],
        setUps: [{ movementId: 'waxwing:box-squat', setUp: { benchHeight: '50 cm' }, at: '2026-11-25T10:00:00Z' }],
      }),
    ).toEqual([]);
  });

  test.each([
    ['born before anybody', { birthYear: 1899 }, 'birthYear'],
    ['born next year', { birthYear: 2027 }, 'birthYear'],
    ['not a number', { birthYear: 'old' }, 'birthYear'],
    ['a name beyond reason', { name: 'x'.repeat(81) }, 'name'],
    ['a field that nobody knows', { shoeSize: 41 }, 'shoeSize'],
    ['a day that no calendar has', { goals: [{ text: 'Soon', by: '2026-02-30' }] }, 'goals[0].by'],
    ['a height in metres', { build: { heightCm: 1.7 } }, 'build.heightCm'],
    ['questions asked tomorrow', { readiness: { askedOn: '2026-11-26', yes: [] } }, 'readiness.askedOn'],
    [
      'a reason that is none',
      { readiness: { askedOn: TODAY, yes: [], goAhead: { on: TODAY, reason: 'ok' } } },
      'readiness.goAhead.reason',
    ],
    [
      'a negative weight at home',
      { homeKit: { things: [], sources: [{ kind: 'fixed', what: 'dumbbell', unit: 'kg', weights: [{ value: -2, count: 2 }] }] } },
      'homeKit.sources[0].weights[0].value',
    ],
    ['the same caution twice', { cautions: [{ caution: 'knee' }, { caution: 'knee' }] }, 'cautions[1].caution'],
    ['a minor without a guardian', { birthYear: 2010 }, 'guardian'],
  ])('%s is refused at its field', (_what, part, path) => {
    expect(refused(part)).toEqual([path]);
  });

  test('a minor with a guardian is sound', () => {
    expect(refused({ birthYear: 2010, guardian: 'Agathe Tolliver' })).toEqual([]);
  });

  test('days of the calendar', () => {
    expect(['2024-02-29', '2023-02-29', '1899-12-31', '26-1-1', 5].map(isDay)).toEqual([true, false, false, false, false]);
  });
});

describe('readiness', () => {
  const asked = { askedOn: TODAY, yes: ['operation'] };
  test('a yes holds until clearance or a reason', () => {
    expect(readinessOf(undefined).kind).toBe('not-asked');
    expect(readinessOf({ ...asked, yes: [] }).kind).toBe('clear');
    expect(readinessOf(asked)).toMatchObject({ kind: 'hold', text: expect.stringContaining('An operation') });
    expect(readinessOf({ ...asked, clearance: { on: TODAY, by: 'Dr Amsel' } }).kind).toBe('cleared');
    expect(readinessOf({ ...asked, goAhead: { on: TODAY, reason: 'A tooth, three weeks ago.' } }).kind).toBe('gone-ahead');
  });
});

describe('how far with a goal', () => {
  test('up as well as down, never under nought or over one', () => {
    const measure = { unit: 'kg', start: 20, target: 40 };
    expect(goalProgress({ text: 'Squat', by: '2026-12-05', measure: { ...measure, now: 25 } }, TODAY)).toEqual({
      part: 0.25,
      daysLeft: 10,
      text: '25 kg now, from 20 to 40; 10 days left',
    });
    expect(goalProgress({ text: 'Less', measure: { unit: 's', start: 60, target: 30, now: 45 } }, TODAY).part).toBe(0.5);
    expect(goalProgress({ text: 'Past', by: '2026-11-20', measure: { ...measure, now: 90 } }, TODAY)).toMatchObject({
      part: 1,
      daysLeft: -5,
    });
    expect(goalProgress({ text: 'Feel better' }, TODAY)).toEqual({ part: null, daysLeft: null, text: '' });
  });
});

describe('first against latest', () => {
  test('by measure and side, whatever the order; better by the measure’s own direction', () => {
    const found = firstAgainstLatest([
      { measureId: 'push-ups', value: 9, localDate: '2026-10-01' },
      { measureId: 'push-ups', value: 4, localDate: '2026-08-01' },
      { measureId: 'push-ups', value: 7, localDate: '2026-09-01' },
      { measureId: 'one-leg-stand', side: 'left', value: 12, localDate: '2026-08-01' },
      { measureId: 'waist', value: 90, localDate: '2026-08-01' },
      { measureId: 'waist', value: 87, localDate: '2026-09-01' },
    ]);
    expect(found.map(({ measure, side, change, isBetter }) => [measure.id, side, change, isBetter])).toEqual([
      ['push-ups', undefined, 5, true],
      ['one-leg-stand', 'left', null, null],
      ['waist', undefined, -3, null],
    ]);
  });
});

test('a set-up in one line, parts in the order of putting up', () => {
  expect(setUpText({ wedge: 'low', benchHeight: '50 cm', note: 'towel under the heel' })).toBe(
    'bench or box height 50 cm, heel wedge low, towel under the heel',
  );
  expect(setUpText(undefined)).toBe('');
});
