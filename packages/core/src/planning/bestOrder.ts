import { EXACT_ITEMS_MOST, exactOrder } from './exactOrder.ts';
import { orderCost, type OrderProblem } from './orderProblem.ts';
import { searchedOrder } from './searchedOrder.ts';

export interface BestOrder {
  /** The items' numbers in their new order. */
  readonly order: readonly number[];
  /** Seconds' worth that it is better than the order that is there. */
  readonly gain: number;
  /** Every order was gone through; else a better one may exist. */
  readonly isExact: boolean;
}

/** The best order that can be found; the one that is there when none is better. `random`: uniform in [0, 1). */
export function bestOrder(problem: OrderProblem, random: () => number): BestOrder {
  const isExact = problem.count <= EXACT_ITEMS_MOST;
  const given = Array.from({ length: problem.count }, (_, at) => at);
  const order = isExact ? exactOrder(problem) : searchedOrder(problem, random);
  const gain = orderCost(problem, given) - orderCost(problem, order);
  return gain > 0 ? { order, gain, isExact } : { order: given, gain: 0, isExact };
}
