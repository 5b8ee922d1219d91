import type { FaultType } from '../movement/vocabulary.ts';
import { isFiller } from './fillers.ts';
import { stemOf, wordsIn } from './words.ts';

interface Phrase {
  readonly type: FaultType;
  readonly stems: readonly string[];
}

/** Parts of the body: a neck that sticks out is no elbow that does. */
const PARTS = new Set(
  `ankle arch arm back belly bum butt chest chin elbow feet foot hand head heel hip knee leg neck pelvis rib shoulder spine stomach tail toe trunk wrist`
    .split(/\s+/)
    .map(stemOf),
);

/** What goes wrong, in the words of whoever sees it: the phrases that a fault is known by, and what is like them. */
export class FaultPhrases {
  private readonly phrases: readonly Phrase[];
  private readonly rarity = new Map<string, number>();

  /** `wordsOf` spells out what stands for other words. */
  constructor(types: readonly FaultType[], wordsOf: (text: string) => string[] = wordsIn) {
    this.phrases = types.flatMap((type) =>
      [type.name, ...(type.otherNames ?? [])].map((name) => ({ type, stems: tellingStems(wordsOf(name)) })),
    );
    const count = new Map<string, number>();
    for (const { stems } of this.phrases) for (const stem of new Set(stems)) count.set(stem, (count.get(stem) ?? 0) + 1);
    for (const [stem, times] of count) this.rarity.set(stem, Math.log(1 + this.phrases.length / times));
  }

  /**
   * The fault that is most like it; `null` when none is like enough (0 to 1: how much of both is the same, by what its words tell). One
   * word alone is like too much.
   */
  likest(words: readonly string[], enough: number): FaultType | null {
    const asked = new Set(tellingStems(words));
    if (asked.size < 2) return null;
    let best: FaultType | null = null;
    let most = enough;
    for (const { type, stems } of this.phrases) {
      const shared = stems.filter((stem) => asked.has(stem));
      if (shared.length < 2 || isOfAnotherPart(stems, asked)) continue;
      const likeness = this.tells(shared) / ((this.tells([...asked]) + this.tells(stems)) / 2);
      if (likeness > most) [best, most] = [type, likeness];
    }
    return best;
  }

  /** A word that no phrase has tells as much as one that stands in few. */
  private tells(stems: readonly string[]): number {
    return stems.reduce((sum, stem) => sum + (this.rarity.get(stem) ?? Math.log(1 + this.phrases.length / 8)), 0);
  }
}

function isOfAnotherPart(stems: readonly string[], asked: ReadonlySet<string>): boolean {
  const parts = stems.filter((stem) => PARTS.has(stem));
  return parts.length > 0 && [...asked].some((stem) => PARTS.has(stem)) && !parts.some((stem) => asked.has(stem));
}

function tellingStems(words: readonly string[]): string[] {
  return words.filter((word) => !isFiller(word)).map(stemOf);
}
