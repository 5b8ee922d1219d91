import { expect, test } from '@jest/globals';
import { retyped } from './numbers.ts';

test.each([
  ['60', 'kg', 'lb', '132'],
  ['132,5', 'lb', 'kg', '60'],
  ['0.2', 'lb', 'kg', '0.5'],
  ['sixty', 'kg', 'lb', 'sixty'],
  ['', 'kg', 'lb', ''],
  ['60', 'kg', 'kg', '60'],
] as const)('“%s” from %s to %s is “%s”', (text, from, to, said) => expect(retyped(text, from, to)).toBe(said));
