import { withoutTerm, type SearchAnswer } from '@waxwing/core/search';
import { X } from 'lucide-react';
import type { IndexedLibrary } from './queries.ts';

interface UnderstoodProps {
  readonly answer: SearchAnswer;
  readonly library: IndexedLibrary;
  readonly query: string;
  readonly onQuery: (query: string) => void;
}

/** How a search was taken, under its box: what was understood can be taken off again, what wasn't is said. */
export function Understood({ answer, library, query, onQuery }: UnderstoodProps) {
  const { terms, corrected, unmet, neighboursOf, closed } = answer;
  const cautions = terms.flatMap(({ meaning }) =>
    meaning.kind === 'caution' ? (library.lexicon.cautions.get(meaning.cautionId) ?? []) : [],
  );
  const lacking = terms.filter(({ meaning }) => meaning.kind === 'narrowing' && meaning.isLacking);
  const said = [
    ...corrected.map(({ typed, taken }) => `“${typed}” taken as “${taken}”.`),
    ...(unmet.length > 0 ? [`Nothing for “${unmet.join(' ')}”.`] : []),
  ];
  if (terms.length + said.length === 0) return null;
  return (
    <div className="mt-2 max-w-3xl">
      {terms.length > 0 && (
        <ul aria-label="Understood as" className="flex flex-wrap gap-2">
          {terms.map((term) => {
            const { from, text, meaning } = term;
            const isFrom = meaning.kind === 'direction' && neighboursOf !== null;
            const shown = isFrom
              ? `${text} ${meaning.direction === 'instead' ? 'of' : 'than'} ${library.nameOf(neighboursOf).toLowerCase()}`
              : text;
            return (
              <li key={from}>
                <button
                  type="button"
                  className="border-base-300 hover:bg-base-200 flex min-h-11 cursor-pointer items-center gap-2 rounded-full border-2 px-4 text-left text-base leading-tight"
                  aria-label={`Take off: ${shown}`}
                  onClick={() => onQuery(withoutTerm(query, term))}
                >
                  {shown}
                  <X aria-hidden="true" size={16} className="shrink-0" />
                </button>
              </li>
            );
          })}
        </ul>
      )}
      {cautions.map(({ id, name, general }) => (
        <p key={id} className="mt-2 leading-snug">
          <b>{name}:</b> {general}
        </p>
      ))}
      {closed && (
        <p role="status" className="mt-2 text-lg">
          <b>{library.nameOf(closed)} is closed with this caution.</b> These could stand in for it.
        </p>
      )}
      {lacking.map(({ text }) => (
        <p key={text} role="status" className="mt-2 text-lg">
          <b>{text} isn’t in the library.</b> These come nearest.
        </p>
      ))}
      {said.length > 0 && (
        <p role="status" className="text-quiet mt-2 wrap-anywhere">
          {said.join(' ')}
        </p>
      )}
    </div>
  );
}
