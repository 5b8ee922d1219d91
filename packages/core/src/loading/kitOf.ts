import type { Inventory, LoadSource } from './inventory.ts';

function most(source: LoadSource): number {
  if (source.kind === 'adjustable') return source.handles;
  return source.kind === 'fixed' ? Math.max(...source.weights.map(({ count }) => count)) : 1;
}

const IN_TWOS: Readonly<Record<string, string>> = { dumbbell: 'dumbbells', kettlebell: 'kettlebells' };

/** Ids of the kit that an inventory comes to: what a movement's needs are held against. */
export function kitOf({ things, sources }: Inventory): readonly string[] {
  const kit = new Set(things.map((thing) => thing.kit));
  for (const source of sources) {
    const what = source.kind === 'bar' ? 'barbell' : source.what;
    kit.add(what);
    const pair = IN_TWOS[what];
    if (pair && most(source) >= 2) kit.add(pair);
  }
  return [...kit].sort();
}
