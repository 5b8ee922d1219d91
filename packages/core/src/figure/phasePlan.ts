import type { JointAngles } from '../movement/figureDocument.ts';
import { anglesOf } from '../movement/figureKey.ts';
import type { Lexicon } from '../movement/library.ts';
import { PHASES_OF_RHYTHM, type HandPlace, type Phase, type Position } from '../movement/terms.ts';
import { readContacts, type Contact } from './contacts.ts';
import { unknown } from './figureError.ts';
import type { FigureSource } from './figureSource.ts';
import { armsFor } from './hands.ts';
import type { Landmark } from './landmarks.ts';

/** Where the base poses are looked up: a lexicon, or the part of one. */
export type BasePoses = Pick<Lexicon, 'basePoses'>;

/** One named moment before it is solved. */
export interface PlannedKey {
  readonly phase: Phase;
  /** What has been put down here keeps its place as long as it stays down: which spell of touching this moment belongs to, by landmark. */
  readonly spells: Spells;
  readonly angles: JointAngles;
  readonly contacts: readonly Contact[];
  readonly hands: HandPlace;
  /** How far off the floor, in centimetres. */
  readonly airCm?: number;
  /** How far ahead of where the rep began, in centimetres. */
  readonly forwardCm?: number;
  /** Half-way between its neighbours, apart from its own angles. */
  readonly between?: readonly [number, number];
  /** The same as another moment. */
  readonly like?: number;
}

/** The contacts of a list of phrases; one that names none ends the posing. */
export function contactsFrom(phrases: readonly string[], phase?: Phase): readonly Contact[] {
  try {
    return readContacts(phrases);
  } catch (error) {
    throw unknown((error as Error).message, phase);
  }
}

export type Spells = ReadonlyMap<Landmark, number>;
const NO_SPELLS: Spells = new Map();

/** Numbers the spells in which each landmark touches without a break, along the closed round of moments. */
function withSpells(keys: readonly PlannedKey[]): PlannedKey[] {
  const touches = keys.map(({ contacts }) => new Set(contacts.flatMap(({ touching }) => touching)));
  const spells = keys.map(() => new Map<Landmark, number>());
  for (const landmark of new Set(touches.flatMap((each) => [...each]))) {
    let spell = 0;
    keys.forEach((key, i) => {
      if (i > 0 && key.forwardCm !== keys[i - 1]!.forwardCm) spell += 1;
      if (touches[i]!.has(landmark)) spells[i]!.set(landmark, spell);
      else spell += 1;
    });
    // The round is closed: who is still down at the end has not got up at the beginning.
    if (touches[0]!.has(landmark) && touches.at(-1)!.has(landmark)) {
      const last = spells.at(-1)!.get(landmark)!;
      for (const each of spells) if (each.get(landmark) === last) each.set(landmark, 0);
    }
  }
  return keys.map((key, i) => ({ ...key, spells: spells[i]! }));
}

/** The moments of a rep in order, closed: the last leads back to the first. */
export function plan(
  source: FigureSource,
  { basePoses }: BasePoses,
): { position: Position; keys: PlannedKey[]; baseAngles: JointAngles } {
  const { figure, rhythm } = source;
  const base = basePoses.get(figure.base);
  if (!base) throw unknown(`no base pose ${figure.base}`);
  const first = figure.keys['set-up'];
  const still = figure.contacts ?? base.contacts;
  const stillHands = figure.hands ?? base.hands ?? 'free';
  const phases = PHASES_OF_RHYTHM[rhythm];
  for (const phase of Object.keys(figure.keys) as Phase[]) {
    if (!phases.includes(phase)) throw unknown(`a ${rhythm} has no phase ${phase}`, phase);
  }
  const startHands = first?.hands ?? stillHands;
  const startAngles = { ...base.angles, ...armsFor(startHands), ...anglesOf(first) };
  const make = (phase: Phase, more: Partial<PlannedKey> = {}): PlannedKey => {
    const key = figure.keys[phase];
    return {
      phase,
      spells: NO_SPELLS,
      angles: more.between ? anglesOf(key) : { ...startAngles, ...anglesOf(key) },
      contacts: contactsFrom(key?.contacts ?? still, phase),
      hands: key?.hands ?? startHands,
      ...(key?.airCm !== undefined && { airCm: key.airCm }),
      ...(key?.forwardCm !== undefined && { forwardCm: key.forwardCm }),
      ...more,
    };
  };
  const common = (a: PlannedKey, b: PlannedKey) => inBoth(a.contacts, b.contacts);
  const written = (phase: Phase) => figure.keys[phase] !== undefined;
  let keys: PlannedKey[];
  if (rhythm === 'rep') {
    const setUp = make('set-up');
    const turn = make('turn');
    const middle = (phase: Phase): PlannedKey => {
      const key = make(phase, { between: [0, 2] });
      return figure.keys[phase]?.contacts ? key : { ...key, contacts: common(setUp, turn) };
    };
    const lower = middle('lower');
    const lift = written('lift') ? middle('lift') : { ...lower, phase: 'lift' as const, like: 1 };
    // Who ends otherwise than they began, as in a landing, settles into the beginning again.
    const end: PlannedKey[] = written('finish')
      ? [make('finish'), { ...setUp, like: 0 }]
      : [{ ...setUp, phase: 'finish' as const, like: 0 }];
    keys = [setUp, lower, turn, lift, ...end];
  } else if (rhythm === 'hold') {
    const setUp = make('set-up');
    const hold = make('hold');
    const enter = make('enter', { between: [0, 2] });
    const entering = figure.keys.enter?.contacts ? enter : { ...enter, contacts: common(setUp, hold) };
    const leave = written('leave') ? make('leave', { between: [0, 2] }) : { ...entering, phase: 'leave' as const, like: 1 };
    keys = [setUp, entering, hold, leave];
  } else {
    keys = [make('set-up'), make('drive'), make('land')];
  }
  return { position: base.position, keys: withSpells(keys), baseAngles: base.angles };
}

/** A foot flat, tipped or on its toes: each leaves less of it down than the one before. */
const FOOT_KINDS = ['foot', 'rolled', 'toes'];

/** What touches in both of two lists. A foot that is flat in one and on its toes in the other is on its toes in both. */
export function inBoth(some: readonly Contact[], others: readonly Contact[]): readonly Contact[] {
  return some.flatMap((contact) => {
    const same = others.find(
      (other) =>
        other.name === contact.name ||
        (other.side === contact.side &&
          other.on === contact.on &&
          [other, contact].every(({ kind }) => FOOT_KINDS.includes(kind))),
    );
    if (!same) return [];
    return FOOT_KINDS.indexOf(same.kind) > FOOT_KINDS.indexOf(contact.kind) ? [same] : [contact];
  });
}
