import { factsOf, isAnyOf } from './facts.ts';
import type { Feeling } from './feelingEntry.ts';
import type { Lexicon } from './library.ts';
import type { MovementDocument } from './movementDocument.ts';

/** A muscle that does most of a movement's work is felt. */
const FELT_FROM = 0.5;
const FELT_MOST = 3;

export interface Felt {
  /** Ids of muscles, the one that works most first. */
  readonly in: readonly string[];
  readonly not: readonly Feeling[];
}

/** Where a movement should be felt, and where not. A stretch is felt in what it stretches. */
export function feltIn(document: MovementDocument, lexicon: Pick<Lexicon, 'kit' | 'basePoses' | 'feelings'>): Felt {
  const facts = factsOf(document, lexicon);
  const movers = document.muscles.filter(({ role }) => role === 'prime-mover').sort((a, b) => b.share - a.share);
  // Where nothing works hard, what works most is felt.
  const felt = movers.filter(({ share }, at) => at === 0 || share >= FELT_FROM);
  return {
    in: felt.slice(0, FELT_MOST).map(({ muscle }) => muscle),
    not: [...lexicon.feelings.values()].filter(({ on, except }) => isAnyOf(facts, on) && !except?.includes(document.id)),
  };
}
