import { describe, expect, test } from '@jest/globals';
import { starterLibrary } from '../../../../../packages/core/src/test/starterLibrary.ts';
import { NODE, layoutFamily } from './layout.ts';
import { routePath, routesOf, type Point, type Route } from './routes.ts';

const { movements } = starterLibrary();
const families = [...new Set(movements.map((each) => each.family))];

const stretches = ({ points }: Route) => points.slice(1).map((to, i) => [points[i]!, to] as const);

/** Whether a stretch of a line runs through a movement's picture or name; beginning or ending at its side is none. */
function crosses([a, b]: readonly [Point, Point], { x, y }: { readonly x: number; readonly y: number }): boolean {
  const [left, right] = [Math.min(a[0], b[0]), Math.max(a[0], b[0])];
  const [top, bottom] = [Math.min(a[1], b[1]), Math.max(a[1], b[1])];
  const from = y + NODE.top;
  return left < x + NODE.width && right > x && top < from + NODE.height && bottom > from;
}

describe.each(families)('the lines of %s', (family) => {
  test.each([7, 4])('with %i rungs to a line cross no picture and no name', (columns) => {
    const { placed, drawn } = layoutFamily(
      movements.filter((each) => each.family === family),
      columns,
    );
    const routes = routesOf(placed, drawn);
    expect(routes).toHaveLength(drawn.length);
    const crossed = routes.flatMap((route) =>
      stretches(route).flatMap((stretch) =>
        placed.filter((each) => crosses(stretch, each)).map(({ id }) => `${route.step.from} > ${route.step.to} over ${id}`),
      ),
    );
    expect(crossed).toEqual([]);
  });
});

test('a line straight on has no bend, and one that turns has its corners rounded', () => {
  expect(
    routePath([
      [0, 10],
      [5, 10],
      [5, 10],
      [20, 10],
    ]),
  ).toBe('M0 10L20 10');
  expect(
    routePath([
      [0, 0],
      [10, 0],
      [10, 40],
      [20, 40],
    ]),
  ).toBe('M0 0L5 0Q10 0 10 5L10 35Q10 40 15 40L20 40');
});
