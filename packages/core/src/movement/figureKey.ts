import type { HandPlace } from './terms.ts';

/** Joint angles in degrees by name. */
export type JointAngles = Readonly<Record<string, number>>;

/** One moment of a figure: joint angles, and what differs from the base in contacts and hands. */
export interface FigureKey {
  readonly contacts?: readonly string[];
  readonly hands?: HandPlace;
  /** In the air: how far the lowest point of the body is off the floor, in centimetres. Nothing may touch. */
  readonly airCm?: number;
  /** How far ahead of where the rep began, in centimetres; negative is behind. What stands there has left the floor in between. */
  readonly forwardCm?: number;
  readonly [joint: string]: number | readonly string[] | string | undefined;
}

/** What a key says in numbers that are no angles. */
const KEY_PLACES = ['airCm', 'forwardCm'] as const satisfies readonly (keyof FigureKey)[];

function isPlace(name: string): boolean {
  return (KEY_PLACES as readonly string[]).includes(name);
}

/** What a key says of joints. */
export function anglesOf(key: FigureKey | undefined): JointAngles {
  const angles: Record<string, number> = {};
  for (const [joint, value] of Object.entries(key ?? {})) if (typeof value === 'number' && !isPlace(joint)) angles[joint] = value;
  return angles;
}

/** A key with other angles; what else it says (what touches, where the hands are, how far off) stays. */
export function withAngles(key: FigureKey | undefined, angles: JointAngles): FigureKey {
  const rest = Object.fromEntries(
    Object.entries(key ?? {}).filter(([name, value]) => typeof value !== 'number' || isPlace(name)),
  );
  return { ...rest, ...angles };
}
