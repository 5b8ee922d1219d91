import { ArrayMaxSize, IsArray, IsIn, IsString, Length } from 'class-validator';
import { IsId } from '../checks/id.ts';
import { Each, Maybe, One } from '../checks/parts.ts';
import { Alias } from './alias.ts';
import { aliasKey, renamedVocabulary } from './aliases.ts';
import { isSame } from './change/difference.ts';
import { mergeVocabulary } from './library.ts';
import { MovementDocument } from './movementDocument.ts';
import { Vocabulary } from './vocabulary.ts';
import { WORD_LISTS, withChangedWords, type ChangedWord, type WordList } from './words.ts';

/** What a movement is to say from now on. */
export class MovementSave {
  /** The revision from which that was made; absent where the movement is new. */
  @Maybe() @IsId() baseRevisionId?: string;
  @One(() => MovementDocument) document!: MovementDocument;
}

/** A word by its list and id. */
export class WordName {
  @IsIn(WORD_LISTS) list!: WordList;
  @IsString() @Length(1, 200) id!: string;
}

/** Words as they are to be, and as they were for who changed them: a word that is only in the first is new. */
export class WordsSave {
  @One(() => Vocabulary) after!: Vocabulary;
  @One(() => Vocabulary) before!: Vocabulary;
  /** What goes under its own id again. */
  @Maybe() @IsArray() @ArrayMaxSize(20) @Each(() => Alias) withdrawn?: Alias[];
  /** Words that go; nothing may use them. */
  @Maybe() @IsArray() @ArrayMaxSize(200) @Each(() => WordName) removed?: WordName[];
}

/** What is changed in a library at once: all of it or nothing. */
export class LibraryChange {
  @IsArray() @ArrayMaxSize(40) @Each(() => MovementSave) movements!: MovementSave[];
  @Maybe() @One(() => WordsSave) words?: WordsSave;
}

/**
 * A vocabulary with what a change does to its words. What goes under another id from now on isn't there any more, and what else the words
 * speak of stands under its id of now.
 */
export function withWords(vocabulary: Vocabulary, { after, withdrawn = [], removed = [] }: WordsSave): Vocabulary {
  const gone: readonly ChangedWord[] = [
    ...withdrawn.map((alias) => ({ list: 'aliases' as const, id: aliasKey(alias), word: null })),
    ...removed.map(({ list, id }) => ({ list, id, word: null })),
  ];
  const changed = withChangedWords(mergeVocabulary(vocabulary, after), gone);
  return after.aliases ? renamedVocabulary(changed) : changed;
}

type Entries = readonly { readonly id: string }[];

/** Whether words that were changed still are in a vocabulary what they were when that was begun. */
export function areStillAsBefore({ after, before }: WordsSave, now: Vocabulary): boolean {
  return (Object.keys(after) as (keyof Vocabulary)[]).every((list) => {
    const of = (vocabulary: Vocabulary, id: string) => ((vocabulary[list] ?? []) as Entries).find((each) => each.id === id);
    return ((after[list] ?? []) as Entries).every(({ id }) => isSame(of(before, id), of(now, id)));
  });
}
