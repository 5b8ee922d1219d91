import { renamedDocument, renamedVocabulary, renamesOf, type Renames } from '../aliases.ts';
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
  /** Ids that nothing bears any more: what the studio had under them goes under the starter's new ones. */
  readonly gone: readonly string[];
}

/** What a later starter library is to a studio that took an earlier one. */
export function starterUpdate(before: LibraryContent, now: LibraryContent, studio: LibraryContent): StarterUpdate {
  const renames = renamesOf(now.vocabulary.aliases);
  const [was, own] = [underIdsOfNow(before, renames), underIdsOfNow(studio, renames)];
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
  const taken = new Set(movements.map(({ id }) => id));
  const known = new Map(studio.movements.map((document) => [document.id, document]));
  // What is the studio's own speaks of things under their new ids, too.
  const renamed = [...own.values()].filter((document) => !taken.has(document.id) && document !== known.get(document.id));
  return {
    movements: [...movements, ...renamed],
    vocabulary: renamedVocabulary(withStarterWords(before.vocabulary, now.vocabulary, studio.vocabulary)),
    news,
    gone: [...known.keys()].filter((id) => renames.movement(id) !== id),
  };
}

/** Movements by their ids of now, speaking of others by theirs. */
function underIdsOfNow({ movements }: LibraryContent, renames: Renames): ReadonlyMap<string, MovementDocument> {
  const found = new Map<string, MovementDocument>();
  for (const document of movements) {
    const id = renames.movement(document.id);
    const renamed = renamedDocument(document, renames);
    // One that bears the new id itself is that.
    if (id === document.id) found.set(id, renamed);
    else if (!found.has(id)) found.set(id, { ...renamed, id });
  }
  return found;
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
