import { SIDES, type Side } from '../movement/terms.ts';

/**
 * The freedoms of the body. Angles are anatomical, in degrees, 0 = standing straight with hanging arms, palms to the thighs.
 * The name says which way is positive; turning and leaning of the trunk, neck and pelvis are positive to the left, rotations
 * of a limb are positive outward on both sides.
 */
interface Freedom {
  readonly name: string;
  /** Anatomical limits in degrees. Source: American Academy of Orthopaedic Surgeons' joint motion norms, widened to what loaded and trained people reach. */
  readonly low: number;
  readonly high: number;
  /** How strongly a pose that doesn't mention the joint holds it where its base has it: 1 is as strong as one that does. */
  readonly stiffness: number;
}

const CENTRAL: readonly Freedom[] = [
  // The pelvis in the world, against its orientation: kept by contacts, so hardly at all by itself.
  { name: 'pelvis.tilt', low: -200, high: 200, stiffness: 0.002 },
  { name: 'pelvis.list', low: -85, high: 85, stiffness: 1 },
  { name: 'pelvis.turn', low: -200, high: 200, stiffness: 0.3 },
  { name: 'lumbar.flexion', low: -35, high: 55, stiffness: 4 },
  { name: 'lumbar.lean', low: -28, high: 28, stiffness: 2 },
  { name: 'lumbar.turn', low: -18, high: 18, stiffness: 2 },
  { name: 'thoracic.flexion', low: -28, high: 45, stiffness: 4 },
  { name: 'thoracic.lean', low: -28, high: 28, stiffness: 2 },
  { name: 'thoracic.turn', low: -42, high: 42, stiffness: 2 },
  { name: 'neck.flexion', low: -60, high: 60, stiffness: 1 },
  { name: 'neck.lean', low: -45, high: 45, stiffness: 1 },
  { name: 'neck.turn', low: -75, high: 75, stiffness: 1 },
  { name: 'head.flexion', low: -35, high: 30, stiffness: 1 },
];

const SIDED: readonly Freedom[] = [
  { name: 'scapula.elevation', low: -12, high: 38, stiffness: 1 },
  { name: 'scapula.protraction', low: -28, high: 32, stiffness: 1 },
  { name: 'shoulder.plane', low: -110, high: 140, stiffness: 0.3 },
  { name: 'shoulder.elevation', low: 0, high: 182, stiffness: 0.3 },
  { name: 'shoulder.rotation', low: -95, high: 100, stiffness: 0.2 },
  { name: 'elbow.flexion', low: -2, high: 152, stiffness: 0.3 },
  { name: 'forearm.pronation', low: -92, high: 95, stiffness: 0.1 },
  { name: 'wrist.flexion', low: -95, high: 85, stiffness: 0.05 },
  { name: 'wrist.deviation', low: -40, high: 28, stiffness: 0.3 },
  { name: 'hip.flexion', low: -32, high: 142, stiffness: 0.3 },
  { name: 'hip.abduction', low: -32, high: 80, stiffness: 0.5 },
  { name: 'hip.rotation', low: -50, high: 70, stiffness: 0.5 },
  { name: 'knee.flexion', low: -2, high: 158, stiffness: 0.3 },
  { name: 'knee.rotation', low: -32, high: 34, stiffness: 1 },
  { name: 'ankle.dorsiflexion', low: -58, high: 42, stiffness: 0.05 },
  { name: 'ankle.inversion', low: -26, high: 36, stiffness: 0.3 },
  { name: 'toes.extension', low: -35, high: 88, stiffness: 0.02 },
];

/** Where the pelvis is, in metres; not an angle, so never authored. */
const PLACE = ['pelvis.x', 'pelvis.y', 'pelvis.z'] as const;
export const PLACE_FREEDOMS = PLACE.length;

/** `knee.flexion` and `left` make `knee.left.flexion`. */
export function sidedName(name: string, side: Side): string {
  const [joint, motion] = name.split('.');
  return `${joint}.${side}.${motion}`;
}

/** Every freedom by its full name, in the order of a posture's numbers. */
export const FREEDOMS: readonly string[] = [
  ...PLACE,
  ...CENTRAL.map(({ name }) => name),
  ...SIDES.flatMap((side) => SIDED.map(({ name }) => sidedName(name, side))),
];
export const FREEDOM_COUNT = FREEDOMS.length;

const PLACE_AS_FREEDOMS: readonly Freedom[] = PLACE.map((name) => ({ name, low: -50, high: 50, stiffness: 0.05 }));
const FLAT = [...PLACE_AS_FREEDOMS, ...CENTRAL, ...SIDED, ...SIDED];
export const LOW: readonly number[] = FLAT.map(({ low }) => low);
export const HIGH: readonly number[] = FLAT.map(({ high }) => high);
export const STIFFNESS: readonly number[] = FLAT.map(({ stiffness }) => stiffness);

const INDEX = new Map(FREEDOMS.map((name, at) => [name, at]));
const SIDED_NAMES = new Set(SIDED.map(({ name }) => name));

/** The place of a freedom in a posture; throws on a name that is none, which is a slip of the programmer's. */
export function freedomAt(name: string): number {
  const at = INDEX.get(name);
  if (at === undefined) throw new RangeError(`no freedom ${name}`);
  return at;
}

/** The freedoms that an authored name stands for: one, or the same on both sides; none when there is no such joint. */
export function freedomsNamed(name: string): readonly number[] {
  if (SIDED_NAMES.has(name)) return SIDES.map((side) => freedomAt(sidedName(name, side)));
  const at = INDEX.get(name);
  return at === undefined || at < PLACE_FREEDOMS ? [] : [at];
}

/** The other side's freedom, and whether its sign turns in a mirror: leaning and turning of the middle do. */
export const MIRROR: readonly { readonly at: number; readonly sign: 1 | -1 }[] = FREEDOMS.map((name) => {
  const parts = name.split('.');
  if (parts.length === 3) {
    return { at: freedomAt(`${parts[0]}.${parts[1] === 'left' ? 'right' : 'left'}.${parts[2]}`), sign: 1 };
  }
  const turns = ['pelvis.y', 'pelvis.list'].includes(name) || /\.(lean|turn)$/.test(name);
  return { at: freedomAt(name), sign: turns ? -1 : 1 };
});

/** All the freedoms of one moment: the pelvis in metres, then angles in degrees, in the order of `FREEDOMS`. */
export type Posture = readonly number[];

export const STRAIGHT: Posture = FREEDOMS.map(() => 0);

/** The posture seen in a mirror: left is right. */
export function mirrored(posture: Posture): Posture {
  return MIRROR.map(({ at, sign }) => posture[at]! * sign);
}
