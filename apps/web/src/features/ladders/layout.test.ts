import { describe, expect, test } from '@jest/globals';
import type { MovementDocument } from '@waxwing/core/movement';
import { starterLibrary } from '../../../../../packages/core/src/test/starterLibrary.ts';
import { layoutFamily } from './layout.ts';

const { movements } = starterLibrary();
const family = (id: string): MovementDocument[] => movements.filter((each) => each.family === id);

describe.each([...new Set(movements.map((each) => each.family))])('the map of %s', (id) => {
  test.each([7, 4])(
    'with %i rungs to a line has everybody once, each in a place of their own, harder to the right',
    (columns) => {
      const map = layoutFamily(family(id), columns);
      expect(map.placed.map((each) => each.id).sort()).toEqual(
        family(id)
          .map((each) => each.id)
          .sort(),
      );
      expect(new Set(map.placed.map(({ x, y }) => `${x},${y}`)).size).toBe(map.placed.length);
      const at = new Map(map.placed.map((each) => [each.id, each]));
      for (const { from, to } of map.drawn) expect(at.get(to)!.x).toBeGreaterThan(at.get(from)!.x);
      for (const { x, y } of map.placed) {
        expect(x).toBeLessThan(map.width);
        expect(y).toBeLessThan(map.height);
      }
    },
  );
});

test('the main line keeps its row, side branches stand below, and a full line goes on in the next', () => {
  const map = layoutFamily(family('squat'), 7);
  const at = (slug: string) => map.placed.find(({ id }) => id === `waxwing:${slug}`)!;
  const main = ['high-seat-sit-to-stand', 'box-squat', 'bodyweight-squat', 'tempo-squat', 'goblet-squat'].map(at);
  expect(new Set(main.map(({ y }) => y)).size).toBe(1);
  expect(at('side-step-squat').y).toBeGreaterThan(main[0]!.y);
  expect(map.bands).toHaveLength(2);
  expect(at('dumbbell-front-squat').after).toEqual(['waxwing:two-dumbbell-squat']);
});
