import { stemOf, wordsIn } from '../movement/stems.ts';
import type { FaultType } from '../movement/vocabulary.ts';
import { isFiller } from './fillers.ts';

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

export function isBodyPart(word: string): boolean {
  return PARTS.has(stemOf(word));
}

/** What goes wrong, in the words of whoever sees it: the phrases that a fault is known by, and what is like them. */
export class FaultPhrases {
  private readonly phrases: readonly Phrase[];
  private readonly rarity = new Map<string, number>();
  /** Where in the list the phrases are that have a word. */
  private readonly withStem = new Map<string, number[]>();

  /** `wordsOf` spells out what stands for other words. */
  constructor(types: readonly FaultType[], wordsOf: (text: string) => string[] = wordsIn) {
    this.phrases = types.flatMap((type) =>
      [type.name, ...(type.otherNames ?? [])].map((name) => ({ type, stems: tellingStems(wordsOf(name)) })),
    );
    this.phrases.forEach(({ stems }, at) => {
      for (const stem of new Set(stems)) this.withStem.set(stem, [...(this.withStem.get(stem) ?? []), at]);
    });
    for (const [stem, { length }] of this.withStem) this.rarity.set(stem, Math.log(1 + this.phrases.length / length));
  }

  /**
   * The fault that is most like it; `null` when none is like enough (0 to 1: how much of both is the same, by what its words tell). One
   * word alone is like too much. `among`: ids of the only types that may be.
   */
  likest(words: readonly string[], enough: number, among?: ReadonlySet<string>): FaultType | null {
    const asked = new Set(tellingStems(words));
    if (asked.size < 2) return null;
    let best: FaultType | null = null;
    let most = enough;
    const met = new Map<number, number>();
    for (const stem of asked) for (const at of this.withStem.get(stem) ?? []) met.set(at, (met.get(at) ?? 0) + 1);
    const nearby = [...met].flatMap(([at, times]) => (times > 1 ? [at] : [])).sort((a, b) => a - b);
    const whole = this.tells([...asked]);
    for (const at of nearby) {
      const { type, stems } = this.phrases[at]!;
      if (isOfAnotherPart(stems, asked) || (among && !among.has(type.id))) continue;
      const shared = stems.filter((stem) => asked.has(stem));
      const likeness = this.tells(shared) / ((whole + this.tells(stems)) / 2);
      if (likeness > most) [best, most] = [type, likeness];
    }
    return best;
  }

  /** Whether a phrase of this type has the word. */
  has(typeId: string, word: string): boolean {
    return (this.withStem.get(stemOf(word)) ?? []).some((at) => this.phrases[at]!.type.id === typeId);
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
