import { stemOf } from '../movement/stems.ts';

/** One of the names of a movement. */
interface NameEntry {
  readonly movement: number;
  readonly isMain: boolean;
  readonly stems: readonly string[];
}

/** How well a name fits what was typed; less is better. */
export interface NameFit {
  readonly cost: number;
  readonly isMain: boolean;
}

/** What a word too many in a name costs, a name that isn't the main one, and a word of which only the beginning was typed. */
const COST = { exactOther: 0.5, contains: 2, wordTooMany: 0.3, otherName: 0.8, beginning: 0.5 } as const;

const NONE: ReadonlySet<number> = new Set();

/** Names of movements by their words. */
export class NameIndex {
  private readonly entries: NameEntry[] = [];
  private readonly byStem = new Map<string, number[]>();
  private sorted: string[] = [];
  /** Movements by all the words of one of their names. */
  private readonly whole = new Map<string, Set<number>>();

  /** `names`: of each movement its names as words, the main one first. */
  constructor(names: readonly (readonly (readonly string[])[])[]) {
    names.forEach((own, movement) => own.forEach((words, at) => this.add(movement, at === 0, words.map(stemOf))));
    this.sorted = [...this.byStem.keys()].sort();
  }

  private add(movement: number, isMain: boolean, stems: readonly string[]): void {
    if (stems.length === 0) return;
    const at = this.entries.push({ movement, isMain, stems }) - 1;
    // Joined, a name is found by whoever doesn't know where it is split: "pushup", "wallsit".
    const joined = stems.length > 1 ? [stemOf(stems.join(''))] : [];
    for (const key of new Set([inAnyOrder(stems), ...joined])) {
      const known = this.whole.get(key);
      if (known) known.add(movement);
      else this.whole.set(key, new Set([movement]));
    }
    for (const stem of new Set([...stems, ...joined])) {
      const known = this.byStem.get(stem);
      if (known) known.push(at);
      else this.byStem.set(stem, [at]);
    }
  }

  has(stem: string): boolean {
    return this.byStem.has(stem);
  }

  /** In how many names a word stands. */
  frequency(stem: string): number {
    return this.byStem.get(stem)?.length ?? 0;
  }

  stems(): readonly string[] {
    return this.sorted;
  }

  /** Words of names that begin like this, itself included. */
  beginningWith(stem: string): string[] {
    const found: string[] = [];
    for (let at = firstNotBefore(this.sorted, stem); this.sorted[at]?.startsWith(stem); at += 1) found.push(this.sorted[at]!);
    return found;
  }

  /** Movements of which any name has this word, or one that begins with it. */
  with(stem: string): ReadonlySet<number> {
    const found = new Set<number>();
    for (const word of stem.length > 2 ? this.beginningWith(stem) : [stem]) {
      for (const at of this.byStem.get(word) ?? []) found.add(this.entries[at]!.movement);
    }
    return found;
  }

  /** Movements of which one name has these words and no others, in any order, or all of them written as one. */
  exactly(stems: readonly string[]): ReadonlySet<number> {
    return this.whole.get(inAnyOrder(stems)) ?? NONE;
  }

  /** Movements of which one name has all these words, each with its best fit. */
  find(stems: readonly string[]): Map<number, NameFit> {
    const fits = new Map<number, NameFit>();
    if (stems.length === 0) return fits;
    let within: Map<number, number> | null = null;
    for (const stem of stems) {
      const here = new Map<number, number>();
      for (const word of stem.length > 1 || stems.length === 1 ? this.beginningWith(stem) : [stem]) {
        const cost = word === stem ? 0 : COST.beginning;
        for (const at of this.byStem.get(word) ?? []) {
          const before = within === null ? 0 : within.get(at);
          if (before === undefined) continue;
          here.set(at, Math.min(here.get(at) ?? Infinity, before + cost));
        }
      }
      within = here;
      if (here.size === 0) return fits;
    }
    const joined = stems.length === 1 ? stems[0]! : null;
    for (const [at, beginnings] of within!) {
      const { movement, isMain, stems: own } = this.entries[at]!;
      const isExact =
        beginnings === 0 &&
        (own.length === stems.length || (joined !== null && own.length > 1 && stemOf(own.join('')) === joined));
      const cost = isExact
        ? isMain
          ? 0
          : COST.exactOther
        : COST.contains + beginnings + Math.max(0, own.length - stems.length) * COST.wordTooMany + (isMain ? 0 : COST.otherName);
      const known = fits.get(movement);
      if (!known || cost < known.cost) fits.set(movement, { cost, isMain });
    }
    return fits;
  }
}

function inAnyOrder(stems: readonly string[]): string {
  return stems.length > 1 ? [...stems].sort().join(' ') : (stems[0] ?? '');
}

function firstNotBefore(sorted: readonly string[], word: string): number {
  let [low, high] = [0, sorted.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (sorted[middle]! < word) low = middle + 1;
    else high = middle;
  }
  return low;
}
