import { SIDES, type HeldThing } from '../movement/terms.ts';
import { framesOf } from './body.ts';
import type { Contact } from './contacts.ts';
import { freedomAt, type Posture } from './joints.ts';
import { whereIs } from './landmarks.ts';
import { measured } from './measure.ts';
import { heldIn, type Rep } from './rep.ts';
import { subtract, unit } from './vector.ts';

/** What isn't worth saying about a joint that should be straight. */
const STRAIGHT_DEG = 12;

function rounded(deg: number): number {
  return Math.round(deg / 5) * 5;
}

/** “knees bent 110°”, “left knee bent 90°, right knee bent 20°”, or nothing when both are straight. */
function bends(posture: Posture, joint: 'knee' | 'hip' | 'elbow', word: string): string[] {
  const [left, right] = SIDES.map((side) => posture[freedomAt(`${joint}.${side}.flexion`)]!) as [number, number];
  if (Math.max(left, right) < STRAIGHT_DEG) return [];
  if (Math.abs(left - right) < 8) return [`${joint}s ${word} ${rounded((left + right) / 2)}°`];
  return SIDES.map((side, i) => [side, [left, right][i]!] as const)
    .filter(([, deg]) => deg >= STRAIGHT_DEG)
    .map(([side, deg]) => `${side} ${joint} ${word} ${rounded(deg)}°`);
}

const NAMES: Readonly<Record<string, string>> = {
  tail: 'low back',
  back: 'upper back',
  skull: 'head',
  shin: 'shin',
  grip: 'hand',
};
const PLURALS: Readonly<Record<string, string>> = { foot: 'feet', toes: 'toes' };

/** “on both feet”, “on the left foot and the toes of the right, a hand on the rail”. */
function touches(contacts: readonly Contact[]): string {
  const parts: string[] = [];
  const kinds = [...new Set(contacts.map(({ kind, on }) => `${kind} ${on}`))];
  for (const each of kinds) {
    const [kind, on] = each.split(' ') as [string, string];
    const same = contacts.filter((contact) => contact.kind === kind && contact.on === on);
    const name = NAMES[kind] ?? kind;
    const what =
      same[0]!.side === undefined
        ? `the ${name}`
        : same.length > 1
          ? `both ${PLURALS[kind] ?? `${name}s`}`
          : `the ${same[0]!.side} ${name}`;
    parts.push(on === 'floor' ? what : `${what} on the ${on}`);
  }
  if (parts.length === 0) return 'off the floor';
  return `on ${parts.length > 1 ? `${parts.slice(0, -1).join(', ')} and ${parts.at(-1)}` : parts[0]!}`;
}

function trunk(rep: Rep, posture: Posture): string {
  const frames = framesOf(rep.body, rep.position, posture);
  const [, , up] = unit(subtract(whereIs(frames, 'neck'), whereIs(frames, 'hips')));
  if (up > 0.5) {
    const lean = rounded(measured(frames, posture, 'trunk.lean'));
    if (Math.abs(lean) < 10) return 'trunk upright';
    return `trunk leaning ${lean > 0 ? 'forward' : 'back'} ${Math.abs(lean)}°`;
  }
  const nose = subtract(whereIs(frames, 'chest'), whereIs(frames, 'back'))[2];
  const face = Math.abs(nose) < 0.1 ? 'on the side' : nose < 0 ? 'face down' : 'face up';
  return up < -0.35 ? `${face}, hips above the head` : face;
}

function arms(rep: Rep, posture: Posture): string {
  const frames = framesOf(rep.body, rep.position, posture);
  const [x, y, z] = unit(subtract(whereIs(frames, 'elbow.left'), whereIs(frames, 'shoulder.left')));
  if (z > 0.7) return 'arms up';
  if (z < -0.7) return 'arms down';
  return Math.abs(y) > Math.abs(x) ? 'arms out to the sides' : x > 0 ? 'arms forward' : 'arms back';
}

const HELD: Readonly<Record<HeldThing, string>> = {
  dumbbells: 'a dumbbell in each hand',
  dumbbell: 'a dumbbell in both hands',
  kettlebell: 'a kettlebell in both hands',
  kettlebells: 'a kettlebell in each hand',
  'upturned-kettlebell': 'a kettlebell upside down in both hands',
  plate: 'a plate in both hands',
  ball: 'a ball in both hands',
  bar: 'a bar in both hands',
  dowel: 'a dowel in both hands',
  band: 'a band in both hands',
  strap: 'a strap in each hand',
  bag: 'a bag in both arms',
};

function held({ hold, side }: Rep): string[] {
  if (!hold) return [];
  const words = HELD[hold.thing];
  const hand = heldIn(hold, side);
  return [hand ? words.replace('in both hands', `in the ${hand} hand`) : words];
}

/** A pose in words, for who doesn't see it: what touches, how the trunk stands, what is bent and by how much. */
export function describePose(rep: Rep, posture: Posture, contacts: readonly Contact[]): string {
  return [
    touches(contacts),
    trunk(rep, posture),
    ...bends(posture, 'hip', 'folded'),
    ...bends(posture, 'knee', 'bent'),
    ...bends(posture, 'elbow', 'bent'),
    arms(rep, posture),
    ...held(rep),
  ].join(', ');
}
