import { differences, entriesByKey, isSame, withDifferences, type Difference, type Path } from './difference.ts';

/** Something that two made otherwise, each in another way. */
export interface Conflict {
  /** The whole of what they both touched. */
  readonly path: Path;
  readonly mine: readonly Difference[];
  readonly theirs: readonly Difference[];
}

export type Choice = 'mine' | 'theirs';

export interface Joined<Document> {
  /** With what doesn't meet of both, and of each conflict what was chosen. */
  readonly document: Document;
  readonly conflicts: readonly Conflict[];
}

/**
 * What two made of the same document, in one: whatever only one of them touched is taken as it is, what both made the same too. Where they
 * made different things of the same, it is a conflict, and theirs holds until somebody chooses.
 */
export function join<Document extends object>(
  base: Document,
  mine: Document,
  theirs: Document,
  choose: (conflict: Conflict) => Choice = () => 'theirs',
): Joined<Document> {
  const [own, others] = [differences(base, mine), differences(base, theirs)];
  const conflicts = conflictsOf(own, others);
  const isTold = (difference: Difference) => others.some((other) => isSame(difference, other));
  const isInConflict = (difference: Difference) => conflicts.some((conflict) => conflict.mine.includes(difference));
  const free = withDifferences(
    theirs,
    own.filter((difference) => !isTold(difference) && !isInConflict(difference)),
  );
  const document = conflicts
    .filter((conflict) => choose(conflict) === 'mine')
    .reduce((now, { path, mine: made }) => {
      const isOrder = made.every(({ kind }) => kind === 'ordered');
      return isOrder ? withDifferences(now, made) : withPart(now, mine, path);
    }, free);
  return { document, conflicts };
}

/** One for each part that both touched: what lies within another is told with that. */
function conflictsOf(own: readonly Difference[], others: readonly Difference[]): Conflict[] {
  const met = own.flatMap((mine) =>
    others.filter((theirs) => !isSame(mine, theirs) && meet(mine, theirs)).map((theirs) => ({ mine, theirs })),
  );
  const pathOf = ({ mine, theirs }: (typeof met)[number]) => (mine.path.length <= theirs.path.length ? mine.path : theirs.path);
  const isOrder = ({ mine, theirs }: (typeof met)[number]) => mine.kind === 'ordered' && theirs.kind === 'ordered';
  const conflicts = new Map<string, { path: Path; mine: Set<Difference>; theirs: Set<Difference> }>();
  const parts = met.filter((pair) => !isOrder(pair)).map(pathOf);
  for (const pair of met) {
    const path = pathOf(pair);
    // The order of a list says nothing about its entries.
    const outer = isOrder(pair) ? path : (parts.find((other) => other.length < path.length && isWithin(path, other)) ?? path);
    const key = `${isOrder(pair) ? 'order of ' : ''}${outer.join('/')}`;
    const known = conflicts.get(key) ?? { path: outer, mine: new Set(), theirs: new Set() };
    known.mine.add(pair.mine);
    known.theirs.add(pair.theirs);
    conflicts.set(key, known);
  }
  return [...conflicts.values()].map(({ path, mine, theirs }) => ({ path, mine: [...mine], theirs: [...theirs] }));
}

/** Whether two differences are about the same part. Two orders of a list are; an order and an entry of the list are not. */
function meet(a: Difference, b: Difference): boolean {
  if (a.kind === 'ordered' && b.kind === 'ordered') return isSame(a.path, b.path);
  return (b.kind !== 'ordered' && isWithin(a.path, b.path)) || (a.kind !== 'ordered' && isWithin(b.path, a.path));
}

function isWithin(path: Path, outer: Path): boolean {
  return outer.length <= path.length && outer.every((step, at) => path[at] === step);
}

/** `document` with what another has at a path; without it, where that has nothing there. */
function withPart<Document extends object>(document: Document, other: object, path: Path): Document {
  return replaced(document, other, path) as Document;
}

function replaced(value: unknown, other: unknown, [step, ...rest]: Path, list?: string): unknown {
  if (step === undefined) return other;
  if (Array.isArray(value)) {
    const [entries, others] = [entriesByKey(value, list), entriesByKey(other, list)];
    if (!entries || !others) return other;
    const theirs = others.get(step);
    const next = new Map(entries);
    if (theirs === undefined) next.delete(step);
    else next.set(step, rest.length === 0 || !next.has(step) ? theirs : replaced(next.get(step), theirs, rest));
    return [...next.values()];
  }
  const { [step]: now, ...fields } = value as Record<string, unknown>;
  const next = replaced(now, (other as Record<string, unknown> | undefined)?.[step], rest, step);
  return next === undefined ? fields : { ...(value as object), [step]: next };
}
