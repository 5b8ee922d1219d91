import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import type { Load } from '../movement/load.ts';
import { isSameLoad, loadKg } from '../movement/loadText.ts';
import type { Effort } from './effort.ts';
import { answersOf, effortOfReserve } from './effort.ts';
import type { LoadSource } from './inventory.ts';
import { makeableLoads, stepsFrom } from './makeable.ts';
import { proposeNextSet, type NextSet } from './nextSet.ts';
import { ALONE_REPS, BRIDGE_REPS, isLyingPress } from './raise.ts';
import { estimateStrength, repsAt } from './strength.ts';

const RANGE = { kind: 'reps', low: 8, high: 12 } as const;
const kilograms = (...values: number[]): LoadSource => ({
  kind: 'fixed',
  what: 'dumbbell',
  unit: 'kg',
  weights: values.map((value) => ({ value, count: 2 })),
});
const rackOf = (...values: number[]) => makeableLoads({ sources: [kilograms(...values)] }, { hold: 'single', what: 'dumbbell' });
const single = (value: number): Load => ({ kind: 'single', value, unit: 'kg' });
const RACK = rackOf(2, 4, 6, 8, 10, 12.5, 15);

interface SetDone {
  readonly load: Load;
  readonly done: number;
  readonly effort?: Effort;
  readonly reserve?: number;
  readonly rack?: typeof RACK;
  readonly alone?: boolean;
  readonly risk?: boolean;
  readonly slowed?: boolean;
  readonly target?: number;
}

function after({
  load,
  done,
  effort = 'plenty-left',
  reserve,
  rack = RACK,
  alone = false,
  risk = false,
  slowed = false,
  target = done,
}: SetDone): NextSet {
  return proposeNextSet({
    dose: RANGE,
    target,
    done,
    effort,
    ...(reserve !== undefined && { reserve }),
    clean: !risk,
    riskOpen: risk,
    painReported: false,
    rangeEase: null,
    rangeEased: false,
    easedBy: null,
    easier: null,
    harder: null,
    loading: {
      load,
      steps: stepsFrom(rack, load),
      targetReserve: 2,
      isAlone: alone,
      slower: slowed ? null : 'Three seconds down',
    },
  });
}

describe('the next load', () => {
  test('the worked example: too big a step at twelve, takeable at eighteen', () => {
    const twelve = after({ load: single(8), done: 12 });
    expect(twelve).toMatchObject({ kind: 'amount', target: 14 });
    expect(twelve.reasons.join('; ')).toContain('10 kg predicts 6.8 to failure, 4.8 with 2 in reserve, under 8');
    expect(after({ load: single(8), done: 18, reserve: 2 })).toMatchObject({
      kind: 'load',
      direction: 'heavier',
      to: { kg: 10 },
      target: 8,
      rule: 'predicted',
    });
  });

  test('up to eight above the range, then slower, then a lever', () => {
    expect(after({ load: single(4), done: 19, rack: rackOf(4, 6) })).toMatchObject({ kind: 'amount', target: 12 + BRIDGE_REPS });
    expect(after({ load: single(4), done: 20, rack: rackOf(4, 6) })).toMatchObject({
      kind: 'tempo',
      text: 'Three seconds down',
      target: 8,
    });
    expect(after({ load: single(4), done: 20, rack: rackOf(4, 6), slowed: true })).toMatchObject({ kind: 'same' });
  });

  test('a rack that cannot bridge it says so, and more reps are not asked for', () => {
    const stuck = after({ load: single(4), done: 12, rack: rackOf(4, 12) });
    expect(stuck).toMatchObject({ kind: 'tempo' });
    expect(stuck.reasons.join()).toContain('this rack cannot bridge that step');
  });

  test('a 2.5 kg plate set goes up by five', () => {
    const bar: LoadSource = {
      kind: 'bar',
      unit: 'kg',
      bar: 20,
      plates: [
        { value: 2.5, count: 2 },
        { value: 5, count: 2 },
      ],
    };
    const rack = makeableLoads({ sources: [bar] }, { hold: 'bar', what: 'barbell' });
    const load: Load = { kind: 'bar', bar: 20, platesPerSide: [5], unit: 'kg' };
    const next = after({ load, done: 14, rack });
    expect(next).toMatchObject({ kind: 'load', to: { kg: 35, how: 'bar with 5 + 2.5 a side (35 kg in all)' }, target: 9 });
  });

  test('a pin is tried once the top of the range is made', () => {
    const rack = makeableLoads({ sources: [{ kind: 'stack', what: 'cable', pins: 9 }] }, { hold: 'stack', what: 'cable' });
    const load: Load = { kind: 'stack', pin: 4 };
    const at = (done: number) => after({ load, done, rack });
    expect(at(10)).toMatchObject({ kind: 'amount', target: 12 });
    expect(at(12)).toMatchObject({ kind: 'load', to: { load: { kind: 'stack', pin: 5 } }, target: 8, rule: 'tried' });
  });

  test('nothing left and reps lost: one makeable step down; within the range what was made', () => {
    expect(after({ load: single(10), done: 6, target: 10, effort: 'nothing-left' })).toMatchObject({
      kind: 'load',
      direction: 'lighter',
      to: { kg: 8 },
      target: 10,
    });
    expect(after({ load: single(10), done: 9, target: 10, effort: 'nothing-left' })).toMatchObject({ kind: 'amount', target: 9 });
  });

  test('alone on the back: nothing that couldn’t be done twelve times, and it says so', () => {
    const next = after({ load: single(8), done: 18, reserve: 2, alone: true });
    expect(next.kind).not.toBe('load');
    expect(next.reasons.join()).toContain('alone on the back only what could be done 12 times');
    expect(isLyingPress({ pattern: 'push', position: 'supine', kit: { needed: ['dumbbells', 'bench'], optional: [] } })).toBe(
      true,
    );
    expect(isLyingPress({ pattern: 'push', position: 'supine', kit: { needed: ['mat'], optional: [] } })).toBe(false);
  });

  const rating = fc.constantFrom<Effort>('plenty-left', 'about-right', 'nothing-left');
  const rackValues = fc.uniqueArray(fc.constantFrom(1, 2, 3, 4, 5, 6, 8, 10, 12.5, 15, 20, 22.5, 30, 45), {
    minLength: 1,
    maxLength: 10,
  });

  test('any proposal is makeable here; a raise predicts the bottom of the range at the target reserve; a risk is never raised', () => {
    fc.assert(
      fc.property(
        rackValues,
        fc.nat(),
        fc.integer({ min: 1, max: 25 }),
        rating,
        fc.boolean(),
        fc.boolean(),
        (values, pick, done, effort, risk, alone) => {
          const rack = rackOf(...values);
          const from = rack[pick % rack.length]!;
          const next = after({ load: from.load, done, effort, rack, risk, alone });
          if (next.kind !== 'load') return;
          expect(rack.some(({ load }) => isSameLoad(load, next.to.load))).toBe(true);
          if (next.direction === 'lighter') return expect(next.to.kg!).toBeLessThan(from.kg!);
          expect(risk).toBe(false);
          expect(effort).toBe('plenty-left');
          expect(next.rule).toBe('predicted');
          const toFailure = repsAt(estimateStrength(from.kg!, done, 4)!, loadKg(next.to.load)!);
          expect(toFailure - 2).toBeGreaterThanOrEqual(RANGE.low - 1e-6);
          if (alone) expect(toFailure).toBeGreaterThanOrEqual(ALONE_REPS - 1e-6);
        },
      ),
      { numRuns: 400 },
    );
  });

  test('a year of double progression ends where arithmetic says', () => {
    // Strong enough for 15 kg eight times with two left, and for no more: 15 · 4/3.
    const oneRm = 20;
    const epley = (kg: number) => 30 * (oneRm / kg - 1);
    let [kg, target] = [8, 8];
    for (let session = 0; session < 104; session += 1) {
      const reserve = Math.floor(epley(kg) + 1e-9) - target;
      const next = after({ load: single(kg), done: target, effort: effortOfReserve(reserve), reserve });
      if (next.kind === 'load') kg = next.to.kg!;
      target = next.target;
    }
    expect(kg).toBe(15);
    expect(target).toBe(8);
  });
});

describe('the scales of effort', () => {
  test('three say the same thing: the word nearest to the number', () => {
    expect([0, 1, 2, 3, 4, 5].map(effortOfReserve)).toEqual([
      'nothing-left',
      'nothing-left',
      'about-right',
      'about-right',
      'plenty-left',
      'plenty-left',
    ]);
    expect(answersOf('rpe').map(({ text }) => text)).toEqual(['5 or less', '6', '7', '8', '9', '10']);
    expect(answersOf('rpe').map(({ reserve }) => reserve)).toEqual([5, 4, 3, 2, 1, 0]);
    expect(answersOf('words').map(({ reserve }) => reserve)).toEqual([undefined, undefined, undefined]);
  });
});
