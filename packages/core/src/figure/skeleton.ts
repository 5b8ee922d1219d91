import type { Vec3 } from './vector.ts';

/**
 * Segment lengths, masses and centres of mass. Source: P. de Leva, Adjustments to Zatsiorsky-Seluyanov's segment inertia
 * parameters, Journal of Biomechanics 29 (1996) 1223–1230, table 4: young adults, 16 segments. Masses are in per cent of
 * body mass, lengths in millimetres at the statures below, centres of mass in per cent of the length from the first-named end.
 *
 * Ankle height 0.039 of stature: R. Drillis and R. Contini, Body segment parameters (1966). Half the distance between the hip
 * joint centres 0.052, between the shoulder joint centres 0.100 of stature: rounded from the same report.
 */
interface Published {
  readonly statureMm: number;
  /** Neck joint (seventh cervical vertebra) to crown. */
  readonly headMm: number;
  /** Breastbone's lower end to the seventh cervical vertebra. */
  readonly thoraxMm: number;
  /** Navel to the breastbone's lower end. */
  readonly abdomenMm: number;
  /** Middle of the hips to the navel. */
  readonly pelvisMm: number;
  /** Middle of the hips to the middle of the shoulder joints. */
  readonly hipsToShouldersMm: number;
  readonly upperArmMm: number;
  readonly forearmMm: number;
  /** Wrist to the tip of the middle finger. */
  readonly handMm: number;
  readonly thighMm: number;
  readonly shankMm: number;
  readonly footMm: number;
  readonly massPercent: Readonly<Record<SegmentKind, number>>;
  readonly centrePercent: Readonly<Record<SegmentKind, number>>;
}

const SEGMENT_KINDS = ['head', 'thorax', 'abdomen', 'pelvis', 'upperArm', 'forearm', 'hand', 'thigh', 'shank', 'foot'] as const;
type SegmentKind = (typeof SEGMENT_KINDS)[number];

const FEMALE: Published = {
  statureMm: 1735,
  headMm: 243.7,
  thoraxMm: 228.0,
  abdomenMm: 205.3,
  pelvisMm: 181.5,
  hipsToShouldersMm: 497.9,
  upperArmMm: 275.1,
  forearmMm: 264.3,
  handMm: 170.1,
  thighMm: 368.5,
  shankMm: 438.6,
  footMm: 228.3,
  massPercent: {
    head: 6.68,
    thorax: 15.45,
    abdomen: 14.65,
    pelvis: 12.47,
    upperArm: 2.55,
    forearm: 1.38,
    hand: 0.56,
    thigh: 14.78,
    shank: 4.81,
    foot: 1.29,
  },
  // Head from the crown; thorax from the neck; abdomen and pelvis from above; limbs from the nearer joint; foot from the heel.
  centrePercent: {
    head: 48.41,
    thorax: 50.5,
    abdomen: 45.12,
    pelvis: 49.2,
    upperArm: 57.54,
    forearm: 45.59,
    hand: 34.27,
    thigh: 36.12,
    shank: 43.52,
    foot: 40.14,
  },
};

const MALE: Published = {
  statureMm: 1741,
  headMm: 242.9,
  thoraxMm: 242.1,
  abdomenMm: 215.5,
  pelvisMm: 145.7,
  hipsToShouldersMm: 515.5,
  upperArmMm: 281.7,
  forearmMm: 268.9,
  handMm: 187.9,
  thighMm: 422.2,
  shankMm: 440.3,
  footMm: 258.1,
  massPercent: {
    head: 6.94,
    thorax: 15.96,
    abdomen: 16.33,
    pelvis: 11.17,
    upperArm: 2.71,
    forearm: 1.62,
    hand: 0.61,
    thigh: 14.16,
    shank: 4.33,
    foot: 1.37,
  },
  centrePercent: {
    head: 50.02,
    thorax: 50.66,
    abdomen: 45.02,
    pelvis: 61.15,
    upperArm: 57.72,
    forearm: 45.74,
    hand: 36.24,
    thigh: 40.95,
    shank: 43.95,
    foot: 44.15,
  },
};

export const BUILD_SEXES = ['female', 'male', 'average'] as const;

/** A person's measures. What isn't measured follows from stature by the published proportions. Lengths in metres. */
export interface Build {
  readonly sex: (typeof BUILD_SEXES)[number];
  readonly heightM: number;
  readonly massKg: number;
  /** Hip joint to knee joint. */
  readonly thighM?: number;
  /** Knee joint to ankle joint. */
  readonly shankM?: number;
  /** Middle of the hips to the seventh cervical vertebra. */
  readonly trunkM?: number;
  /** Shoulder joint to wrist. */
  readonly armM?: number;
}

export const AVERAGE_BUILD: Build = { sex: 'average', heightM: 1.72, massKg: 70 };

/** The four parts of the trunk and head, and the six of each arm and leg: 16 segments. */
export const SEGMENTS = [
  'head',
  'thorax',
  'abdomen',
  'pelvis',
  ...(['left', 'right'] as const).flatMap(
    (side) => [`upperArm.${side}`, `forearm.${side}`, `hand.${side}`, `thigh.${side}`, `shank.${side}`, `foot.${side}`] as const,
  ),
] as const;
export type Segment = (typeof SEGMENTS)[number];

/** One segment's mass as a fraction of the body's, and its centre of mass in the segment's own frame, in metres. */
export interface SegmentMass {
  readonly fraction: number;
  readonly centre: Vec3;
}

/** A body of one build: lengths in metres. */
export interface Skeleton {
  readonly build: Build;
  /** Standing height with long joints. */
  readonly statureM: number;
  readonly ankleHeightM: number;
  readonly shankM: number;
  readonly thighM: number;
  readonly pelvisM: number;
  readonly abdomenM: number;
  readonly thoraxM: number;
  readonly headM: number;
  /** The part of `headM` between the neck joint and the joint under the skull. */
  readonly neckM: number;
  /** Height of the shoulder joints over the thorax's joint. */
  readonly shoulderRiseM: number;
  readonly halfShouldersM: number;
  readonly halfHipsM: number;
  readonly upperArmM: number;
  readonly forearmM: number;
  readonly handM: number;
  readonly footM: number;
  readonly masses: Readonly<Record<Segment, SegmentMass>>;
}

/** Measures that contradict each other or no human body. */
export class BuildError extends Error {
  constructor(
    readonly field: keyof Build,
    message: string,
  ) {
    super(message);
    this.name = 'BuildError';
  }
}

function average(a: Published, b: Published): Published {
  const mean = (x: number, y: number) => (x + y) / 2;
  const means = (x: Readonly<Record<SegmentKind, number>>, y: Readonly<Record<SegmentKind, number>>) =>
    Object.fromEntries(SEGMENT_KINDS.map((kind) => [kind, mean(x[kind], y[kind])])) as Record<SegmentKind, number>;
  const lengths = Object.fromEntries(
    Object.entries(a)
      .filter(([, value]) => typeof value === 'number')
      .map(([name, value]) => [name, mean(value as number, b[name as keyof Published] as number)]),
  ) as unknown as Published;
  return { ...lengths, massPercent: means(a.massPercent, b.massPercent), centrePercent: means(a.centrePercent, b.centrePercent) };
}

const PUBLISHED: Readonly<Record<Build['sex'], Published>> = { female: FEMALE, male: MALE, average: average(FEMALE, MALE) };

const ANKLE_HEIGHT = 0.039;
const HALF_HIPS = 0.052;
const HALF_SHOULDERS = 0.1;
/** Share of the head segment, neck to crown, that is neck. */
const NECK_SHARE = 0.36;
/** How far the heel stands behind the ankle, as a share of the foot. */
export const HEEL_BEHIND = 0.26;

/**
 * The skeleton of a build. Vertical lengths are scaled so that they add up to the height; measured ones are kept as they are
 * and the others take up the rest.
 * @throws BuildError when a measure is out of range or leaves the others no room.
 */
export function skeletonOf(build: Build): Skeleton {
  const table = PUBLISHED[build.sex];
  const { heightM } = build;
  if (!(heightM >= 0.9 && heightM <= 2.4)) throw new BuildError('heightM', 'height must be between 0.9 and 2.4 m');
  if (!(build.massKg >= 15 && build.massKg <= 350)) throw new BuildError('massKg', 'body mass must be between 15 and 350 kg');
  const trunkMm = table.pelvisMm + table.abdomenMm + table.thoraxMm;
  const ankleHeightM = ANKLE_HEIGHT * heightM;

  // What was measured stands; the rest is scaled to close on the height.
  const vertical = { thighM: table.thighMm, shankM: table.shankMm, trunkM: trunkMm, headM: table.headMm };
  let roomM = heightM - ankleHeightM;
  let unmeasuredMm = 0;
  for (const [name, mm] of Object.entries(vertical)) {
    const measured = name === 'headM' ? undefined : build[name as 'thighM' | 'shankM' | 'trunkM'];
    if (measured === undefined) unmeasuredMm += mm;
    else {
      const usual = ((heightM - ankleHeightM) * mm) / (trunkMm + table.thighMm + table.shankMm + table.headMm);
      if (!(measured > usual * 0.6 && measured < usual * 1.5)) {
        throw new BuildError(name as keyof Build, `${measured} m can't belong to a height of ${heightM} m`);
      }
      roomM -= measured;
    }
  }
  const perMm = roomM / unmeasuredMm;
  const headM = table.headMm * perMm;
  if (headM < 0.1 * heightM || headM > 0.19 * heightM) {
    throw new BuildError('heightM', 'these measures leave the head and neck no likely length');
  }
  const thighM = build.thighM ?? table.thighMm * perMm;
  const shankM = build.shankM ?? table.shankMm * perMm;
  const trunkM = build.trunkM ?? trunkMm * perMm;
  const perTrunkMm = trunkM / trunkMm;

  const statureScale = heightM / table.statureMm;
  const usualArmM = (table.upperArmMm + table.forearmMm) * statureScale;
  const armM = build.armM ?? usualArmM;
  if (!(armM > usualArmM * 0.6 && armM < usualArmM * 1.5)) {
    throw new BuildError('armM', `${armM} m can't belong to a height of ${heightM} m`);
  }
  const upperArmM = (armM * table.upperArmMm) / (table.upperArmMm + table.forearmMm);
  const forearmM = armM - upperArmM;
  const handM = table.handMm * statureScale;
  const footM = table.footMm * statureScale;
  const pelvisM = table.pelvisMm * perTrunkMm;
  const abdomenM = table.abdomenMm * perTrunkMm;
  const thoraxM = table.thoraxMm * perTrunkMm;

  const sum = SEGMENT_KINDS.reduce(
    (total, kind) => total + table.massPercent[kind] * (['head', 'thorax', 'abdomen', 'pelvis'].includes(kind) ? 1 : 2),
    0,
  );
  const along = (kind: SegmentKind) => table.centrePercent[kind] / 100;
  const centreOf: Readonly<Record<SegmentKind, Vec3>> = {
    head: [0, 0, headM * (1 - along('head'))],
    thorax: [0, 0, thoraxM * (1 - along('thorax'))],
    abdomen: [0, 0, abdomenM * (1 - along('abdomen'))],
    pelvis: [0, 0, pelvisM * (1 - along('pelvis'))],
    upperArm: [0, 0, -upperArmM * along('upperArm')],
    forearm: [0, 0, -forearmM * along('forearm')],
    hand: [0, 0, -handM * along('hand')],
    thigh: [0, 0, -thighM * along('thigh')],
    shank: [0, 0, -shankM * along('shank')],
    foot: [footM * (along('foot') - HEEL_BEHIND), 0, -ankleHeightM * 0.5],
  };
  const masses = Object.fromEntries(
    SEGMENTS.map((segment): [Segment, SegmentMass] => {
      const kind = segment.split('.')[0] as SegmentKind;
      return [segment, { fraction: table.massPercent[kind] / sum, centre: centreOf[kind] }];
    }),
  ) as Record<Segment, SegmentMass>;

  return {
    build,
    statureM: ankleHeightM + shankM + thighM + trunkM + headM,
    ankleHeightM,
    shankM,
    thighM,
    pelvisM,
    abdomenM,
    thoraxM,
    headM,
    neckM: headM * NECK_SHARE,
    shoulderRiseM: table.hipsToShouldersMm * perTrunkMm - pelvisM - abdomenM,
    halfShouldersM: HALF_SHOULDERS * heightM,
    halfHipsM: HALF_HIPS * heightM,
    upperArmM,
    forearmM,
    handM,
    footM,
    masses,
  };
}
