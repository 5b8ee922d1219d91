import { wordsIn } from '../movement/stems.ts';

/** Nobody types more than this to find something; what is pasted is cut. */
const LETTERS_MOST = 200;
const WORDS_MOST = 24;

/** The words of a query, as far as anybody would type one; "w/" is "with". */
export function wordsTyped(query: string): string[] {
  const spelledOut = query
    .slice(0, LETTERS_MOST)
    .replace(/\bw\/o\b/gi, 'without')
    .replace(/\bw\//gi, 'with ');
  return wordsIn(spelledOut).slice(0, WORDS_MOST);
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
