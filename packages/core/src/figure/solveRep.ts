import type { HandPlace } from '../movement/terms.ts';
import { bodyOf } from './body.ts';
import type { Contact } from './contacts.ts';
import { changeKeys } from './faultPose.ts';
import { Stop } from './figureError.ts';
import type { FigureSource } from './figureSource.ts';
import { FREEDOMS, PLACE_FREEDOMS, STIFFNESS, freedomsNamed, mirrored, type Posture } from './joints.ts';
import { GIVEN_AWAY, solveKeys, type SolvedKey } from './namedMoments.ts';
import { inBoth, plan, type BasePoses, type Spells } from './phasePlan.ts';
import { Poser } from './poser.ts';
import { mirroredRep, type Pin, type Rep, type RepAnswer } from './rep.ts';
import type { ShownFault } from './shownFault.ts';
import { skeletonOf, type Build } from './skeleton.ts';

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
