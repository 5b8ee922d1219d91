import type { MovementDocument } from '../movementDocument.ts';
import type { Vocabulary } from '../vocabulary.ts';
import { changedWords, wordsIn, withChangedWords, type ChangedWord, type Word } from '../words.ts';
import { differences, isSame } from './difference.ts';
import { join } from './join.ts';

/** What a library says. */
export interface LibraryContent {
  readonly vocabulary: Vocabulary;
  readonly movements: readonly MovementDocument[];
}

/** A movement that the starter library says otherwise now, and that a studio has changed, too. */
export interface StarterNews {
  /** What the starter said when the studio took it. */
  readonly base: MovementDocument;
  /** What it says now. */
  readonly document: MovementDocument;
}

export interface StarterUpdate {
  /** What is taken over: new ones, and those that the studio hasn’t touched. */
  readonly movements: readonly MovementDocument[];
  /** The studio’s words with those of the starter; of a word that both changed the studio’s stands where they met. */
  readonly vocabulary: Vocabulary;
  readonly news: readonly StarterNews[];
}

/** What a later starter library is to a studio that took an earlier one. */
export function starterUpdate(before: LibraryContent, now: LibraryContent, studio: LibraryContent): StarterUpdate {
  const [was, own] = [byId(before), byId(studio)];
  const movements: MovementDocument[] = [];
  const news: StarterNews[] = [];
  for (const document of now.movements) {
    const [base, ours] = [was.get(document.id), own.get(document.id)];
    if (!ours) {
      // One that it took and no longer has goes under another id there.
      if (!base) movements.push(document);
    } else if (base && !isSame(base, document) && !isSame(ours, document)) {
      const isUntouched = differences(base, ours).every(({ path }) => path[0] === 'putAway');
      if (isUntouched) movements.push(join(base, ours, document).document);
      else news.push({ base, document });
    }
  }
  return { movements, vocabulary: withStarterWords(before.vocabulary, now.vocabulary, studio.vocabulary), news };
}

function byId({ movements }: LibraryContent): ReadonlyMap<string, MovementDocument> {
  return new Map(movements.map((document) => [document.id, document]));
}

function withStarterWords(before: Vocabulary, now: Vocabulary, studio: Vocabulary): Vocabulary {
  const taken = changedWords(before, now).flatMap(({ list, id, word }): ChangedWord[] => {
    // What the starter no longer says, the studio may.
    if (!word) return [];
    const [base, ours] = [wordsIn(before, list).get(id), wordsIn(studio, list).get(id)];
    if (!ours) return base ? [] : [{ list, id, word }];
    return [{ list, id, word: base ? join<Word>(base, ours, word, () => 'mine').document : ours }];
  });
  return withChangedWords(studio, taken);
}
