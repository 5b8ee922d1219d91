import { feltIn, upperFirst } from '@waxwing/core/movement';
import { Link } from 'react-router';
import type { IndexedLibrary } from '../../shared/queries.ts';
import { FELT_WORDS } from './feltWords.ts';

/** More than these are read on the movements' own pages. */
const SHOWN = 3;

interface FeelingAnswerProps {
  readonly library: IndexedLibrary;
  readonly feelingIds: readonly string[];
  /** What was found, best first: each meaning is shown with the first that has it. */
  readonly movementIds: readonly string[];
}

/** What it means to feel it where it was said to be felt. */
export function FeelingAnswer({ library, feelingIds, movementIds }: FeelingAnswerProps) {
  const answers = feelingIds.slice(0, SHOWN).flatMap((id) => {
    const feeling = library.lexicon.feelings.get(id);
    const having = movementIds.flatMap((movementId) => {
      const document = library.revision(movementId)?.document;
      return document && feltIn(document, library.lexicon).not.some((each) => each.id === id) ? [document] : [];
    });
    return feeling && having[0] ? [{ feeling, first: having[0], more: having.length - 1 }] : [];
  });
  if (answers.length === 0) return null;
  return (
    <section aria-label="Where it is felt" className="border-base-300 border-t px-2 py-3">
      {answers.map(({ feeling: { id, place, kind, means }, first, more }) => (
        <p key={id} className="mt-1 max-w-3xl text-lg leading-snug first:mt-0">
          <b>{upperFirst(place)}:</b>{' '}
          <span className={kind === 'stop' ? 'font-bold' : undefined}>
            {FELT_WORDS[kind]}
            {means}
          </span>{' '}
          <span className="text-quiet text-base">
            on{' '}
            <Link className="link" to={`/library/${first.id}`}>
              {first.name.toLowerCase()}
            </Link>
            {more > 0 && ` and ${more} more`}
          </span>
        </p>
      ))}
    </section>
  );
}
