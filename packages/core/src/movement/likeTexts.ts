import type { MovementDocument } from './movementDocument.ts';

/** Shorter texts are phrases of the trade ("slower down"), not sentences. */
const SENTENCE_WORDS = 4;

export function wordsOf(text: string): string[] {
  return text
    .toLowerCase()
    .replace(/[’']/g, '')
    .split(/[^\p{L}\p{N}]+/u)
    .filter(Boolean);
}

/** Every text that an author wrote into a movement, with its path. What is shared by reference is not in it. */
export function writtenTexts(document: MovementDocument): readonly { readonly path: string; readonly text: string }[] {
  const texts: { path: string; text: string }[] = [];
  const add = (path: string, text: string | undefined) => text && texts.push({ path, text });
  add('trains', document.trains);
  document.setUp.forEach((text, i) => add(`setUp[${i}]`, text));
  document.phases.forEach(({ does }, i) => add(`phases[${i}].does`, does));
  add('range.stops', document.range?.stops);
  add('range.why', document.range?.why);
  document.cues.forEach((cue, i) => {
    add(`cues[${i}].text`, cue.text);
    add(`cues[${i}].explain`, cue.explain);
  });
  document.faults.forEach((fault, i) => {
    add(`faults[${i}].seen`, fault.seen);
    add(`faults[${i}].stopWhen`, fault.stopWhen);
    fault.corrections.forEach(({ text }, k) => add(`faults[${i}].corrections[${k}].text`, text));
  });
  document.checkpoints.forEach(({ look }, i) => add(`checkpoints[${i}].look`, look));
  document.harder.forEach(({ shownFirst }, i) => add(`harder[${i}].shownFirst.also`, shownFirst.also));
  document.eases.forEach(({ text }, i) => add(`eases[${i}].text`, text));
  document.cautions.forEach(({ limit }, i) => add(`cautions[${i}].limit`, limit));
  return texts;
}

export interface RepeatedSentences {
  /** Different sentences in all. */
  readonly sentences: number;
  /** Those that stand in more than one movement, most movements first. */
  readonly repeated: readonly { readonly text: string; readonly movementIds: readonly string[] }[];
}

/** Which sentences stand in more than one movement. */
export function repeatedSentences(documents: readonly MovementDocument[]): RepeatedSentences {
  const where = new Map<string, { text: string; ids: Set<string> }>();
  for (const document of documents) {
    for (const { text } of writtenTexts(document)) {
      for (const sentence of text.split(/(?<=[.;!?])\s+/)) {
        const words = wordsOf(sentence);
        if (words.length < SENTENCE_WORDS) continue;
        const key = words.join(' ');
        const known = where.get(key);
        if (known) known.ids.add(document.id);
        else where.set(key, { text: sentence, ids: new Set([document.id]) });
      }
    }
  }
  const repeated = [...where.values()]
    .filter(({ ids }) => ids.size > 1)
    .map(({ text, ids }) => ({ text, movementIds: [...ids] }))
    .sort((a, b) => b.movementIds.length - a.movementIds.length);
  return { sentences: where.size, repeated };
}

/** Two texts of different owners that are much alike. */
export interface LikePair {
  readonly a: { readonly owner: string; readonly path: string; readonly text: string };
  readonly b: { readonly owner: string; readonly path: string; readonly text: string };
  /** Words in common over words in either, 0–1. */
  readonly likeness: number;
}

/**
 * Pairs of texts with at least `least` of their words in common (Jaccard), most alike first. Only texts that share one of their
 * rarest words are compared, which loses none (prefix filtering: Chaudhuri, Ganti and Kaushik 2006) and keeps thousands quick.
 */
export function likePairs(texts: readonly LikePair['a'][], least: number): readonly LikePair[] {
  const words = texts.map(({ text }) => [...new Set(wordsOf(text))]);
  const frequency = new Map<string, number>();
  for (const set of words) for (const word of set) frequency.set(word, (frequency.get(word) ?? 0) + 1);
  const rarestFirst = [...frequency].sort(([x, often], [y, other]) => often - other || (x < y ? -1 : 1));
  const rankOf = new Map(rarestFirst.map(([word], rank) => [word, rank]));
  // Sorted numbers are compared many times as quickly as sets of words.
  const sets = words.map((set) => Int32Array.from(set, (word) => rankOf.get(word)!).sort());
  const pairs: LikePair[] = [];
  const byRareWord: (number[] | undefined)[] = [];
  const comparedWith = new Int32Array(texts.length).fill(-1);
  sets.forEach((own, i) => {
    const prefix = own.subarray(0, own.length - Math.ceil(least * own.length) + 1);
    for (const rank of prefix) {
      for (const k of byRareWord[rank] ?? []) {
        if (comparedWith[k] === i) continue;
        comparedWith[k] = i;
        const other = sets[k]!;
        if (texts[i]!.owner === texts[k]!.owner || other.length < own.length * least || own.length < other.length * least)
          continue;
        const common = inBoth(own, other);
        const likeness = common / (own.length + other.length - common);
        if (likeness >= least) pairs.push({ a: texts[k]!, b: texts[i]!, likeness });
      }
    }
    for (const rank of prefix) (byRareWord[rank] ??= []).push(i);
  });
  return pairs.sort((x, y) => y.likeness - x.likeness);
}

/** How many numbers stand in both of two sorted lists. */
function inBoth(a: Int32Array, b: Int32Array): number {
  let common = 0;
  for (let i = 0, k = 0; i < a.length && k < b.length;) {
    const difference = a[i]! - b[k]!;
    if (difference === 0) common += 1;
    if (difference <= 0) i += 1;
    if (difference >= 0) k += 1;
  }
  return common;
}

/** Faults of different movements described in nearly the same words. */
export function likeFaultTexts(documents: readonly MovementDocument[], least: number): readonly LikePair[] {
  const texts = documents.flatMap((document) =>
    document.faults.map(({ seen }, i) => ({ owner: document.id, path: `faults[${i}].seen`, text: seen })),
  );
  return likePairs(texts, least);
}

/** Movements that are called the same but for the order of words and small ones. */
export function likeNames(documents: readonly MovementDocument[]): readonly LikePair[] {
  const small = new Set(['a', 'an', 'and', 'in', 'of', 'on', 'the', 'to', 'with']);
  const byKey = new Map<string, LikePair['a'][]>();
  for (const document of documents) {
    [document.name, ...document.otherNames].forEach((text, i) => {
      const key = wordsOf(text)
        .filter((word) => !small.has(word))
        .map((word) => word.replace(/s$/, ''))
        .sort()
        .join(' ');
      const named = { owner: document.id, path: i === 0 ? 'name' : `otherNames[${i - 1}]`, text };
      byKey.set(key, [...(byKey.get(key) ?? []), named]);
    });
  }
  return [...byKey.values()].flatMap((named) =>
    named.slice(1).flatMap((b) => (b.owner === named[0]!.owner ? [] : [{ a: named[0]!, b, likeness: 1 }])),
  );
}

interface Text {
  readonly id: string;
  readonly text: string;
}

/** Texts in which everything that was typed begins a word, shortest first. */
export function textsWith<Entry extends Text>(typed: string, among: readonly Entry[]): Entry[] {
  const parts = wordsOf(typed);
  if (parts.length === 0) return [];
  return among
    .filter(({ text }) => {
      const words = wordsOf(text);
      return parts.every((part) => words.some((word) => word.startsWith(part)));
    })
    .sort((a, b) => a.text.length - b.text.length);
}

/** The text that is most like another: at least `least` of their words are in both (Jaccard), a plural being its singular. */
export function nearlySame<Entry extends Text>(text: string, among: readonly Entry[], least: number): Entry | undefined {
  const plain = (of: string) => new Set(wordsOf(of).map((word) => word.replace(/s$/, '')));
  const own = plain(text);
  let best: { readonly entry: Entry; readonly likeness: number } | undefined;
  for (const entry of among) {
    const other = plain(entry.text);
    let common = 0;
    for (const word of own) if (other.has(word)) common += 1;
    const likeness = common / Math.max(1, own.size + other.size - common);
    if (likeness >= least && likeness > (best?.likeness ?? 0)) best = { entry, likeness };
  }
  return best?.entry;
}
