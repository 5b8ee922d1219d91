import type { JointAngles } from '../movement/figureDocument.ts';
import { anglesOf } from '../movement/figureKey.ts';
import { PHASES_OF_RHYTHM, SIDES, type Phase } from '../movement/terms.ts';
import { bodyOf } from './body.ts';
import { cameraAt, projected, type Azimuth, type Point } from './drawing.ts';
import { Stop, type FigureError } from './figureError.ts';
import { FREEDOMS, HIGH, LOW, PLACE_FREEDOMS, freedomAt, freedomsNamed, sidedName, type Posture } from './joints.ts';
import { bodyPoint, mirroredName, whereIs, type Landmark } from './landmarks.ts';
import { GIVEN_AWAY, solveKeys, type SolvedKey } from './namedMoments.ts';
import { plan, type BasePoses } from './phasePlan.ts';
import type { FigureSource } from './figureSource.ts';
import { Poser } from './poser.ts';
import { skeletonOf, type Build } from './skeleton.ts';
import type { Rule } from './solve.ts';
import type { Vec3 } from './vector.ts';

/** What a hand can take hold of, and which joints follow it; the rest stays, as far as what touches lets it. */
const CHAINS: Readonly<Record<string, readonly string[]>> = {
  hand: ['shoulder.plane', 'shoulder.elevation', 'shoulder.rotation', 'elbow.flexion'],
  elbow: ['shoulder.plane', 'shoulder.elevation', 'shoulder.rotation'],
  knee: ['hip.flexion', 'hip.abduction', 'hip.rotation', 'knee.flexion'],
  foot: ['hip.flexion', 'hip.abduction', 'knee.flexion'],
  pelvis: ['pelvis.tilt', 'hip.flexion', 'hip.abduction', 'knee.flexion'],
  head: ['pelvis.tilt', 'lumbar.flexion', 'thoracic.flexion', 'neck.flexion', 'hip.flexion'],
};

/** A place that can be pulled. */
export interface Handle {
  readonly landmark: Landmark;
  readonly name: string;
}

const PULLED: readonly (readonly [name: keyof typeof CHAINS, landmark: string])[] = [
  ['hand', 'grip'],
  ['elbow', 'elbow'],
  ['knee', 'knee'],
  ['foot', 'ankle'],
];

/** All that can be pulled: what is sided on both sides. */
export const HANDLES: readonly Handle[] = [
  ...PULLED.flatMap(([name, landmark]) => SIDES.map((side) => ({ landmark: `${landmark}.${side}`, name: `${side} ${name}` }))),
  { landmark: 'hips', name: 'pelvis' },
  { landmark: 'ear', name: 'head' },
];

function chainOf(landmark: Landmark): readonly string[] {
  const [joint] = landmark.split('.');
  return CHAINS[PULLED.find(([, of]) => of === joint)?.[0] ?? (joint === 'hips' ? 'pelvis' : 'head')]!;
}

const FOLLOWS = 0.2;
const STAYS = 30;
/** What touches decides how these are; they are written only where somebody did. */
const FOLLOW_CONTACTS = /^(ankle|toes|wrist|head|scapula|pelvis\.(list|turn)|knee\.rotation)\b/;
/** Less than this nobody meant. */
const MEANT_DEG = 3;
/** Sides that differ by less are the same. */
const SAME_DEG = 1;
/** So often the half of the way is tried when the whole can’t be reached. */
const HALVES = 2;

/** Where something was brought, and what the phase has to say for it. */
export interface Pulled {
  readonly posture: Posture;
  readonly angles: JointAngles;
  /** Why it didn’t come all the way; absent when it did. */
  readonly error?: FigureError;
}

/** A moment of a figure that is taken hold of: everything is put down, and each pull goes on from the last. */
export class Grip {
  private readonly poser: Poser;
  private readonly key: SolvedKey;
  private readonly before: Posture;
  posture: Posture;

  /** Throws a `Stop` where the figure can’t be posed. */
  constructor(
    private readonly source: FigureSource,
    poses: BasePoses,
    build: Build,
    phase: Phase,
  ) {
    const { position, keys, baseAngles } = plan(source, poses);
    this.poser = new Poser(bodyOf(skeletonOf(build)), position, source);
    const solved = solveKeys(this.poser, keys, baseAngles);
    const at = PHASES_OF_RHYTHM[source.rhythm].indexOf(phase);
    this.key = solved[Math.max(0, at)]!;
    this.posture = this.key.posture;
    this.before = this.key.posture;
  }

  /** Where a landmark is on the picture, in metres. */
  at(landmark: Landmark, azimuth: Azimuth): Point {
    return projected(cameraAt(azimuth), whereIs(this.poser.frames(this.posture), landmark));
  }

  /** Brings a landmark to a place on the picture, as near as it comes; what touches stays where it touches. */
  pull(landmark: Landmark, azimuth: Azimuth, to: Point): Pulled {
    const from = this.at(landmark, azimuth);
    let error: FigureError | undefined;
    for (let half = 0; half <= HALVES; half += 1) {
      const share = 1 / 2 ** half;
      const near: Point = [from[0] + (to[0] - from[0]) * share, from[1] + (to[1] - from[1]) * share];
      try {
        this.posture = this.solve(landmark, azimuth, near);
        break;
      } catch (stop) {
        if (!(stop instanceof Stop)) throw stop;
        error ??= stop.error;
      }
    }
    return { posture: this.posture, angles: this.said(), ...(error && { error }) };
  }

  private solve(landmark: Landmark, azimuth: Azimuth, [x, y]: Point): Posture {
    const { right } = cameraAt(azimuth);
    const places: readonly (readonly [Landmark, Vec3])[] = this.isSymmetric
      ? [
          [landmark, right],
          ...(mirroredName(landmark) === landmark ? [] : [[mirroredName(landmark), [right[0], -right[1], right[2]]] as const]),
        ]
      : [[landmark, right]];
    // On the middle line of a body that is the same on both sides, sideways there is nothing to pull.
    const isMiddle = this.isSymmetric && places.length === 1;
    const extra = places.flatMap(([name, along]): Rule[] => {
      const point = bodyPoint(this.poser.body, name);
      const across = isMiddle && Math.abs(right[1]) > 0.5 ? [] : [{ of: name, along, point, value: x }];
      return [...across, { of: name, along: [0, 0, 1], point, value: y }];
    });
    const { balance } = this.source.figure;
    const given = new Set(balance ? freedomsNamed(balance.by) : []);
    const following = new Set(chainOf(landmark).flatMap((name) => [...freedomsNamed(name)]));
    const handsStand = this.key.contacts.some(({ touching }) => touching.some((name) => /^(palm|knuckles|grip)/.test(name)));
    const isPelvis = landmark === 'hips' || /^knee/.test(landmark);
    const weights = FREEDOMS.map((name, at) => {
      if (given.has(at)) return GIVEN_AWAY;
      if (following.has(at)) return FOLLOWS;
      // What stands on the floor decides how ankles, toes and wrists are.
      if (/^(ankle|toes)/.test(name) || (handsStand && name.startsWith('wrist'))) return 0.02;
      return at < PLACE_FREEDOMS ? (isPelvis ? 0.05 : STAYS) : STAYS;
    });
    return this.poser.solve({ ...this.key, targets: this.posture, weights, start: this.posture, extra, isAtOnce: true });
  }

  /** Both sides do the same, and nothing is said of one of them. */
  private get isSymmetric(): boolean {
    const keys = Object.values(this.source.figure.keys);
    return !this.source.alternates && !keys.some((key) => Object.keys(key).some((name) => name.split('.').length === 3));
  }

  /** The angles of the phase as they have to be said for this posture: those that were, and those that were pulled. */
  private said(): JointAngles {
    const { balance, keys } = this.source.figure;
    const before = anglesOf(keys[this.key.phase]);
    // What brings the body over its base is found, and the pelvis follows it.
    const isFound = (name: string) =>
      FOLLOW_CONTACTS.test(name) || (balance !== undefined && (name === 'pelvis.tilt' || name === balance.by));
    const said: Record<string, number> = { ...before };
    for (const name of JOINTS) {
      const [left, right] = sidesOf(name);
      const isSaid = [name, ...SIDES.map((side) => sidedName(name, side))].some((each) => each in before);
      const hasMoved = [left, right].some((at) => Math.abs(this.posture[at]! - this.before[at]!) >= MEANT_DEG);
      if (!isSaid && (!hasMoved || isFound(name))) continue;
      const [l, r] = [this.posture[left]!, this.posture[right]!];
      for (const side of SIDES) delete said[sidedName(name, side)];
      delete said[name];
      if (Math.abs(l - r) < SAME_DEG || left === right) said[name] = Math.round(l);
      else
        for (const [side, deg] of [
          ['left', l],
          ['right', r],
        ] as const)
          said[sidedName(name, side)] = Math.round(deg);
    }
    return said;
  }
}

/** Joints as an author names them, sides together. */
const JOINTS: readonly string[] = [
  ...new Set(
    FREEDOMS.slice(PLACE_FREEDOMS).map((name) => {
      const parts = name.split('.');
      return parts.length === 3 ? `${parts[0]}.${parts[2]}` : name;
    }),
  ),
];

function sidesOf(name: string): readonly [number, number] {
  const [left, right] = freedomsNamed(name);
  return [left ?? freedomAt(name), right ?? left ?? freedomAt(name)];
}

/** The limits of a joint as an author names it, in degrees; nothing for a name that is none. */
export function limitsOf(name: string): readonly [low: number, high: number] | null {
  const at = freedomsNamed(name)[0] ?? FREEDOMS.indexOf(name);
  return at < PLACE_FREEDOMS ? null : [LOW[at]!, HIGH[at]!];
}

/** What a joint is at in a posture, in degrees: of the left where the sides differ. */
export function angleIn(posture: Posture, name: string): number {
  return posture[freedomsNamed(name)[0] ?? freedomAt(name)]!;
}

export { JOINTS };
