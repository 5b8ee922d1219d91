import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { EFFORTS } from './effort.ts';
import type { Makeable } from './makeable.ts';
import { decideNextSession, type MovementOutcome, type NextSessionOptions } from './nextSession.ts';
import type { Raise } from './raise.ts';

const TOP = 12;

/** Twelve clean reps of twelve, about right: what stands in most logs. */
function outcome(over: Partial<MovementOutcome> = {}): MovementOutcome {
  return {
    leastDone: TOP,
    target: TOP,
    topOfRange: TOP,
    effort: 'about-right',
    clean: true,
    riskOpen: false,
    pain: false,
    openFault: null,
    easedBy: null,
    ...over,
  };
}

const bell = (value: number): Makeable =>
  ({ load: { kind: 'single', value, unit: 'kg' }, how: `the ${value} kg bell`, kg: value }) as unknown as Makeable;
const to20: Raise = { kind: 'load', to: bell(20), target: 8, rule: 'predicted', reasons: ['20 kg is takeable'] };
const HERE: NextSessionOptions = {
  isLoaded: true,
  harder: { movementId: 'w:two-dumbbell-squat', name: 'Two-dumbbell squat' },
  easier: { movementId: 'w:bodyweight-squat', name: 'Bodyweight squat' },
  raise: to20,
  lighter: bell(12),
  unit: 'reps',
};

/** Any session with a movement, faults named where they are open. */
const anyOutcome = fc
  .record({
    leastDone: fc.integer({ min: 0, max: 15 }),
    target: fc.constantFrom(8, 10, TOP),
    effort: fc.constantFrom(...EFFORTS, null),
    fault: fc.constantFrom('none', 'polish', 'performance', 'risk'),
    pain: fc.boolean(),
    easedBy: fc.constantFrom(null, 'To the box'),
  })
  .map(({ fault, ...rest }) =>
    outcome({
      ...rest,
      clean: fault === 'none' || fault === 'polish',
      riskOpen: fault === 'risk',
      openFault: fault === 'none' ? null : 'Knee drops in',
    }),
  );
const anyPast = fc.array(anyOutcome, { maxLength: 3 });

describe('what to do next session', () => {
  test('is no increase, whatever the rating, with pain or a risk fault open', () => {
    fc.assert(
      fc.property(anyOutcome, anyPast, (today, past) => {
        const { kind } = decideNextSession(today, past, HERE);
        if (today.pain) expect(kind).toBe('leave-out');
        else if (today.riskOpen) expect(kind).toBe('repeat');
      }),
    );
  });

  test('is an increase only after clean work at the top of the range, in one version, with something left', () => {
    fc.assert(
      fc.property(anyOutcome, anyPast, (today, past) => {
        if (decideNextSession(today, past, HERE).kind !== 'raise') return;
        expect(today).toMatchObject({ clean: true, riskOpen: false, pain: false, easedBy: null });
        expect(today.leastDone).toBeGreaterThanOrEqual(TOP);
        expect(['plenty-left', 'about-right']).toContain(today.effort);
        // Once is enough only with plenty left.
        if (today.effort === 'about-right') expect(past[0]!.leastDone).toBeGreaterThanOrEqual(TOP);
      }),
    );
  });

  test('is a step down only after two sessions of lost reps', () => {
    fc.assert(
      fc.property(anyOutcome, anyPast, (today, past) => {
        if (decideNextSession(today, past, HERE).kind !== 'step-down') return;
        for (const each of [today, past[0]!]) expect(each.leastDone).toBeLessThan(each.target);
      }),
    );
  });

  test('always has a reason, and never looks further back than it says', () => {
    fc.assert(
      fc.property(anyOutcome, anyPast, (today, past) => {
        const next = decideNextSession(today, past, HERE);
        expect(next.reasons.length).toBeGreaterThan(0);
        expect(decideNextSession(today, past.slice(0, 1), HERE)).toEqual(next);
      }),
    );
  });
});

test('what takes its place is named by id, and only where the words name it', () => {
  fc.assert(
    fc.property(anyOutcome, anyPast, fc.boolean(), fc.constantFrom(to20, null), (today, past, isLoaded, raise) => {
      const { instead, text } = decideNextSession(today, past, { ...HERE, isLoaded, raise, lighter: null });
      const named = [HERE.harder!, HERE.easier!].find(({ name }) => text.includes(name.toLowerCase()));
      expect(instead).toBe(named?.movementId);
    }),
  );
});

describe('in words', () => {
  const plenty = outcome({ effort: 'plenty-left' });
  const short = outcome({ leastDone: 9 });
  test.each<[string, MovementOutcome, MovementOutcome[], Partial<NextSessionOptions>, string]>([
    ['the next bell, where it is takeable', plenty, [], {}, 'Up to the 20 kg bell, 8 reps'],
    [
      'more reps where the gap is too big',
      plenty,
      [],
      { raise: { kind: 'amount', target: 15, reasons: [] } as unknown as Raise },
      'Same load, 15 reps',
    ],
    [
      'slower where reps are used up',
      plenty,
      [],
      { raise: { kind: 'tempo', target: 12, reasons: [] } as unknown as Raise },
      'Same load, lowered more slowly',
    ],
    ['a harder movement without a load', plenty, [], { isLoaded: false, raise: null }, 'Ready to try two-dumbbell squat'],
    ['no number where the room isn’t known', plenty, [], { raise: null }, 'A little heavier'],
    ['after two good sessions', outcome(), [outcome()], {}, 'Up to the 20 kg bell, 8 reps'],
    ['after one good session', outcome(), [], {}, 'The same again'],
    ['down to what is there', short, [short], {}, 'Down to the 12 kg bell'],
    ['down without a lighter one', short, [short], { lighter: null }, 'A step lighter'],
    ['down the ladder', short, [short], { lighter: null, isLoaded: false }, 'Not ready: back to bodyweight squat'],
    ['short once', short, [outcome()], {}, 'The same again'],
    ['stopped early with plenty left is no loss', { ...short, effort: 'plenty-left' }, [short], {}, 'The same again'],
    ['with a fault', outcome({ clean: false, openFault: 'Heels lift' }), [], {}, 'The same; watch for “heels lift”'],
    ['made easier', outcome({ easedBy: 'To the box' }), [outcome()], {}, 'The same; first without “to the box”'],
    [
      'below the top, with plenty left',
      outcome({ leastDone: 9, target: 9, effort: 'plenty-left' }),
      [],
      {},
      'Same movement, a rep or two more',
    ],
  ])('%s', (_what, today, past, here, text) => {
    expect(decideNextSession(today, past, { ...HERE, ...here }).text).toBe(text);
  });
});
