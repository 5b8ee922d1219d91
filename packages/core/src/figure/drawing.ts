import type { Side } from '../movement/terms.ts';
import { hullOf } from './balance.ts';
import { framesOf, partAt, type Frames } from './body.ts';
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
  readonly outline: readonly Point[];
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

const STEPS = 20;
const CIRCLE = Array.from({ length: STEPS }, (_, i): Point => {
  const turn = (i / STEPS) * 2 * Math.PI;
  return [Math.cos(turn), Math.sin(turn)];
});

/** The outline of an ellipsoid on the picture: the square root of its shadow's shape matrix takes a circle there. */
function shadow(camera: Camera, frames: Frames, part: number, lump: Lump): Point[] {
  let xx = 0;
  let xy = 0;
  let yy = 0;
  for (let axis = 0; axis < 3; axis += 1) {
    const local: [number, number, number] = [0, 0, 0];
    local[axis] = 1;
    const d = frames.direction(part, local);
    const r = lump.radii[axis]!;
    const u = (d[0] * camera.right[0] + d[1] * camera.right[1]) * r;
    const v = d[2] * r;
    xx += u * u;
    xy += u * v;
    yy += v * v;
  }
  const root = Math.sqrt(Math.max(0, xx * yy - xy * xy));
  const by = 1 / Math.sqrt(xx + yy + 2 * root);
  const [a, b, c] = [(xx + root) * by, xy * by, (yy + root) * by];
  const [x, y] = projected(camera, frames.point(part, lump.at));
  return CIRCLE.map(([p, q]): Point => [x + a * p + b * q, y + b * p + c * q]);
}

/**
 * Draws one posture from one side: every part as the hull of the lumps that it is made of, the furthest first.
 * Lengths in metres. Pure arithmetic; `pathOf` makes SVG path data of an outline.
 */
export function draw(rep: Rep, posture: Posture, azimuth: Azimuth): Drawing {
  const frames = framesOf(rep.body, rep.position, posture);
  const camera = cameraAt(azimuth);
  const shapes = [...flesh(rep.body, rep.isFlushed), ...propLumps(rep, frames, camera.away)].map((piece) => {
    const depths = piece.lumps.map(({ part, at }) => dot(frames.point(part, at), camera.away));
    const mean = depths.reduce((sum, each) => sum + each, 0) / depths.length;
    return {
      of: piece.of,
      tone: piece.tone,
      side: piece.side,
      away: mean - piece.lift,
      outline: hullOf(piece.lumps.flatMap((lump) => shadow(camera, frames, lump.part, lump))),
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
  if (Math.abs(away) < 0.35) return { left: 'middle', right: 'middle' };
  return away < 0 ? { left: 'near', right: 'far' } : { left: 'far', right: 'near' };
}

/** SVG path data of a closed outline, in centimetres with y down, to a tenth of a millimetre. */
export function pathOf(outline: readonly Point[]): string {
  let d = '';
  for (const [i, [x, y]] of outline.entries()) d += `${i === 0 ? 'M' : 'L'}${(x * 100).toFixed(2)} ${(-y * 100).toFixed(2)}`;
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
  let frame: Frame = { left: Infinity, right: -Infinity, bottom: 0, top: -Infinity };
  const step = Math.max(1, Math.floor(rep.samples.length / FRAME_SAMPLES));
  const some = rep.samples.filter((_, i) => i % step === 0);
  for (const posture of [...some, ...rep.keys.map((key) => key.posture)]) {
    for (const { outline } of draw(rep, posture, azimuth)) {
      for (const [x, y] of outline) {
        frame = {
          left: Math.min(frame.left, x),
          right: Math.max(frame.right, x),
          bottom: Math.min(frame.bottom, y),
          top: Math.max(frame.top, y),
        };
      }
    }
  }
  return frame;
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
