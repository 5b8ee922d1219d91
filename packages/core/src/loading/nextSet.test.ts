import { describe, expect, test } from '@jest/globals';
import { proposeNextSet, type NextSetInput } from './nextSet.ts';
import { decideNextSession, type MovementOutcome, type NextSessionOptions } from './nextSession.ts';

const EASIER = { movementId: 'w:easy', name: 'Easy squat', levers: ['range' as const], target: 6, shownFirst: 12 };
const HARDER = { movementId: 'w:hard', name: 'Hard squat', levers: ['load' as const], target: 5, shownFirst: 12 };

function propose(part: Partial<NextSetInput>) {
  return proposeNextSet({
    dose: { kind: 'reps', low: 8, high: 12 },
    target: 10,
    done: 10,
    effort: 'about-right',
    clean: true,
    riskOpen: false,
    painReported: false,
    rangeEase: 'Stop at the box',
    rangeEased: false,
    easedBy: null,
    loading: null,
    easier: EASIER,
    harder: HARDER,
    ...part,
  });
}

describe('the next set', () => {
  test.each([
    ['about right is the same', {}, { kind: 'same', target: 10 }],
    ['plenty left and clean is two more', { effort: 'plenty-left' }, { kind: 'amount', target: 12 }],
    ['never above the top of the range', { effort: 'plenty-left', target: 11, done: 11 }, { kind: 'amount', target: 12 }],
    [
      'from the top the harder rung',
      { effort: 'plenty-left', target: 12, done: 12 },
      { kind: 'rung', direction: 'harder', target: 5 },
    ],
    [
      'made with an eased lever: the same without it',
      { effort: 'plenty-left', easedBy: 'Stop at the box' },
      { kind: 'same', target: 10 },
    ],
    ['plenty left but not clean is the same', { effort: 'plenty-left', clean: false }, { kind: 'same' }],
    ['nothing left with reps lost is what was made', { effort: 'nothing-left', done: 8 }, { kind: 'amount', target: 8 }],
    ['below the range it is the smaller range', { effort: 'nothing-left', done: 6 }, { kind: 'range', text: 'Stop at the box' }],
    [
      'and once that was done the easier rung',
      { effort: 'nothing-left', done: 6, rangeEased: true },
      { kind: 'rung', direction: 'easier', target: 6 },
    ],
    ['nothing left but made and clean is the same', { effort: 'nothing-left' }, { kind: 'same' }],
    [
      'an open risk is never raised, whatever the answer',
      { effort: 'plenty-left', riskOpen: true, clean: false },
      { kind: 'range' },
    ],
    ['pain stops the movement', { effort: 'plenty-left', painReported: true }, { kind: 'stop' }],
    ['nothing to step down to: fewer', { riskOpen: true, rangeEase: null, easier: null }, { kind: 'amount', target: 8 }],
    [
      'a hold goes by five seconds',
      { dose: { kind: 'seconds', low: 20, high: 45 }, target: 30, done: 31, effort: 'plenty-left' },
      { kind: 'amount', target: 35 },
    ],
  ] as [string, Partial<NextSetInput>, object][])('%s', (_what, input, expected) => {
    expect(propose(input)).toMatchObject(expected);
  });
});

describe('the next session', () => {
  const top: MovementOutcome = {
    leastDone: 12,
    target: 12,
    topOfRange: 12,
    effort: 'about-right',
    clean: true,
    riskOpen: false,
    pain: false,
    openFault: null,
    easedBy: null,
  };
  const options: NextSessionOptions = {
    isLoaded: true,
    harder: { movementId: 'w:hard-squat', name: 'Hard squat' },
    easier: { movementId: 'w:easy-squat', name: 'Easy squat' },
    raise: null,
    lighter: null,
    unit: 'reps',
  };
  const decide = (today: Partial<MovementOutcome>, ...past: Partial<MovementOutcome>[]) =>
    decideNextSession(
      { ...top, ...today },
      past.map((each) => ({ ...top, ...each })),
      options,
    );

  test('raised after the top of the range twice, or once with plenty left', () => {
    expect(decide({}).kind).toBe('repeat');
    expect(decide({}, {}).kind).toBe('raise');
    expect(decide({ effort: 'plenty-left' })).toMatchObject({ kind: 'raise', text: 'A little heavier' });
    expect(decide({ effort: 'nothing-left' }, {}).kind).toBe('repeat');
    expect(decide({}, { clean: false }).kind).toBe('repeat');
  });

  test('what was made easier is first done whole, whatever was left', () => {
    expect(decide({ effort: 'plenty-left', easedBy: 'Stop at the box' })).toMatchObject({
      kind: 'repeat',
      text: 'The same; first without “stop at the box”',
    });
    expect(decide({}, { easedBy: 'Stop at the box' }).kind).toBe('repeat');
  });

  test('without a load the next rung is named', () => {
    const outcome = { ...top, effort: 'plenty-left' as const };
    expect(decideNextSession(outcome, [], { ...options, isLoaded: false }).text).toBe('Ready to try hard squat');
  });

  test('two sessions of lost reps are one step down, one is not', () => {
    expect(decide({ leastDone: 9 }).kind).toBe('repeat');
    expect(decide({ leastDone: 9 }, { leastDone: 10 })).toMatchObject({ kind: 'step-down', text: 'A step lighter' });
    expect(decide({ leastDone: 9, effort: 'plenty-left' }, { leastDone: 10 }).kind).toBe('repeat');
  });

  test('never raised with a risk open or after pain', () => {
    const open = { riskOpen: true, clean: false, openFault: 'Knee drops in', effort: 'plenty-left' as const };
    expect(decide(open, {})).toMatchObject({ kind: 'repeat', text: 'Not heavier: first get rid of “knee drops in”' });
    expect(decide({ pain: true, effort: 'plenty-left' }, {}).kind).toBe('leave-out');
  });
});
