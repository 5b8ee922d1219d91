import type { MovementRevision } from '../movement/library.ts';
import type { Vocabulary } from '../movement/vocabulary.ts';
import { withChangedWords } from '../movement/words.ts';
import type { LibraryAnswer } from './api.ts';

/** All that a studio's library says at a version. */
export interface StudioLibrary {
  readonly version: string;
  readonly vocabulary: Vocabulary;
  /** Each movement at its newest revision, in the order of the families, by name in each. */
  readonly revisions: readonly MovementRevision[];
}

const byName = new Intl.Collator('en').compare;

/** Revisions as lists show them. */
export function inLibraryOrder(revisions: Iterable<MovementRevision>, vocabulary: Vocabulary): MovementRevision[] {
  const place = new Map((vocabulary.families ?? []).map(({ id }, at) => [id, at]));
  const familyOf = ({ document }: MovementRevision) => place.get(document.family) ?? -1;
  return [...revisions].sort((a, b) => familyOf(a) - familyOf(b) || byName(a.document.name, b.document.name));
}

/** What is known of a library, with what the server said has changed; the same object when nothing has. */
export function changedLibrary(known: StudioLibrary | null, answer: LibraryAnswer): StudioLibrary {
  const before = answer.isWhole ? null : known;
  if (before && answer.version === before.version) return before;
  const { words = [] } = answer;
  const vocabulary = answer.vocabulary ?? withChangedWords(before?.vocabulary ?? {}, words);
  // The order is that of the families, and what was renamed is gone.
  const staysInOrder = !answer.vocabulary && !words.some(({ list }) => list === 'families' || list === 'aliases');
  const replaced = before && staysInOrder && inPlace(before.revisions, answer.revisions);
  if (replaced) return { version: answer.version, vocabulary, revisions: replaced };
  const revisions = new Map((before?.revisions ?? []).map((revision) => [revision.document.id, revision]));
  for (const revision of answer.revisions) revisions.set(revision.document.id, revision);
  // What was renamed isn't there any more under its old id.
  for (const { of, id } of vocabulary.aliases ?? []) if (of === 'movement') revisions.delete(id);
  return { version: answer.version, vocabulary, revisions: inLibraryOrder(revisions.values(), vocabulary) };
}

/** What was changed where it stood before; nothing where something is new, or stands elsewhere now. */
function inPlace(before: readonly MovementRevision[], changed: readonly MovementRevision[]): readonly MovementRevision[] | null {
  const byId = new Map(changed.map((revision) => [revision.document.id, revision]));
  let found = 0;
  const revisions = before.map((revision) => {
    const now = byId.get(revision.document.id);
    if (!now) return revision;
    const staysPut = now.document.name === revision.document.name && now.document.family === revision.document.family;
    found += staysPut ? 1 : 0;
    return now;
  });
  return found === byId.size ? revisions : null;
}
