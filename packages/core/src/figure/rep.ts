import type { FigureDocument, FigureHold } from '../movement/figureDocument.ts';
import type { HandPlace, Phase, Side } from '../movement/terms.ts';
import type { HeldMass } from './balance.ts';
import { PARTS, mirroredLie, type Body, type Lie } from './body.ts';
import type { Contact } from './contacts.ts';
import type { FigureError } from './figureError.ts';
import { mirrored, type Posture } from './joints.ts';
import { mirroredName, type Landmark } from './landmarks.ts';
import type { PlacedThing } from './poser.ts';
import type { Vec3 } from './vector.ts';

/** A landmark that is held to a place. */
export interface Pin {
  readonly landmark: Landmark;
  readonly at: Vec3;
}

/** A moment that has a name. */
export interface RepKey {
  readonly phase: Phase;
  /** Place along the rep, 0–1. */
  readonly at: number;
  readonly posture: Posture;
  readonly contacts: readonly Contact[];
}

/** One repetition of one body, solved. Postures are evenly spaced along the way, not in time (`timeline` has the time). */
export interface Rep {
  readonly body: Body;
  readonly position: Lie;
  readonly keys: readonly RepKey[];
  readonly samples: readonly Posture[];
  /** What must touch at each sample. */
  readonly contactsAt: readonly (readonly Contact[])[];
  /** Where what touches was put down, at each sample, in metres. */
  readonly pinsAt: readonly (readonly Pin[])[];
  readonly things: readonly PlacedThing[];
  readonly held: readonly HeldMass[];
  readonly hold?: FigureDocument['hold'];
  readonly hands: HandPlace;
  readonly isBalanced: boolean;
  readonly isFlushed: boolean;
  /** The fault's phase takes this share of its usual time. */
  readonly hurry?: { readonly phase: Phase; readonly time: number };
  /** It ends elsewhere than it began: from there the picture begins again. */
  readonly landsElsewhere: boolean;
  /** The second half is the mirror image of the first: of what goes by turns, and begins as its own mirror image. */
  readonly alternates: boolean;
  /** The side that works, or is in front: the left as written, the right in the mirror. */
  readonly side: Side;
}

export type RepAnswer = { readonly ok: true; readonly rep: Rep } | { readonly ok: false; readonly error: FigureError };

/** The hand that holds a single thing: written for the left side working, and the other one in the mirror. */
export function heldIn({ hand }: Pick<FigureHold, 'hand'>, side: Side): Side | undefined {
  return hand && (side === 'left' ? hand : hand === 'left' ? 'right' : 'left');
}

/** Every sample again in the mirror. */
export function mirroredRep(rep: Rep): Rep {
  const contacts = (list: readonly Contact[]) =>
    list.map((contact): Contact => ({
      ...contact,
      name: contact.name.replace(/\.(left|right)/, (_, side) => (side === 'left' ? '.right' : '.left')),
      pinned: contact.pinned.map(mirroredName),
      touching: contact.touching.map(mirroredName),
      outline: contact.outline.map(mirroredName),
      ...(contact.side && { side: contact.side === 'left' ? ('right' as const) : ('left' as const) }),
    }));
  const flip = ([x, y, z]: Vec3): Vec3 => [x, -y, z];
  return {
    ...rep,
    side: rep.side === 'left' ? 'right' : 'left',
    position: mirroredLie(rep.position),
    keys: rep.keys.map((key) => ({ ...key, posture: mirrored(key.posture), contacts: contacts(key.contacts) })),
    samples: rep.samples.map(mirrored),
    contactsAt: rep.contactsAt.map(contacts),
    pinsAt: rep.pinsAt.map((pins) => pins.map(({ landmark, at }) => ({ landmark: mirroredName(landmark), at: flip(at) }))),
    things: rep.things.map((thing) => ({ ...thing, at: flip(thing.at), touching: thing.touching.map(mirroredName) })),
    held: rep.held.map(({ part, at, kg }) => ({ part: mirroredPart(part), at: flip(at), kg })),
  };
}

function mirroredPart(part: number): number {
  return PARTS.indexOf(mirroredName(PARTS[part]!) as (typeof PARTS)[number]);
}

/** The posture at a place along the rep, 0–1, between the two samples beside it. */
export function postureAt(rep: Rep, place: number): Posture {
  const at = Math.max(0, Math.min(1, place)) * (rep.samples.length - 1);
  const low = Math.min(Math.floor(at), rep.samples.length - 2);
  const share = at - low;
  const from = rep.samples[low]!;
  const to = rep.samples[low + 1]!;
  return from.map((value, i) => value + (to[i]! - value) * share);
}
