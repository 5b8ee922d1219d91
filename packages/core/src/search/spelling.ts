import { stemOf } from '../movement/stems.ts';
import type { QueryWord } from './readQuery.ts';
import { lettersWrong } from './words.ts';

/** What the index knows of words. */
export interface KnownWords {
  /** Words of names and terms, as stems: what an error may have been meant for. */
  readonly stems: Iterable<string>;
  /** Whether a word says something as it is; the last one also as the beginning of one. */
  isKnown(word: string, isLast: boolean): boolean;
  /** Whether a word stands as it is in a name or a term. */
  isWhole(word: string): boolean;
  /** In how many names a word stands. */
  frequency(stem: string): number;
  /** A word as it is written, of a stem. */
  written(stem: string): string;
}

/** A word that was taken for another. */
export interface Corrected {
  readonly typed: string;
  readonly taken: string;
}

/** From so many letters on two may be wrong; one in shorter words. */
const TWO_FROM = 6;
/** Who errs, errs seldom in the first letter. */
const SAME_FIRST = 1000;

const A = 'a'.charCodeAt(0);

/** Spells out shorthands, and forgives errors where nothing knows a word. */
export class Spelling {
  /** By how many letters they have, with which letters these are. */
  private readonly stems = new Map<number, { readonly stem: string; readonly letters: number }[]>();

  constructor(
    private readonly shorthands: ReadonlyMap<string, readonly string[]>,
    private readonly known: KnownWords,
  ) {
    for (const stem of new Set(known.stems)) {
      // Nobody mistypes a word for a number.
      if (/\d/.test(stem)) continue;
      const alike = this.stems.get(stem.length);
      const known = { stem, letters: lettersOf(stem) };
      if (alike) alike.push(known);
      else this.stems.set(stem.length, [known]);
    }
  }

  /** `names`: stems of names of people, which are right as they are. */
  understood(typed: readonly string[], names: ReadonlySet<string>): { words: QueryWord[]; corrected: Corrected[] } {
    const corrected: Corrected[] = [];
    const words = typed.flatMap((word, from): QueryWord[] => {
      const spelled = this.shorthands.get(word);
      if (spelled) return spelled.map((each) => ({ word: each, from }));
      if (names.has(stemOf(word)) || this.known.isKnown(word, from === typed.length - 1)) return [{ word, from }];
      const taken = this.apart(word) ?? this.likest(word);
      if (!taken) return [{ word, from }];
      corrected.push({ typed: word, taken: taken.join(' ') });
      return taken.map((each) => ({ word: each, from }));
    });
    return { words, corrected };
  }

  /**
   * The same with one word that stands in sentences only, and in no name, taken for a name's word one letter away: "hip trust". The
   * caller says whether that makes a name.
   */
  *nearly(words: readonly QueryWord[], typed: readonly string[]): Generator<{ words: QueryWord[]; corrected: Corrected }> {
    for (const [at, { word, from }] of words.entries()) {
      if (word.length < 4 || this.known.frequency(stemOf(word)) > 0) continue;
      const taken = this.likest(word, 1);
      if (!taken) continue;
      const instead = taken.map((each) => ({ word: each, from }));
      yield {
        words: [...words.slice(0, at), ...instead, ...words.slice(at + 1)],
        corrected: { typed: typed[from]!, taken: taken.join(' ') },
      };
    }
  }

  /** Two words that were run together. */
  apart(word: string): string[] | null {
    for (let cut = 2; cut <= word.length - 2; cut += 1) {
      const parts = [word.slice(0, cut), word.slice(cut)];
      if (parts.every((part) => (part.length > 2 || part === 'up') && this.known.isWhole(part))) return parts;
    }
    return null;
  }

  private likest(word: string, most = word.length >= TWO_FROM ? 2 : word.length >= 3 ? 1 : 0): string[] | null {
    const stem = stemOf(word);
    const [inWord, inStem] = [lettersOf(word), lettersOf(stem)];
    let best: { readonly stem: string; readonly wrong: number; readonly weight: number } | null = null;
    for (let length = stem.length - most; length <= word.length + most; length += 1) {
      for (const { stem: each, letters } of this.stems.get(length) ?? []) {
        // A wrong letter is one that the other lacks, and one that it lacks: most words are ruled out by that.
        if (bits(letters ^ inStem) > 2 * most && bits(letters ^ inWord) > 2 * most) continue;
        const wrong = Math.min(lettersWrong(stem, each, most), lettersWrong(word, each, most));
        if (wrong > most || each === stem) continue;
        const weight = this.known.frequency(each) + (each[0] === word[0] ? SAME_FIRST : 0);
        if (!best || wrong < best.wrong || (wrong === best.wrong && weight > best.weight)) best = { stem: each, wrong, weight };
      }
    }
    return best && [this.known.written(best.stem)];
  }
}

/** A bit for each letter that a word has; letters beyond the alphabet share one. */
function lettersOf(word: string): number {
  let letters = 0;
  for (let at = 0; at < word.length; at += 1) {
    const place = word.charCodeAt(at) - A;
    letters |= 1 << (place >= 0 && place < 26 ? place : 26);
  }
  return letters;
}

function bits(letters: number): number {
  let left = letters;
  let count = 0;
  for (; left !== 0; count += 1) left &= left - 1;
  return count;
}
