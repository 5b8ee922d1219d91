import { SIDES, type Side } from '../movement/terms.ts';
import type { Landmark } from './landmarks.ts';

interface Touch {
  /** Landmarks that stay where they are put down. */
  readonly pinned: readonly string[];
  /** Landmarks that only keep to the plane. */
  readonly flat?: readonly string[];
}

/** What of the body can rest on something. The ball of a foot on its toes may turn; a foot and a palm lie flat. */
const TOUCHING: Readonly<Record<string, Touch>> = {
  foot: { pinned: ['heel', 'ball'], flat: ['edge'] },
  toes: { pinned: ['ball'], flat: ['toe'] },
  /** A foot that tips over its own length. */
  rolled: { pinned: ['heel', 'ball'] },
  heel: { pinned: ['heel'] },
  hand: { pinned: ['palmHeel', 'knuckles'], flat: ['palmEdge'] },
  fingertips: { pinned: ['fingertip'] },
  grip: { pinned: ['grip'] },
  forearm: { pinned: ['elbowTip', 'wristUnder'] },
  elbow: { pinned: ['elbowTip'] },
  knee: { pinned: ['kneecap'] },
  shin: { pinned: ['kneecap', 'instep'] },
  hip: { pinned: ['hipSide'] },
  shoulder: { pinned: ['shoulderSide'] },
};
const TOUCHING_MIDDLE: Readonly<Record<string, Touch>> = {
  seat: { pinned: ['seat'] },
  tail: { pinned: ['tail'] },
  back: { pinned: ['back'] },
  skull: { pinned: ['skull'] },
  belly: { pinned: ['belly'] },
  chest: { pinned: ['chest'] },
};

/** The outline that a contact lends to the base of support, beyond the landmarks that touch. */
const OUTLINE: Readonly<Record<string, readonly string[]>> = {
  foot: ['heel', 'edge', 'inner', 'ballEdge', 'ballInner', 'toe'],
  toes: ['ballEdge', 'ballInner', 'toe'],
  rolled: ['heel', 'edge', 'inner', 'ballEdge', 'ballInner', 'toe'],
};

/** Plural words for both sides at once. */
const BOTH: Readonly<Record<string, string>> = {
  feet: 'foot',
  heels: 'heel',
  hands: 'hand',
  grips: 'grip',
  forearms: 'forearm',
  elbows: 'elbow',
  knees: 'knee',
  shins: 'shin',
};

/** Things that the body can rest on, hang from or push against; each with the coordinate in which it is a plane. */
export const THINGS = {
  floor: { axis: 2, heightM: 0 },
  /** Upright, across the way that the figure faces; it stands where the contact is. */
  wall: { axis: 0 },
  box: { axis: 2, heightM: 0.45 },
  bench: { axis: 2, heightM: 0.43 },
  chair: { axis: 2, heightM: 0.45 },
  step: { axis: 2, heightM: 0.2 },
  dome: { axis: 2, heightM: 0.2 },
  cushion: { axis: 2, heightM: 0.06 },
  slider: { axis: 2, heightM: 0.012 },
  rail: { axis: 2, heightM: 0.95 },
  /** Overhead, to hang from. */
  bar: { axis: 2, heightM: 2.15 },
  /** Handles of a suspension strap: they hang where the hands or heels need them. */
  strap: { axis: 2 },
  /** Of a bench, raised: it leans as the trunk on it does. */
  backrest: { axis: 2 },
} as const satisfies Record<string, { readonly axis: 0 | 2; readonly heightM?: number }>;
export type Thing = keyof typeof THINGS;

/** One part of the body on one thing. */
export interface Contact {
  /** As written: `foot.left`, `hand.right on wall`. */
  readonly name: string;
  /** `foot`, `hand`, … */
  readonly kind: string;
  readonly side?: Side;
  readonly on: Thing;
  /** Landmarks that touch and stay where they were put down. */
  readonly pinned: readonly Landmark[];
  /** Every landmark that touches: the pinned ones, and those that only keep to the plane. */
  readonly touching: readonly Landmark[];
  /** Landmarks round what it lends to the base of support. */
  readonly outline: readonly Landmark[];
}

function isThing(word: string): word is Thing {
  return word in THINGS;
}

function contactOf(kind: string, side: Side | undefined, on: Thing): Contact {
  const landmarks = (names: readonly string[]) => names.map((each) => (side ? `${each}.${side}` : each));
  const touch = (side ? TOUCHING : TOUCHING_MIDDLE)[kind]!;
  const pinned = landmarks(touch.pinned);
  const touching = [...pinned, ...landmarks(touch.flat ?? [])];
  const part = side ? `${kind}.${side}` : kind;
  return {
    name: on === 'floor' ? part : `${part} on ${on}`,
    kind,
    on,
    pinned,
    touching,
    outline: OUTLINE[kind] ? landmarks(OUTLINE[kind]) : touching,
    ...(side && { side }),
  };
}

/** The contacts that a phrase names: `feet`, `toes.left`, `hands on wall`, `seat on box`; `null` when it names none. */
export function contactsNamed(phrase: string): readonly Contact[] | null {
  const [part = '', thing = 'floor', ...rest] = phrase.split(' on ');
  if (rest.length > 0 || !isThing(thing)) return null;
  const [word = '', side, ...more] = part.split('.');
  if (more.length > 0 || (side !== undefined && side !== 'left' && side !== 'right')) return null;
  const kind = BOTH[word] ?? word;
  if (kind in TOUCHING_MIDDLE) return side === undefined ? [contactOf(kind, undefined, thing)] : null;
  if (!(kind in TOUCHING)) return null;
  if (side) return kind === word ? [contactOf(kind, side, thing)] : null;
  return SIDES.map((each) => contactOf(kind, each, thing));
}

/** Every contact of a list of phrases. @throws RangeError on a phrase that names none. */
export function readContacts(phrases: readonly string[]): readonly Contact[] {
  return phrases.flatMap((phrase) => {
    const named = contactsNamed(phrase);
    if (!named) throw new RangeError(`no contact “${phrase}”`);
    return named;
  });
}
