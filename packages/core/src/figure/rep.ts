import type { FigureDocument, FigureHold } from '../movement/figureDocument.ts';
import type { HandPlace, Phase, Side } from '../movement/terms.ts';
import type { HeldMass } from './balance.ts';
import { PARTS, bodyOf, mirroredLie, type Body, type Lie } from './body.ts';
import type { Contact } from './contacts.ts';
import { changeKeys } from './faultPose.ts';
import { Stop, type FigureError } from './figureError.ts';
import { FREEDOMS, PLACE_FREEDOMS, STIFFNESS, freedomsNamed, mirrored, type Posture } from './joints.ts';
import { mirroredName, type Landmark } from './landmarks.ts';
import { GIVEN_AWAY, solveKeys, type SolvedKey } from './namedMoments.ts';
import { inBoth, plan, type BasePoses, type FigureSource, type Spells } from './phasePlan.ts';
import { Poser, type PlacedThing } from './poser.ts';
import type { ShownFault } from './shownFault.ts';
import { skeletonOf, type Build } from './skeleton.ts';
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

/** About this many postures are solved for a rep. */
const SAMPLES = 24;

/**
 * Solves a whole rep: its named moments first, beginning with the one at which everything is put in its place, then the way
 * between them. A fault changes the named moments round its phase; the contacts are met again.
 */
export function solveRep(source: FigureSource, poses: BasePoses, build: Build, fault?: ShownFault): RepAnswer {
  return asFarAsItGoes(fault, (shown) => answered(() => repOf(source, poses, build, shown, solveWay)));
}

/** Only the named moments of a rep, for pictures that stand still: a third of the work. The samples are those moments. */
export function solveStills(source: FigureSource, poses: BasePoses, build: Build, fault?: ShownFault): RepAnswer {
  return asFarAsItGoes(fault, (shown) => answered(() => repOf(source, poses, build, shown, momentsOnly)));
}

/** What is tried of a fault, from all of it down, until the contacts can be met. */
const SHARES_TRIED = [1, 0.7, 0.45, 0.25];

/** A body that can't go all the way into a fault from this pose shows as much of it as it can. */
function asFarAsItGoes(fault: ShownFault | undefined, solve: (fault?: ShownFault) => RepAnswer): RepAnswer {
  if (!fault) return solve();
  let answer = solve(fault);
  for (const share of SHARES_TRIED.slice(1)) {
    if (answer.ok || answer.error.kind !== 'unreachable') return answer;
    answer = solve({ ...fault, share });
  }
  return answer;
}

function answered(make: () => Rep): RepAnswer {
  try {
    return { ok: true, rep: make() };
  } catch (error) {
    if (error instanceof Stop) return { ok: false, error: error.error };
    throw error;
  }
}

function repOf(source: FigureSource, poses: BasePoses, build: Build, fault: ShownFault | undefined, wayOf: typeof solveWay): Rep {
  const { position, keys: planned, baseAngles } = plan(source, poses);
  const poser = new Poser(bodyOf(skeletonOf(build)), position, source);
  const good = solveKeys(poser, planned, baseAngles, fault);
  const keys = fault ? changeKeys(poser, good, fault, source.rhythm) : good;
  const way = wayOf(poser, keys, source, fault !== undefined);
  const at = (index: number) => (source.rhythm === 'rep' ? index / (keys.length - 1) : index / keys.length);
  const rep: Rep = {
    body: poser.body,
    position,
    keys: keys.map(({ phase, posture, contacts }, i) => ({ phase, posture, contacts, at: at(i) })),
    samples: way.samples,
    contactsAt: way.contactsAt,
    pinsAt: way.pinsAt,
    things: [...poser.placed.values()],
    held: poser.held,
    hands: keys[Math.min(2, keys.length - 1)]!.hands,
    isBalanced: source.figure.balance !== undefined,
    isFlushed: fault?.change.flushed ?? false,
    landsElsewhere: keys.some((key, i) => i > 0 && isCut(keys[i - 1]!, key)),
    alternates: false,
    side: 'left',
    ...(source.figure.hold && { hold: source.figure.hold }),
    ...(fault?.change.time && { hurry: { phase: fault.phase, time: fault.change.time } }),
  };
  // Side after side without a jump needs a first moment that is its own mirror image; where it isn't, one side is shown.
  return source.alternates && isOwnMirror(rep.samples[0]!) ? alternating(rep) : rep;
}

function pinsOf(poser: Poser, contacts: readonly Contact[], spells: Spells): readonly Pin[] {
  return contacts.flatMap(({ pinned }) =>
    pinned.flatMap((landmark): Pin[] => {
      const at = poser.anchor(landmark, spells);
      return at ? [{ landmark, at }] : [];
    }),
  );
}

type Way = Pick<Rep, 'samples' | 'contactsAt' | 'pinsAt'>;

function momentsOnly(poser: Poser, keys: readonly SolvedKey[]): Way {
  return {
    samples: keys.map(({ posture }) => posture),
    contactsAt: keys.map(({ contacts }) => contacts),
    pinsAt: keys.map(({ contacts, spells }) => pinsOf(poser, contacts, spells)),
  };
}

/** The way between the named moments, each sample met with what touches at both ends. */
function solveWay(poser: Poser, keys: readonly SolvedKey[], source: FigureSource, isFaulty: boolean): Way {
  const isClosed = source.rhythm !== 'rep';
  const stretches = isClosed ? keys.length : keys.length - 1;
  const steps = Math.max(2, Math.round(SAMPLES / stretches));
  const samples: Posture[] = [keys[0]!.posture];
  const contactsAt: (readonly Contact[])[] = [keys[0]!.contacts];
  const pinsAt: (readonly Pin[])[] = [pinsOf(poser, keys[0]!.contacts, keys[0]!.spells)];
  const { balance } = source.figure;
  const given = new Set(balance ? freedomsNamed(balance.by) : []);
  const weights = FREEDOMS.map((name, at) =>
    given.has(at) ? GIVEN_AWAY * 10 : name.startsWith('pelvis.') ? STIFFNESS[at]! : Math.max(0.2, STIFFNESS[at]!),
  );
  const done: { readonly from: Posture; readonly to: Posture; readonly way: readonly Posture[] }[] = [];
  for (let k = 0; k < stretches; k += 1) {
    const from = keys[k]!;
    const to = keys[(k + 1) % keys.length]!;
    const shared = inBoth(from.contacts, to.contacts);
    // The same way back is the same way.
    const back = done.find((each) => each.from === to.posture && each.to === from.posture);
    const way = back ? [...back.way].reverse() : [];
    if (!back && from.posture !== to.posture && !isCut(from, to)) {
      for (let step = 1; step < steps; step += 1) {
        const share = step / steps;
        const targets = from.posture.map((value, i) => value + (to.posture[i]! - value) * share);
        const previous = way.at(-1) ?? from.posture;
        // Begin with the change that the last step needed beyond the straight way: the next one needs much the same.
        const start = targets.map((value, i) => (i < PLACE_FREEDOMS ? previous[i]! : value));
        way.push(
          poser.solve({
            phase: to.phase,
            targets,
            weights,
            contacts: shared,
            spells: from.spells,
            hands: bothHands(from, to),
            start,
            isFaulty,
          }),
        );
      }
    }
    while (way.length < steps - 1) way.push(from.posture);
    done.push({ from: from.posture, to: to.posture, way });
    samples.push(...way, to.posture);
    const kept = isCut(from, to) ? from.contacts : shared;
    const pins = pinsOf(poser, kept, from.spells);
    for (let step = 1; step < steps; step += 1) {
      contactsAt.push(kept);
      pinsAt.push(pins);
    }
    contactsAt.push(to.contacts);
    pinsAt.push(pinsOf(poser, to.contacts, to.spells));
  }
  return { samples, contactsAt, pinsAt };
}

/** From a landing elsewhere nobody is shown walking back: the picture begins again. */
function isCut(from: SolvedKey, to: SolvedKey): boolean {
  return from.phase === 'finish' && from.forwardCm !== to.forwardCm;
}

function bothHands(from: SolvedKey, to: SolvedKey): HandPlace {
  return from.hands === to.hands ? from.hands : 'free';
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

/** Postures that differ by less are one. */
const SAME_WITHIN = 1e-4;

function isOwnMirror(posture: Posture): boolean {
  return mirrored(posture).every((value, at) => Math.abs(value - posture[at]!) < SAME_WITHIN);
}

/** A rep on one side followed by the same on the other. */
function alternating(rep: Rep): Rep {
  const other = mirroredRep(rep);
  return {
    ...rep,
    keys: rep.keys.map((key) => ({ ...key, at: key.at / 2 })),
    samples: [...rep.samples, ...other.samples.slice(1)],
    contactsAt: [...rep.contactsAt, ...other.contactsAt.slice(1)],
    pinsAt: [...rep.pinsAt, ...other.pinsAt.slice(1)],
    alternates: true,
  };
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
