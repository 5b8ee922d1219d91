import { lowerFirst, upperFirst, withoutBrackets } from '../movement/text.ts';
import type { Burden, BurdenKind, Flow } from './flow.ts';
import type { PlanContext } from './planContext.ts';

/** What another order does, in sentences: what for, the most telling first, and what it costs. */
export interface OrderReasons {
  readonly better: readonly string[];
  readonly worse: readonly string[];
}

/** Nobody reads more. */
const BETTER_MOST = 4;
const WORSE_MOST = 1;
/** Less isn't felt, in seconds' worth; of what gets worse only what is felt plainly is said. */
const LEAST_BETTER = 8;
const LEAST_WORSE = 20;
/** What one change less is worth saying. */
const EACH_CHANGE = 10;

/** Everything that an order costs in one round, and at its end. */
function burdensOf(flow: Flow, order: readonly number[]): Burden[] {
  const count = order.length;
  const at = (place: number) => (place < 0 ? count - 1 - place : order[place]!);
  const burdens = order.flatMap((item, place) => [
    ...flow.next(at(place - 1), item, false),
    ...flow.across(at(place - 2), at(place - 1), item, false),
    ...order.slice(0, place).flatMap((before) => flow.ahead(before, item)),
  ]);
  if (flow.rounds === 1 || count < 2) return burdens;
  const [first, last, secondLast] = [order[0]!, order[count - 1]!, order[count - 2]!];
  return [...burdens, ...flow.next(last, first, true), ...flow.across(secondLast, last, first, true)];
}

/** Costs of a kind, put together by the two items between which they arise, or by the one that bears them. */
function together(burdens: readonly Burden[], kind: BurdenKind, keyOf: (burden: Burden) => string): Map<string, Burden> {
  const sums = new Map<string, Burden>();
  for (const burden of burdens) {
    if (burden.kind !== kind) continue;
    const key = keyOf(burden);
    sums.set(key, { ...burden, cost: burden.cost + (sums.get(key)?.cost ?? 0) });
  }
  return sums;
}

const pairOf = ({ after, item }: Burden) => `${after}>${item}`;
const bearerOf = ({ item }: Burden) => String(item);

/** What one order costs in this way and the other doesn't, the most first. */
function more(from: readonly Burden[], than: readonly Burden[], kind: BurdenKind, keyOf = pairOf): Burden[] {
  const left = together(than, kind, keyOf);
  return [...together(from, kind, keyOf)]
    .map(([key, burden]) => ({ ...burden, cost: burden.cost - (left.get(key)?.cost ?? 0) }))
    .sort((a, b) => b.cost - a.cost);
}

/** Why one order is better than another, and where it isn't. */
export function orderReasons(
  flow: Flow,
  before: readonly number[],
  after: readonly number[],
  context: PlanContext,
): OrderReasons {
  const [were, are] = [burdensOf(flow, before), burdensOf(flow, after)];
  const words = new OrderWords(flow, context);
  const better = words.say(were, are, true, LEAST_BETTER).slice(0, BETTER_MOST);
  return {
    // Of many little things that make it better the first.
    better: better.length > 0 ? better : words.say(were, are, true, 0).slice(0, 1),
    worse: words.say(are, were, false, LEAST_WORSE).slice(0, WORSE_MOST),
  };
}

class OrderWords {
  constructor(
    private readonly flow: Flow,
    private readonly context: PlanContext,
  ) {}

  /** What the one order costs more than the other, in words: of the other as what it spares them, or of the one as what it asks of them. */
  say(from: readonly Burden[], than: readonly Burden[], isSpared: boolean, least: number): string[] {
    const said: { readonly pair: string; readonly text: string; readonly cost: number }[] = [];
    const say = ({ after, item, cost }: Burden, text: string) => {
      if (cost >= least) said.push({ pair: [after, item].sort().join(), text, cost });
    };
    for (const each of more(from, than, 'brace-first')) {
      const [trunk, lift] = [this.name(each.after), this.name(each.item)];
      say(
        each,
        isSpared ? `No ${trunk} right before ${lift}: a fresh trunk for the weight` : `${upperFirst(trunk)} right before ${lift}`,
      );
    }
    for (const each of more(from, than, 'small-first')) {
      const [small, big] = [this.name(each.after), this.name(each.item)];
      say(
        each,
        isSpared
          ? `${upperFirst(big)} before ${small}: the big one while they are fresh`
          : `${upperFirst(big)} only after ${small}`,
      );
    }
    for (const each of more(from, than, 'same-muscles')) {
      const so = `${upperFirst(this.name(each.item))} ${isSpared ? 'not so soon' : 'sooner'} after ${this.name(each.after)}`;
      say(each, `${so}${this.bothWork(each)}`);
    }
    for (const each of more(from, than, 'skill', bearerOf)) {
      const name = upperFirst(this.name(each.item));
      say({ ...each, after: each.item }, `${name} ${isSpared ? 'earlier, while they are fresh' : 'later, when they are tired'}`);
    }
    const sentences = onePerPair(said);
    for (const [kind, what] of [
      ['grip', 'on the grip'],
      ['wrists', 'on bent wrists'],
    ] as const) {
      const [first] = more(from, than, kind);
      if (first && first.cost >= least) {
        sentences.push({ text: isSpared ? `Not three in a row ${what}` : `Three in a row ${what}`, cost: first.cost });
      }
    }
    for (const [kind, what] of [
      ['floor', 'Down to the floor or up'],
      ['kit', 'Putting down and picking up'],
    ] as const) {
      const [many, few] = [from, than].map((burdens) => together(burdens, kind, pairOf).size) as [number, number];
      const cost = (many - few) * EACH_CHANGE;
      if (cost < least) continue;
      const text = isSpared
        ? `${what} ${times(few)} instead of ${times(many)}`
        : `${what} ${times(many)} instead of ${times(few)}`;
      sentences.push({ text, cost });
    }
    return sentences.sort((a, b) => b.cost - a.cost).map(({ text }) => text);
  }

  private name(item: number): string {
    return lowerFirst(this.flow.documentAt(item)?.name ?? 'a movement that went');
  }

  /** The muscle that two share most. */
  private bothWork({ after, item }: Burden): string {
    const [a, b] = [this.flow.documentAt(after), this.flow.documentAt(item)];
    const shares = new Map(b?.muscles.map(({ muscle, share }) => [muscle, share]));
    const [most] = (a?.muscles ?? [])
      .map(({ muscle, share }) => ({ muscle, worth: share * (shares.get(muscle) ?? 0) }))
      .sort((x, y) => y.worth - x.worth);
    const name = most && most.worth > 0 ? this.context.lexicon.muscles.get(most.muscle)?.name : undefined;
    return name ? `: both work the ${lowerFirst(withoutBrackets(name))}` : '';
  }
}

/** Of two items one sentence says enough: the first, which says most, for all that is between them. */
function onePerPair(said: readonly { readonly pair: string; readonly text: string; readonly cost: number }[]) {
  const told = new Map<string, { readonly text: string; readonly cost: number }>();
  for (const { pair, text, cost } of said) {
    const known = told.get(pair);
    told.set(pair, { text: known?.text ?? text, cost: cost + (known?.cost ?? 0) });
  }
  return [...told.values()];
}

function times(count: number): string {
  if (count === 0) return 'never';
  return count === 1 ? 'once' : `${count} times`;
}
