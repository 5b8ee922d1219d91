import type { Position } from '../movement/terms.ts';
import { FREEDOM_COUNT, PLACE_FREEDOMS, freedomAt, type Posture } from './joints.ts';
import type { Segment, Skeleton } from './skeleton.ts';
import { RADIANS, type Vec3 } from './vector.ts';

/** Rigid parts that move against each other: the 16 segments, the collar bones that carry the arms, and the toes. */
const CENTRAL_PARTS = ['pelvis', 'abdomen', 'thorax', 'neck', 'head'] as const;
const SIDED_PARTS = ['clavicle', 'upperArm', 'elbow', 'forearm', 'hand', 'thigh', 'shank', 'foot', 'toes'] as const;
export type Part = (typeof CENTRAL_PARTS)[number] | `${(typeof SIDED_PARTS)[number]}.${'left' | 'right'}`;

export const PARTS: readonly Part[] = [
  ...CENTRAL_PARTS,
  ...(['left', 'right'] as const).flatMap((side) => SIDED_PARTS.map((part) => `${part}.${side}` as const)),
];
const PART_INDEX = new Map(PARTS.map((part, at) => [part, at]));
export function partAt(part: Part): number {
  return PART_INDEX.get(part)!;
}

/** What isn't fixed to the body stands in the room, in the world's own coordinates. */
export const ROOM = -1;

/** One turn about an axis of the part's own frame: 0 x, 1 y, 2 z. `freedoms` feed its angle with a factor each. */
interface Hinge {
  readonly axis: 0 | 1 | 2;
  readonly freedoms: readonly { readonly at: number; readonly factor: number }[];
}

interface PartSpec {
  readonly parent: number;
  /** Whose orientation it starts from when not its parent's: the arm hangs from the collar bone but doesn't tip with it. */
  readonly orientedBy: number;
  readonly hinges: readonly Hinge[];
}

const X = 0;
const Y = 1;
const Z = 2;

function hinge(axis: 0 | 1 | 2, sign: 1 | -1, ...names: string[]): Hinge {
  return { axis, freedoms: names.map((name) => ({ at: freedomAt(name), factor: sign * RADIANS })) };
}

function specs(): PartSpec[] {
  const central = (parent: string | null, ...hinges: Hinge[]): PartSpec => {
    const at = parent === null ? -1 : partAt(parent as Part);
    return { parent: at, orientedBy: at, hinges };
  };
  const bend = (joint: string) => [hinge(Y, 1, `${joint}.flexion`), hinge(X, -1, `${joint}.lean`), hinge(Z, 1, `${joint}.turn`)];
  const list: PartSpec[] = [
    // Tilt outermost and turn innermost: only a list of 90° would lock, and side-lying starts from there.
    central(null, hinge(Y, 1, 'pelvis.tilt'), hinge(X, -1, 'pelvis.list'), hinge(Z, 1, 'pelvis.turn')),
    central('pelvis', ...bend('lumbar')),
    central('abdomen', ...bend('thoracic')),
    central('thorax', ...bend('neck')),
    central('neck', hinge(Y, 1, 'head.flexion')),
  ];
  for (const side of ['left', 'right'] as const) {
    // A mirror turns rotations about x and z round, and leaves those about y.
    const m = side === 'left' ? 1 : -1;
    const of = (part: string) => partAt(`${part}.${side}` as Part);
    const signed = (axis: 0 | 1 | 2, sign: 1 | -1, ...names: string[]) =>
      hinge(axis, (sign * m) as 1 | -1, ...names.map((name) => name.replace('.', `.${side}.`)));
    const plain = (axis: 0 | 1 | 2, sign: 1 | -1, name: string) => hinge(axis, sign, name.replace('.', `.${side}.`));
    const thorax = partAt('thorax');
    list.push(
      {
        parent: thorax,
        orientedBy: thorax,
        hinges: [signed(Z, -1, 'scapula.protraction'), signed(X, 1, 'scapula.elevation')],
      },
      {
        parent: of('clavicle'),
        orientedBy: thorax,
        hinges: [
          signed(Z, -1, 'shoulder.plane'),
          signed(X, 1, 'shoulder.elevation'),
          // The plane is taken back, so that an arm that hangs doesn't turn with it.
          signed(Z, 1, 'shoulder.plane', 'shoulder.rotation'),
        ],
      },
      { parent: of('upperArm'), orientedBy: of('upperArm'), hinges: [plain(Y, -1, 'elbow.flexion')] },
      { parent: of('elbow'), orientedBy: of('elbow'), hinges: [signed(Z, -1, 'forearm.pronation')] },
      {
        parent: of('forearm'),
        orientedBy: of('forearm'),
        hinges: [plain(Y, -1, 'wrist.deviation'), signed(X, -1, 'wrist.flexion')],
      },
      {
        parent: partAt('pelvis'),
        orientedBy: partAt('pelvis'),
        hinges: [plain(Y, -1, 'hip.flexion'), signed(X, 1, 'hip.abduction'), signed(Z, 1, 'hip.rotation')],
      },
      {
        parent: of('thigh'),
        orientedBy: of('thigh'),
        hinges: [plain(Y, 1, 'knee.flexion'), signed(Z, 1, 'knee.rotation')],
      },
      {
        parent: of('shank'),
        orientedBy: of('shank'),
        hinges: [plain(Y, -1, 'ankle.dorsiflexion'), signed(X, -1, 'ankle.inversion')],
      },
      { parent: of('foot'), orientedBy: of('foot'), hinges: [plain(Y, -1, 'toes.extension')] },
    );
  }
  return list;
}

const SPECS = specs();
export const HINGE_COUNT = SPECS.reduce((sum, spec) => sum + spec.hinges.length, 0);

/** Every hinge with what feeds it. */
const HINGES: readonly Hinge[] = SPECS.flatMap((spec) => spec.hinges);
const FIRST_HINGE = SPECS.map((_spec, at) => SPECS.slice(0, at).reduce((sum, each) => sum + each.hinges.length, 0));

/**
 * What moves a point of a part: hinges that swing it about their own place, and hinges of collar bones, which carry the
 * whole arm without turning it.
 */
interface Chain {
  readonly swings: readonly number[];
  readonly carries: readonly { readonly hinge: number; readonly part: number }[];
}

function chainOf(part: number): Chain {
  const swings: number[] = [];
  const carries: { hinge: number; part: number }[] = [];
  let at = part;
  while (at >= 0) {
    const spec = SPECS[at]!;
    spec.hinges.forEach((_hinge, i) => swings.push(FIRST_HINGE[at]! + i));
    if (spec.parent !== spec.orientedBy) {
      const carrier = spec.parent;
      const carried = at;
      SPECS[carrier]!.hinges.forEach((_hinge, i) => carries.push({ hinge: FIRST_HINGE[carrier]! + i, part: carried }));
      at = spec.orientedBy;
    } else at = spec.parent;
  }
  return { swings, carries };
}
const CHAINS: readonly Chain[] = SPECS.map((_spec, part) => chainOf(part));

/** The freedoms that can move a part, the pelvis's place among them. */
export const FREEDOMS_OF_PART: readonly (readonly number[])[] = CHAINS.map(({ swings, carries }) => [
  ...new Set([
    ...Array.from({ length: PLACE_FREEDOMS }, (_, i) => i),
    ...[...swings, ...carries.map(({ hinge: carrier }) => carrier)].flatMap((at) =>
      HINGES[at]!.freedoms.map((freedom) => freedom.at),
    ),
  ]),
]);

/** How a body lies: a movement's position, and what only the mirror of one on its right side is. */
export type Lie = Position | 'side-lying-left';

/** How a body lies in the mirror. */
export function mirroredLie(lie: Lie): Lie {
  if (lie === 'side-lying') return 'side-lying-left';
  return lie === 'side-lying-left' ? 'side-lying' : lie;
}

/** How the pelvis lies in the world before tilt, list and turn: rows of a rotation matrix. */
export const ORIENTATION_OF_POSITION: Readonly<Record<Lie, readonly number[]>> = (() => {
  const upright = [1, 0, 0, 0, 1, 0, 0, 0, 1];
  // Face down, head to +x; face up, head to −x; on the right side with the head to −y.
  const prone = [0, 0, 1, 0, 1, 0, -1, 0, 0];
  const supine = [0, 0, -1, 0, 1, 0, 1, 0, 0];
  const sideLying = [1, 0, 0, 0, 0, -1, 0, 1, 0];
  const onTheLeft = [1, 0, 0, 0, 0, 1, 0, -1, 0];
  return {
    standing: upright,
    split: upright,
    'half-kneeling': upright,
    kneeling: upright,
    seated: upright,
    hanging: upright,
    'all-fours': prone,
    prone,
    supine,
    'side-lying': sideLying,
    'side-lying-left': onTheLeft,
  };
})();

/** Where each part begins in its parent's frame, in metres. */
function offsetsOf(s: Skeleton): readonly Vec3[] {
  const zero: Vec3 = [0, 0, 0];
  const list: Vec3[] = [zero, [0, 0, s.pelvisM], [0, 0, s.abdomenM], [0, 0, s.thoraxM], [0, 0, s.neckM]];
  for (const m of [1, -1]) {
    const collarM = 0.02 * s.build.heightM;
    list.push(
      [0, m * collarM, s.shoulderRiseM],
      [0, m * (s.halfShouldersM - collarM), 0],
      [0, 0, -s.upperArmM],
      zero,
      [0, 0, -s.forearmM],
      [0, m * s.halfHipsM, 0],
      [0, 0, -s.thighM],
      [0, 0, -s.shankM],
      // The ball of the foot: 0.45 of the foot's length in front of the ankle.
      [s.footM * 0.45, 0, -s.ankleHeightM],
    );
  }
  return list;
}

/** A skeleton with what the solver needs of it laid out flat. */
export interface Body {
  readonly skeleton: Skeleton;
  readonly offsets: readonly Vec3[];
  readonly masses: readonly { readonly part: number; readonly fraction: number; readonly centre: Vec3 }[];
}

export function bodyOf(skeleton: Skeleton): Body {
  return {
    skeleton,
    offsets: offsetsOf(skeleton),
    masses: (Object.keys(skeleton.masses) as Segment[]).map((segment) => ({
      part: partAt(segment),
      ...skeleton.masses[segment],
    })),
  };
}

/** Where every part of a body is at one posture. Made once and filled again and again, so that solving leaves no litter. */
export class Frames {
  readonly origins = new Float64Array(PARTS.length * 3);
  readonly rotations = new Float64Array(PARTS.length * 9);
  private readonly hingeAxes = new Float64Array(HINGE_COUNT * 3);
  private readonly hingeOrigins = new Float64Array(HINGE_COUNT * 3);

  constructor(
    readonly body: Body,
    private readonly orientation: readonly number[],
  ) {}

  /** Forward kinematics: pelvis first, each part from its parent. */
  place(posture: ArrayLike<number>): void {
    const { origins, rotations, hingeAxes, hingeOrigins } = this;
    const { offsets } = this.body;
    const r = new Float64Array(9);
    for (let part = 0; part < SPECS.length; part += 1) {
      const spec = SPECS[part]!;
      const o = part * 3;
      if (spec.parent < 0) {
        for (let i = 0; i < PLACE_FREEDOMS; i += 1) origins[i] = posture[i]!;
        r.set(this.orientation);
      } else {
        const parent = spec.parent;
        const [x, y, z] = offsets[part]!;
        for (let row = 0; row < 3; row += 1) {
          const at = parent * 9 + row * 3;
          origins[o + row] = origins[parent * 3 + row]! + rotations[at]! * x + rotations[at + 1]! * y + rotations[at + 2]! * z;
        }
        r.set(rotations.subarray(spec.orientedBy * 9, spec.orientedBy * 9 + 9));
      }
      for (let h = 0; h < spec.hinges.length; h += 1) {
        const { axis, freedoms } = spec.hinges[h]!;
        const at = (FIRST_HINGE[part]! + h) * 3;
        for (let i = 0; i < 3; i += 1) {
          hingeAxes[at + i] = r[i * 3 + axis]!;
          hingeOrigins[at + i] = origins[o + i]!;
        }
        let angle = 0;
        for (const { at: freedom, factor } of freedoms) angle += posture[freedom]! * factor;
        turnAbout(r, axis, angle);
      }
      rotations.set(r, part * 9);
    }
  }

  /** A point given in a part's frame, in the world. */
  point(part: number, local: Vec3): Vec3 {
    if (part === ROOM) return local;
    const { origins, rotations } = this;
    const o = part * 3;
    const r = part * 9;
    const [x, y, z] = local;
    return [
      origins[o]! + rotations[r]! * x + rotations[r + 1]! * y + rotations[r + 2]! * z,
      origins[o + 1]! + rotations[r + 3]! * x + rotations[r + 4]! * y + rotations[r + 5]! * z,
      origins[o + 2]! + rotations[r + 6]! * x + rotations[r + 7]! * y + rotations[r + 8]! * z,
    ];
  }

  /** A direction given in a part's frame, in the world. */
  direction(part: number, local: Vec3): Vec3 {
    if (part === ROOM) return local;
    const { rotations } = this;
    const r = part * 9;
    const [x, y, z] = local;
    return [
      rotations[r]! * x + rotations[r + 1]! * y + rotations[r + 2]! * z,
      rotations[r + 3]! * x + rotations[r + 4]! * y + rotations[r + 5]! * z,
      rotations[r + 6]! * x + rotations[r + 7]! * y + rotations[r + 8]! * z,
    ];
  }

  /**
   * Adds `by` × (how a world point of `part` moves along `along` as each freedom moves) to `row`: metres per metre for the
   * pelvis's place, metres per degree for angles.
   */
  addGradient(row: Float64Array, part: number, at: Vec3, along: Vec3, by: number): void {
    for (let i = 0; i < PLACE_FREEDOMS; i += 1) row[i] = row[i]! + along[i]! * by;
    const { swings, carries } = CHAINS[part]!;
    for (const hinge of swings) this.addHinge(row, hinge, at[0], at[1], at[2], along, by);
    for (const { hinge, part: carried } of carries) {
      const o = carried * 3;
      this.addHinge(row, hinge, this.origins[o]!, this.origins[o + 1]!, this.origins[o + 2]!, along, by);
    }
  }

  private addHinge(row: Float64Array, hinge: number, x: number, y: number, z: number, along: Vec3, by: number): void {
    const { hingeAxes: a, hingeOrigins: o } = this;
    const k = hinge * 3;
    const dx = x - o[k]!;
    const dy = y - o[k + 1]!;
    const dz = z - o[k + 2]!;
    const gain =
      by *
      (along[0] * (a[k + 1]! * dz - a[k + 2]! * dy) +
        along[1] * (a[k + 2]! * dx - a[k]! * dz) +
        along[2] * (a[k]! * dy - a[k + 1]! * dx));
    for (const { at, factor } of HINGES[hinge]!.freedoms) row[at] = row[at]! + gain * factor;
  }
}

/** r becomes r · (turn by `angle` radians about a coordinate axis). */
function turnAbout(r: Float64Array, axis: 0 | 1 | 2, angle: number): void {
  if (angle === 0) return;
  const c = Math.cos(angle);
  const s = Math.sin(angle);
  const i = (axis + 1) % 3;
  const k = (axis + 2) % 3;
  for (let row = 0; row < 9; row += 3) {
    const a = r[row + i]!;
    const b = r[row + k]!;
    r[row + i] = a * c + b * s;
    r[row + k] = b * c - a * s;
  }
}

/** The frames of a posture. */
export function framesOf(body: Body, position: Lie, posture: Posture): Frames {
  if (posture.length !== FREEDOM_COUNT) throw new RangeError(`a posture has ${FREEDOM_COUNT} numbers, not ${posture.length}`);
  const frames = new Frames(body, ORIENTATION_OF_POSITION[position]);
  frames.place(posture);
  return frames;
}
