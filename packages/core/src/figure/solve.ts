import { FREEDOMS_OF_PART, Frames, ORIENTATION_OF_POSITION, type Body } from './body.ts';
import { centreOfMass, type HeldMass } from './balance.ts';
import { FREEDOMS, FREEDOM_COUNT, HIGH, LOW, PLACE_FREEDOMS, type Posture } from './joints.ts';
import type { BodyPoint } from './landmarks.ts';
import type { Position } from '../movement/terms.ts';
import { dot, type Vec3 } from './vector.ts';

/** Something that has to hold exactly, along one direction and in metres. */
export interface Rule {
  /** What it belongs to, as an author would name it: `foot.left`, `balance`. */
  readonly of: string;
  readonly along: Vec3;
  /** The point concerned; none: the centre of mass. */
  readonly point?: BodyPoint;
  /** Measured from this point of the body and not from the room. */
  readonly from?: BodyPoint;
  readonly value: number;
  /** Holds at or above the value, not only at it. */
  readonly atLeast?: boolean;
}

export interface Task {
  readonly body: Body;
  readonly position: Position;
  /** What every freedom would like to be: metres and degrees. */
  readonly targets: Posture;
  /** How strongly, by freedom. */
  readonly weights: readonly number[];
  readonly rules: readonly Rule[];
  readonly held?: readonly HeldMass[];
  /** Where to begin; the targets when not given. */
  readonly start?: Posture;
  /** After so many steps it is given up. */
  readonly mostSteps?: number;
}

/** A pose that can't be taken: which contact or balance is missed, and by how much. */
export interface Unreachable {
  readonly kind: 'unreachable';
  /** The rule that is missed most. */
  readonly of: string;
  readonly missedM: number;
}

/** A target outside what the joint can do. Nothing is clamped. */
export interface BeyondLimit {
  readonly kind: 'beyond-limit';
  readonly freedom: string;
  readonly deg: number;
  readonly lowDeg: number;
  readonly highDeg: number;
}

export type Solved =
  | { readonly ok: true; readonly posture: Posture }
  | { readonly ok: false; readonly error: Unreachable | BeyondLimit };

/** Contacts are met to this. */
export const TOLERANCE_M = 5e-4;
const MOST_STEPS = 80;
const PATIENCE = 25;
const MOST_LETS_GO = 2;
/** Nobody sees a tenth of a degree. */
const SETTLED_DEG = 0.1;
/** In one step no angle moves further than this, so that the straight-line model of a step stays true. */
const STEP_DEG = 25;
const STEP_M = 0.3;
/** Keeps contacts that say the same thing twice from making the equations singular. */
const DAMPING = 1e-12;
/** A hundredth of a millimetre beyond a plane isn't through it. */
const SLACK_M = 1e-5;
const SKIN_M = 9e-4;

/** The first target outside its joint's limits. */
export function limitProblem(targets: Posture): BeyondLimit | null {
  for (let i = PLACE_FREEDOMS; i < FREEDOM_COUNT; i += 1) {
    if (targets[i]! < LOW[i]! || targets[i]! > HIGH[i]!) {
      return { kind: 'beyond-limit', freedom: FREEDOMS[i]!, deg: targets[i]!, lowDeg: LOW[i]!, highDeg: HIGH[i]! };
    }
  }
  return null;
}

/**
 * Finds the posture nearest to the targets (least weighted squares) that meets every rule and keeps every limit: damped
 * Gauss–Newton with the rules as hard equations (Lagrange multipliers), and limits and one-sided rules as an active set.
 * Deterministic. What can't be met comes back as an error, with the rule that is furthest off.
 */
export function solvePose(task: Task): Solved {
  const problem = limitProblem(task.targets);
  if (problem) return { ok: false, error: problem };
  const run = new Run(task);
  return run.solve();
}

/** How many stages a far target is approached in when it can't be reached at one go. */
const STAGES = 6;

/** As `solvePose`; a target that can't be reached at one go is approached from the start in stages. */
export function solveByStages(task: Task): Solved {
  const atOnce = solvePose(task);
  const { start } = task;
  if (atOnce.ok || atOnce.error.kind === 'beyond-limit' || !start) return atOnce;
  let posture = start;
  let answer: Solved = atOnce;
  for (let stage = 1; stage <= STAGES; stage += 1) {
    const targets = task.targets.map((value, at) => start[at]! + ((value - start[at]!) * stage) / STAGES);
    answer = solvePose({ ...task, targets, start: posture });
    // A stage on the way may fail: only the last has to be reached.
    if (answer.ok) posture = answer.posture;
  }
  return answer.ok ? answer : atOnce;
}

const ALL_FREEDOMS = FREEDOMS.map((_name, at) => at);

class Run {
  private readonly frames: Frames;
  private readonly posture: Float64Array;
  private readonly inverse = new Float64Array(FREEDOM_COUNT);
  /** Which part of the way to its target a freedom takes in one step: all of it unless caution is called for. */
  private readonly eagerness = new Float64Array(FREEDOM_COUNT);
  /** The centre of mass in this posture, once somebody has asked for it. */
  private centre: Vec3 | null = null;
  private caution = 0;
  private lastMiss = Infinity;
  private readonly rows: Float64Array[];
  /** Where each rule's gradient can be other than nothing. */
  private readonly movers: (readonly number[])[];
  private readonly misses: Float64Array;
  private readonly free = new Uint8Array(FREEDOM_COUNT);
  private readonly step = new Float64Array(FREEDOM_COUNT);
  private readonly active: number[] = [];
  private readonly wish = new Float64Array(FREEDOM_COUNT);
  private matrix = new Float64Array(0);
  private factor = new Float64Array(0);
  private right = new Float64Array(0);
  /** The multiplier of each active rule at the last step. */
  private pulls = new Float64Array(0);
  private least = 0;
  /** One-sided rules that were found broken: they hold from then on, until they would have to pull. */
  private readonly inForce = new Set<number>();
  /** How often a one-sided rule was let go again because it had begun to pull. */
  private readonly letGo = new Map<number, number>();

  constructor(private readonly task: Task) {
    this.frames = new Frames(task.body, ORIENTATION_OF_POSITION[task.position]);
    this.posture = Float64Array.from(task.start ?? task.targets);
    const gradients = new Float64Array(task.rules.length * FREEDOM_COUNT);
    this.rows = task.rules.map((_rule, i) => gradients.subarray(i * FREEDOM_COUNT, (i + 1) * FREEDOM_COUNT));
    this.movers = task.rules.map(({ point, from }) => (point && !from ? FREEDOMS_OF_PART[point.part]! : ALL_FREEDOMS));
    this.misses = new Float64Array(task.rules.length);
  }

  solve(): Solved {
    for (let step = 0; step < (this.task.mostSteps ?? MOST_STEPS); step += 1) {
      this.measure();
      this.adaptCaution();
      const moved = this.advance();
      this.letGoOfWhatPulls();
      const { missedM } = this.worst();
      if (moved < SETTLED_DEG && missedM < TOLERANCE_M * 0.05) break;
      // What still trembles by then is met well enough.
      if (step >= PATIENCE && missedM < TOLERANCE_M * 0.4) break;
    }
    this.measure();
    const worst = this.worst();
    if (!(worst.missedM <= TOLERANCE_M)) return { ok: false, error: { kind: 'unreachable', ...worst } };
    return { ok: true, posture: Array.from(this.posture) };
  }

  /** Fills the misses, and the gradients of all rules that are in force. A one-sided rule is so once it is broken. */
  private measure(): void {
    const { rules } = this.task;
    this.frames.place(this.posture);
    this.centre = null;
    this.active.length = 0;
    for (let i = 0; i < rules.length; i += 1) {
      const rule = rules[i]!;
      const miss = this.valueOf(rule) - rule.value;
      this.misses[i] = miss;
      if (rule.atLeast && !this.inForce.has(i)) {
        if (miss >= -SLACK_M) continue;
        this.inForce.add(i);
      }
      this.active.push(i);
      this.fillGradient(rule, this.rows[i]!);
    }
  }

  private valueOf({ along, point, from }: Rule): number {
    const reach = ({ part, local }: BodyPoint) => dot(this.frames.point(part, local), along);
    if (point) return reach(point) - (from ? reach(from) : 0);
    this.centre ??= centreOfMass(this.frames, this.task.held);
    return dot(this.centre, along);
  }

  private fillGradient({ along, point, from }: Rule, row: Float64Array): void {
    const { frames } = this;
    const add = ({ part, local }: BodyPoint, by: number) => frames.addGradient(row, part, frames.point(part, local), along, by);
    row.fill(0);
    if (point) {
      add(point, 1);
      if (from) add(from, -1);
      return;
    }
    const { held = [], body } = this.task;
    const { massKg } = body.skeleton.build;
    const total = massKg + held.reduce((sum, each) => sum + each.kg, 0);
    for (const { part, centre, fraction } of body.masses) add({ part, local: centre }, (fraction * massKg) / total);
    for (const { part, at, kg } of held) add({ part, local: at }, kg / total);
  }

  /**
   * Weakly held freedoms may swing further than the straight-line model of a step is true. When the misses grow, each
   * step is made to cost something by itself (Levenberg and Marquardt); when they shrink, that is taken back.
   */
  private adaptCaution(): void {
    let miss = 0;
    for (const i of this.active) miss += Math.abs(this.misses[i]!);
    if (miss > this.lastMiss * 0.9 && miss > TOLERANCE_M) this.caution = Math.min(4, Math.max(0.01, this.caution * 4));
    else this.caution = this.caution < 0.01 ? 0 : this.caution * 0.6;
    this.lastMiss = miss;
    const { weights } = this.task;
    for (let i = 0; i < FREEDOM_COUNT; i += 1) {
      const cautious = weights[i]! + this.caution;
      this.inverse[i] = 1 / cautious;
      this.eagerness[i] = weights[i]! / cautious;
    }
  }

  private worst(): { of: string; missedM: number } {
    let of = '';
    let missedM = 0;
    for (const i of this.active) {
      const rule = this.task.rules[i]!;
      const miss = this.misses[i]!;
      // A skin's thickness through a plane is nothing.
      const missed = rule.atLeast ? Math.max(0, -miss - SKIN_M) : Math.abs(miss);
      if (missed > missedM) {
        missedM = missed;
        of = rule.of;
      }
    }
    return { of, missedM };
  }

  /** One step; answers how far the posture moved, in degrees (a metre counts as 57). */
  private advance(): number {
    const { step, posture, free } = this;
    free.fill(1);
    this.setUpEquations();
    for (let round = 0; round < 8; round += 1) {
      this.propose();
      // A freedom that would pass its limit stops there, and the others have to make up for it.
      let hit = false;
      for (let i = 0; i < FREEDOM_COUNT; i += 1) {
        if (!free[i]) continue;
        const next = posture[i]! + step[i]!;
        if (next < LOW[i]! - 1e-9 || next > HIGH[i]! + 1e-9) {
          this.holdAt(i, (next < LOW[i]! ? LOW[i]! : HIGH[i]!) - posture[i]!);
          hit = true;
        }
      }
      if (!hit) break;
    }
    let largest = 0;
    for (let i = 0; i < FREEDOM_COUNT; i += 1) {
      const share = Math.abs(step[i]!) / (i < PLACE_FREEDOMS ? STEP_M : STEP_DEG);
      // Not Math.max: what is no number has to come through.
      if (!(share <= largest)) largest = share;
    }
    if (!Number.isFinite(largest)) {
      // The rules contradict each other here beyond what the equations can bear: try smaller steps from the same place.
      this.caution = Math.max(1, this.caution * 4);
      return Infinity;
    }
    const by = largest > 1 ? 1 / largest : 1;
    let moved = 0;
    for (let i = 0; i < FREEDOM_COUNT; i += 1) {
      const change = step[i]! * by;
      posture[i] = Math.max(LOW[i]!, Math.min(HIGH[i]!, posture[i]! + change));
      moved = Math.max(moved, Math.abs(change) * (i < PLACE_FREEDOMS ? 57 : 1));
    }
    return moved;
  }

  /** A plane only pushes. Each rule is let go only so often, so that the run comes to an end. */
  private letGoOfWhatPulls(): void {
    for (const [at, i] of this.active.entries()) {
      const times = this.letGo.get(i) ?? 0;
      if (this.inForce.has(i) && this.pulls[at]! < 0 && times < MOST_LETS_GO) {
        this.inForce.delete(i);
        this.letGo.set(i, times + 1);
      }
    }
  }

  /**
   * The equations of a step, (J W⁻¹ Jᵀ) λ = −misses − J·wish, with every freedom free; what is held afterwards is taken out
   * of them again. `wish` is what each freedom would do by itself.
   */
  private setUpEquations(): void {
    const { posture, inverse, eagerness, rows, movers, active, misses, task, wish } = this;
    const count = active.length;
    for (let i = 0; i < FREEDOM_COUNT; i += 1) wish[i] = (task.targets[i]! - posture[i]!) * eagerness[i]!;
    if (this.matrix.length < count * count) {
      this.matrix = new Float64Array(count * count);
      this.factor = new Float64Array(count * count);
      this.right = new Float64Array(count);
      this.pulls = new Float64Array(count);
    }
    const { matrix, right } = this;
    const scaled = this.step;
    let largest = 0;
    for (let a = 0; a < count; a += 1) {
      const row = rows[active[a]!]!;
      const own = movers[active[a]!]!;
      let wanted = -misses[active[a]!]!;
      for (let k = 0; k < own.length; k += 1) {
        const i = own[k]!;
        wanted -= row[i]! * wish[i]!;
        scaled[i] = row[i]! * inverse[i]!;
      }
      right[a] = wanted;
      for (let b = a; b < count; b += 1) {
        const other = rows[active[b]!]!;
        let sum = 0;
        for (let k = 0; k < own.length; k += 1) sum += scaled[own[k]!]! * other[own[k]!]!;
        matrix[a * count + b] = sum;
        matrix[b * count + a] = sum;
      }
      largest = Math.max(largest, matrix[a * count + a]!);
    }
    this.least = largest * DAMPING;
    for (let a = 0; a < count; a += 1) matrix[a * count + a]! += this.least;
  }

  /** From now on a freedom moves by just this much. */
  private holdAt(i: number, by: number): void {
    const { rows, active, matrix, right, inverse, step, wish, free } = this;
    const count = active.length;
    for (let a = 0; a < count; a += 1) {
      const own = rows[active[a]!]![i]!;
      if (own === 0) continue;
      right[a]! -= own * (by - wish[i]!);
      for (let b = 0; b < count; b += 1) matrix[a * count + b]! -= own * rows[active[b]!]![i]! * inverse[i]!;
    }
    free[i] = 0;
    step[i] = by;
  }

  /** step = wish + W⁻¹Jᵀλ over the freedoms that are free, with λ such that the rules are met to first order. */
  private propose(): void {
    const { step, free, inverse, rows, movers, active, matrix, factor, right, pulls, wish } = this;
    const count = active.length;
    for (let i = 0; i < FREEDOM_COUNT; i += 1) if (free[i]) step[i] = wish[i]!;
    if (count === 0) return;
    for (let k = 0; k < count * count; k += 1) factor[k] = matrix[k]!;
    for (let a = 0; a < count; a += 1) pulls[a] = right[a]!;
    solveSymmetric(factor, pulls, count, this.least);
    for (let a = 0; a < count; a += 1) {
      const row = rows[active[a]!]!;
      const own = movers[active[a]!]!;
      const pull = pulls[a]!;
      for (let k = 0; k < own.length; k += 1) {
        const i = own[k]!;
        if (free[i]) step[i]! += inverse[i]! * row[i]! * pull;
      }
    }
  }
}

/** Cholesky in place for a symmetric positive definite matrix, no pivot under `least`; the answer replaces the right side. */
function solveSymmetric(matrix: Float64Array, right: Float64Array, n: number, least: number): void {
  for (let j = 0; j < n; j += 1) {
    for (let k = 0; k < j; k += 1) {
      const factor = matrix[j * n + k]!;
      if (factor === 0) continue;
      for (let i = j; i < n; i += 1) matrix[i * n + j]! -= matrix[i * n + k]! * factor;
    }
    const pivot = Math.sqrt(Math.max(matrix[j * n + j]!, least));
    for (let i = j; i < n; i += 1) matrix[i * n + j]! /= pivot;
  }
  for (let i = 0; i < n; i += 1) {
    for (let k = 0; k < i; k += 1) right[i]! -= matrix[i * n + k]! * right[k]!;
    right[i]! /= matrix[i * n + i]!;
  }
  for (let i = n - 1; i >= 0; i -= 1) {
    for (let k = i + 1; k < n; k += 1) right[i]! -= matrix[k * n + i]! * right[k]!;
    right[i]! /= matrix[i * n + i]!;
  }
}
