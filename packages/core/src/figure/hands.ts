import type { FigureHold, JointAngles } from '../movement/figureDocument.ts';
import { SIDES, type HandPlace } from '../movement/terms.ts';
import type { HeldMass } from './balance.ts';
import { partAt, type Body } from './body.ts';
import { bodyPoint } from './landmarks.ts';
import type { Skeleton } from './skeleton.ts';
import type { Rule } from './solve.ts';
import { AXES, type Vec3 } from './vector.ts';

interface Kept {
  readonly hand: string;
  readonly part: 'pelvis' | 'thorax' | 'head';
  readonly at: (h: number, s: Skeleton, m: 1 | -1) => Vec3;
  /** About how the arms get there. */
  readonly arms: JointAngles;
}

/** Where a hand is kept on the body: which point of the hand, on which part, where. Fractions are of stature. */
const KEPT: Readonly<Partial<Record<HandPlace, Kept>>> = {
  hips: {
    hand: 'knuckles',
    part: 'pelvis',
    at: (h, _, m) => [0.034 * h, m * 0.087 * h, 0.045 * h],
    arms: {
      'shoulder.plane': -30,
      'shoulder.elevation': 38,
      'shoulder.rotation': -35,
      'elbow.flexion': 80,
      'forearm.pronation': 30,
    },
  },
  creases: {
    hand: 'knuckles',
    part: 'pelvis',
    at: (h, _, m) => [0.062 * h, m * 0.062 * h, 0.004 * h],
    arms: {
      'shoulder.plane': 20,
      'shoulder.elevation': 22,
      'shoulder.rotation': -40,
      'elbow.flexion': 60,
      'forearm.pronation': 40,
    },
  },
  chest: {
    hand: 'grip',
    part: 'thorax',
    at: (h, s, m) => [0.105 * h, m * 0.026 * h, s.shoulderRiseM - 0.03 * h],
    arms: {
      'shoulder.plane': 70,
      'shoulder.elevation': 34,
      'shoulder.rotation': -30,
      'elbow.flexion': 128,
      'forearm.pronation': -10,
      'wrist.flexion': -10,
    },
  },
  shoulders: {
    hand: 'grip',
    part: 'thorax',
    at: (h, s, m) => [0.07 * h, m * 0.088 * h, s.shoulderRiseM + 0.012 * h],
    arms: {
      'shoulder.plane': 80,
      'shoulder.elevation': 40,
      'shoulder.rotation': 0,
      'elbow.flexion': 140,
      'forearm.pronation': 0,
    },
  },
  head: {
    hand: 'fingertip',
    part: 'head',
    at: (h, _, m) => [-0.044 * h, m * 0.034 * h, 0.03 * h],
    arms: {
      'shoulder.plane': 10,
      'shoulder.elevation': 115,
      'shoulder.rotation': 60,
      'elbow.flexion': 138,
      'forearm.pronation': 30,
    },
  },
  neck: {
    hand: 'grip',
    part: 'thorax',
    at: (h, s, m) => [-0.045 * h, m * 0.17 * h, s.shoulderRiseM + 0.012 * h],
    arms: {
      'shoulder.plane': 0,
      'shoulder.elevation': 50,
      'shoulder.rotation': 70,
      'elbow.flexion': 130,
      'forearm.pronation': 80,
    },
  },
};

/** About how the arms lie for the hands to be there; what a figure says of them goes over it. */
export function armsFor(hands: HandPlace): JointAngles {
  return KEPT[hands]?.arms ?? {};
}

/** What keeps the hands where they belong. A weight that hangs pulls the hand plumb under the shoulder. */
export function handRules(body: Body, hands: HandPlace, hold: FigureHold | undefined): Rule[] {
  const kept = KEPT[hands];
  return SIDES.flatMap((side): Rule[] => {
    const of = `hand.${side} at the ${hands}`;
    if (hands === 'hang') {
      const point = bodyPoint(body, hold ? `grip.${side}` : `wrist.${side}`);
      return [{ of, along: AXES[0]!, point, from: bodyPoint(body, `shoulder.${side}`), value: 0 }];
    }
    if (!kept) return [];
    const { skeleton } = body;
    const from = {
      part: partAt(kept.part),
      local: kept.at(skeleton.build.heightM, skeleton, side === 'left' ? 1 : -1),
    };
    const point = bodyPoint(body, `${kept.hand}.${side}`);
    return AXES.map((along) => ({ of, along, point, from, value: 0 }));
  });
}

/** A held weight as masses in the hands. */
export function heldMasses(body: Body, hold: FigureHold | undefined): HeldMass[] {
  if (!hold || hold.kg === 0) return [];
  return SIDES.map((side) => {
    const { part, local } = bodyPoint(body, `grip.${side}`);
    const share = hold.hand === undefined ? 0.5 : hold.hand === side ? 1 : 0;
    return { part, at: local, kg: hold.kg * share };
  });
}
