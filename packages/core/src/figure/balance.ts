import type { Frames } from './body.ts';
import type { Contact } from './contacts.ts';
import { whereIs } from './landmarks.ts';
import type { Vec3 } from './vector.ts';

/** Something held, as far as weight goes: it hangs on a part of the body. */
export interface HeldMass {
  readonly part: number;
  readonly at: Vec3;
  readonly kg: number;
}

/** The centre of mass of the body and what it holds, in metres. */
export function centreOfMass(frames: Frames, held: readonly HeldMass[] = []): Vec3 {
  const { massKg } = frames.body.skeleton.build;
  let x = 0;
  let y = 0;
  let z = 0;
  let total = 0;
  const count = (part: number, centre: Vec3, kg: number) => {
    const at = frames.point(part, centre);
    x += at[0] * kg;
    y += at[1] * kg;
    z += at[2] * kg;
    total += kg;
  };
  for (const { part, centre, fraction } of frames.body.masses) count(part, centre, fraction * massKg);
  for (const { part, at, kg } of held) count(part, at, kg);
  return [x / total, y / total, z / total];
}

type Flat = readonly [number, number];

/** The base of support seen from above: the convex hull of everything that touches, anticlockwise. */
export function baseOfSupport(frames: Frames, contacts: readonly Contact[]): readonly Flat[] {
  return hullOf(contacts.flatMap(({ outline }) => outline.map((name) => whereIs(frames, name)).map(([x, y]): Flat => [x, y])));
}

/** Andrew's monotone chain. */
export function hullOf(points: readonly Flat[]): readonly Flat[] {
  const sorted = [...points].sort((a, b) => a[0] - b[0] || a[1] - b[1]);
  if (sorted.length < 3) return sorted;
  const half = (list: readonly Flat[]) => {
    const chain: Flat[] = [];
    for (const point of list) {
      while (chain.length >= 2 && turn(chain[chain.length - 2]!, chain[chain.length - 1]!, point) <= 0) chain.pop();
      chain.push(point);
    }
    return chain.slice(0, -1);
  };
  return [...half(sorted), ...half(sorted.reverse())];
}

function turn(a: Flat, b: Flat, c: Flat): number {
  return (b[0] - a[0]) * (c[1] - a[1]) - (b[1] - a[1]) * (c[0] - a[0]);
}

/** How far a point lies inside a base, in metres; negative outside. A base of fewer than three points has no inside. */
export function marginInside(base: readonly Flat[], [x, y]: Flat): number {
  if (base.length === 0) return -Infinity;
  if (base.length < 3) return -Math.min(...base.map((corner) => Math.hypot(corner[0] - x, corner[1] - y)));
  let margin = Infinity;
  let outside = Infinity;
  for (const [i, a] of base.entries()) {
    const b = base[(i + 1) % base.length]!;
    const edge = Math.hypot(b[0] - a[0], b[1] - a[1]);
    margin = Math.min(margin, turn(a, b, [x, y]) / edge);
    const along = Math.max(0, Math.min(1, ((x - a[0]) * (b[0] - a[0]) + (y - a[1]) * (b[1] - a[1])) / (edge * edge)));
    outside = Math.min(outside, Math.hypot(x - a[0] - along * (b[0] - a[0]), y - a[1] - along * (b[1] - a[1])));
  }
  return margin >= 0 ? margin : -outside;
}

/** A place over a base: at `share` of the way from its rear to its front, and how wide the base is there from right to left. */
export function acrossBase(
  base: readonly Flat[],
  share: number,
): { readonly x: number; readonly low: number; readonly high: number } {
  const xs = base.map(([x]) => x);
  const [rear, front] = [Math.min(...xs), Math.max(...xs)];
  const x = rear + (front - rear) * share;
  const ys = base.flatMap((a, i) => {
    const b = base[(i + 1) % base.length]!;
    if ((a[0] - x) * (b[0] - x) > 0) return [];
    const along = a[0] === b[0] ? 0 : (x - a[0]) / (b[0] - a[0]);
    return [a[1] + (b[1] - a[1]) * along];
  });
  return { x, low: Math.min(...ys), high: Math.max(...ys) };
}
