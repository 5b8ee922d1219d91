import { describe, expect, test } from '@jest/globals';
import type { FigureDocument } from '../movement/figureDocument.ts';
import type { Load } from '../movement/load.ts';
import type { MovementDocument } from '../movement/movementDocument.ts';
import { holdingLoad } from './heldThing.ts';
import type { LoadSource } from './inventory.ts';

const kg = (kind: 'pair' | 'single', value: number): Load => ({ kind, value, unit: 'kg' });
const bells = (what: 'kettlebell' | 'dumbbell' | 'plate', ...values: number[]): LoadSource => ({
  kind: 'fixed',
  what,
  unit: 'kg',
  weights: values.map((value) => ({ value, count: 2 })),
});

function movement(needed: string, by: readonly string[], hold: FigureDocument['hold']): MovementDocument {
  const kit = { needed: [needed], replaceable: by.map((each) => ({ kit: needed, by: each })) };
  return { id: 'waxwing:test', kit, figure: { base: 'stand', keys: {}, ...(hold && { hold }) } } as unknown as MovementDocument;
}

describe('a figure holds what was laid out', () => {
  const goblet = movement('kettlebell', ['dumbbell', 'plate'], { thing: 'kettlebell', kg: 16 });
  const thing = (document: MovementDocument, sources: readonly LoadSource[] | null, load: Load) =>
    holdingLoad(document, sources && { sources: [...sources] }, load).figure?.hold?.thing;

  test.each([
    ['the kettlebell of this weight', [bells('kettlebell', 12, 16), bells('dumbbell', 12)], 12, 'kettlebell'],
    ['a dumbbell, where only one of those weighs so much', [bells('kettlebell', 16), bells('dumbbell', 12)], 12, 'dumbbell'],
    ['a plate, where there is nothing else', [bells('plate', 10)], 10, 'plate'],
    ['its own, of a weight that this room hasn’t', [bells('dumbbell', 12)], 14, 'kettlebell'],
    ['its own, where nobody described the room', null, 12, 'kettlebell'],
  ] as const)('%s', (_, sources, value, shown) => {
    expect(thing(goblet, sources, kg('single', value))).toBe(shown);
  });

  test('a kettlebell upside down stays so; what else was laid out is held its own way', () => {
    const bottomsUp = movement('kettlebell', ['dumbbell'], { thing: 'upturned-kettlebell', kg: 8, hand: 'left' });
    expect(thing(bottomsUp, [bells('kettlebell', 6)], kg('single', 6))).toBe('upturned-kettlebell');
    expect(thing(bottomsUp, [bells('dumbbell', 6)], kg('single', 6))).toBe('dumbbell');
  });

  test('nothing without a load; a band that weighs nothing stays', () => {
    expect(holdingLoad(goblet, null, { kind: 'bodyweight' }).figure?.hold).toBeUndefined();
    const band = movement('band', [], { thing: 'band', kg: 0 });
    expect(holdingLoad(band, null, { kind: 'bodyweight' })).toBe(band);
  });

  test('a pair for a pair, each in its hand; the weight in the balance stays the author’s', () => {
    const carry = movement('dumbbells', ['kettlebells', 'band'], { thing: 'dumbbells', kg: 24 });
    expect(holdingLoad(carry, { sources: [bells('kettlebell', 16)] }, kg('pair', 16)).figure?.hold).toEqual({
      thing: 'kettlebells',
      kg: 24,
    });
    // How a band would run, nobody has drawn.
    expect(thing(carry, [], { kind: 'band', strands: 1 })).toBeUndefined();
  });

  test('where nothing else is held, and of no figure at all, it is the very same document', () => {
    expect(holdingLoad(goblet, { sources: [bells('kettlebell', 12)] }, kg('single', 12))).toBe(goblet);
    const bare = { ...goblet, figure: undefined } as unknown as MovementDocument;
    expect(holdingLoad(bare, null, kg('single', 12))).toBe(bare);
  });
});
