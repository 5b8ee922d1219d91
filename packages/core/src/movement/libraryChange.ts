import { ArrayMaxSize, IsArray } from 'class-validator';
import { IsId } from '../checks/id.ts';
import { Each, Maybe, One } from '../checks/parts.ts';
import { Alias } from './alias.ts';
import { aliasKey } from './aliases.ts';
import { isSame } from './change/difference.ts';
import { mergeVocabulary } from './library.ts';
import { MovementDocument } from './movementDocument.ts';
import { Vocabulary } from './vocabulary.ts';

/** What a movement is to say from now on. */
export class MovementSave {
  /** The revision from which that was made; absent where the movement is new. */
  @Maybe() @IsId() baseRevisionId?: string;
  @One(() => MovementDocument) document!: MovementDocument;
}

/** Words as they are to be, and as they were for who changed them: a word that is only in the first is new. */
export class WordsSave {
  @One(() => Vocabulary) after!: Vocabulary;
  @One(() => Vocabulary) before!: Vocabulary;
  /** What goes under its own id again. */
  @Maybe() @IsArray() @ArrayMaxSize(20) @Each(() => Alias) withdrawn?: Alias[];
}

/** What is changed in a library at once: all of it or nothing. */
export class LibraryChange {
  @IsArray() @ArrayMaxSize(40) @Each(() => MovementSave) movements!: MovementSave[];
  @Maybe() @One(() => WordsSave) words?: WordsSave;
}

/** A vocabulary with what a change does to its words. */
export function withWords(vocabulary: Vocabulary, { after, withdrawn = [] }: WordsSave): Vocabulary {
  const merged = mergeVocabulary(vocabulary, after);
  if (withdrawn.length === 0) return merged;
  const gone = new Set(withdrawn.map(aliasKey));
  return { ...merged, aliases: (merged.aliases ?? []).filter((alias) => !gone.has(aliasKey(alias))) };
}

type Entries = readonly { readonly id: string }[];

/** Whether words that were changed still are in a vocabulary what they were when that was begun. */
export function areStillAsBefore({ after, before }: WordsSave, now: Vocabulary): boolean {
  return (Object.keys(after) as (keyof Vocabulary)[]).every((list) => {
    const of = (vocabulary: Vocabulary, id: string) => ((vocabulary[list] ?? []) as Entries).find((each) => each.id === id);
    return ((after[list] ?? []) as Entries).every(({ id }) => isSame(of(before, id), of(now, id)));
  });
}
