import { describe, expect, test } from '@jest/globals';
import type { MakeshiftSource } from './inventory.ts';
import { filledKg, makeshiftSteps, packedKg, tensionAt } from './makeshift.ts';

const source = (over: Partial<MakeshiftSource>) => ({ kind: 'makeshift', emptyKg: 0, contents: [], ...over }) as MakeshiftSource;

describe('what is at home as a weight', () => {
  test('a container weighs what it is, and what is in it by volume and density', () => {
    expect(filledKg(0.2, 5, 'water')).toBeCloseTo(5.2);
    expect(filledKg(0.2, 5, 'sand')).toBeCloseTo(8.2);
    expect(filledKg(0.2, 5, 'rice', 0.5)).toBeCloseTo(2.2);
  });

  test('a bag weighs what was counted into it', () => {
    expect(packedKg(3, [])).toBe(3);
    expect(
      packedKg(3, [
        { count: 4, kgEach: 1.5 },
        { count: 2, kgEach: 0.5 },
      ]),
    ).toBe(10);
  });

  test('a can goes up by quarters that can be told by eye', () => {
    const steps = makeshiftSteps(source({ emptyKg: 0.4, litres: 4, filling: 'water' }));
    expect(steps.map(({ kg, how }) => `${kg.toFixed(1)} ${how}`)).toEqual([
      '0.4 empty',
      '1.4 a quarter full of water',
      '2.4 half full of water',
      '3.4 three quarters full of water',
      '4.4 full of water',
    ]);
  });

  test('a suitcase goes up one thing after the other, the first kind first', () => {
    const contents = [
      { what: 'books', count: 2, kgEach: 1 },
      { what: 'bottles', count: 1, kgEach: 1.5 },
    ];
    expect(makeshiftSteps(source({ emptyKg: 3, contents })).map(({ kg, how }) => `${kg} ${how}`)).toEqual([
      '3 empty',
      '4 with 1 books',
      '5 with 2 books',
      '6.5 with 2 books and 1 bottles',
    ]);
  });

  test('what weighs nothing empty isn’t a load until something is in it', () => {
    expect(makeshiftSteps(source({ litres: 2, filling: 'water' }))[0]).toMatchObject({ kg: 0.5 });
    expect(makeshiftSteps(source({}))).toEqual([]);
  });
});

describe('a band', () => {
  const measured = [
    { stretch: 2, kg: 9 },
    { stretch: 1.5, kg: 5 },
  ];
  test('pulls as it was measured, in between on the line, and beyond nobody knows', () => {
    expect(tensionAt(measured, 1.5)).toBe(5);
    expect(tensionAt(measured, 1.75)).toBe(7);
    expect(tensionAt(measured, 2)).toBe(9);
    expect(tensionAt(measured, 1.4)).toBeNull();
    expect(tensionAt(measured, 2.1)).toBeNull();
    expect(tensionAt([], 1.5)).toBeNull();
  });
});
