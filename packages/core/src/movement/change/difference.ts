/** What a document is made of, as JSON has it. */
type Value = unknown;
type Fields = Readonly<Record<string, Value>>;

/** Where something stands in a document: fields, and keys of entries in lists that have them. */
export type Path = readonly string[];

/**
 * One thing that is otherwise in one document than in another. `set`: a value, which where it is absent is undefined. `added` and `removed`:
 * an entry of a list. `ordered`: the keys of a list, in another order than those that stayed and those that came would have.
 */
export type Difference =
  | { readonly kind: 'set'; readonly path: Path; readonly before: Value; readonly after: Value }
  | { readonly kind: 'added' | 'removed'; readonly path: Path; readonly entry: Value }
  | { readonly kind: 'ordered'; readonly path: Path; readonly before: readonly string[]; readonly after: readonly string[] };

/** By what entries are known, by the name of their list. Lists that aren't here are one value. */
const KEYS: Readonly<Record<string, (entry: Fields) => Value>> = {
  muscles: ({ muscle }) => muscle,
  phases: ({ phase }) => phase,
  cues: ({ shared, id }) => shared ?? id,
  faults: ({ id }) => id,
  checkpoints: ({ id }) => id,
  harder: ({ to }) => to,
  cautions: ({ caution }) => caution,
  // Of a plan.
  lanes: ({ laneId }) => laneId,
  blocks: ({ blockId }) => blockId,
  items: ({ itemId }) => itemId,
  own: ({ laneId }) => laneId,
};

const isFields = (value: Value): value is Fields => typeof value === 'object' && value !== null && !Array.isArray(value);

/** The entries of a list by their keys; nothing where it has none, or where they aren't each another. */
export function entriesByKey(list: Value, name: string | undefined): ReadonlyMap<string, Value> | null {
  const keyOf = name === undefined ? undefined : KEYS[name];
  if (!keyOf || !Array.isArray(list)) return null;
  const entries = new Map<string, Value>();
  for (const entry of list as readonly Value[]) {
    const key = isFields(entry) ? keyOf(entry) : undefined;
    if (typeof key !== 'string' || entries.has(key)) return null;
    entries.set(key, entry);
  }
  return entries;
}

export function isSame(a: Value, b: Value): boolean {
  if (Object.is(a, b)) return true;
  if (Array.isArray(a) && Array.isArray(b)) return a.length === b.length && a.every((each, at) => isSame(each, b[at]));
  if (!isFields(a) || !isFields(b)) return false;
  return fieldsOf(a, b).every((field) => isSame(a[field], b[field]));
}

/** Of both, those of the first in its order. A field that is undefined is absent. */
function fieldsOf(a: Fields, b: Fields): string[] {
  return [...new Set([...Object.keys(a), ...Object.keys(b)])];
}

/** What makes `b` of `a`, smallest parts first told: entries by their keys, their fields one by one. Applied to `a` it gives `b`. */
export function differences(a: object, b: object): Difference[] {
  return within(a as Fields, b as Fields, []);
}

function within(a: Fields, b: Fields, path: Path): Difference[] {
  return fieldsOf(a, b).flatMap((field) => between(a[field], b[field], [...path, field]));
}

function between(a: Value, b: Value, path: Path): Difference[] {
  if (isSame(a, b)) return [];
  const [before, after] = [entriesByKey(a, path.at(-1)), entriesByKey(b, path.at(-1))];
  if (before && after) return amongEntries(before, after, path);
  if (isFields(a) && isFields(b)) return within(a, b, path);
  return [{ kind: 'set', path, before: a, after: b }];
}

function amongEntries(before: ReadonlyMap<string, Value>, after: ReadonlyMap<string, Value>, path: Path): Difference[] {
  const stayed = [...before.keys()].filter((key) => after.has(key));
  const came = [...after.keys()].filter((key) => !before.has(key));
  const [order, wanted] = [[...stayed, ...came], [...after.keys()]];
  return [
    ...[...before].flatMap(([key, entry]): Difference[] =>
      after.has(key)
        ? within(entry as Fields, after.get(key) as Fields, [...path, key])
        : [{ kind: 'removed', path: [...path, key], entry }],
    ),
    ...came.map((key): Difference => ({ kind: 'added', path: [...path, key], entry: after.get(key) })),
    ...(isSame(order, wanted) ? [] : [{ kind: 'ordered' as const, path, before: order, after: wanted }]),
  ];
}

/**
 * A document with differences made in it, also in one that somebody else has changed: what they did elsewhere stays. The one that is given
 * stays as it is. Throws where a difference has no place in it, or its place is taken.
 */
export function withDifferences<Document extends object>(document: Document, made: readonly Difference[]): Document {
  return made.reduce((now, difference) => changed(now as Fields, difference.path, difference) as Document & Fields, document);
}

function changed(value: Value, path: Path, difference: Difference, list?: string): Value {
  const [step, ...rest] = path;
  if (step === undefined) {
    if (difference.kind !== 'ordered') throw new Error(`nothing is ${difference.kind} at no place`);
    const entries = entriesByKey(value, list)!;
    // What somebody else put in has no place in this order: it stays, after the rest.
    const others = [...entries.keys()].filter((key) => !difference.after.includes(key));
    return [...difference.after.filter((key) => entries.has(key)), ...others].map((key) => entries.get(key));
  }
  if (Array.isArray(value)) {
    const entries = entriesByKey(value, list);
    if (!entries) throw new Error(`${list} has no keys`);
    if (rest.length === 0 && difference.kind === 'removed')
      return [...entries].filter(([key]) => key !== step).map(([, each]) => each);
    if (rest.length === 0 && difference.kind === 'added' && entries.has(step)) throw new Error(`${list} has ${step} already`);
    if (rest.length === 0 && difference.kind === 'added') return [...(value as readonly Value[]), difference.entry];
    if (!entries.has(step)) throw new Error(`${list} has no ${step}`);
    return [...entries].map(([key, each]) => (key === step ? changed(each, rest, difference) : each));
  }
  if (!isFields(value)) throw new Error(`there is no ${difference.path.join('.')}`);
  if (rest.length > 0 || difference.kind !== 'set') return { ...value, [step]: changed(value[step], rest, difference, step) };
  const { [step]: _before, ...others } = value;
  return difference.after === undefined ? others : { ...value, [step]: difference.after };
}
