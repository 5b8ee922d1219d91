import { differences, differenceText, type MovementDocument } from '@waxwing/core/movement';
import clsx from 'clsx';
import type { IndexedLibrary } from '../../shared/queries.ts';

interface DifferenceListProps {
  readonly before: MovementDocument;
  readonly after: MovementDocument;
  readonly library: IndexedLibrary;
  /** Said when they are the same. */
  readonly nothing: string;
  readonly className?: string;
}

/** What is otherwise in one document than in another, in words. */
export function DifferenceList({ before, after, library, nothing, className }: DifferenceListProps) {
  const found = differences(before, after);
  if (found.length === 0) return <p className="text-quiet">{nothing}</p>;
  return (
    <ul className={clsx('list-disc pl-5 leading-snug', className)}>
      {found.map((each) => {
        const text = differenceText(each, { before, after }, library);
        return <li key={text}>{text}</li>;
      })}
    </ul>
  );
}
