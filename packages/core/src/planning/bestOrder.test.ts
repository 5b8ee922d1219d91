import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { bestOrder } from './bestOrder.ts';
import { exactOrder } from './exactOrder.ts';
import { orderCost, stepAt, type OrderProblem } from './orderProblem.ts';
import { seededRandom } from './seededRandom.ts';

function problemOf(count: number, seed: number, part: Partial<OrderProblem> = {}): OrderProblem {
  const random = seededRandom(seed);
  const size = (count + 2) * (count + 2) * count;
  const costs = (length: number, most: number) => Float64Array.from({ length }, () => Math.round(random() * most));
  const none = Array.from({ length: count }, () => -1);
  return {
    count,
    step: costs(size, 60),
    turn: costs(size, 60),
    ahead: costs(count * count, 20),
    rounds: 1,
    keptAt: none,
    behind: none,
    ...part,
  };
}

function* orders(items: readonly number[]): Generator<number[]> {
  if (items.length === 0) yield [];
  for (const item of items) for (const rest of orders(items.filter((each) => each !== item))) yield [item, ...rest];
}

function leastCost(problem: OrderProblem): number {
  let least = Infinity;
  const items = Array.from({ length: problem.count }, (_, at) => at);
  for (const order of orders(items)) least = Math.min(least, orderCost(problem, order));
  return least;
}

/** A problem in which some keep their place and some stay behind others, such that the given order is allowed. */
const anyProblem = fc
  .record({
    count: fc.integer({ min: 1, max: 7 }),
    seed: fc.integer({ min: 1, max: 1e6 }),
    rounds: fc.integer({ min: 1, max: 4 }),
  })
  .chain(({ count, seed, rounds }) =>
    fc.array(fc.constantFrom('free', 'free', 'free', 'kept', 'behind'), { minLength: count, maxLength: count }).map((kinds) =>
      problemOf(count, seed, {
        rounds,
        keptAt: kinds.map((kind, at) => (kind === 'kept' ? at : -1)),
        behind: kinds.map((kind, at) => (kind === 'behind' && at > 0 ? at - 1 : -1)),
      }),
    ),
  );

describe('the best order', () => {
  test('by hand: what starts cheapest isn’t taken when it costs more later, and rounds count each time', () => {
    const count = 3;
    const dear = problemOf(count, 1, {
      step: new Float64Array(75).fill(10),
      turn: new Float64Array(75),
      ahead: new Float64Array(9),
    });
    dear.step[stepAt(count, 4, 3, 0)] = 0;
    // Second after third is free, but only once the first two of these stand before it.
    dear.step[stepAt(count, 0, 2, 1)] = -25;
    expect(orderCost(dear, [0, 1, 2])).toBe(20);
    expect(exactOrder(dear)).toEqual([0, 2, 1]);
    // In three rounds the last is met three times, and the first two twice more at each round's end.
    const ring = { ...dear, rounds: 3 };
    expect(orderCost(ring, [0, 2, 1])).toBe(0 + 10 + 3 * -25 + 2 * (0 + 10));
  });

  test('costs what the cheapest of all orders costs, with places kept and pairs together, as a row and as a ring', () => {
    fc.assert(
      fc.property(anyProblem, (problem) => {
        const order = exactOrder(problem);
        expect([...order].sort()).toEqual(Array.from({ length: problem.count }, (_, at) => at));
        expect(orderCost(problem, order)).toBeCloseTo(leastCost(problem), 6);
      }),
      { numRuns: 150 },
    );
  });

  test('of eight, in three rounds too', () => {
    for (const rounds of [1, 3]) {
      const problem = problemOf(8, 7, { rounds });
      expect(orderCost(problem, exactOrder(problem))).toBeCloseTo(leastCost(problem), 6);
    }
  });

  test('the one that is there stays when none is better', () => {
    const flat = problemOf(5, 1, { step: new Float64Array(245), turn: new Float64Array(245), ahead: new Float64Array(25) });
    expect(bestOrder(flat, seededRandom(1))).toEqual({ order: [0, 1, 2, 3, 4], gain: 0, isExact: true });
  });

  test('of many is looked for: the same each time, and keeps what is to be kept', () => {
    const many = problemOf(30, 3, {
      keptAt: Array.from({ length: 30 }, (_, at) => (at === 4 || at === 20 ? at : -1)),
      behind: Array.from({ length: 30 }, (_, at) => (at === 11 || at === 12 ? at - 1 : -1)),
    });
    const { order, gain, isExact } = bestOrder(many, seededRandom(5));
    expect(isExact).toBe(false);
    expect(gain).toBeGreaterThan(300);
    expect([order[4], order[20]]).toEqual([4, 20]);
    expect(order.indexOf(12) - order.indexOf(10)).toBe(2);
    expect(bestOrder(many, seededRandom(5)).order).toEqual(order);
  });
});
