import type { JointAngles } from '../movement/figureDocument.ts';
import type { Phase } from '../movement/terms.ts';
import { unknown } from './figureError.ts';
import { FREEDOMS, PLACE_FREEDOMS, STIFFNESS, STRAIGHT, freedomsNamed, type Posture } from './joints.ts';
import type { PlannedKey } from './phasePlan.ts';
import { grounded, type Poser } from './poser.ts';
import type { ShownFault } from './shownFault.ts';

/** What a pose says itself is held this strongly; what its base says, so. */
const SAID = 1;
const SAID_BY_BASE = 0.5;
const SAID_OF_PELVIS = 20;
const FORWARD = 0;
const UP = 2;
/** The freedom that is given away to the balance. */
export const GIVEN_AWAY = 0.002;

/** A named moment that has its posture. */
export interface SolvedKey extends PlannedKey {
  readonly posture: Posture;
}

function postureFrom(angles: JointAngles, under: Posture, phase?: Phase): { posture: number[]; said: Set<number> } {
  const posture = [...under];
  const said = new Set<number>();
  // What is said of one side goes over what is said of both.
  const entries = Object.entries(angles).sort(([a], [b]) => a.split('.').length - b.split('.').length);
  for (const [joint, deg] of entries) {
    const at = freedomsNamed(joint);
    if (at.length === 0) throw unknown(`no joint ${joint}`, phase);
    for (const each of at) {
      posture[each] = deg;
      said.add(each);
    }
  }
  return { posture, said };
}

function weightsFor(poser: Poser, said: ReadonlySet<number>, byBase: ReadonlySet<number>, isAnchor: boolean): number[] {
  const { balance } = poser.source.figure;
  const given = new Set(balance ? freedomsNamed(balance.by) : []);
  if (balance && given.size === 0) throw unknown(`no joint ${balance.by}`);
  return FREEDOMS.map((name, at) => {
    if (given.has(at)) return GIVEN_AWAY;
    const isPelvis = name.startsWith('pelvis.');
    // Who says how the pelvis stands means the trunk, which the legs then have to find their way under.
    if (said.has(at)) return isPelvis ? SAID_OF_PELVIS : Math.max(SAID, STIFFNESS[at]!);
    // A figure is put down upright unless its base says otherwise; from then on the contacts carry it.
    if (isPelvis && isAnchor && at >= PLACE_FREEDOMS) return SAID_BY_BASE * 4;
    if (byBase.has(at) && !isPelvis) return Math.max(SAID_BY_BASE, STIFFNESS[at]!);
    return STIFFNESS[at]!;
  });
}

/** Solves the named moments, first the one at which everything is put in its place. */
export function solveKeys(
  poser: Poser,
  planned: readonly PlannedKey[],
  baseAngles: JointAngles,
  fault?: ShownFault,
): SolvedKey[] {
  const anchorPhase = poser.source.figure.anchor ?? 'set-up';
  const anchorAt = Math.max(
    0,
    planned.findIndex(({ phase }) => phase === anchorPhase),
  );
  const solved = new Array<SolvedKey | undefined>(planned.length).fill(undefined);
  const base = postureFrom(baseAngles, STRAIGHT);
  const solveOne = (index: number): void => {
    const key = planned[index]!;
    if (solved[index]) return;
    if (key.like !== undefined) {
      solved[index] = { ...key, posture: solved[key.like]!.posture };
      return;
    }
    const isAnchor = index === anchorAt;
    const between = key.between?.map((at) => solved[at]!.posture);
    const under = between ? between[0]!.map((value, i) => (value + between[1]![i]!) / 2) : base.posture;
    const { posture, said } = postureFrom(key.angles, under, key.phase);
    const anchor = solved[anchorAt];
    // What a base says of the pelvis only helps to put the figure in its place.
    const inPlace = anchor && !between ? posture.map((value, i) => (i < PLACE_FREEDOMS ? anchor.posture[i]! : value)) : posture;
    const { forwardCm } = key;
    const targets =
      forwardCm === undefined || !anchor
        ? inPlace
        : inPlace.map((value, i) => (i === FORWARD ? anchor.posture[FORWARD]! + forwardCm / 100 : value));
    const grounding = isAnchor || key.airCm !== undefined ? grounded(poser, targets, (key.airCm ?? 0) / 100) : targets;
    const own = new Set([...said].filter((each) => !base.said.has(each) || base.posture[each] !== posture[each]));
    const weights = weightsFor(poser, isAnchor || between ? said : own, base.said, isAnchor);
    // In the air nothing else says how high it is, nor where it comes down.
    if (key.airCm !== undefined) weights[UP] = SAID_OF_PELVIS;
    if (forwardCm !== undefined) weights[FORWARD] = SAID_OF_PELVIS;
    const found = poser.solve({
      phase: key.phase,
      targets: grounding,
      weights,
      contacts: key.contacts,
      spells: key.spells,
      hands: key.hands,
      start: anchor && !between && key.airCm === undefined && forwardCm === undefined ? anchor.posture : grounding,
    });
    // A fault of the landing decides for itself where the foot comes down.
    const decidesItself = fault !== undefined && fault.phase === key.phase && !isAnchor && !between;
    const { spells } = key;
    poser.putDown({ spells, contacts: decidesItself ? key.contacts.filter(({ on }) => on !== 'floor') : key.contacts }, found);
    solved[index] = { ...key, posture: found };
  };
  solveOne(anchorAt);
  const rest = planned.map((_, i) => i).filter((i) => !solved[i] && !planned[i]!.between && planned[i]!.like === undefined);
  rest.forEach(solveOne);
  planned.forEach((_, i) => planned[i]!.between && planned[i]!.like === undefined && solveOne(i));
  planned.forEach((_, i) => solveOne(i));
  return solved as SolvedKey[];
}
