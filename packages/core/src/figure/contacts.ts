import { SIDES, type Side } from '../movement/terms.ts';
import type { Landmark } from './landmarks.ts';

/** What of the body can rest on something: the landmarks that touch, first the two that are pinned, then those that only lie flat. */
const TOUCHING: Readonly<Record<string, readonly string[]>> = {
  foot: ['heel', 'ball', 'edge'],
  toes: ['ball', 'toe'],
  heel: ['heel'],
  hand: ['palmHeel', 'knuckles', 'palmEdge'],
  fingertips: ['fingertip'],
  grip: ['grip'],
  forearm: ['elbowTip', 'wristUnder'],
  elbow: ['elbowTip'],
  knee: ['kneecap'],
  shin: ['kneecap', 'instep'],
  hip: ['hipSide'],
  shoulder: ['shoulderSide'],
};
const TOUCHING_MIDDLE: Readonly<Record<string, readonly string[]>> = {
  seat: ['seat'],
  tail: ['tail'],
  back: ['back'],
  skull: ['skull'],
  belly: ['belly'],
  chest: ['chest'],
};

/** The outline that a contact lends to the base of support, beyond the landmarks that touch. */
const OUTLINE: Readonly<Record<string, readonly string[]>> = {
  foot: ['heel', 'edge', 'inner', 'toe'],
  toes: ['edge', 'inner', 'toe'],
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
  /** Landmarks that touch: the first two are pinned where they are, a third only keeps to the plane. */
  readonly touching: readonly Landmark[];
  /** Landmarks round what it lends to the base of support. */
  readonly outline: readonly Landmark[];
}

function isThing(word: string): word is Thing {
  return word in THINGS;
}

function contactOf(kind: string, side: Side | undefined, on: Thing): Contact {
  const landmarks = (names: readonly string[]) => names.map((each) => (side ? `${each}.${side}` : each));
  const touching = landmarks((side ? TOUCHING : TOUCHING_MIDDLE)[kind]!);
  const part = side ? `${kind}.${side}` : kind;
  return {
    name: on === 'floor' ? part : `${part} on ${on}`,
    kind,
    on,
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

/** Every contact of a list of phrases; later ones of the same part take the place of earlier ones. */
export function readContacts(phrases: readonly string[]): readonly Contact[] {
  return phrases.flatMap((phrase) => {
    const named = contactsNamed(phrase);
    if (!named) throw new RangeError(`no contact “${phrase}”`);
    return named;
  });
}
