import { PHASES_OF_RHYTHM, SIDES, type Phase, type Rhythm } from '../movement/terms.ts';
import { readContacts, type Contact } from './contacts.ts';
import { unknown } from './figureError.ts';
import { FREEDOMS, HIGH, LOW, PLACE_FREEDOMS, STIFFNESS, freedomsNamed, sidedName, type Posture } from './joints.ts';
import { bodyPoint, isLandmark, mirroredName, whereIs } from './landmarks.ts';
import type { SolvedKey } from './namedMoments.ts';
import { contactsFrom } from './phasePlan.ts';
import type { Poser } from './poser.ts';
import { amountOf, type ShownFault } from './shownFault.ts';
import type { Rule } from './solve.ts';
import { AXES, type Vec3 } from './vector.ts';

/** What a fault adds is held this strongly. */
const SAID_BY_FAULT = 8;
/** So strongly, per square metre forward, sideways and up, does a body with a fault stay where the good one is. */
const STAYS_PUT = [8_000, 400_000, 8_000];
/** A change is felt this much in the phases beside its own. */
const BESIDE = 0.4;

/** The offsets of a fault by freedom: on one side only where a side is meant, mirrored where the middle leans to it. */
function offsetsOf(fault: ShownFault): Map<number, number> {
  const { change, side } = fault;
  const by = amountOf(fault);
  const offsets = new Map<number, number>();
  const add = (name: string, deg: number) => {
    const at = freedomsNamed(name);
    if (at.length === 0) throw unknown(`no joint ${name}`);
    for (const each of at) offsets.set(each, (offsets.get(each) ?? 0) + deg * by);
  };
  for (const [joint, deg] of Object.entries(change.angles)) {
    const isOfMiddle = /^(pelvis|lumbar|thoracic|neck|head)\./.test(joint);
    const isSaidOfOne = /\.(left|right)\./.test(joint);
    if (isOfMiddle) add(joint, side === 'right' && /\.(list|lean|turn)$/.test(joint) ? -deg : deg);
    // Written for a fault on the left.
    else if (isSaidOfOne) add(side === 'right' ? swapSides(joint) : joint, deg);
    else add(side ? sidedName(joint, side) : joint, deg);
  }
  return offsets;
}

function swapSides(joint: string): string {
  return joint.replace(/\.(left|right)\./, (_, side) => (side === 'left' ? '.right.' : '.left.'));
}

/** What is left of the contacts when some come loose: a foot stays on its toes. */
function loosened(contacts: readonly Contact[], { change, side }: ShownFault): readonly Contact[] {
  if (!change.loosens) return contacts;
  const { onto = 'toes' } = change;
  const loose = change.loosens
    .flatMap((phrase) => contactsFrom([phrase]))
    .filter((contact) => side === undefined || contact.side === undefined || contact.side === side)
    .map(({ name }) => name.split(' on ')[0]!);
  return contacts.flatMap((contact) => {
    if (!loose.includes(contact.name.split(' on ')[0]!)) return [contact];
    return contact.kind === 'foot' && onto !== 'nothing' ? readContacts([contact.name.replace('foot', onto)]) : [];
  });
}

/** A fault that brings landmarks somewhere else brings them there exactly. */
function moveRules(poser: Poser, good: Posture, fault: ShownFault, share: number): Rule[] {
  const { change, side } = fault;
  const frames = poser.frames(good);
  const by = (amountOf(fault) * share) / 100;
  return (change.moves ?? []).flatMap(({ landmark, outCm, forwardCm, upCm }) => {
    const isSided = !landmark.includes('.') && isLandmark(`${landmark}.left`);
    const names = isSided
      ? (side ? [side] : SIDES).map((each) => `${landmark}.${each}`)
      : [side === 'right' ? mirroredName(landmark) : landmark];
    return names.flatMap((name) => {
      const at = whereIs(frames, name);
      const toLeft = name.endsWith('.right') || (!name.includes('.') && side === 'right') ? -1 : 1;
      const ways: [Vec3, number | undefined][] = [
        [AXES[0]!, forwardCm],
        [AXES[1]!, outCm && outCm * toLeft],
        [AXES[2]!, upCm],
      ];
      return ways.flatMap(([along, cm], axis): Rule[] =>
        cm === undefined ? [] : [{ of: `${name} moved`, along, point: bodyPoint(poser.body, name), value: at[axis]! + cm * by }],
      );
    });
  });
}

/** The named moments with a fault: in full at its phase, less beside it, the contacts met again. */
export function changeKeys(poser: Poser, good: readonly SolvedKey[], fault: ShownFault, rhythm: Rhythm): SolvedKey[] {
  const offsets = offsetsOf(fault);
  const phases = PHASES_OF_RHYTHM[rhythm];
  const at = phases.indexOf(fault.phase);
  const shareAt = (phase: Phase): number => {
    if (phase === fault.phase) return 1;
    const isEnd = phase === 'set-up' || phase === 'finish';
    return !isEnd && Math.abs(phases.indexOf(phase) - at) === 1 ? BESIDE : 0;
  };
  const { range } = fault.change;
  const by = amountOf(fault);
  const changed: SolvedKey[] = good.map((key) => {
    const share = shareAt(key.phase);
    if (share === 0) return key;
    // What is cut short is short all round its turn.
    const way = range === undefined ? 1 : Math.max(0.1, 1 - (1 - range) * by);
    const from = good[0]!.posture;
    const targets = key.posture.map((value, i) => {
      const short = range === undefined ? value : from[i]! + (value - from[i]!) * way;
      const offset = (offsets.get(i) ?? 0) * share;
      // A fault goes as far as the joint lets it.
      return offset === 0 ? short : Math.max(LOW[i]!, Math.min(HIGH[i]!, short + offset));
    });
    const weights = FREEDOMS.map((name, i) => {
      if (offsets.has(i)) return SAID_BY_FAULT;
      // The body stays where it was, as far as the change leaves it there.
      if (i < PLACE_FREEDOMS) return STAYS_PUT[i]!;
      if (name.startsWith('pelvis.')) return Math.max(0.2, STIFFNESS[i]!);
      return Math.max(0.05, STIFFNESS[i]!);
    });
    const contacts = loosened(key.contacts, fault);
    const hands = fault.change.hands ?? key.hands;
    const extra = moveRules(poser, key.posture, fault, share);
    const posture = poser.solve({
      phase: key.phase,
      targets,
      weights,
      contacts,
      spells: key.spells,
      hands,
      start: key.posture,
      extra,
      isFaulty: true,
    });
    return { ...key, contacts, hands, posture };
  });
  for (const key of changed) if (key.phase === fault.phase) poser.putDown(key, key.posture);
  return changed;
}
