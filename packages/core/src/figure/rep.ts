import type { Lexicon } from '../movement/library.ts';
import type { FaultChange, FigureDocument, FigureKey, JointAngles } from '../movement/figureDocument.ts';
import type { MovementDocument, MovementFault } from '../movement/movementDocument.ts';
import { PHASES_OF_RHYTHM, SIDES, type HandPlace, type Phase, type Position, type Rhythm, type Side } from '../movement/terms.ts';
import { acrossBase, hullOf, type HeldMass } from './balance.ts';
import { PARTS, bodyOf, framesOf, type Body, type Frames } from './body.ts';
import { THINGS, readContacts, type Contact, type Thing } from './contacts.ts';
import { armsFor, handRules, heldMasses } from './hands.ts';
import {
  FREEDOMS,
  HIGH,
  LOW,
  PLACE_FREEDOMS,
  STIFFNESS,
  STRAIGHT,
  freedomsNamed,
  mirrored,
  sidedName,
  type Posture,
} from './joints.ts';
import { LANDMARKS, bodyPoint, isLandmark, mirroredName, whereIs, type Landmark } from './landmarks.ts';
import { skeletonOf, type Build } from './skeleton.ts';
import { solveByStages, type BeyondLimit, type Rule, type Task, type Unreachable } from './solve.ts';
import type { Vec3 } from './vector.ts';

/** How plainly a fault is shown. */
export const FAULT_STRENGTHS = { slight: 0.5, clear: 1, strong: 1.5 } as const;
export type FaultStrength = keyof typeof FAULT_STRENGTHS;

/** A fault to be shown: how its type (or the movement) changes the pose, when, and on which side. */
export interface ShownFault {
  readonly change: FaultChange;
  readonly phase: Phase;
  /** For a fault that can be one-sided: where it is; both sides when not given. */
  readonly side?: Side;
  readonly strength?: FaultStrength;
}

/** Where the base poses are looked up: a lexicon, or the part of one. */
export type BasePoses = Pick<Lexicon, 'basePoses'>;

/** What is needed to pose a movement. */
export interface FigureSource {
  readonly figure: FigureDocument;
  readonly rhythm: Rhythm;
  /** Side after side: the rep is followed by its mirror image. */
  readonly alternates: boolean;
}

/** A thing of the room that the figure touches: where its plane is, and round which point. */
export interface PlacedThing {
  readonly thing: Thing;
  /** Middle of what touches it, in metres. */
  readonly at: Vec3;
  readonly touching: readonly Landmark[];
}

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
  readonly position: Position;
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
  /** The second half is the mirror image of the first. */
  readonly alternates: boolean;
  /** The side that works, or is in front: the left as written, the right in the mirror. */
  readonly side: Side;
}

/** Why a figure can't be posed: what is written wrong, or what the body can't do, and at which phase. */
export type FigureError =
  | { readonly kind: 'unknown'; readonly what: string; readonly phase?: Phase }
  | (BeyondLimit & { readonly phase: Phase })
  | (Unreachable & { readonly phase: Phase });

export type RepAnswer = { readonly ok: true; readonly rep: Rep } | { readonly ok: false; readonly error: FigureError };

/** The error as a sentence for an author. */
export function figureErrorText(error: FigureError): string {
  const at = error.phase ? `at ${error.phase}: ` : '';
  if (error.kind === 'unknown') return `${at}${error.what}`;
  if (error.kind === 'beyond-limit') {
    return `${at}${error.freedom} ${Math.round(error.deg)}° is outside ${error.lowDeg}° to ${error.highDeg}°`;
  }
  return `${at}${error.of} can’t be reached, ${(error.missedM * 100).toFixed(1)} cm off`;
}

/** The figure of a movement; `null` when it has none. */
export function figureSourceOf(document: MovementDocument): FigureSource | null {
  if (!document.figure) return null;
  return { figure: document.figure, rhythm: document.rhythm, alternates: document.laterality === 'alternating' };
}

/** What of a movement's fault decides how it looks. */
export type PoseableFault = Pick<MovementFault, 'type' | 'change' | 'phase' | 'oneSided'>;

/** How a movement's fault shows: its own change of pose before its type's; `null` when neither has one. */
export function shownFault(
  fault: PoseableFault,
  lexicon: Pick<Lexicon, 'faultTypes'>,
  side?: Side,
  strength?: FaultStrength,
): ShownFault | null {
  const change = fault.change ?? lexicon.faultTypes.get(fault.type)?.change;
  if (!change) return null;
  // One side at least, or a fault of one knee would be shown on both.
  const shown = side ?? (fault.oneSided ? 'left' : undefined);
  return { change, phase: fault.phase, ...(shown && { side: shown }), ...(strength && { strength }) };
}

/** About this many postures are solved for a rep. */
const SAMPLES = 24;
/** What a pose says itself is held this strongly; what its base says, and what a fault adds, so. */
const SAID = 1;
const SAID_BY_BASE = 0.5;
const SAID_OF_PELVIS = 20;
const SAID_BY_FAULT = 8;
/** So strongly, per square metre forward, sideways and up, does a body with a fault stay where the good one is. */
const STAYS_PUT = [8_000, 400_000, 8_000];
/** The freedom that is given away to the balance. */
const GIVEN_AWAY = 0.002;
/** A change is felt this much in the phases beside its own. */
const BESIDE = 0.4;

class Stop extends Error {
  constructor(readonly error: FigureError) {
    super(figureErrorText(error));
  }
}

function unknown(what: string, phase?: Phase): Stop {
  return new Stop({ kind: 'unknown', what, ...(phase && { phase }) });
}

/** One named moment before it is solved. */
interface PlannedKey {
  readonly phase: Phase;
  /** What has been put down here keeps its place as long as it stays down: which spell of touching this moment belongs to, by landmark. */
  readonly spells: Spells;
  readonly angles: JointAngles;
  readonly contacts: readonly Contact[];
  readonly hands: HandPlace;
  /** Half-way between its neighbours, apart from its own angles. */
  readonly between?: readonly [number, number];
  /** The same as another moment. */
  readonly like?: number;
}

function anglesOf(key: FigureKey | undefined): JointAngles {
  const angles: Record<string, number> = {};
  for (const [joint, value] of Object.entries(key ?? {})) if (typeof value === 'number') angles[joint] = value;
  return angles;
}

/** Reads a list of phrases; a foot and its toes, a hand and its fingertips take each other's place. */
function contactsFrom(phrases: readonly string[], phase?: Phase): readonly Contact[] {
  try {
    return readContacts(phrases);
  } catch (error) {
    throw unknown((error as Error).message, phase);
  }
}

type Spells = ReadonlyMap<Landmark, number>;
const NO_SPELLS: Spells = new Map();

/** Numbers the spells in which each landmark touches without a break, along the closed round of moments. */
function withSpells(keys: readonly PlannedKey[]): PlannedKey[] {
  const touches = keys.map(({ contacts }) => new Set(contacts.flatMap(({ touching }) => touching)));
  const spells = keys.map(() => new Map<Landmark, number>());
  for (const landmark of new Set(touches.flatMap((each) => [...each]))) {
    let spell = 0;
    keys.forEach((_key, i) => {
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
function plan(
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
      ...more,
    };
  };
  const common = (a: PlannedKey, b: PlannedKey) => a.contacts.filter((contact) => isIn(contact, b.contacts));
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
    const finish = written('finish') ? make('finish') : { ...setUp, phase: 'finish' as const, like: 0 };
    keys = [setUp, lower, turn, lift, finish];
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

function isIn(contact: Contact, list: readonly Contact[]): boolean {
  return list.some((other) => other.name === contact.name);
}

/** Solves poses of one figure: keeps what has been put down where, and which things stand where. */
class Poser {
  /** By landmark and spell. */
  private readonly anchors = new Map<string, Vec3>();
  readonly planes = new Map<Thing, number>();
  readonly placed = new Map<Thing, PlacedThing>();
  readonly held: readonly HeldMass[];

  constructor(
    readonly body: Body,
    readonly position: Position,
    readonly source: FigureSource,
  ) {
    const { hold, things = [] } = source.figure;
    this.held = heldMasses(body, hold);
    for (const { thing, heightM } of things) {
      if (!(thing in THINGS)) throw unknown(`no thing ${thing}`);
      this.planes.set(thing as Thing, heightM);
    }
    this.planes.set('floor', 0);
  }

  frames(posture: Posture): Frames {
    return framesOf(this.body, this.position, posture);
  }

  anchor(landmark: Landmark, spells: Spells): Vec3 | undefined {
    return this.anchors.get(`${landmark} ${spells.get(landmark) ?? 0}`);
  }

  /** Rules for what touches: pinned where it was put down before, else only on its plane. */
  private contactRules(contacts: readonly Contact[], spells: Spells): Rule[] {
    return contacts.flatMap((contact) =>
      contact.touching.flatMap((landmark): Rule[] => {
        const point = bodyPoint(this.body, landmark);
        const anchor = this.anchor(landmark, spells);
        const { axis } = THINGS[contact.on];
        if (anchor && contact.pinned.includes(landmark))
          return AXES.map((along, i) => ({ of: contact.name, along, point, value: anchor[i]! }));
        const plane = anchor?.[axis] ?? this.planes.get(contact.on);
        return plane === undefined ? [] : [{ of: contact.name, along: AXES[axis]!, point, value: plane }];
      }),
    );
  }

  /** Nothing goes through the floor. */
  private floorRules(contacts: readonly Contact[]): Rule[] {
    const touching = new Set(contacts.flatMap((contact) => contact.touching));
    return ABOVE_THE_FLOOR.filter((landmark) => !touching.has(landmark)).map((landmark) => ({
      of: `${landmark} above the floor`,
      along: AXES[2]!,
      point: bodyPoint(this.body, landmark),
      value: 0,
      atLeast: true,
    }));
  }

  /** The base is where everything has been put down, or where it is in `near`. */
  private balanceRules(contacts: readonly Contact[], spells: Spells, isFaulty: boolean, near?: Posture): Rule[] {
    const { balance } = this.source.figure;
    if (!balance || contacts.length === 0) return [];
    const bearing = contacts.filter(({ on }) => on === 'floor');
    const frames = near && this.frames(near);
    const base = hullOf(
      (bearing.length > 0 ? bearing : contacts).flatMap(({ outline }) =>
        outline.flatMap((landmark): [number, number][] => {
          const at = frames ? whereIs(frames, landmark) : this.anchor(landmark, spells);
          return at ? [[at[0], at[1]]] : [];
        }),
      ),
    );
    const { x, low, high } = acrossBase(base, balance.at ?? 0.45);
    const xs = base.map(([each]) => each);
    const forward: Rule[] = isFaulty
      ? // Who moves badly doesn't stand exactly, but still stands.
        [
          { of: 'balance', along: AXES[0]!, value: mixed(xs, 0.1), atLeast: true },
          { of: 'balance', along: [-1, 0, 0], value: -mixed(xs, 0.9), atLeast: true },
        ]
      : [{ of: 'balance', along: AXES[0]!, value: x }];
    // Sideways anywhere over the middle of the base.
    const edge = (high - low) * 0.2;
    return [
      ...forward,
      { of: 'balance', along: AXES[1]!, value: low + edge, atLeast: true },
      { of: 'balance', along: [0, -1, 0], value: edge - high, atLeast: true },
    ];
  }

  solve(input: {
    readonly phase: Phase;
    readonly targets: Posture;
    readonly weights: readonly number[];
    readonly contacts: readonly Contact[];
    readonly spells: Spells;
    readonly hands: HandPlace;
    readonly start?: Posture;
    readonly extra?: readonly Rule[];
    readonly isFaulty?: boolean;
  }): Posture {
    const { phase, contacts, spells, hands, targets, weights, extra: always = [], isFaulty = false } = input;
    const attempt = (near: Posture, extra: readonly Rule[]) => {
      const task: Task = {
        body: this.body,
        position: this.position,
        targets,
        weights,
        held: this.held,
        start: near,
        rules: [
          ...this.contactRules(contacts, spells),
          ...handRules(this.body, hands, this.source.figure.hold),
          ...this.floorRules(contacts),
          ...always,
          ...extra,
        ],
      };
      const answer = solveByStages(task);
      if (!answer.ok) throw new Stop({ ...answer.error, phase });
      return answer.posture;
    };
    let posture = input.start ?? targets;
    const isPutDown = contacts.every(({ pinned }) => pinned.every((landmark) => this.anchor(landmark, spells)));
    if (isPutDown) return attempt(posture, this.balanceRules(contacts, spells, isFaulty));
    // What is yet to be put down comes down where the pose has it; only then is the body brought over it.
    posture = attempt(posture, []);
    if (this.source.figure.balance) {
      const standing = contacts.filter(({ on }) => on === 'floor');
      const footholds = this.footholds(standing, posture);
      posture = attempt(posture, [...footholds, ...this.balanceRules(contacts, spells, isFaulty, posture)]);
      // A thing that stands where it is touched is put there last.
      if (!this.findPlanes(contacts, posture)) return posture;
      return attempt(posture, [...footholds, ...this.balanceRules(contacts, spells, isFaulty, posture)]);
    }
    return this.findPlanes(contacts, posture) ? attempt(posture, []) : posture;
  }

  /** Holds what stands on the floor where it is in a posture. */
  private footholds(contacts: readonly Contact[], posture: Posture): Rule[] {
    const frames = this.frames(posture);
    return contacts.flatMap(({ name, pinned }) =>
      pinned.flatMap((landmark) => {
        const at = whereIs(frames, landmark);
        return [0, 1].map((axis) => ({ of: name, along: AXES[axis]!, point: bodyPoint(this.body, landmark), value: at[axis]! }));
      }),
    );
  }

  /** A thing whose plane isn't given stands where the pose first touches it. */
  private findPlanes(contacts: readonly Contact[], posture: Posture): boolean {
    const frames = this.frames(posture);
    let found = false;
    for (const { on } of contacts) {
      if (this.planes.has(on)) continue;
      const spec: { axis: 0 | 2; heightM?: number } = THINGS[on];
      const points = contacts
        .filter((each) => each.on === on)
        .flatMap(({ touching }) => touching.map((name) => whereIs(frames, name)));
      this.planes.set(on, spec.heightM ?? points.reduce((sum, point) => sum + point[spec.axis], 0) / points.length);
      found = true;
    }
    return found;
  }

  /** From here on what touches stays where it is. */
  putDown({ contacts, spells }: { contacts: readonly Contact[]; spells: Spells }, posture: Posture): void {
    const frames = this.frames(posture);
    for (const { touching, outline, on } of contacts) {
      for (const landmark of [...touching, ...outline]) {
        const name = `${landmark} ${spells.get(landmark) ?? 0}`;
        if (!this.anchors.has(name)) this.anchors.set(name, whereIs(frames, landmark));
      }
      if (on === 'floor' || this.placed.has(on)) continue;
      const names = contacts.filter((each) => each.on === on).flatMap((each) => each.touching);
      const points = names.map((name) => whereIs(frames, name));
      const mean = (axis: 0 | 1 | 2) => points.reduce((sum, point) => sum + point[axis], 0) / points.length;
      this.placed.set(on, { thing: on, at: [mean(0), mean(1), mean(2)], touching: names });
    }
  }
}

function mixed(values: readonly number[], share: number): number {
  const [low, high] = [Math.min(...values), Math.max(...values)];
  return low + (high - low) * share;
}

const AXES: readonly Vec3[] = [
  [1, 0, 0],
  [0, 1, 0],
  [0, 0, 1],
];

const ABOVE_THE_FLOOR: readonly Landmark[] = LANDMARKS.filter((name) =>
  /^(heel|ball|toe|kneecap|elbowTip|palmHeel|knuckles|seat|tail|skull|nose|belly|back)(\.|$)/.test(name),
);

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

/** Puts a posture with its lowest point on the floor. */
function grounded(poser: Poser, posture: Posture): Posture {
  const frames = poser.frames(posture);
  const lowest = Math.min(...ABOVE_THE_FLOOR.map((name) => whereIs(frames, name)[2]));
  return posture.map((value, at) => (at === 2 ? value - lowest : value));
}

/**
 * Solves a whole rep: its named moments first, beginning with the one at which everything is put in its place, then the way
 * between them. A fault changes the named moments round its phase; the contacts are met again.
 */
export function solveRep(source: FigureSource, poses: BasePoses, build: Build, fault?: ShownFault): RepAnswer {
  return answered(() => repOf(source, poses, build, fault, solveWay));
}

/** Only the named moments of a rep, for pictures that stand still: a third of the work. The samples are those moments. */
export function solveStills(source: FigureSource, poses: BasePoses, build: Build, fault?: ShownFault): RepAnswer {
  return answered(() => repOf(source, poses, build, fault, momentsOnly));
}

function answered(make: () => Rep): RepAnswer {
  try {
    return { ok: true, rep: make() };
  } catch (error) {
    if (error instanceof Stop) return { ok: false, error: error.error };
    throw error;
  }
}

interface SolvedKey extends PlannedKey {
  readonly posture: Posture;
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
    alternates: false,
    side: 'left',
    ...(source.figure.hold && { hold: source.figure.hold }),
    ...(fault?.change.time && { hurry: { phase: fault.phase, time: fault.change.time } }),
  };
  return source.alternates ? alternating(rep) : rep;
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

function solveKeys(poser: Poser, planned: readonly PlannedKey[], baseAngles: JointAngles, fault?: ShownFault): SolvedKey[] {
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
    const targets = anchor && !between ? posture.map((value, i) => (i < PLACE_FREEDOMS ? anchor.posture[i]! : value)) : posture;
    const grounding = isAnchor ? grounded(poser, targets) : targets;
    const own = new Set([...said].filter((each) => !base.said.has(each) || base.posture[each] !== posture[each]));
    const weights = weightsFor(poser, isAnchor || between ? said : own, base.said, isAnchor);
    const found = poser.solve({
      phase: key.phase,
      targets: grounding,
      weights,
      contacts: key.contacts,
      spells: key.spells,
      hands: key.hands,
      start: anchor && !between ? anchor.posture : grounding,
    });
    // A fault of the landing decides for itself where the foot comes down.
    if (!(fault && fault.phase === key.phase && !isAnchor && !between)) poser.putDown(key, found);
    solved[index] = { ...key, posture: found };
  };
  solveOne(anchorAt);
  const rest = planned.map((_, i) => i).filter((i) => !solved[i] && !planned[i]!.between && planned[i]!.like === undefined);
  rest.forEach(solveOne);
  planned.forEach((_, i) => planned[i]!.between && planned[i]!.like === undefined && solveOne(i));
  planned.forEach((_, i) => solveOne(i));
  return solved as SolvedKey[];
}

/** The offsets of a fault by freedom: on one side only where a side is meant, mirrored where the middle leans to it. */
function offsetsOf({ change, side, strength = 'clear' }: ShownFault): Map<number, number> {
  const by = FAULT_STRENGTHS[strength];
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
function moveRules(poser: Poser, good: Posture, { change, side, strength = 'clear' }: ShownFault, share: number): Rule[] {
  const frames = poser.frames(good);
  const by = (FAULT_STRENGTHS[strength] * share) / 100;
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

function changeKeys(poser: Poser, good: readonly SolvedKey[], fault: ShownFault, rhythm: Rhythm): SolvedKey[] {
  const offsets = offsetsOf(fault);
  const phases = PHASES_OF_RHYTHM[rhythm];
  const at = phases.indexOf(fault.phase);
  const shareAt = (phase: Phase): number => {
    if (phase === fault.phase) return 1;
    const isEnd = phase === 'set-up' || phase === 'finish';
    return !isEnd && Math.abs(phases.indexOf(phase) - at) === 1 ? BESIDE : 0;
  };
  const { range } = fault.change;
  const by = FAULT_STRENGTHS[fault.strength ?? 'clear'];
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
    const shared = from.contacts.filter((contact) => isIn(contact, to.contacts));
    // The same way back is the same way.
    const back = done.find((each) => each.from === to.posture && each.to === from.posture);
    const way = back ? [...back.way].reverse() : [];
    if (!back && from.posture !== to.posture) {
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
    const pins = pinsOf(poser, shared, from.spells);
    for (let step = 1; step < steps; step += 1) {
      contactsAt.push(shared);
      pinsAt.push(pins);
    }
    contactsAt.push(to.contacts);
    pinsAt.push(pinsOf(poser, to.contacts, to.spells));
  }
  return { samples, contactsAt, pinsAt };
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
