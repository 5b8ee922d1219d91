import { orderCost, roundEnd, stepAt, type OrderProblem } from './orderProblem.ts';

/** Beyond that many the exact way takes seconds, and more memory than a tablet likes to give. */
export const EXACT_ITEMS_MOST = 12;

/**
 * The order that costs least: by dynamic programming over what was done, what came last and what came before that. Where it goes round
 * the first two are tried in all ways, since the end of a round leads back to them. Among equals the one nearest to the given order.
 *
 * Takes about 2^n·n³ steps as a row and, with the first two set, a quarter of that for each of n² pairs as a ring (Held and Karp 1962, one
 * place further back). Of a ring what can't get under the best so far is left.
 */
export function exactOrder(problem: OrderProblem): number[] {
  const { count, rounds } = problem;
  const items = Array.from({ length: count }, (_, at) => at);
  if (count < 2) return items;
  if (rounds === 1) return new Walk(problem, items, 0, Infinity).best().order;
  let best = { order: items, cost: orderCost(problem, items) };
  for (const first of items) {
    for (const second of items) {
      if (second === first) continue;
      const rest = items.filter((item) => item !== first && item !== second);
      const found = new Walk(problem, [first, second, ...rest], 2, best.cost).best();
      if (found.cost < best.cost - LEAST_GAIN) best = found;
    }
  }
  return best.order;
}

/** Less isn't cheaper: sums of the same numbers in another order differ by as much. */
const LEAST_GAIN = 1e-9;

/** All ways through the items, of which the first `fixed` are in their places. */
class Walk {
  private readonly free: number;
  /** Cost by what was done, what came last and what came before that; one more for what came before all of it. */
  private readonly costs: Float64Array;
  /** What came two before the last, on the cheapest way there. */
  private readonly thirds: Int8Array;
  /** Of each item what it costs after all that was done, by what was done. */
  private readonly aheadOf: Float64Array;

  /** Of `next` after `last` after `before`, in the items' places here, all rounds. */
  private readonly steps: Float64Array;
  /** Of what isn't done yet at least so much is still to come, by what was done. */
  private readonly still: Float64Array;
  /** By place: what keeps it, or −1. */
  private readonly keepers: readonly number[];
  private readonly isKept: readonly boolean[];
  /** By item: what it stays right behind, or −1. */
  private readonly leaders: readonly number[];
  private readonly isFollowed: readonly boolean[];

  constructor(
    private readonly problem: OrderProblem,
    private readonly items: readonly number[],
    private readonly fixed: 0 | 2,
    /** What costs as much isn't looked for. */
    private readonly limit: number,
  ) {
    const { count, ahead } = problem;
    this.free = count - fixed;
    this.costs = new Float64Array((1 << this.free) * count * (count + 1)).fill(Infinity);
    this.thirds = new Int8Array(this.costs.length).fill(-1);
    this.aheadOf = new Float64Array((1 << this.free) * count);
    const { keptAt, behind } = problem;
    this.keepers = items.map((_, place) => items.findIndex((item) => keptAt[item] === place));
    this.isKept = items.map((item) => keptAt[item]! >= 0);
    this.leaders = items.map((item) => items.indexOf(behind[item]!));
    this.isFollowed = items.map((item) => behind.includes(item));
    this.steps = this.stepsHere();
    this.still = this.leastStill();
    const cost = (a: number, b: number) => ahead[items[a]! * count + items[b]!]!;
    for (let done = 0; done < 1 << this.free; done += 1) {
      for (let c = 0; c < count; c += 1) {
        if (done === 0) {
          for (let a = 0; a < fixed; a += 1) this.aheadOf[c]! += cost(a, c);
        } else {
          const lowest = 31 - Math.clz32(done & -done);
          this.aheadOf[done * count + c] = this.aheadOf[(done & (done - 1)) * count + c]! + cost(lowest + fixed, c);
        }
      }
    }
  }

  private at(done: number, last: number, before: number): number {
    const { count } = this.problem;
    return (done * count + last) * (count + 1) + before;
  }

  best(): { readonly order: number[]; readonly cost: number } {
    const { count, rounds } = this.problem;
    if (!this.begin()) return { order: [...this.items], cost: Infinity };
    for (let done = 0; done < 1 << this.free; done += 1) this.goOn(done);
    const all = (1 << this.free) - 1;
    let best = { last: -1, before: -1, cost: Infinity };
    for (let last = 0; last < count; last += 1) {
      for (let before = 0; before < count; before += 1) {
        const known = this.costs[this.at(all, last, before)]!;
        if (known === Infinity) continue;
        const cost = known + (rounds - 1) * this.closing(before, last);
        if (cost < best.cost - LEAST_GAIN) best = { last, before, cost };
      }
    }
    return { order: this.wayTo(all, best.last, best.before), cost: best.cost };
  }

  private closing(before: number, last: number): number {
    if (this.fixed === 0) return 0;
    const { problem, items } = this;
    return roundEnd(problem, items[before]!, items[last]!, items[0]!, items[1]!);
  }

  /** The first in its place; or the first two. Answers whether they may stand there. */
  private begin(): boolean {
    const { count, step, ahead } = this.problem;
    const { items } = this;
    if (this.fixed === 0) {
      for (let c = 0; c < count; c += 1) {
        if (this.mayCome(0, -1, c)) {
          this.costs[this.at(1 << c, c, count)] = step[stepAt(count, count + 1, count, items[c]!)]!;
        }
      }
      return true;
    }
    const [first, second] = [items[0]!, items[1]!];
    if (!this.mayCome(0, -1, 0) || !this.mayCome(1, 0, 1)) return false;
    this.costs[this.at(0, 1, 0)] =
      step[stepAt(count, count + 1, count, first)]! + step[stepAt(count, count, first, second)]! + ahead[first * count + second]!;
    return true;
  }

  private stepsHere(): Float64Array {
    const { count, step, rounds } = this.problem;
    const steps = new Float64Array((count + 1) * count * count);
    for (let before = 0; before <= count; before += 1) {
      // The second of a row isn't gone round to.
      const times = before === count ? 1 : rounds;
      for (let last = 0; last < count; last += 1) {
        for (let next = 0; next < count; next += 1) {
          const a = before === count ? count : this.items[before]!;
          steps[(before * count + last) * count + next] = times * step[stepAt(count, a, this.items[last]!, this.items[next]!)]!;
        }
      }
    }
    return steps;
  }

  private leastStill(): Float64Array {
    const { count } = this.problem;
    const { fixed, free, steps } = this;
    const least = new Float64Array(count).fill(Infinity);
    for (let before = 0; before <= count; before += 1) {
      for (let last = 0; last < count; last += 1) {
        for (let next = fixed; next < count; next += 1) {
          if (next === last || before === last || before === next) continue;
          least[next] = Math.min(least[next]!, steps[(before * count + last) * count + next]!);
        }
      }
    }
    const still = new Float64Array(1 << free);
    for (let left = 1; left < 1 << free; left += 1) {
      const lowest = 31 - Math.clz32(left & -left);
      still[left] = still[left & (left - 1)]! + least[lowest + fixed]!;
    }
    // By what was done instead of what is left.
    return still.reverse();
  }

  /** From all ways of having done these to one item more. */
  private goOn(done: number): void {
    const { count } = this.problem;
    const { fixed, steps, costs, thirds } = this;
    const place = fixed + bitsIn(done);
    if (place === 0 || place === count) return;
    const limit = this.limit - this.still[done]!;
    const wide = count + 1;
    for (let last = 0; last < count; last += 1) {
      if (last >= fixed && (done & (1 << (last - fixed))) === 0) continue;
      const from = (done * count + last) * wide;
      for (let next = fixed; next < count; next += 1) {
        const bit = 1 << (next - fixed);
        if ((done & bit) !== 0 || !this.mayCome(place, last, next)) continue;
        const ahead = this.aheadOf[done * count + next]!;
        const to = ((done | bit) * count + next) * wide + last;
        let least = costs[to]!;
        for (let before = 0; before <= count; before += 1) {
          const known = costs[from + before]!;
          if (known >= limit) continue;
          const cost = known + ahead + steps[(before * count + last) * count + next]!;
          if (cost < least - LEAST_GAIN) {
            least = cost;
            thirds[to] = before;
          }
        }
        costs[to] = least;
      }
    }
  }

  /** What keeps its place, or stays right behind something, comes there and nowhere else, and nothing comes between. */
  private mayCome(place: number, last: number, next: number): boolean {
    const keeper = this.keepers[place]!;
    if (keeper >= 0 ? keeper !== next : this.isKept[next]!) return false;
    const leader = this.leaders[next]!;
    return leader >= 0 ? leader === last : last < 0 || !this.isFollowed[last]!;
  }

  private wayTo(all: number, lastOne: number, beforeIt: number): number[] {
    const { count } = this.problem;
    const order: number[] = [];
    let [done, last, before] = [all, lastOne, beforeIt];
    while (last >= 0 && order.length < count) {
      order.unshift(this.items[last]!);
      if (order.length === count) break;
      const third = this.thirds[this.at(done, last, before)]!;
      done &= ~(last >= this.fixed ? 1 << (last - this.fixed) : 0);
      [last, before] = [before === count ? -1 : before, third];
    }
    return order;
  }
}

function bitsIn(set: number): number {
  let bits = 0;
  for (let left = set; left > 0; left &= left - 1) bits += 1;
  return bits;
}
