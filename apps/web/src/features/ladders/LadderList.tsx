import { lowerFirst, type MovementDocument } from '@waxwing/core/movement';
import { ladderOf, rungs } from '@waxwing/core/ladder';
import { shownFirstText } from '@waxwing/core/progress';
import { useMemo } from 'react';
import { Link } from 'react-router';
import type { IndexedLibrary } from '../../shared/queries.ts';
import { SortHead, useSorting, type SortWay } from '../../shared/sorting.tsx';
import type { RungMarks } from './marks.ts';

interface LadderListProps {
  readonly library: IndexedLibrary;
  readonly documents: readonly MovementDocument[];
  readonly marks: RungMarks;
  readonly search: string;
}

interface RungRow {
  readonly document: MovementDocument;
  readonly rung: number;
}

const byName: SortWay<RungRow>['compare'] = (a, b) => a.document.name.localeCompare(b.document.name);
const SORTS: readonly SortWay<RungRow>[] = [
  { id: 'rung', name: 'rung', compare: (a, b) => a.rung - b.rung || byName(a, b) },
  { id: 'movement', name: 'movement', compare: byName },
];

/** The same ladder as a list, rung by rung. */
export function LadderList({ library, documents, marks, search }: LadderListProps) {
  const rows = useMemo(() => {
    const rungOf = rungs(ladderOf(documents));
    return documents.map((document) => ({ document, rung: rungOf.get(document.id)! }));
  }, [documents]);
  const sorting = useSorting(SORTS);
  return (
    <table className="w-full">
      <thead>
        <tr className="text-quiet text-left">
          <SortHead sorting={sorting} id="rung" className="w-16 py-2" />
          <SortHead sorting={sorting} id="movement" />
          <th scope="col" className="font-normal">
            goes on to
          </th>
          <th scope="col" className="w-48 font-normal">
            who is there
          </th>
        </tr>
      </thead>
      <tbody>
        {sorting.sorted(rows).map(({ document, rung }) => {
          const { mark, people, obstacle } = marks.of(document.id);
          return (
            <tr key={document.id} className="border-base-300 border-t align-top">
              <td className="figures py-2">{rung + 1}</td>
              <td className="py-2 pr-4 text-lg">
                <Link className="hover:underline" to={`/library/${document.id}${search}`}>
                  {document.name}
                </Link>
              </td>
              <td className="py-2 pr-4 leading-snug">
                {library.ladder.harderFrom(document.id).map((step) => (
                  <p key={step.to}>
                    {library.nameOf(step.to)}:{' '}
                    {step.levers.map((lever) => library.lexicon.levers.get(lever)?.name ?? lever).join(', ')}
                    <span className="text-quiet">
                      , first {shownFirstText(step.shownFirst)}
                      {step.shownFirst.also && `, ${lowerFirst(step.shownFirst.also)}`}
                    </span>
                  </p>
                ))}
              </td>
              <td className="py-2 leading-snug">{obstacle ?? mark ?? people.join(', ')}</td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}
