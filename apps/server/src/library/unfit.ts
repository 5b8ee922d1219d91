import { changeErrors } from '@waxwing/core/ladder';
import { lexiconOf, type MovementDocument, type MovementRevision, type Vocabulary } from '@waxwing/core/movement';

/** Which of some movements would break something in a library, the others taken: by id. What leans on one that doesn’t fit doesn’t either. */
export function unfit(
  documents: readonly MovementDocument[],
  vocabulary: Vocabulary,
  revisions: readonly MovementRevision[],
): ReadonlySet<string> {
  const lexicon = lexiconOf(vocabulary);
  const known = new Map(revisions.map(({ document }) => [document.id, document]));
  const found = new Set<string>();
  for (let before = -1; before < found.size;) {
    before = found.size;
    const left = documents.filter(({ id }) => !found.has(id));
    for (const { movementId } of changeErrors(left, known, lexicon)) found.add(movementId);
  }
  return found;
}
