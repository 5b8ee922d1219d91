/**
 * What is to be put in order, as numbers and nothing else, so that a worker can be handed it. Costs are in seconds' worth: what is felt
 * as long as that many seconds more of the hour.
 */
export interface OrderProblem {
  readonly count: number;
  /**
   * Of `c` right after `b`, before which was `a`, at `stepAt(count, a, b, c)`. Two numbers beyond the items stand for what was done before
   * them: `count` for the last, `count + 1` for the one before that.
   */
  readonly step: Float64Array;
  /** The same where a round ends with `b` and the next begins with `c`. */
  readonly turn: Float64Array;
  /** Of `a` anywhere before `b`, at `a * count + b`: in the first round, whatever comes after. */
  readonly ahead: Float64Array;
  /** How often all of it is gone through, one time right after the other. */
  readonly rounds: number;
  /** Of each item the place that it keeps, or −1. */
  readonly keptAt: readonly number[];
  /** Of each item the one that it stays right behind, or −1. */
  readonly behind: readonly number[];
}

export function stepAt(count: number, a: number, b: number, c: number): number {
  return (a * (count + 2) + b) * count + c;
}

/** What an order costs, in seconds' worth. `Infinity` where something isn't in the place that it keeps. */
export function orderCost(problem: OrderProblem, order: readonly number[]): number {
  return isAllowed(problem, order) ? flowCost(problem, order) + aheadCost(problem, order) : Infinity;
}

export function isAllowed({ keptAt, behind }: OrderProblem, order: readonly number[]): boolean {
  return order.every(
    (item, at) => (keptAt[item]! < 0 || keptAt[item] === at) && (behind[item]! < 0 || order[at - 1] === behind[item]),
  );
}

/** Of what follows on what, all rounds. */
export function flowCost({ count, step, turn, rounds }: OrderProblem, order: readonly number[]): number {
  if (count === 0) return 0;
  let [a, b] = [count + 1, count];
  let once = 0;
  let inEach = 0;
  for (let at = 0; at < count; at += 1) {
    const c = order[at]!;
    const cost = step[stepAt(count, a, b, c)]!;
    if (at < 2) once += cost;
    else inEach += cost;
    [a, b] = [b, c];
  }
  if (count < 2 || rounds === 1) return once + inEach;
  const ends = [order[count - 2]!, order[count - 1]!, order[0]!, order[1]!] as const;
  return once + rounds * inEach + (rounds - 1) * roundEnd({ count, step, turn }, ...ends);
}

/** From the end of a round into the next, up to where it goes on as in the first. */
export function roundEnd(
  { count, step, turn }: Pick<OrderProblem, 'count' | 'step' | 'turn'>,
  secondLast: number,
  last: number,
  first: number,
  second: number,
): number {
  return turn[stepAt(count, secondLast, last, first)]! + step[stepAt(count, last, first, second)]!;
}

/** Of what is done anywhere before something else. */
function aheadCost({ count, ahead }: OrderProblem, order: readonly number[]): number {
  let sum = 0;
  for (let i = 0; i < count; i += 1) for (let j = i + 1; j < count; j += 1) sum += ahead[order[i]! * count + order[j]!]!;
  return sum;
}
