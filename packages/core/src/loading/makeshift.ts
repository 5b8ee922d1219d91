import type { Filling, MakeshiftSource, Tension } from './inventory.ts';

/** Kilograms a litre. Sand dry and settled, rice uncooked. */
export const DENSITY: Readonly<Record<Filling, number>> = { water: 1, sand: 1.6, rice: 0.8 };

/** Mass of a container filled to a part of its volume. */
export function filledKg(emptyKg: number, litres: number, filling: Filling, part = 1): number {
  return emptyKg + litres * DENSITY[filling] * part;
}

/** Mass of a bag with counted contents. */
export function packedKg(emptyKg: number, contents: readonly { readonly count: number; readonly kgEach: number }[]): number {
  return contents.reduce((sum, { count, kgEach }) => sum + count * kgEach, emptyKg);
}

/** Parts of a container that can be told by eye. */
const PARTS = [
  [0.25, 'a quarter full'],
  [0.5, 'half full'],
  [0.75, 'three quarters full'],
  [1, 'full'],
] as const;

/** What a makeshift load can be made to weigh, with what to put in; empty first. */
export function makeshiftSteps(source: MakeshiftSource): readonly { readonly kg: number; readonly how: string }[] {
  const { emptyKg, litres, filling, contents } = source;
  const steps = emptyKg > 0 ? [{ kg: emptyKg, how: 'empty' }] : [];
  if (litres !== undefined && filling) {
    for (const [part, how] of PARTS) steps.push({ kg: filledKg(emptyKg, litres, filling, part), how: `${how} of ${filling}` });
  }
  // One thing after the other, in the order in which they were listed.
  const packed: { what: string; count: number; kgEach: number }[] = [];
  for (const { what, count, kgEach } of contents) {
    for (let n = 1; n <= count; n += 1) {
      const now = [...packed, { what, count: n, kgEach }];
      steps.push({ kg: packedKg(emptyKg, now), how: `with ${now.map((each) => `${each.count} ${each.what}`).join(' and ')}` });
    }
    packed.push({ what, count, kgEach });
  }
  return steps;
}

/** Kilograms of one strand at a stretch, on the line between the two nearest measurements; `null` beyond them. */
export function tensionAt(tension: readonly Tension[], stretch: number): number | null {
  const points = [...tension].sort((a, b) => a.stretch - b.stretch);
  const above = points.findIndex((point) => point.stretch >= stretch);
  const to = points[above];
  if (!to) return null;
  if (to.stretch === stretch) return to.kg;
  const from = points[above - 1];
  if (!from) return null;
  return from.kg + ((to.kg - from.kg) * (stretch - from.stretch)) / (to.stretch - from.stretch);
}
