import { describe, expect, test } from '@jest/globals';
import { overDrawn } from './overDrawn.ts';

interface Drawn {
  readonly name: string;
  readonly setUp: readonly string[];
  readonly checks: readonly { readonly id: string; readonly look: string; readonly angle?: string }[];
  readonly note?: string;
}

const drawn: Drawn = {
  name: 'Squat',
  setUp: ['Feet', 'Hands'],
  checks: [
    { id: 'a', look: 'Knees' },
    { id: 'b', look: 'Back', angle: 'knee.flexion' },
  ],
};

describe('what is changed faster than it is drawn', () => {
  test('of two lines both hold, though the second knows nothing of the first', () => {
    const first = overDrawn(drawn, drawn, { ...drawn, setUp: ['Feet wide', drawn.setUp[1]!] });
    const second = overDrawn(first, drawn, { ...drawn, setUp: [drawn.setUp[0]!, 'Hands high'] });
    expect(second.setUp).toEqual(['Feet wide', 'Hands high']);
  });

  test('of two entries, and of two fields of one, all hold', () => {
    const [a, b] = drawn.checks as [Drawn['checks'][0], Drawn['checks'][0]];
    const once = overDrawn(drawn, drawn, { ...drawn, checks: [{ ...a, look: 'Knees out' }, b] });
    const twice = overDrawn(once, drawn, { ...drawn, name: 'Squats', checks: [a, { id: 'b', look: 'Back' }] });
    expect(twice).toEqual({
      ...drawn,
      name: 'Squats',
      checks: [
        { id: 'a', look: 'Knees out' },
        { id: 'b', look: 'Back' },
      ],
    });
  });

  test('what came or went decides over the list as a whole; what is taken out is gone', () => {
    const longer = overDrawn(drawn, drawn, { ...drawn, setUp: [...drawn.setUp, 'Eyes'], note: 'x' });
    expect(longer.setUp.length).toBe(3);
    const { note: _, ...without } = longer;
    expect(overDrawn<Drawn>({ ...longer, name: 'Other' }, longer, without)).toEqual({ ...without, name: 'Other' });
  });
});
