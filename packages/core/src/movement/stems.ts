import { searchable } from './text.ts';

/** The words of a text, in any alphabet: lower case, without accents, apostrophes or hyphens. */
export function wordsIn(text: string): string[] {
  const plain = searchable(text).replace(/['’`]/g, '');
  return plain.split(/[^\p{L}\p{N}]+/u).filter((word) => word !== '');
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
