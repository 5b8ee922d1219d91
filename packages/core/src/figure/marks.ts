import type { Checkpoint } from '../movement/movementDocument.ts';
import { SIDES, type Side, type View } from '../movement/terms.ts';
import { framesOf } from './body.ts';
import { AZIMUTHS, cameraAt, projected, type Azimuth, type Point } from './drawing.ts';
import type { Posture } from './joints.ts';
import { isLandmark, mirroredName, whereIs, type Landmark } from './landmarks.ts';
import { cornersOf, measured } from './measure.ts';
import type { Rep } from './rep.ts';

/** A checkpoint as it is drawn on the figure, with its figure. Points in metres on the picture. */
export type Mark =
  | { readonly kind: 'angle'; readonly points: readonly Point[]; readonly deg: number }
  /** How far the worst of the middle points is off the straight line between the ends. */
  | { readonly kind: 'line'; readonly points: readonly Point[]; readonly offCm: number }
  /** How far the second point is from being plumb over, or under, the first. */
  | { readonly kind: 'plumb'; readonly points: readonly Point[]; readonly offCm: number };

/** From where a view looks. From the side it is the right one, where the figure faces right, unless said otherwise. */
export function azimuthOf(view: View, near: Side = 'right'): Azimuth {
  return view === 'side' ? AZIMUTHS[near] : AZIMUTHS[view];
}

/** `knee` is that of the side that works; what says its side was written for a left that works; `ear` is itself. */
function landmarkNamed(name: string, working: Side): Landmark {
  if (name.includes('.')) return working === 'left' ? name : mirroredName(name);
  return isLandmark(`${name}.${working}`) ? `${name}.${working}` : name;
}

/** What a checkpoint looks like on one posture from one side; `null` when it can't be drawn. */
export function markOf(check: Checkpoint, rep: Rep, posture: Posture, azimuth: Azimuth): Mark | null {
  const frames = framesOf(rep.body, rep.position, posture);
  const camera = cameraAt(azimuth);
  const at = (landmark: Landmark) => projected(camera, whereIs(frames, landmark));
  const seen = (name: string) => at(landmarkNamed(name, rep.side));
  if (check.line) {
    const points = check.line.map(seen);
    return { kind: 'line', points, offCm: offLine(points) * 100 };
  }
  if (check.plumb) {
    const [from, to] = check.plumb.map(seen) as [Point, Point];
    return { kind: 'plumb', points: [from, to], offCm: Math.abs(from[0] - to[0]) * 100 };
  }
  const corners = check.angle === undefined ? null : cornersOf(check.angle, rep.side);
  if (!corners) return null;
  return { kind: 'angle', points: corners.map(at), deg: measured(frames, posture, check.angle!, rep.side) };
}

/** The largest distance of a middle point from the line between the ends, in metres. */
function offLine(points: readonly Point[]): number {
  const [ax, ay] = points[0]!;
  const [bx, by] = points.at(-1)!;
  const length = Math.hypot(bx - ax, by - ay);
  if (length === 0) return 0;
  return Math.max(0, ...points.slice(1, -1).map(([x, y]) => Math.abs((bx - ax) * (y - ay) - (by - ay) * (x - ax)) / length));
}

/** Where a fault moves its landmark: from the good posture to the faulty one; `null` when that hardly shows from here. */
export function faultArrow(
  good: { readonly rep: Rep; readonly posture: Posture },
  faulty: { readonly rep: Rep; readonly posture: Posture },
  mark: string,
  azimuth: Azimuth,
): { readonly from: Point; readonly to: Point } | null {
  const camera = cameraAt(azimuth);
  const framesBefore = framesOf(good.rep.body, good.rep.position, good.posture);
  const framesAfter = framesOf(faulty.rep.body, faulty.rep.position, faulty.posture);
  const isOfOne = mark.includes('.');
  const names = (isOfOne ? [good.rep.side] : SIDES).map((side) => landmarkNamed(mark, side));
  const moves = names.map((name) => {
    const from = projected(camera, whereIs(framesBefore, name));
    const to = projected(camera, whereIs(framesAfter, name));
    return { from, to, by: Math.hypot(to[0] - from[0], to[1] - from[1]) };
  });
  const largest = moves.reduce((a, b) => (b.by > a.by ? b : a));
  return largest.by < LEAST_SEEN_M ? null : { from: largest.from, to: largest.to };
}

/** Less than this can't be pointed at. */
const LEAST_SEEN_M = 0.02;
