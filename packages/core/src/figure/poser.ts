import type { HandPlace, Phase, Position } from '../movement/terms.ts';
import { acrossBase, hullOf, type HeldMass } from './balance.ts';
import { framesOf, type Body, type Frames } from './body.ts';
import { THINGS, type Contact, type Thing } from './contacts.ts';
import { Stop, unknown } from './figureError.ts';
import { handRules, heldMasses } from './hands.ts';
import type { Posture } from './joints.ts';
import { LANDMARKS, bodyPoint, whereIs, type Landmark } from './landmarks.ts';
import type { FigureSource } from './figureSource.ts';
import type { Spells } from './phasePlan.ts';
import { solveByStages, solvePose, type Rule, type Task } from './solve.ts';
import { AXES, type Vec3 } from './vector.ts';

/** A thing of the room that the figure touches: where its plane is, and round which point. */
export interface PlacedThing {
  readonly thing: Thing;
  /** Middle of what touches it, in metres. */
  readonly at: Vec3;
  readonly touching: readonly Landmark[];
}

/** Solves poses of one figure: keeps what has been put down where, and which things stand where. */
export class Poser {
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
    // Who moves badly may lean on what a good rep only touches.
    if (isFaulty && bearing.length < contacts.length) return [];
    const frames = near && this.frames(near);
    const base = hullOf(
      (bearing.length > 0 ? bearing : contacts).flatMap(({ outline }) =>
        outline.flatMap((landmark): [number, number][] => {
          const at = frames ? whereIs(frames, landmark) : this.anchor(landmark, spells);
          return at ? [[at[0], at[1]]] : [];
        }),
      ),
    );
    // Just there from rear to front, and sideways anywhere over the middle.
    const { x, low, high } = acrossBase(base, balance.at ?? 0.45);
    const edge = (high - low) * 0.2;
    return [
      { of: 'balance', along: AXES[0]!, value: x },
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
    /** Near enough to be reached at one go, or not at all. */
    readonly isAtOnce?: boolean;
  }): Posture {
    const { phase, contacts, spells, hands, targets, weights, extra: always = [], isFaulty = false, isAtOnce = false } = input;
    const attempt = (near: Posture, extra: readonly Rule[]) => {
      const task: Task = {
        body: this.body,
        position: this.position,
        targets,
        weights,
        held: this.held,
        start: near,
        ...(isAtOnce && { mostSteps: STEPS_AT_ONCE }),
        rules: [
          ...this.contactRules(contacts, spells),
          ...handRules(this.body, hands, this.source.figure.hold),
          ...this.floorRules(contacts),
          ...always,
          ...extra,
        ],
      };
      const answer = (isAtOnce ? solvePose : solveByStages)(task);
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

/** What is near is there in fewer. */
const STEPS_AT_ONCE = 24;

const ABOVE_THE_FLOOR: readonly Landmark[] = LANDMARKS.filter((name) =>
  /^(heel|ball|toe|kneecap|elbowTip|palmHeel|knuckles|seat|tail|skull|nose|belly|back)(\.|$)/.test(name),
);

/** Puts a posture with its lowest point on the floor, or so many metres above it. */
export function grounded(poser: Poser, posture: Posture, aboveM = 0): Posture {
  const frames = poser.frames(posture);
  const lowest = Math.min(...ABOVE_THE_FLOOR.map((name) => whereIs(frames, name)[2]));
  return posture.map((value, at) => (at === 2 ? value - lowest + aboveM : value));
}
