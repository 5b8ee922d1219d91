import { flowCost, isAllowed, orderCost, type OrderProblem } from './orderProblem.ts';

/** Searches from the order that is there, of which the best counts, and tries in each. */
const SEARCHES = 3;
const TRIES = 50_000;
/** What a worse order may cost more at first, and at last, to be gone on from all the same, in seconds' worth. */
const WARM = 40;
const COLD = 0.05;
/** Items that are moved together at the most: what stays behind another comes along. */
const TOGETHER_MOST = 3;

/**
 * A good order of more items than can be gone through: by moving some, or changing two, again and again; what is worse is taken now and then,
 * less and less often (simulated annealing, Kirkpatrick et al. 1983). Never worse than the order that is there.
 *
 * @param random uniform in [0, 1): the same numbers give the same order.
 */
export function searchedOrder(problem: OrderProblem, random: () => number): number[] {
  let best = Array.from({ length: problem.count }, (_, at) => at);
  let least = orderCost(problem, best);
  for (let n = 0; n < SEARCHES; n += 1) {
    const found = search(problem, random);
    const cost = orderCost(problem, found);
    if (cost < least) [best, least] = [found, cost];
  }
  return best;
}

function search(problem: OrderProblem, random: () => number): number[] {
  const { count } = problem;
  let order = Array.from({ length: count }, (_, at) => at);
  let next = [...order];
  let flow = flowCost(problem, order);
  const best = { order: [...order], gain: 0 };
  let gain = 0;
  const cool = (COLD / WARM) ** (1 / TRIES);
  for (let n = 0, warmth = WARM; n < TRIES; n += 1, warmth *= cool) {
    const from = Math.floor(random() * count);
    const to = Math.floor(random() * count);
    if (from === to) continue;
    for (let at = 0; at < count; at += 1) next[at] = order[at]!;
    if (random() < 0.5) [next[from], next[to]] = [order[to]!, order[from]!];
    else next.splice(to, 0, ...next.splice(from, 1 + Math.floor(random() * TOGETHER_MOST)));
    if (!isAllowed(problem, next)) continue;
    const nextFlow = flowCost(problem, next);
    const more = nextFlow - flow + aheadChange(problem, order, next);
    if (more > 0 && random() >= Math.exp(-more / warmth)) continue;
    [order, next] = [next, order];
    flow = nextFlow;
    gain -= more;
    if (gain > best.gain + LEAST_GAIN) {
      best.gain = gain;
      best.order = [...order];
    }
  }
  return best.order;
}

/** Less isn't better: sums of the same numbers in another order differ by as much. */
const LEAST_GAIN = 1e-9;

/** What is ahead of what changes only between the first and the last place that changed. */
function aheadChange({ count, ahead }: OrderProblem, before: readonly number[], after: readonly number[]): number {
  let from = 0;
  let to = count - 1;
  while (from < to && before[from] === after[from]) from += 1;
  while (to > from && before[to] === after[to]) to -= 1;
  let change = 0;
  for (let i = from; i < to; i += 1) {
    for (let j = i + 1; j <= to; j += 1) {
      change += ahead[after[i]! * count + after[j]!]! - ahead[before[i]! * count + before[j]!]!;
    }
  }
  return change;
}
