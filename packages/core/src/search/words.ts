import { searchable } from '../movement/text.ts';

/** Nobody types more than this to find something; what is pasted is cut. */
const LETTERS_MOST = 200;
const WORDS_MOST = 24;

/** The words of a text, in any alphabet: lower case, without accents, apostrophes or hyphens. */
export function wordsIn(text: string): string[] {
  const plain = searchable(text).replace(/['’`]/g, '');
  return plain.split(/[^\p{L}\p{N}]+/u).filter((word) => word !== '');
}

/** The words of a query, as far as anybody would type one; "w/" is "with". */
export function wordsTyped(query: string): string[] {
  const spelledOut = query
    .slice(0, LETTERS_MOST)
    .replace(/\bw\/o\b/gi, 'without')
    .replace(/\bw\//gi, 'with ');
  return wordsIn(spelledOut).slice(0, WORDS_MOST);
}

/** Endings that say nothing about what is meant, longest first. */
const ENDINGS = ['ings', 'ing', 'es', 'ed', 's', 'e'] as const;

const stems = new Map<string, string>();
/** Somebody who makes words up fills no memory. */
const STEMS_REMEMBERED = 50_000;

/** A word without its ending: "sagging", "sags" and "sag" are one. For comparing only, never shown. */
export function stemOf(word: string): string {
  const known = stems.get(word);
  if (known !== undefined) return known;
  const stem = withoutEnding(word);
  if (stems.size < STEMS_REMEMBERED) stems.set(word, stem);
  return stem;
}

function withoutEnding(word: string): string {
  if (/\d/.test(word)) return word;
  // "ups", "abs".
  if (word.length === 3) return /[^aius]s$/.test(word) ? word.slice(0, -1) : word;
  if (word.length < 3) return word;
  let stem = word;
  if (/(ie|ied|ies)$/.test(stem) && stem.length > 4) stem = stem.replace(/ie[ds]?$/, 'i');
  else {
    const ending = ENDINGS.find((each) => stem.endsWith(each) && stem.length - each.length >= 3);
    // "press" ends in no plural, "axis" neither.
    if (ending && !(ending === 's' && /[siu]s$/.test(stem))) stem = stem.slice(0, -ending.length);
    // What "rises" and "rise" share.
    if (stem.endsWith('e') && stem.length >= 4) stem = stem.slice(0, -1);
  }
  if (/([b-df-hj-np-rtv-z])\1$/.test(stem) && !/(ll|zz)$/.test(stem)) stem = stem.slice(0, -1);
  return stem.replace(/y$/, 'i');
}

/** Letters that are wrong, missing, too many, or two that changed places; more than `most` is `most + 1`. */
export function lettersWrong(a: string, b: string, most: number): number {
  if (Math.abs(a.length - b.length) > most) return most + 1;
  let before: number[] = [];
  let row = Array.from({ length: b.length + 1 }, (_, j) => j);
  for (let i = 1; i <= a.length; i += 1) {
    const next = [i];
    let least = i;
    for (let j = 1; j <= b.length; j += 1) {
      const same = a[i - 1] === b[j - 1];
      let cost = Math.min(row[j]! + 1, next[j - 1]! + 1, row[j - 1]! + (same ? 0 : 1));
      if (i > 1 && j > 1 && a[i - 1] === b[j - 2] && a[i - 2] === b[j - 1]) cost = Math.min(cost, before[j - 2]! + 1);
      next.push(cost);
      least = Math.min(least, cost);
    }
    if (least > most) return most + 1;
    before = row;
    row = next;
  }
  return row[b.length]!;
}
