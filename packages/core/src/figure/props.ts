import { SIDES, type Side } from '../movement/terms.ts';
import { ROOM, partAt, type Frames } from './body.ts';
import { bodyPoint, whereIs } from './landmarks.ts';
import type { Lump, Piece, Tone } from './flesh.ts';
import type { PlacedThing } from './poser.ts';
import { heldIn, type Rep } from './rep.ts';
import { length, mix, subtract, unit, type Vec3 } from './vector.ts';

/** Half as thick as the pad of a back rest. */
const REST_HALF_M = 0.035;

/** A ball in the room: props are hulls of such. */
function knob(at: Vec3, radius: number | Vec3): Lump {
  return { part: ROOM, at, radii: typeof radius === 'number' ? [radius, radius, radius] : radius };
}

function piece(of: string, tone: Tone, lumps: readonly Lump[], lift = 0, side?: Side): Piece {
  return { of, tone, lumps, lift, ...(side && { side }) };
}

/** The corners of a block, lightly rounded. */
function block(of: string, tone: Tone, low: Vec3, high: Vec3, lift = 0, roundM = 0.012): Piece {
  const corners = [low[0], high[0]].flatMap((x) =>
    [low[1], high[1]].flatMap((y) => [low[2], high[2]].map((z): Vec3 => [x, y, z])),
  );
  const inset = (at: Vec3): Vec3 => [
    at[0] + (at[0] === low[0] ? roundM : -roundM),
    at[1] + (at[1] === low[1] ? roundM : -roundM),
    at[2] + (at[2] === low[2] ? roundM : -roundM),
  ];
  return piece(
    of,
    tone,
    corners.map((corner) => knob(inset(corner), roundM)),
    lift,
  );
}

/** Everything that isn't body: what is held, and what it stands on, leans on or hangs from. */
export function propLumps(rep: Rep, frames: Frames, away: Vec3): readonly Piece[] {
  // A wall between the looker and the figure would hide it: it is looked through.
  const things = rep.things.filter(({ thing, at }) => {
    const hips = whereIs(frames, 'hips');
    return thing !== 'wall' || (at[0] - hips[0]) * away[0] > -0.05;
  });
  const isRaised = things.some(({ thing }) => thing === 'backrest');
  return [...heldPieces(rep, frames), ...things.flatMap((thing) => thingPieces(thing, frames, isRaised))];
}

function across(frames: Frames, side: Side): Vec3 {
  const { part } = bodyPoint(frames.body, `grip.${side}`);
  return frames.direction(part, [1, 0, 0]);
}

function dumbbell(frames: Frames, side: Side): Piece[] {
  const at = whereIs(frames, `grip.${side}`);
  const axis = across(frames, side);
  const end = (by: number): Vec3 => [at[0] + axis[0] * by, at[1] + axis[1] * by, at[2] + axis[2] * by];
  const head = (by: number) => piece(`dumbbell.${side}`, 'iron', [knob(end(by * 0.62), 0.037), knob(end(by), 0.037)], 0.03, side);
  return [head(-0.1), head(0.1), piece(`handle.${side}`, 'iron', [knob(end(-0.08), 0.012), knob(end(0.08), 0.012)], 0, side)];
}

/** A bell that hangs from one hand; with `up` 1 it stands on it. */
function kettlebell(frames: Frames, side: Side, up: 1 | -1 = -1): Piece[] {
  const at = whereIs(frames, `grip.${side}`);
  const from = (by: number): Vec3 => [at[0], at[1], at[2] + up * by];
  return [
    piece(`kettlebell.${side}`, 'iron', [knob(from(0.16), 0.08)], 0.02, side),
    piece(`kettlebell.${side}`, 'iron', [knob(at, 0.014), knob(from(0.1), 0.03)], 0.02, side),
  ];
}

function heldPieces(rep: Rep, frames: Frames): Piece[] {
  const { hold } = rep;
  if (!hold) return [];
  const hand = heldIn(hold, rep.side);
  const left = whereIs(frames, 'grip.left');
  const right = whereIs(frames, 'grip.right');
  const middle = mix(left, right, 0.5);
  switch (hold.thing) {
    case 'dumbbells':
      return [...dumbbell(frames, 'left'), ...dumbbell(frames, 'right')];
    case 'dumbbell': {
      if (hand) return dumbbell(frames, hand);
      // Cupped by its upper head, it hangs upright between the hands.
      const at = (down: number): Vec3 => [middle[0], middle[1], middle[2] - down];
      return [
        piece('dumbbell', 'iron', [knob(at(-0.02), 0.05), knob(at(0.03), 0.05)], 0.03),
        piece('dumbbell', 'iron', [knob(at(0.03), 0.014), knob(at(0.15), 0.014)], 0.028),
        piece('dumbbell', 'iron', [knob(at(0.15), 0.05), knob(at(0.2), 0.05)], 0.03),
      ];
    }
    case 'kettlebell': {
      if (hand) return kettlebell(frames, hand);
      const up = rep.hands === 'chest';
      // Held by the horns in front of the chest it stands over the hands; else it hangs below them.
      const at = (down: number): Vec3 => [middle[0] + (up ? 0.035 : 0), middle[1], middle[2] - down];
      return [
        piece('kettlebell', 'iron', [knob(at(up ? 0.04 : 0.17), 0.088)], 0.02),
        piece('kettlebell', 'iron', [knob(left, 0.014), knob(at(up ? 0.02 : 0.12), 0.03)], 0.02),
        piece('kettlebell', 'iron', [knob(right, 0.014), knob(at(up ? 0.02 : 0.12), 0.03)], 0.02),
      ];
    }
    case 'plate':
      // Held by its rims, flat against whoever holds it.
      return [piece('plate', 'iron', [disc(middle, frames.direction(partAt('thorax'), [1, 0, 0]), 0.15)], 0.02)];
    case 'ball':
      return [piece('ball', 'rubber', [knob(middle, 0.115)], 0.02)];
    case 'upturned-kettlebell':
      return kettlebell(frames, hand ?? rep.side, 1);
    case 'kettlebells':
      return SIDES.flatMap((side) => kettlebell(frames, side));
    case 'bar':
    case 'dowel': {
      const axis = unit(subtract(left, right));
      const reach = hold.thing === 'bar' ? 0.72 : 0.6;
      const end = (by: number): Vec3 => [middle[0] + axis[0] * by, middle[1] + axis[1] * by, middle[2] + axis[2] * by];
      const radius = hold.thing === 'bar' ? 0.014 : 0.011;
      const rod = piece(
        hold.thing,
        hold.thing === 'bar' ? 'iron' : 'wood',
        [knob(end(-reach), radius), knob(end(reach), radius)],
        0.02,
      );
      if (hold.thing === 'dowel') return [rod];
      const plate = (by: number) =>
        piece('plate', 'iron', [disc(end(by), axis, 0.17), disc(end(by + Math.sign(by) * 0.04), axis, 0.17)], 0.02);
      return [rod, plate(-0.58), plate(0.58)];
    }
    case 'band': {
      const low =
        length(subtract(left, right)) > 0.05 ? [piece('band', 'rubber', [knob(left, 0.009), knob(right, 0.009)], 0.02)] : [];
      return low;
    }
    case 'strap':
      return (['left', 'right'] as const).map((side) => {
        const at = whereIs(frames, `grip.${side}`);
        const anchor: Vec3 = [at[0] * 0.4 + 0.9, 0, 2.2];
        return piece(`strap.${side}`, 'cloth', [knob(at, 0.008), knob(anchor, 0.008)], 0, side);
      });
    case 'bag':
      return [piece('bag', 'cloth', [knob(mix(left, middle, 0.2), 0.1), knob(mix(right, middle, 0.2), 0.1)], 0.03)];
  }
}

/** A flat disc seen as a thin lump: wide but for its own axis. */
function disc(at: Vec3, axis: Vec3, radius: number): Lump {
  const thin = 0.012;
  const wide = (share: number) => radius + (thin - radius) * Math.abs(share);
  return knob(at, [wide(axis[0]), wide(axis[1]), wide(axis[2])]);
}

/** The pad that the trunk lies on, with the post that holds it up: it is where the trunk is. */
function backRest(frames: Frames, isOnChest: boolean): Piece[] {
  const [chest, back] = [whereIs(frames, 'chest'), whereIs(frames, 'back')];
  const [low, high, beyondM] = isOnChest ? [whereIs(frames, 'belly'), chest, 0.04] : [whereIs(frames, 'tail'), back, 0.3];
  const along = unit(subtract(high, low));
  const out = unit(isOnChest ? subtract(chest, back) : subtract(back, chest));
  const at = (from: Vec3, byM: number, y: number): Vec3 => [
    from[0] + along[0] * byM + out[0] * REST_HALF_M,
    y,
    from[2] + along[2] * byM + out[2] * REST_HALF_M,
  ];
  const ends = [-0.14, 0.14].flatMap((y) => [at(low, 0, y), at(high, beyondM, y)]);
  const middle = at(mix(low, high, 0.5), beyondM / 2, 0);
  return [
    piece(
      'backrest',
      'pad',
      ends.map((end) => knob(end, REST_HALF_M * 0.9)),
      -0.12,
    ),
    piece('backrest', 'iron', [knob(middle, 0.025), knob([middle[0], 0, 0.025], 0.025)], -0.14),
  ];
}

function thingPieces({ thing, at, touching }: PlacedThing, frames: Frames, isRaised: boolean): Piece[] {
  const [x, y, z] = at;
  switch (thing) {
    case 'floor':
      return [];
    case 'wall': {
      // It stands beyond what touches it: in front of the figure or behind it.
      const beyond = Math.sign(x - whereIs(frames, 'hips')[0]) || 1;
      const near = x + beyond * 0.008;
      return [
        block(
          'wall',
          'wall',
          [Math.min(near, near + beyond * 0.06), -0.55, 0],
          [Math.max(near, near + beyond * 0.06), 0.55, 2],
          -0.6,
        ),
      ];
    }
    case 'box':
      return [block('box', 'wood', [x - 0.2, y - 0.25, 0], [x + 0.2, y + 0.25, z - 0.008], -0.12)];
    case 'chair':
      return [
        block('chair', 'wood', [x - 0.22, y - 0.22, z - 0.04], [x + 0.2, y + 0.22, z - 0.008], -0.12),
        block('chair', 'wood', [x - 0.22, y - 0.22, 0], [x - 0.18, y + 0.22, z + 0.4], -0.14),
        block('chair', 'wood', [x + 0.16, y - 0.22, 0], [x + 0.2, y + 0.22, z - 0.03], -0.14),
      ];
    case 'backrest':
      return backRest(frames, touching.includes('chest'));
    case 'bench':
      // Under a raised back rest only its seat is left.
      if (isRaised) {
        return [
          block('bench', 'pad', [x - 0.14, y - 0.14, z - 0.07], [x + 0.24, y + 0.14, z - 0.006], -0.12, 0.02),
          block('bench', 'iron', [x + 0.08, y - 0.1, 0], [x + 0.14, y + 0.1, z - 0.07], -0.14),
        ];
      }
      return [
        block('bench', 'pad', [x - 0.6, y - 0.14, z - 0.07], [x + 0.6, y + 0.14, z - 0.006], -0.12, 0.02),
        block('bench', 'iron', [x - 0.5, y - 0.1, 0], [x - 0.44, y + 0.1, z - 0.07], -0.14),
        block('bench', 'iron', [x + 0.44, y - 0.1, 0], [x + 0.5, y + 0.1, z - 0.07], -0.14),
      ];
    case 'step':
      return [block('step', 'rubber', [x - 0.2, y - 0.4, 0], [x + 0.2, y + 0.4, z - 0.004], -0.12)];
    case 'dome':
      return [
        piece('dome', 'rubber', [knob([x, y, z - 0.12], [0.3, 0.3, 0.115]), knob([x, y, 0.02], [0.31, 0.31, 0.02])], -0.12),
      ];
    case 'cushion':
      return [block('cushion', 'pad', [x - 0.22, y - 0.2, 0], [x + 0.22, y + 0.2, z], -0.12, 0.025)];
    case 'slider':
      return [piece('slider', 'rubber', [knob([x, y, 0.006], [0.11, 0.11, 0.006])], -0.02)];
    case 'rail':
      return [
        piece('rail', 'iron', [knob([x - 0.35, y, z - 0.02], 0.02), knob([x + 0.35, y, z - 0.02], 0.02)], -0.05),
        piece('rail', 'iron', [knob([x + 0.3, y, z - 0.02], 0.016), knob([x + 0.3, y, 0.016], 0.016)], -0.06),
        piece('rail', 'iron', [knob([x - 0.3, y, z - 0.02], 0.016), knob([x - 0.3, y, 0.016], 0.016)], -0.06),
      ];
    case 'bar':
      return [piece('bar', 'iron', [knob([x, y - 0.6, z], 0.016), knob([x, y + 0.6, z], 0.016)], -0.02)];
    case 'strap':
      // One to each side, from where hand or foot is now: the handles travel, the anchor doesn't.
      return SIDES.flatMap((side) => {
        const landmark = touching.find((each) => each.endsWith(`.${side}`));
        return landmark
          ? [piece('strap', 'cloth', [knob(whereIs(frames, landmark), 0.01), knob([x * 0.8, y * 0.3, 2.2], 0.008)], -0.02)]
          : [];
      });
  }
}
