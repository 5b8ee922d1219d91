import type { QueryTerm } from './queryTerms.ts';
import type { QueryWord, ReadTerm } from './readQuery.ts';

/** By what a movement was found. */
export type FoundBy = 'name' | 'otherName' | 'fault' | 'words' | 'meaning' | 'ladder';

export interface Found {
  readonly movement: number;
  readonly cost: number;
  readonly foundBy: FoundBy;
}

/** One way to take a query, with what it brings. */
export interface Taken {
  readonly terms: readonly ReadTerm[];
  readonly found: readonly Found[];
  readonly unmet?: readonly QueryWord[];
  readonly neighboursOf?: number;
  /** The movement that was named, and is closed with a caution that was said. */
  readonly closed?: number;
  /** Also when it brings nothing: a fault that no movement has is one all the same. */
  readonly isAnswer?: boolean;
  /** By words that stand somewhere: when it brings next to nothing, what the next way brings comes after it. */
  readonly isGuess?: boolean;
}

/** Who asks, and what for. */
export interface Asked {
  /** The words as they were typed. */
  readonly typed: readonly string[];
  readonly people: ReadonlyMap<string, QueryTerm>;
  /** Stems of the words in people's names. */
  readonly nameWords: ReadonlySet<string>;
  readonly limit: number;
  readonly doneBy: ReadonlyMap<string, number> | undefined;
}

export const NOTHING_TAKEN: Taken = { terms: [], found: [] };

/** Best first, as many as are looked at: to put thousands in order takes longer than to find them. */
export function bestOf<F extends Found>(found: readonly F[], most: number): F[] {
  const dearest = found.length > most ? Float64Array.from(found, ({ cost }) => cost).sort()[most - 1]! : Infinity;
  return found
    .filter(({ cost }) => cost <= dearest)
    .sort((a, b) => a.cost - b.cost || a.movement - b.movement)
    .slice(0, most);
}

/** The first, then what of the others isn't among them; each once. */
export function together(first: readonly Found[], others: readonly Found[]): Found[] {
  const each = new Map<number, Found>();
  for (const found of [...first, ...others]) if (!each.has(found.movement)) each.set(found.movement, found);
  return [...each.values()];
}
