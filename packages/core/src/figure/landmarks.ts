import { SIDES, type Side } from '../movement/terms.ts';
import { partAt, type Body, type Frames, type Part } from './body.ts';
import { HEEL_BEHIND, type Skeleton } from './skeleton.ts';
import type { Vec3 } from './vector.ts';

/** Where a landmark sits: in the frame of a part, in metres; `m` is 1 on the left, −1 on the right. */
type Spot = (s: Skeleton, m: 1 | -1) => { readonly part: string; readonly at: Vec3 };

const spot =
  (part: string, at: (h: number, s: Skeleton, m: 1 | -1) => Vec3): Spot =>
  (s, m) => ({ part, at: at(s.build.heightM, s, m) });

/** On the middle line: joints, and the skin that can lie on something. Fractions are of stature. */
const CENTRAL: Readonly<Record<string, Spot>> = {
  hips: spot('pelvis', () => [0, 0, 0]),
  waist: spot('abdomen', () => [0, 0, 0]),
  ribs: spot('thorax', () => [0, 0, 0]),
  neck: spot('neck', () => [0, 0, 0]),
  ear: spot('head', (h) => [0, 0, 0.02 * h]),
  crown: spot('head', (_, s) => [0, 0, s.headM - s.neckM]),
  nose: spot('head', (h) => [0.06 * h, 0, 0.016 * h]),
  skull: spot('head', (h) => [-0.05 * h, 0, 0.03 * h]),
  seat: spot('pelvis', (h) => [-0.032 * h, 0, -0.056 * h]),
  tail: spot('pelvis', (h) => [-0.067 * h, 0, 0.012 * h]),
  belly: spot('pelvis', (h) => [0.056 * h, 0, 0.03 * h]),
  back: spot('thorax', (h, s) => [-0.062 * h, 0, s.shoulderRiseM * 0.75]),
  chest: spot('thorax', (h, s) => [0.07 * h, 0, s.shoulderRiseM * 0.4]),
};

const SIDED: Readonly<Record<string, Spot>> = {
  shoulder: spot('upperArm', () => [0, 0, 0]),
  elbow: spot('elbow', () => [0, 0, 0]),
  wrist: spot('hand', () => [0, 0, 0]),
  hip: spot('thigh', () => [0, 0, 0]),
  knee: spot('shank', () => [0, 0, 0]),
  ankle: spot('foot', () => [0, 0, 0]),
  heel: spot('foot', (_, s) => [-HEEL_BEHIND * 0.8 * s.footM, 0, -s.ankleHeightM]),
  ball: spot('toes', () => [0, 0, 0]),
  edge: spot('foot', (h, s, m) => [0.4 * s.footM, m * 0.024 * h, -s.ankleHeightM]),
  inner: spot('foot', (h, s, m) => [0.4 * s.footM, -m * 0.024 * h, -s.ankleHeightM]),
  ballEdge: spot('toes', (h, _, m) => [0, m * 0.024 * h, 0]),
  ballInner: spot('toes', (h, _, m) => [0, -m * 0.024 * h, 0]),
  toe: spot('toes', (_, s) => [0.26 * s.footM, 0, 0]),
  instep: spot('foot', (h, s) => [0.3 * s.footM, 0, -s.ankleHeightM + 0.034 * h]),
  kneecap: spot('shank', (h) => [0.031 * h, 0, -0.012 * h]),
  elbowTip: spot('elbow', (h) => [-0.021 * h, 0, -0.004 * h]),
  wristUnder: spot('elbow', (h, s) => [-0.017 * h, 0, -s.forearmM]),
  palmHeel: spot('hand', (h, _, m) => [0, -m * 0.012 * h, -0.006 * h]),
  knuckles: spot('hand', (h, _, m) => [0, -m * 0.012 * h, -0.05 * h]),
  palmEdge: spot('hand', (h, _, m) => [0.02 * h, -m * 0.012 * h, -0.04 * h]),
  grip: spot('hand', (h, _, m) => [0, -m * 0.016 * h, -0.042 * h]),
  fingertip: spot('hand', (_, s) => [0, 0, -s.handM]),
  hipSide: spot('pelvis', (h, _, m) => [0, m * 0.098 * h, -0.01 * h]),
  shoulderSide: spot('upperArm', (h, _, m) => [0, m * 0.034 * h, -0.02 * h]),
};

/** `waist`, `knee.left`, … */
export type Landmark = string;

export const LANDMARKS: readonly Landmark[] = [
  ...Object.keys(CENTRAL),
  ...Object.keys(SIDED).flatMap((name) => SIDES.map((side) => `${name}.${side}`)),
];

export function isLandmark(name: string): boolean {
  return name in CENTRAL || name in SIDED || LANDMARKS.includes(name);
}

/** A landmark's part and its place in that part's frame. */
export interface BodyPoint {
  readonly part: number;
  readonly local: Vec3;
}

const cache = new WeakMap<Body, Map<Landmark, BodyPoint>>();

export function bodyPoint(body: Body, name: Landmark): BodyPoint {
  let known = cache.get(body);
  if (!known) cache.set(body, (known = new Map<Landmark, BodyPoint>()));
  const before = known.get(name);
  if (before) return before;
  const [joint, side] = name.split('.') as [string, Side | undefined];
  const make = side ? SIDED[joint] : CENTRAL[joint];
  if (!make) throw new RangeError(`no landmark ${name}`);
  const { part, at } = make(body.skeleton, side === 'right' ? -1 : 1);
  const point = { part: partAt((side && part !== 'pelvis' ? `${part}.${side}` : part) as Part), local: at };
  known.set(name, point);
  return point;
}

/** Where a landmark is in the world, in metres. */
export function whereIs(frames: Frames, name: Landmark): Vec3 {
  const { part, local } = bodyPoint(frames.body, name);
  return frames.point(part, local);
}

/** The same landmark on the other side; the middle's are their own. */
export function mirroredName(name: string): string {
  if (name.endsWith('.left')) return name.replace(/\.left$/, '.right');
  return name.replace(/\.right$/, '.left');
}
