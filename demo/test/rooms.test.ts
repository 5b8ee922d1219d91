import { describe, expect, test } from '@jest/globals';
import { isSameLoad, loadKg, type Load } from '@waxwing/core/movement';
import { adviseLoad, rackFor } from '@waxwing/core/loading';
import { Inventory, checkShape } from '@waxwing/core/shapes';
import { starterLibrary } from '../../packages/core/src/test/starterLibrary.ts';
import { ON_TOUR, PRIYAS_KITCHEN, ROOMS } from '../src/rooms.ts';

const loaded = starterLibrary().movements;

describe.each([
  ...ROOMS.map(({ name, inventory }) => [name, inventory] as const),
  ['on tour', ON_TOUR] as const,
  ['Priya’s kitchen', PRIYAS_KITCHEN] as const,
])('the racks of %s', (_name, inventory) => {
  const racks = loaded.flatMap((document) => {
    const rack = rackFor(document, inventory);
    return rack.length > 0 ? [{ document, rack }] : [];
  });

  test('pass the check that a typed room passes, and hold something', () => {
    expect(checkShape(Inventory, JSON.parse(JSON.stringify(inventory)))).toMatchObject({ ok: true });
    expect(racks.length).toBeGreaterThan(0);
  });

  test('go up: nothing twice, nothing out of order', () => {
    for (const { rack } of racks) {
      const kilograms = rack.flatMap(({ kg }) => kg ?? []);
      expect(kilograms).toEqual([...new Set(kilograms)].sort((a, b) => a - b));
    }
  });

  test('snap to what is there: as last time, and never heavier', () => {
    for (const { document, rack } of racks) {
      for (const value of [1, 3.5, 5, 7, 9.07, 12.5, 14, 17.5, 22, 60]) {
        const load: Load = { kind: rack[0]!.load.kind === 'pair' ? 'pair' : 'single', value, unit: 'kg' };
        const last = { load, target: 10, done: 10, effort: 'about-right' as const };
        const advice = adviseLoad({ document, rack, last, due: null, targetReserve: 2, isAlone: false });
        expect(rack.some((each) => isSameLoad(each.load, advice.load))).toBe(true);
        const lightest = rack[0]!.kg;
        if (lightest === null) continue;
        expect(loadKg(advice.load)!).toBeLessThanOrEqual(Math.max(lightest, loadKg(load)!) + 1e-6);
      }
    }
  });
});
