import { flowCost, isAllowed, type OrderProblem } from './orderProblem.ts';

/** Tries in each search. */
const TRIES = 100_000;
/** Searches one after the other, each from the best so far, that are warm again at first; what is worse may then cost so much more, in seconds' worth. */
const SEARCHES = 3;
const WARM = 20;
/** And so much at last. */
const COLD = 0.05;
/** Items that are moved together at the most: what stays behind another comes along. */
const TOGETHER_MOST = 6;

/**
 * A good order of more items than can be gone through: by moving some, or changing two, again and again; what is worse is taken now and then,
 * less and less often (simulated annealing, Kirkpatrick et al. 1983). Never worse than the order that is there.
 *
 * @param random uniform in [0, 1): the same numbers give the same order.
 */
export function searchedOrder(problem: OrderProblem, random: () => number): number[] {
  let best = Array.from({ length: problem.count }, (_, at) => at);
  for (let n = 0; n < SEARCHES; n += 1) best = search(problem, best, random);
  return best;
}

function search(problem: OrderProblem, begun: readonly number[], random: () => number): number[] {
  const { count } = problem;
  let order = [...begun];
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
    else next.splice(to, 0, ...next.splice(from, 1 + Math.floor(random() ** 2 * TOGETHER_MOST)));
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
