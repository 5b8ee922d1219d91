import { describe, expect, test } from '@jest/globals';
import { inFeet, typedCm } from './typedLength.ts';

describe('lengths as they are said', () => {
  test.each([
    ['168', 168],
    ['168,5 cm', 168.5],
    ['1.68 m', 168],
    [`5'6"`, 167.6],
    ['5’6', 167.6],
    ['5 ft 6', 167.6],
    ['5ft', 152.4],
    ['6 foot 2 inches', 188],
    ['66 in', 167.6],
    ['16"', 40.6],
  ])('%s', (said, cm) => expect(typedCm(said)).toBe(cm));

  test.each(['', 'tall', '5-6', '5 6', '-3', '1e3'])('%s is none', (said) => expect(typedCm(said)).toBeNull());

  test('said in feet and inches, short ones in inches', () => {
    expect([168, 152.4, 183, 41].map(inFeet)).toEqual(['5 ft 6 in', '5 ft 0 in', '6 ft 0 in', '16 in']);
  });
});
