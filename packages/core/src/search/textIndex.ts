import MiniSearch from 'minisearch';
import type { Lexicon } from '../movement/library.ts';
import type { MovementDocument } from '../movement/movementDocument.ts';
import { stemOf, wordsIn } from '../movement/stems.ts';
import { isFiller } from './fillers.ts';

/** A movement that was found by what is said of it; told by its place in the list. */
export interface SaidOf {
  readonly movement: number;
  /** How well, up to 1: what was found best has 1. */
  readonly fit: number;
}

const NONE: ReadonlySet<number> = new Set();

/** What is said of movements, apart from their names: what they train, cues, faults, muscles and kit. */
export class TextIndex {
  private readonly texts: MiniSearch<{ id: number; text: string }>;
  private readonly words = new Set<string>();
  /** Of which a word was said that was asked for before: whoever types asks for the same ones at each letter. */
  private readonly having = new Map<string, ReadonlySet<number>>();
  /** By what a cue says, as stems between spaces. */
  private readonly cues = new Map<string, number[]>();

  /** `noted`: the stem of a word, for whoever keeps how it is written. */
  constructor(
    documents: readonly MovementDocument[],
    private readonly lexicon: Lexicon,
    noted: (word: string) => string,
  ) {
    this.texts = new MiniSearch({
      fields: ['text'],
      tokenize: wordsIn,
      processTerm: (word) => {
        if (isFiller(word)) return null;
        const stem = noted(word);
        this.words.add(stem);
        return stem;
      },
    });
    this.texts.addAll(documents.map((document, id) => ({ id, text: this.textOf(document) })));
    documents.forEach(({ cues }, movement) => {
      for (const cue of cues) {
        const text = between(wordsIn(this.cueText(cue)).filter((word) => !isFiller(word)));
        const known = this.cues.get(text);
        if (known) known.push(movement);
        else this.cues.set(text, [movement]);
      }
    });
  }

  stems(): ReadonlySet<string> {
    return this.words;
  }

  /** Movements of which this is said. */
  with(stem: string): ReadonlySet<number> {
    if (!this.words.has(stem)) return NONE;
    let having = this.having.get(stem);
    if (!having) {
      having = new Set(this.texts.search(stem, { processTerm: (term) => term }).map(({ id }) => id as number));
      this.having.set(stem, having);
    }
    return having;
  }

  /** Whether a word of any text begins so. */
  hasBeginning(stem: string): boolean {
    return this.texts.search(stem, { processTerm: (term) => term, prefix: stem.length > 2 }).length > 0;
  }

  /** Movements of which all these words are said, or words that begin so; best first. */
  withAll(words: readonly string[]): SaidOf[] {
    const hits = this.texts.search(words.join(' '), { combineWith: 'AND', prefix: (term) => term.length > 2 });
    const top = hits[0]?.score ?? 1;
    return hits.map(({ id, score }) => ({ movement: id as number, fit: score / top }));
  }

  /** Movements with a cue that says just this, or has it in it: "spread the floor". */
  withCue(words: readonly string[]): ReadonlySet<number> {
    const said = between(words);
    return new Set([...this.cues].flatMap(([text, movements]) => (text.includes(said) ? movements : [])));
  }

  private textOf({ cues, faults, muscles, kit, trains }: MovementDocument): string {
    const { lexicon } = this;
    return [
      trains,
      ...cues.map((cue) => this.cueText(cue)),
      ...faults.flatMap(({ name, type, seen }) => [name, lexicon.faultTypes.get(type)?.name, seen]),
      ...muscles.map(({ muscle }) => lexicon.muscles.get(muscle)?.name),
      ...kit.needed.map((each) => lexicon.kit.get(each)?.name),
    ]
      .filter(Boolean)
      .join(' · ');
  }

  private cueText(cue: MovementDocument['cues'][number]): string {
    return (cue.shared ? this.lexicon.cues.get(cue.shared)?.text : cue.text) ?? '';
  }
}

function between(words: readonly string[]): string {
  return ` ${words.map(stemOf).join(' ')} `;
}
