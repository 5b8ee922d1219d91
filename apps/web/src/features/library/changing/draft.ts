import {
  differences,
  join,
  type Choice,
  type Conflict,
  type LibraryChange,
  type MovementDocument,
  type MovementRevision,
  type Vocabulary,
  type WordsSave,
} from '@waxwing/core/movement';

/** A movement as it is being made, and the revision from which. */
export interface DraftMovement {
  readonly base: MovementRevision;
  readonly document: MovementDocument;
}

/** What somebody is making of a movement, of its easier neighbours, on which the steps to it stand, and of words. */
export interface Draft extends DraftMovement {
  readonly neighbours: readonly DraftMovement[];
  /** Entries as they are to be, and as they were for those that there were. */
  readonly words: WordsSave;
}

const NO_WORDS: WordsSave = { after: {}, before: {} };

export function newDraft(base: MovementRevision): Draft {
  return { base, document: base.document, neighbours: [], words: NO_WORDS };
}

/** One that was kept by an earlier version had nothing but its movement. */
export function draftFrom(kept: Partial<Draft> & DraftMovement): Draft {
  return { neighbours: [], words: NO_WORDS, ...kept };
}

/** A neighbour, changed from what it is in the draft, or else in the library. */
export function withNeighbour(
  draft: Draft,
  revision: MovementRevision,
  change: (document: MovementDocument) => MovementDocument,
): Draft {
  const id = revision.document.id;
  const known = draft.neighbours.find(({ base }) => base.document.id === id) ?? { base: revision, document: revision.document };
  const changed = { ...known, document: change(known.document) };
  const others = draft.neighbours.filter(({ base }) => base.document.id !== id);
  return { ...draft, neighbours: hasChanged(changed) ? [...others, changed] : others };
}

type WordList = 'faultTypes' | 'cues' | 'basePoses';
type Word<List extends WordList> = NonNullable<Vocabulary[List]>[number];

/** A word as it is to be; `before`: as the library has it, when it does. */
export function withWord<List extends WordList>(draft: Draft, list: List, word: Word<List>, before?: Word<List>): Draft {
  const { after, before: was } = draft.words;
  const made: readonly { readonly id: string }[] = after[list] ?? [];
  const isKnown = made.some(({ id }) => id === word.id);
  return {
    ...draft,
    words: {
      after: { ...after, [list]: [...made.filter(({ id }) => id !== word.id), word] },
      // What it was when it was first reworded, however often it is.
      before: before && !isKnown ? { ...was, [list]: [...(was[list] ?? []), before] } : was,
    },
  };
}

export function hasChanged({ base, document }: DraftMovement): boolean {
  return differences(base.document, document).length > 0;
}

/** Words that something still says: a shared cue that was made and taken out again is nobody’s. */
export function wordsOf({ words, document }: Draft): WordsSave {
  const types = new Set(document.faults.map(({ type }) => type));
  const cues = new Set(document.cues.map(({ shared }) => shared));
  const isNew = (list: WordList, id: string) => !words.before[list]?.some((each) => each.id === id);
  const faultTypes = (words.after.faultTypes ?? []).filter(({ id }) => types.has(id) || !isNew('faultTypes', id));
  const shared = (words.after.cues ?? []).filter(({ id }) => cues.has(id) || !isNew('cues', id));
  return {
    after: {
      ...(faultTypes.length > 0 && { faultTypes }),
      ...(shared.length > 0 && { cues: shared }),
      // A pose was kept for other movements.
      ...(words.after.basePoses && { basePoses: words.after.basePoses }),
    },
    before: words.before,
  };
}

export function isChanged(draft: Draft): boolean {
  const { after } = wordsOf(draft);
  return hasChanged(draft) || draft.neighbours.some(hasChanged) || Object.keys(after).length > 0;
}

export interface Rebased {
  readonly draft: Draft;
  /** Of the movement itself. */
  readonly conflicts: readonly Conflict[];
}

/** The draft made of what the library says now: with what others did meanwhile, and of what both did what is chosen. */
export function rebased(
  draft: Draft,
  revisionOf: (movementId: string) => MovementRevision | undefined,
  choose?: (conflict: Conflict) => Choice,
): Rebased {
  const onTop = (made: DraftMovement, chosen?: typeof choose) => {
    const current = revisionOf(made.base.document.id) ?? made.base;
    if (current.revisionId === made.base.revisionId) return { made, conflicts: [] };
    const { document, conflicts } = join(made.base.document, made.document, current.document, chosen);
    return { made: { base: current, document }, conflicts };
  };
  const { made, conflicts } = onTop(draft, choose);
  // A step is all that is changed of them: where somebody else made the same one, theirs holds.
  const neighbours = draft.neighbours.map((neighbour) => onTop(neighbour).made).filter(hasChanged);
  return { draft: { ...draft, ...made, neighbours }, conflicts };
}

/** What is sent to be saved. */
export function changeOf(draft: Draft): LibraryChange {
  const words = wordsOf(draft);
  return {
    movements: [draft, ...draft.neighbours].filter(hasChanged).map(({ base, document }) => ({
      baseRevisionId: base.revisionId,
      document,
    })),
    ...(Object.keys(words.after).length > 0 && { words }),
  };
}
