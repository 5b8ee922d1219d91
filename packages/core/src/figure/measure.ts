import type { Side } from '../movement/terms.ts';
import { partAt, type Frames, type Part } from './body.ts';
import { freedomAt, freedomsNamed, sidedName, type Posture } from './joints.ts';
import { whereIs, type Landmark } from './landmarks.ts';
import { dot, subtract, type Vec3 } from './vector.ts';

/** Angles that are seen but are no single freedom of a joint: between directions, in degrees. */
const SEEN: Readonly<Record<string, (frames: Frames, side: string) => number>> = {
  // The upper arm away from the ribs, in the plane of the chest: 0 hanging along them, 90 a letter T.
  'shoulder.abduction': (frames, side) => {
    const arm = frames.direction(partAt(`upperArm.${side}` as Part), [0, 0, -1]);
    const down = frames.direction(partAt('thorax'), [0, 0, -1]);
    const out = frames.direction(partAt('thorax'), [0, side === 'left' ? 1 : -1, 0]);
    return degrees(Math.atan2(dot(arm, out), dot(arm, down)));
  },
  // Of the line from hips to neck, forward from upright.
  'trunk.lean': (frames) => leanOf(whereIs(frames, 'hips'), whereIs(frames, 'neck')),
  'shin.lean': (frames, side) => leanOf(whereIs(frames, `ankle.${side}`), whereIs(frames, `knee.${side}`)),
};

function degrees(radians: number): number {
  return (radians * 180) / Math.PI;
}

function leanOf(from: Vec3, to: Vec3): number {
  const [x, y, z] = subtract(to, from);
  return degrees(Math.atan2(Math.hypot(x, y) * Math.sign(x || 1), z));
}

/** `knee.flexion` is measured on the working side; `knee.right.flexion`, written for a left that works, on the other. */
function readName(name: string, working: Side): { readonly plain: string; readonly side: Side } {
  const parts = name.split('.');
  const other = working === 'left' ? 'right' : 'left';
  if (parts.length === 3) return { plain: `${parts[0]}.${parts[2]}`, side: parts[1] === 'right' ? other : working };
  return { plain: name, side: working };
}

/** Those that are seen, by name. */
export const SEEN_ANGLES: readonly string[] = Object.keys(SEEN);

export function isMeasurable(name: string): boolean {
  return readName(name, 'left').plain in SEEN || freedomsNamed(name).length > 0;
}

/** An angle of a posture in degrees, by its anatomical name. */
export function measured(frames: Frames, posture: Posture, name: string, working: Side = 'left'): number {
  const { plain, side } = readName(name, working);
  const seen = SEEN[plain];
  if (seen) return seen(frames, side);
  const at = freedomsNamed(plain);
  if (at.length === 0) throw new RangeError(`no angle ${name}`);
  return posture[at.length > 1 ? freedomAt(sidedName(plain, side)) : at[0]!]!;
}

/** The three landmarks between which an angle is seen, the joint in the middle; `null` for one that isn't drawn so. */
export function cornersOf(name: string, working: Side = 'left'): readonly [Landmark, Landmark, Landmark] | null {
  const { plain, side } = readName(name, working);
  const of = (landmark: string) => `${landmark}.${side}`;
  switch (plain.split('.')[0]) {
    case 'knee':
      return [of('hip'), of('knee'), of('ankle')];
    case 'hip':
      return ['ribs', of('hip'), of('knee')];
    case 'elbow':
      return [of('shoulder'), of('elbow'), of('wrist')];
    case 'ankle':
      return [of('knee'), of('ankle'), of('ball')];
    case 'shoulder':
      return [of('hip'), of('shoulder'), of('elbow')];
    default:
      return null;
  }
}
