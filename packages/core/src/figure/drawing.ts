import type { Side } from '../movement/terms.ts';
import { ROOM, framesOf, partAt, type Frames } from './body.ts';
import { flesh, type Lump, type Tone } from './flesh.ts';
import { propLumps } from './props.ts';
import type { Rep } from './rep.ts';
import type { Posture } from './joints.ts';
import { RADIANS, cross, dot, scale, type Vec3 } from './vector.ts';

/** From where it is looked at: degrees round the figure. 0 sees its face, 90 its left side, 180 its back. */
export type Azimuth = number;
export const AZIMUTHS = { front: 0, left: 90, rear: 180, right: -90 } as const;

/** A point on the picture in metres: x to the right, y up from the floor. */
export type Point = readonly [number, number];

/** One plain shape: a closed outline filled with one tone. */
export interface Shape {
  /** What it is, so that it can be found: `thigh.left`, `kettlebell`. */
  readonly of: string;
  readonly tone: Tone;
  /** Which side of the body it belongs to, seen from here: the far one is drawn darker. */
  readonly depth: 'near' | 'middle' | 'far';
  /** x, y, x, y, … in metres; flat, since an outline is made anew for every frame. */
  readonly outline: readonly number[];
}

/** What is drawn, from back to front. */
export type Drawing = readonly Shape[];

/** The camera's axes: to the right on the picture, and away from the looker. */
export interface Camera {
  readonly right: Vec3;
  readonly away: Vec3;
}

export function cameraAt(azimuth: Azimuth): Camera {
  const turn = azimuth * RADIANS;
  const toLooker: Vec3 = [Math.cos(turn), Math.sin(turn), 0];
  return { right: cross(scale(toLooker, -1), [0, 0, 1]), away: scale(toLooker, -1) };
}

export function projected(camera: Camera, [x, y, z]: Vec3): Point {
  return [x * camera.right[0] + y * camera.right[1], z];
}

/** Round each piece the outline is looked for in this many directions. */
const DIRECTIONS = 26;
const ROUND = Array.from({ length: DIRECTIONS }, (_, i): Point => {
  const turn = (i / DIRECTIONS) * 2 * Math.PI;
  return [Math.cos(turn), Math.sin(turn)];
});

/** An ellipsoid's shadow on the picture: its middle, how far away it is, and the shape matrix (xx, xy; xy, yy) of its ellipse. */
interface Shadow {
  readonly x: number;
  readonly y: number;
  readonly away: number;
  readonly xx: number;
  readonly xy: number;
  readonly yy: number;
}

function shadowOf(camera: Camera, frames: Frames, { part, at, radii }: Lump): Shadow {
  const point = frames.point(part, at);
  const [x, y] = projected(camera, point);
  const away = point[0] * camera.away[0] + point[1] * camera.away[1];
  const [rx, ry, rz] = radii;
  // A ball is round from everywhere.
  if (rx === ry && ry === rz) return { x, y, away, xx: rx * rx, xy: 0, yy: rx * rx };
  const r = part * 9;
  let xx = 0;
  let xy = 0;
  let yy = 0;
  for (let axis = 0; axis < 3; axis += 1) {
    const isRoom = part === ROOM;
    const dx = isRoom ? (axis === 0 ? 1 : 0) : frames.rotations[r + axis]!;
    const dy = isRoom ? (axis === 1 ? 1 : 0) : frames.rotations[r + 3 + axis]!;
    const dz = isRoom ? (axis === 2 ? 1 : 0) : frames.rotations[r + 6 + axis]!;
    const u = (dx * camera.right[0] + dy * camera.right[1]) * radii[axis]!;
    const v = dz * radii[axis]!;
    xx += u * u;
    xy += u * v;
    yy += v * v;
  }
  return { x, y, away, xx, xy, yy };
}

/**
 * The hull of shadows: in each direction the point that lies furthest out, which on an ellipse of shape matrix S and in
 * direction u is S·u / √(uᵀS·u). Going round, these points are the outline in order.
 */
function outlineOf(shadows: readonly Shadow[]): number[] {
  const outline = new Array<number>(2 * DIRECTIONS);
  for (let k = 0; k < DIRECTIONS; k += 1) {
    const [p, q] = ROUND[k]!;
    let furthest = -Infinity;
    let x = 0;
    let y = 0;
    for (let i = 0; i < shadows.length; i += 1) {
      const shadow = shadows[i]!;
      const a = shadow.xx * p + shadow.xy * q;
      const b = shadow.xy * p + shadow.yy * q;
      const reach = Math.sqrt(a * p + b * q);
      const out = shadow.x * p + shadow.y * q + reach;
      if (out > furthest) {
        furthest = out;
        x = shadow.x + a / reach;
        y = shadow.y + b / reach;
      }
    }
    outline[2 * k] = x;
    outline[2 * k + 1] = y;
  }
  return outline;
}

/**
 * Draws one posture from one side: every part as the hull of the lumps that it is made of, the furthest first.
 * Lengths in metres. Pure arithmetic; `pathOf` makes SVG path data of an outline.
 */
export function draw(rep: Rep, posture: Posture, azimuth: Azimuth): Drawing {
  const frames = framesOf(rep.body, rep.position, posture);
  const camera = cameraAt(azimuth);
  const shapes = [...flesh(rep.body, rep.isFlushed), ...propLumps(rep, frames, camera.away)].map((piece) => {
    const shadows = piece.lumps.map((lump) => shadowOf(camera, frames, lump));
    let away = 0;
    for (const shadow of shadows) away += shadow.away;
    return {
      of: piece.of,
      tone: piece.tone,
      side: piece.side,
      away: away / shadows.length - piece.lift,
      outline: outlineOf(shadows),
    };
  });
  const nearness = nearSide(frames, camera);
  return shapes
    .sort((a, b) => b.away - a.away)
    .map(({ of, tone, side, outline }): Shape => ({ of, tone, outline, depth: side ? nearness[side] : 'middle' }));
}

/** Which side is nearer to the looker; neither when seen from the front or the back. */
function nearSide(frames: Frames, camera: Camera): Readonly<Record<Side, Shape['depth']>> {
  const left = frames.direction(partAt('pelvis'), [0, 1, 0]);
  const away = dot(left, camera.away);
  if (Math.abs(away) < 0.5) return { left: 'middle', right: 'middle' };
  return away < 0 ? { left: 'near', right: 'far' } : { left: 'far', right: 'near' };
}

/** `pathOf` writes whole tenths of a millimetre, which are quick to write; times this they are centimetres. */
export const PATH_CM = 0.01;

/** SVG path data of a closed outline, in tenths of a millimetre with y down. */
export function pathOf(outline: readonly number[]): string {
  let d = '';
  for (let i = 0; i < outline.length; i += 2) {
    d += `${i === 0 ? 'M' : 'L'}${Math.round(outline[i]! * 10_000)} ${Math.round(outline[i + 1]! * -10_000)}`;
  }
  return `${d}Z`;
}

/** The part of the picture that a rep needs, in metres: lowest and highest x and y over all samples, with its things. */
export interface Frame {
  readonly left: number;
  readonly right: number;
  readonly bottom: number;
  readonly top: number;
}

const FRAME_SAMPLES = 8;

export function frameOf(rep: Rep, azimuth: Azimuth): Frame {
  let [left, right, bottom, top] = [Infinity, -Infinity, 0, -Infinity];
  const step = Math.max(1, Math.floor(rep.samples.length / FRAME_SAMPLES));
  const some = rep.samples.filter((_, i) => i % step === 0);
  for (const posture of [...some, ...rep.keys.map((key) => key.posture)]) {
    for (const { outline } of draw(rep, posture, azimuth)) {
      for (let i = 0; i < outline.length; i += 2) {
        left = Math.min(left, outline[i]!);
        right = Math.max(right, outline[i]!);
        bottom = Math.min(bottom, outline[i + 1]!);
        top = Math.max(top, outline[i + 1]!);
      }
    }
  }
  return { left, right, bottom, top };
}

/** Both frames in one. */
export function joinFrames(a: Frame, b: Frame): Frame {
  return {
    left: Math.min(a.left, b.left),
    right: Math.max(a.right, b.right),
    bottom: Math.min(a.bottom, b.bottom),
    top: Math.max(a.top, b.top),
  };
}
