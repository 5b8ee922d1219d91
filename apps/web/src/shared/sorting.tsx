import clsx from 'clsx';
import { ArrowDown, ArrowUp } from 'lucide-react';
import { useAddress } from './useAddress.ts';

/** One way to sort a list. */
export interface SortWay<T, Id extends string = string> {
  readonly id: Id;
  /** As it is said over the column, or after "by". */
  readonly name: string;
  /** Which comes first the first time that it is tapped. */
  readonly compare: (a: T, b: T) => number;
}

export interface Sorting<T> {
  readonly ways: readonly SortWay<T>[];
  readonly chosen: string;
  readonly isTurned: boolean;
  readonly sorted: (rows: readonly T[]) => T[];
  /** Sorts by it; tapped again it is turned round. */
  readonly take: (id: string) => void;
}

/** How a list is sorted, in the page's address: by `id`, turned round by `id-`. The first way holds until one is taken. `name` tells two lists of one page apart. */
export function useSorting<T>(ways: readonly SortWay<T>[], name = 'sort'): Sorting<T> {
  const address = useAddress();
  const asked = address.get(name) ?? '';
  const way = ways.find(({ id }) => id === asked.replace(/-$/, '')) ?? ways[0]!;
  const isTurned = asked === `${way.id}-`;
  return {
    ways,
    chosen: way.id,
    isTurned,
    sorted: (rows) => [...rows].sort((a, b) => (isTurned ? -1 : 1) * way.compare(a, b)),
    take: (id) => address.set({ [name]: id === way.id && !isTurned ? `${id}-` : id === ways[0]!.id ? null : id }),
  };
}

interface SortHeadProps<T> {
  readonly sorting: Sorting<T>;
  readonly id: string;
  readonly className?: string;
}

/** A column's head that sorts by it. */
export function SortHead<T>({ sorting, id, className = '' }: SortHeadProps<T>) {
  const isChosen = sorting.chosen === id;
  return (
    <th
      scope="col"
      aria-sort={!isChosen ? 'none' : sorting.isTurned ? 'descending' : 'ascending'}
      className={clsx('font-normal', className)}
    >
      <SortButton sorting={sorting} id={id} />
    </th>
  );
}

/** Over a list without columns. */
export function SortButtons<T>({ sorting }: { readonly sorting: Sorting<T> }) {
  return (
    <div role="group" aria-label="Sorted by" className="text-quiet flex flex-wrap items-center gap-x-4">
      <span aria-hidden="true">Sorted by</span>
      {sorting.ways.map(({ id }) => (
        <SortButton key={id} sorting={sorting} id={id} isPressed={sorting.chosen === id} />
      ))}
    </div>
  );
}

function SortButton<T>({ sorting, id, isPressed }: SortHeadProps<T> & { readonly isPressed?: boolean }) {
  const isChosen = sorting.chosen === id;
  const Arrow = sorting.isTurned ? ArrowUp : ArrowDown;
  return (
    <button type="button" aria-pressed={isPressed} className="min-h-11 cursor-pointer" onClick={() => sorting.take(id)}>
      <span className={clsx('inline-flex items-center gap-1', isChosen && 'tail text-base-content font-bold')}>
        {sorting.ways.find((way) => way.id === id)?.name}
        {isChosen && (
          <Arrow size={14} role="img" aria-label={sorting.isTurned ? 'turned round' : ''} aria-hidden={!sorting.isTurned} />
        )}
      </span>
    </button>
  );
}
