import type { Step } from '@waxwing/core/ladder';
import { NODE, type Placed } from './layout.ts';

export type Point = readonly [x: number, y: number];

/** A step as it is drawn: from the side of one movement to the side of the next, never across a picture. */
export interface Route {
  readonly step: Step;
  readonly points: readonly Point[];
}

/** How far lines that run beside each other stand apart, in pixels. */
const TRACK = 4;
/** So many stand beside each other between two columns or two rows; what comes after lies on the first again. */
const TRACKS = 3;
/** From a movement's edge to the first line beside it. */
const OFF = 5;
const RADIUS = 5;

/** A stretch of a line between two rows. */
interface Run {
  readonly from: string;
  readonly left: number;
  readonly right: number;
  readonly track: number;
}

/** Steps to the next column turn in the space between the two; longer ones run in the space between rows. What comes from one movement shares its lines. */
export function routesOf(placed: readonly Placed[], steps: readonly Step[]): Route[] {
  const at = new Map(placed.map((each) => [each.id, each]));
  const runs = new Map<number, Run[]>();
  const columnOf = ({ x }: Placed) => Math.round(x / NODE.pitchX);
  const rowOf = ({ y }: Placed) => Math.round(y / NODE.pitchY);

  const trackIn = (gapY: number, from: string, left: number, right: number): number => {
    const here = runs.get(gapY) ?? [];
    const beside = here.filter((run) => run.left < right && run.right > left);
    const own = beside.find((run) => run.from === from);
    const taken = new Set(beside.map(({ track }) => track));
    let track = own?.track ?? 0;
    while (!own && taken.has(track)) track += 1;
    runs.set(gapY, [...here, { from, left, right, track }]);
    return track % TRACKS;
  };

  // The longest first: they get the place nearest to where they begin.
  const span = (step: Step) => columnOf(at.get(step.to)!) - columnOf(at.get(step.from)!);
  return [...steps]
    .sort((a, b) => span(b) - span(a))
    .map((step) => {
      const source = at.get(step.from)!;
      const target = at.get(step.to)!;
      const start: Point = [source.x + NODE.width, middleOf(source)];
      const end: Point = [target.x, middleOf(target)];
      const out = start[0] + OFF + (rowOf(source) % TRACKS) * TRACK;
      if (span(step) === 1) return { step, points: [start, [out, start[1]], [out, end[1]], end] };
      const gapY = target.y + NODE.top - NODE.gap + (source.y > target.y ? NODE.pitchY : 0);
      const into = end[0] - OFF;
      const y = gapY + 2 + trackIn(gapY, step.from, out, into) * TRACK;
      return { step, points: [start, [out, start[1]], [out, y], [into, y], [into, end[1]], end] };
    });
}

/** Where steps begin and end, up and down. */
function middleOf({ y }: Placed): number {
  return y + NODE.top + NODE.height / 2;
}

/** As an SVG path with rounded corners. */
export function routePath(points: readonly Point[]): string {
  const bends = points.slice(1, -1).filter((point, i) => {
    const before = points[i]!;
    const after = points[i + 2]!;
    return !(before[1] === point[1] && after[1] === point[1]);
  });
  const all = [points[0]!, ...bends, points.at(-1)!];
  return all
    .map((point, i) => {
      const before = all[i - 1];
      const after = all[i + 1];
      if (!before) return `M${point.join(' ')}`;
      if (!after) return `L${point.join(' ')}`;
      return `L${towards(point, before).join(' ')}Q${point.join(' ')} ${towards(point, after).join(' ')}`;
    })
    .join('');
}

/** A corner's radius away from it, or half the way where that is shorter. */
function towards(from: Point, to: Point): Point {
  const [dx, dy] = [to[0] - from[0], to[1] - from[1]];
  const length = Math.hypot(dx, dy) || 1;
  const by = Math.min(RADIUS, length / 2) / length;
  return [from[0] + dx * by, from[1] + dy * by];
}
