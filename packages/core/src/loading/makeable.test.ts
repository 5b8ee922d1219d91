import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { loadText } from '../movement/loadText.ts';
import type { BarAndPlates, LoadSource } from './inventory.ts';
import { kitOf } from './kitOf.ts';
import { barLoads, heaviestUpTo, loadFormsOf, makeableLoads, perHand, rackFor, stepsFrom, thingText } from './makeable.ts';
import { filledKg, makeshiftSteps, packedKg, tensionAt } from './makeshift.ts';

const GAPPY: LoadSource = {
  kind: 'fixed',
  what: 'dumbbell',
  unit: 'kg',
  weights: [
    { value: 2, count: 2 },
    { value: 4, count: 2 },
    { value: 6, count: 1 },
    { value: 12.5, count: 2 },
  ],
};
const BAR: BarAndPlates = {
  kind: 'bar',
  unit: 'kg',
  bar: 20,
  plates: [
    { value: 2.5, count: 2 },
    { value: 5, count: 2 },
    { value: 10, count: 3 },
  ],
};
const values = (sources: LoadSource[], hold: 'pair' | 'single') =>
  makeableLoads({ sources }, { hold, what: 'dumbbell' }).map(({ load }) => ('value' in load ? load.value : NaN));

describe('what can be made here', () => {
  test('a pair takes two, a single one; gaps stay gaps', () => {
    expect(values([GAPPY], 'pair')).toEqual([2, 4, 12.5]);
    expect(values([GAPPY], 'single')).toEqual([2, 4, 6, 12.5]);
    expect(kitOf({ things: [{ kit: 'mat', count: 3 }], sources: [GAPPY, BAR] })).toEqual([
      'barbell',
      'dumbbell',
      'dumbbells',
      'mat',
    ]);
  });

  test('a bar: every exact total of its pairs of plates, each with the fewest', () => {
    const loads = barLoads(BAR);
    // Of three tens one stays on the floor.
    expect(loads.map(({ kg }) => kg).sort((a, b) => a! - b!)).toEqual([20, 25, 30, 35, 40, 45, 50, 55]);
    expect(loadText(loads.find(({ kg }) => kg === 50)!.load)).toBe('bar with 10 + 5 a side (50 kg in all)');
  });

  test('adding up: fewest plates, never more than there are', () => {
    const plate = fc.record({ value: fc.constantFrom(0.5, 1.25, 2.5, 5, 10, 20), count: fc.integer({ min: 1, max: 6 }) });
    fc.assert(
      fc.property(fc.uniqueArray(plate, { maxLength: 4, selector: ({ value }) => value }), (plates) => {
        for (const { load } of barLoads({ ...BAR, plates })) {
          if (load.kind !== 'bar') throw new Error('a bar makes bars');
          for (const { value, count } of plates)
            expect(2 * load.platesPerSide.filter((each) => each === value).length).toBeLessThanOrEqual(count);
        }
      }),
    );
  });

  test('an adjustable pair by its settings, each with the time that setting takes; what weighs the same the quicker way', () => {
    const adjustable: LoadSource = {
      kind: 'adjustable',
      what: 'dumbbell',
      unit: 'kg',
      handles: 2,
      settings: [4, 5, 6],
      changeSeconds: 25,
    };
    const rack = makeableLoads({ sources: [adjustable, GAPPY] }, { hold: 'pair', what: 'dumbbell' });
    expect(rack.map(({ kg, changeSeconds }) => [kg, changeSeconds])).toEqual([
      [4, 0],
      [8, 0],
      [10, 25],
      [12, 25],
      [25, 0],
    ]);
  });

  test('10 lb stays 10 lb, in its place between kilograms', () => {
    const pounds: LoadSource = { kind: 'fixed', what: 'dumbbell', unit: 'lb', weights: [{ value: 10, count: 2 }] };
    const rack = makeableLoads({ sources: [GAPPY, pounds] }, { hold: 'single', what: 'dumbbell' });
    expect(rack.map(({ how }) => how)).toEqual(['2 kg', '4 kg', '10 lb', '6 kg', '12.5 kg']);
    expect(rack[2]!.load).toEqual({ kind: 'single', value: 10, unit: 'lb' });
    expect(perHand({ kind: 'pair', value: 10, unit: 'lb' })!.totalKg).toBeCloseTo(9.07);
  });

  test('pins, strands and foot positions have an order and no kilograms', () => {
    const sources: LoadSource[] = [
      { kind: 'stack', what: 'cable', pins: 3 },
      { kind: 'band', what: 'band', name: 'wide', strands: 1, tension: [{ stretch: 2, kg: 20 }] },
      {
        kind: 'band',
        what: 'band',
        name: 'narrow',
        strands: 2,
        tension: [
          { stretch: 1, kg: 0 },
          { stretch: 2, kg: 8 },
        ],
      },
      { kind: 'position', what: 'suspension-strap', positions: ['feet under the anchor', 'one step in'] },
    ];
    const hows = (hold: 'stack' | 'band' | 'position', what: string) =>
      makeableLoads({ sources }, { hold, what }).map(({ how }) => how);
    expect(hows('stack', 'cable')).toEqual(['pin 1', 'pin 2', 'pin 3']);
    expect(hows('band', 'band')).toEqual([
      '1 strand of narrow band, about 8 kg at twice its length',
      '2 strands of narrow band, about 16 kg at twice its length',
      '1 strand of wide band, about 20 kg at twice its length',
    ]);
    expect(hows('position', 'suspension-strap')).toEqual(['feet under the anchor', 'one step in']);
    const pins = makeableLoads({ sources }, { hold: 'stack', what: 'cable' });
    expect(stepsFrom(pins, { kind: 'stack', pin: 3 })).toEqual({ heavier: null, lighter: pins[1] });
  });

  test('steps from a load that isn’t on the rack, and from nothing', () => {
    const rack = makeableLoads({ sources: [GAPPY] }, { hold: 'single', what: 'dumbbell' });
    const from = stepsFrom(rack, { kind: 'single', value: 5, unit: 'kg' });
    expect([from.lighter!.kg, from.heavier!.kg]).toEqual([4, 6]);
    expect(stepsFrom(rack, { kind: 'bodyweight' }).heavier!.kg).toBe(2);
    expect(heaviestUpTo(rack, 12)!.kg).toBe(6);
    expect(heaviestUpTo(rack, 1)).toBeNull();
  });

  test('a movement takes its own kit first, then what may stand in', () => {
    const kit = { needed: ['kettlebell'], optional: [], replaceable: [{ kit: 'kettlebell', by: 'dumbbell' }] };
    expect(loadFormsOf({ kit })).toEqual([
      { hold: 'single', what: 'kettlebell' },
      { hold: 'single', what: 'dumbbell' },
    ]);
    expect(rackFor({ kit }, { sources: [GAPPY] }).map((each) => each.kg)).toEqual([2, 4, 6, 12.5]);
    // Nobody has that bell here: it is the dumbbell that is meant.
    expect(thingText({ kit }, { sources: [GAPPY] }, { kind: 'single', value: 6, unit: 'kg' })).toBe('one 6 kg dumbbell');
    expect(thingText({ kit }, null, { kind: 'single', value: 6, unit: 'kg' })).toBe('one 6 kg kettlebell');
    expect(rackFor({ kit: { needed: ['mat'], optional: [] } }, { sources: [GAPPY] })).toEqual([]);
  });
});

describe('makeshift loads', () => {
  test('volume by density, contents by count', () => {
    expect(filledKg(0.5, 10, 'water')).toBe(10.5);
    expect(filledKg(0, 10, 'sand', 0.5)).toBe(8);
    expect(packedKg(1, [{ count: 4, kgEach: 1.5 }])).toBe(7);
  });

  test('what a bag and a can can be made to weigh, with what to put in', () => {
    const can = makeshiftSteps({ kind: 'makeshift', what: 'water-can', emptyKg: 1, litres: 8, filling: 'rice', contents: [] });
    expect(can.map(({ kg }) => Math.round(kg * 10) / 10)).toEqual([1, 2.6, 4.2, 5.8, 7.4]);
    const bag = makeshiftSteps({
      kind: 'makeshift',
      what: 'bag',
      emptyKg: 0,
      contents: [
        { what: 'books', count: 2, kgEach: 2 },
        { what: 'bottles', count: 1, kgEach: 1 },
      ],
    });
    expect(bag).toEqual([
      { kg: 2, how: 'with 1 books' },
      { kg: 4, how: 'with 2 books' },
      { kg: 5, how: 'with 2 books and 1 bottles' },
    ]);
  });

  test('a band’s tension lies between its measurements, and nowhere else', () => {
    const tension = [
      { stretch: 2, kg: 10 },
      { stretch: 1.5, kg: 6 },
    ];
    expect(tensionAt(tension, 1.75)).toBe(8);
    expect(tensionAt(tension, 2)).toBe(10);
    expect([tensionAt(tension, 1.2), tensionAt(tension, 3), tensionAt([], 2)]).toEqual([null, null, null]);
  });
});
