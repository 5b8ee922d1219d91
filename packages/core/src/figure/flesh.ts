import { SIDES, type Side } from '../movement/terms.ts';
import { partAt, type Body, type Part } from './body.ts';
import { HEEL_BEHIND } from './skeleton.ts';
import type { Vec3 } from './vector.ts';

/** What a shape is filled with; the theme gives each its colour. */
export const TONES = [
  'skin',
  'flush',
  'hair',
  'shirt',
  'sleeve',
  'trousers',
  'shoe',
  'iron',
  'wood',
  'pad',
  'rubber',
  'cloth',
  'wall',
] as const;
export type Tone = (typeof TONES)[number];

/** An ellipsoid fixed to a part of the body, in metres: its middle and its half-axes along the part's own x, y and z. */
export interface Lump {
  readonly part: number;
  readonly at: Vec3;
  readonly radii: Vec3;
}

/** A piece of the figure: the hull of its lumps. */
export interface Piece {
  readonly of: string;
  readonly tone: Tone;
  readonly side?: Side;
  readonly lumps: readonly Lump[];
  /** Brought this much nearer than its middle, in metres, where the mean depth would put it behind what it lies on. */
  readonly lift: number;
}

/**
 * The body's shape, as fractions of stature: tapered limbs in a plain shirt, three-quarter trousers and shoes. Drawn by eye, not
 * measured; what touches something lies within a few millimetres of its landmark.
 */
function fleshOf(body: Body, face: 'skin' | 'flush'): readonly Piece[] {
  const s = body.skeleton;
  const h = s.build.heightM;
  const ball = (part: string, x: number, y: number, z: number, r: number, ry = r, rz = r): Lump => ({
    part: partAt(part as Part),
    at: [x * h, y * h, z * h],
    radii: [r * h, ry * h, rz * h],
  });
  /** The same with the last coordinate in metres along the part. */
  const along = (part: string, x: number, y: number, zM: number, r: number, ry = r, rz = r): Lump => ({
    part: partAt(part as Part),
    at: [x * h, y * h, zM],
    radii: [r * h, ry * h, rz * h],
  });
  const piece = (of: string, tone: Tone, lumps: readonly Lump[], lift = 0, side?: Side): Piece => ({
    of,
    tone,
    lumps,
    lift: lift * h,
    ...(side && { side }),
  });
  const isMale = s.build.sex === 'male';
  const hipWidth = isMale ? 0.088 : 0.094;
  const shoulderWidth = isMale ? 0.098 : 0.09;

  const pieces: Piece[] = [
    piece('hips', 'trousers', [
      ball('pelvis', -0.008, 0, -0.022, 0.06, hipWidth, 0.045),
      ball('pelvis', 0, 0, 0.03, 0.055, 0.084, 0.035),
    ]),
    piece(
      'belly',
      'shirt',
      [ball('pelvis', 0, 0, 0.022, 0.058, 0.087, 0.03), ball('abdomen', 0.004, 0, 0.01, 0.055, 0.078, 0.03)],
      0.004,
    ),
    piece(
      'waist',
      'shirt',
      [ball('abdomen', 0.004, 0, 0.005, 0.055, 0.078, 0.035), ball('thorax', 0.004, 0, 0.0, 0.059, 0.086, 0.035)],
      0.006,
    ),
    piece(
      'chest',
      'shirt',
      [
        ball('thorax', 0.004, 0, 0.0, 0.059, 0.086, 0.035),
        along('thorax', 0.006, 0, s.shoulderRiseM * 0.6, 0.066, shoulderWidth, 0.04),
        along('thorax', -0.004, 0, s.shoulderRiseM + 0.012 * h, 0.04, shoulderWidth * 0.86, 0.024),
        along('thorax', -0.008, 0, s.thoraxM - 0.006 * h, 0.028, 0.04, 0.012),
      ],
      0.008,
    ),
    piece(
      'neck',
      'skin',
      [ball('neck', -0.006, 0, -0.004, 0.029, 0.031, 0.02), ball('head', -0.006, 0, 0.004, 0.028, 0.029, 0.02)],
      0.002,
    ),
    piece(
      'head',
      face,
      [ball('head', 0.006, 0, 0.028, 0.05, 0.041, 0.046), ball('head', 0.02, 0, 0.004, 0.03, 0.03, 0.024)],
      0.01,
    ),
    piece(
      'nose',
      face,
      [ball('head', 0.05, 0, 0.022, 0.006, 0.005, 0.01), ball('head', 0.06, 0, 0.013, 0.006, 0.006, 0.006)],
      0.012,
    ),
    piece(
      'hair',
      'hair',
      [
        ball('head', 0.0, 0, 0.064, 0.05, 0.045, 0.031),
        ball('head', -0.028, 0, 0.04, 0.034, 0.0445, 0.042),
        ball('head', -0.038, 0, 0.012, 0.016, 0.03, 0.02),
      ],
      0.014,
    ),
  ];
  for (const side of SIDES) {
    const m = side === 'left' ? 1 : -1;
    const of = (part: string) => `${part}.${side}`;
    pieces.push(
      piece(of('ear'), face, [ball('head', -0.006, m * 0.044, 0.02, 0.01, 0.006, 0.014)], 0.018, side),
      piece(
        of('shoulder'),
        'sleeve',
        [
          ball(of('upperArm'), 0, 0, -0.002, 0.037, 0.036, 0.036),
          { part: partAt('thorax'), at: [0, m * 0.062 * h, s.shoulderRiseM + 0.004 * h], radii: [0.038 * h, 0.03 * h, 0.03 * h] },
        ],
        0.008,
        side,
      ),
      piece(
        of('upperArm'),
        'skin',
        [along(of('upperArm'), 0, 0, -0.3 * s.upperArmM, 0.03), along(of('upperArm'), 0, 0, -s.upperArmM, 0.0225)],
        0.004,
        side,
      ),
      piece(
        of('sleeve'),
        'sleeve',
        [ball(of('upperArm'), 0, 0, -0.004, 0.036), along(of('upperArm'), 0, 0, -0.5 * s.upperArmM, 0.034, 0.034, 0.02)],
        0.01,
        side,
      ),
      piece(
        of('forearm'),
        'skin',
        [
          ball(of('elbow'), 0, 0, 0, 0.0225),
          along(of('elbow'), 0.002, 0, -0.28 * s.forearmM, 0.0245),
          along(of('elbow'), 0, 0, -s.forearmM, 0.0155),
        ],
        0.008,
        side,
      ),
      piece(
        of('hand'),
        'skin',
        [
          ball(of('hand'), 0, 0, 0, 0.0155, 0.0135),
          ball(of('hand'), 0.002, -m * 0.001, -0.034, 0.022, 0.012, 0.022),
          ball(of('hand'), -0.002, -m * 0.006, -0.068, 0.016, 0.0095, 0.018),
        ],
        0.01,
        side,
      ),
      piece(
        of('thumb'),
        'skin',
        [ball(of('hand'), 0.012, -m * 0.002, -0.014, 0.009), ball(of('hand'), 0.03, -m * 0.008, -0.038, 0.007)],
        0.011,
        side,
      ),
      piece(
        of('thigh'),
        'trousers',
        [
          ball(of('thigh'), 0.0, m * -0.004, 0.0, 0.054, 0.05, 0.05),
          along(of('thigh'), 0.006, 0, -0.3 * s.thighM, 0.053, 0.05, 0.05),
          along(of('thigh'), 0.003, 0, -s.thighM, 0.0345),
        ],
        0,
        side,
      ),
      piece(
        of('calf'),
        'skin',
        [
          along(of('shank'), -0.004, 0, -0.32 * s.shankM, 0.034, 0.032, 0.03),
          along(of('shank'), -0.002, 0, -s.shankM * 0.98, 0.0195),
        ],
        0,
        side,
      ),
      piece(
        of('knee'),
        'trousers',
        [ball(of('shank'), 0.002, 0, 0, 0.0345), along(of('shank'), -0.002, 0, -0.36 * s.shankM, 0.037, 0.036, 0.02)],
        0.004,
        side,
      ),
      piece(
        of('foot'),
        'shoe',
        [
          {
            part: partAt(of('foot') as Part),
            at: [-HEEL_BEHIND * 0.72 * s.footM, 0, -s.ankleHeightM + 0.02 * h],
            radii: [0.021 * h, 0.02 * h, 0.02 * h],
          },
          ball(of('foot'), 0.0, 0, -0.006, 0.025, 0.022, 0.022),
          {
            part: partAt(of('foot') as Part),
            at: [0.42 * s.footM, 0, -s.ankleHeightM + 0.015 * h],
            radii: [0.018 * h, 0.027 * h, 0.015 * h],
          },
        ],
        0.004,
        side,
      ),
      piece(
        of('toes'),
        'shoe',
        [
          ball(of('toes'), -0.006, 0, 0.015, 0.018, 0.027, 0.015),
          { part: partAt(of('toes') as Part), at: [0.19 * s.footM, 0, 0.011 * h], radii: [0.014 * h, 0.023 * h, 0.011 * h] },
        ],
        0.004,
        side,
      ),
    );
  }
  return pieces;
}

const cache = new WeakMap<Body, Map<string, readonly Piece[]>>();

/** The pieces of a body; a flushed face is told by its tone. */
export function flesh(body: Body, isFlushed: boolean): readonly Piece[] {
  let known = cache.get(body);
  if (!known) cache.set(body, (known = new Map<string, readonly Piece[]>()));
  const face = isFlushed ? 'flush' : 'skin';
  let pieces = known.get(face);
  if (!pieces) known.set(face, (pieces = fleshOf(body, face)));
  return pieces;
}
