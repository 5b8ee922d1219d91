import { likeness } from '../ladder/fallback.ts';
import { loadKg } from '../movement/loadText.ts';
import type { MovementDocument } from '../movement/movementDocument.ts';
import type { Pattern } from '../movement/terms.ts';
import { changeOver, type Held } from './changeOver.ts';
import { hangsOnGrip, standsOnWrists } from './handProblems.ts';
import { isSideBySide, laneEntry } from './laneEntry.ts';
import type { Plan, PlanBlock, PlanItem } from './plan.ts';
import type { PlanContext } from './planContext.ts';
import { WORKING_PARTS } from './planTerms.ts';
import { courseOf, stayOf, type Stay } from './stay.ts';

/** Why something costs where it stands. */
export type BurdenKind =
  | 'same-muscles'
  | 'position'
  | 'floor'
  | 'kit'
  | 'skill'
  | 'small-first'
  | 'brace-first'
  | 'grip'
  | 'wrists';

/** Something that an order costs one lane at one place. */
export interface Burden {
  readonly kind: BurdenKind;
  /** In seconds' worth. */
  readonly cost: number;
  /** What was done before, through which it costs that: right before, one further back or, for skill and size, anywhere. */
  readonly after: number;
  readonly item: number;
}

/** As tiring as a rest that is so much too short: one set of something for the very same muscles, right before. */
const SAME_MUSCLES_SECONDS = 60;
/** Each set more tires half as much again, up to so much. */
const EACH_SET_MORE = 0.5;
const SETS_TIRE_MOST = 2.5;
/** Local fatigue is half gone after so long. */
const HALF_LIFE_SECONDS = 90;
/** Of what is left of it by then, so much counts when another movement came in between: the muscle has had a rest of its own. */
const ACROSS_SHARE = 0.4;
/** What changing over is felt as while one rests anyway, of its seconds. */
const WITHIN_REST_SHARE = 0.3;
/** Getting down, or up, once more than needed, beyond the seconds that it takes. */
const FLOOR_SECONDS = 10;
/** A hard skill, or a jump, after all the other work of the block. */
const SKILL_SECONDS = 150;
/** A small, or far lighter, movement for muscles that a big one needs later. */
const SMALL_FIRST_SECONDS = 60;
/** A heavy lift on a trunk that has just been tired. */
const BRACE_SECONDS = 45;
/** A third in a row on the grip, or on bent wrists. */
const HANDS_SECONDS = 40;
/** So heavy that the trunk must hold, in kilograms of outside load. */
const HEAVY_KG = 20;
/** Of the muscles over which the big one spreads, at the most, a small one works. */
const SMALL_SHARE = 0.6;
/** Of the kilograms of a heavy one, at the most, a light one has. */
const LIGHT_SHARE = 0.5;
/** How much of their attention a movement takes, by its skill of 1 to 3. */
const SKILL_SHARES: readonly number[] = [0, 0, 0.15, 1];

const BRACES: readonly Pattern[] = ['brace', 'anti-rotation', 'trunk-curl'];
const STANDS_UNDER_LOAD: readonly Pattern[] = ['squat', 'lunge', 'hinge'];

/** Over how many muscles a movement spreads, the one that works most as one. */
function sizeOf({ muscles }: MovementDocument): number {
  const most = Math.max(...muscles.map(({ share }) => share));
  return muscles.reduce((sum, { share }) => sum + share / most, 0);
}

/** 0 for what anybody does, 1 for what takes all their attention, or lands hard. */
function skillOf({ skill, impact }: MovementDocument): number {
  return impact === 'high' ? 1 : (SKILL_SHARES[skill] ?? 0);
}

/** For one joint, for few muscles, or for far less weight than a heavy one. */
function isSmallBeside(small: Held, big: Held): boolean {
  // What takes all their attention comes first, however light it is.
  if (big.document.pattern === 'single-joint' || skillOf(small.document) === 1) return false;
  if (small.document.pattern === 'single-joint') return true;
  const [light, heavy] = [loadKg(small.load) ?? 0, loadKg(big.load) ?? 0];
  if (heavy >= HEAVY_KG && light <= LIGHT_SHARE * heavy) return true;
  if (light > heavy) return false;
  const isOfOne = primeMovers(small.document) === 1 && primeMovers(big.document) > 1;
  return isOfOne || sizeOf(small.document) <= SMALL_SHARE * sizeOf(big.document);
}

function primeMovers({ muscles }: MovementDocument): number {
  return muscles.filter(({ role }) => role === 'prime-mover').length;
}

/** A lane's stays, those of the block and the last two before it, with what is asked of each two of them often. */
class LaneFlow {
  private readonly many: number;
  /** What one takes out of the muscles that another needs, by how alike their work is. */
  private readonly tiring: Float64Array;
  /** What is left of tiredness after the gap from one to another, within a round and from one round to the next. */
  private readonly atOnce: readonly [Float64Array, Float64Array];
  /** And after the whole of one and that gap. */
  private readonly fading: readonly [Float64Array, Float64Array];
  /** And after the rest that follows one. */
  private readonly rested: Float64Array;
  private readonly onGrip: readonly boolean[];
  private readonly onWrists: readonly boolean[];

  constructor(
    readonly stays: readonly (Stay | null)[],
    roundRestSeconds: number | null,
    context: PlanContext,
  ) {
    this.many = stays.length;
    const { many } = this;
    this.tiring = new Float64Array(many * many);
    this.atOnce = [new Float64Array(many * many), new Float64Array(many * many)];
    this.fading = [new Float64Array(many * many), new Float64Array(many * many)];
    this.rested = Float64Array.from(stays, (stay) => left(stay?.restSeconds ?? 0));
    stays.forEach((from, a) =>
      stays.forEach((to, b) => {
        if (!to || a === b) return;
        const at = a * many + b;
        if (from?.tires) {
          const volume = Math.min(SETS_TIRE_MOST, 1 + EACH_SET_MORE * (from.sets - 1));
          this.tiring[at] = SAME_MUSCLES_SECONDS * volume * likeness(from.document, to.document);
        }
        const changeSeconds = changeOver(from, to, context).seconds;
        const restSeconds = from?.restSeconds ?? 0;
        [restSeconds, roundRestSeconds ?? restSeconds].forEach((rest, turn) => {
          const gap = Math.max(rest, changeSeconds);
          this.atOnce[turn as 0 | 1][at] = left(gap);
          this.fading[turn as 0 | 1][at] = left((from?.seconds ?? 0) + gap);
        });
      }),
    );
    this.onGrip = stays.map((stay) => stay?.tires === true && hangsOnGrip(stay.document));
    this.onWrists = stays.map((stay) => stay?.tires === true && standsOnWrists(stay.document, context.lexicon));
  }

  /** What is left in the muscles for `c` of what was done right before. */
  fatigueNext(b: number, c: number, isTurn: boolean): number {
    const at = b * this.many + c;
    return this.tiring[at]! * this.atOnce[isTurn ? 1 : 0][at]!;
  }

  /** And of what was done before that. */
  fatigueAcross(a: number, b: number, c: number, isTurn: boolean): number {
    const faded = this.rested[a]! * this.fading[isTurn ? 1 : 0][b * this.many + c]!;
    return this.stays[b] ? ACROSS_SHARE * this.tiring[a * this.many + c]! * faded : 0;
  }

  handsOf(a: number, b: number, c: number): 'grip' | 'wrists' | null {
    if (this.onGrip[a] && this.onGrip[b] && this.onGrip[c]) return 'grip';
    return this.onWrists[a] && this.onWrists[b] && this.onWrists[c] ? 'wrists' : null;
  }
}

/** Of tiredness, as a share. */
function left(seconds: number): number {
  return 0.5 ** (seconds / HALF_LIFE_SECONDS);
}

/**
 * What it costs to go through a block in an order, and through what: muscles that have just worked, getting up and down, things put down and
 * picked up, skill when tired, small before big, a tired trunk under a heavy lift, hands that hold on three times running. Each for each lane
 * as it does it; who sits something out has nothing from it. What was done right before the block counts as numbers `count` (the last) and
 * `count + 1`.
 */
export class Flow {
  readonly items: readonly PlanItem[];
  readonly rounds: number;
  /** Of the block's parts only these tire anybody. */
  private readonly isWork: boolean;
  private readonly roundRestSeconds: number | null;
  private readonly lanes: readonly LaneFlow[];
  private readonly workSeconds: number;

  constructor(
    private readonly plan: Plan,
    private readonly block: PlanBlock,
    private readonly context: PlanContext,
    /** Work on the floor together, as far as nothing else speaks against it; else only its seconds count. */
    private readonly floorTogether: boolean,
  ) {
    this.items = block.items;
    this.isWork = WORKING_PARTS.includes(block.part);
    const course = courseOf(block);
    // Who begins at another station goes round the end of the list.
    this.rounds = block.spread ? Math.max(2, course.rounds) : course.rounds;
    this.roundRestSeconds = course.roundRestSeconds;
    const earlier = plan.blocks.slice(0, plan.blocks.indexOf(block));
    this.lanes = plan.lanes.map(({ laneId }) => {
      const stay = (of: PlanBlock) => (item: PlanItem) => {
        const entry = laneEntry(item, laneId, context);
        return entry && stayOf(entry, item, of, context);
      };
      const done = earlier.flatMap((each) => each.items.map(stay(each))).filter((each) => each !== null);
      const stays = [...block.items.map(stay(block)), done.at(-1) ?? null, done.at(-2) ?? null];
      return new LaneFlow(stays, course.roundRestSeconds, context);
    });
    const seconds = ({ stays }: LaneFlow) => stays.slice(0, this.items.length).map((each) => each?.seconds ?? 0);
    this.workSeconds = Math.max(
      1,
      this.lanes.flatMap(seconds).reduce((all, each) => all + each, 0),
    );
  }

  /** Some of it is done on the floor and some isn't, by somebody. */
  get mixesFloor(): boolean {
    const own = this.items.map((_, at) => at);
    return this.lanes.some(({ stays }) =>
      own.some((a) => own.some((b) => stays[a] && stays[b] && changeOver(stays[a], stays[b], this.context).isFloor)),
    );
  }

  /** What stands in a place, or stood before the block: what most do there, by its slot, else the first lane's. */
  documentAt(at: number): MovementDocument | undefined {
    const item = this.items[at];
    return item ? this.context.documentOf(item.movementId) : this.lanes[0]?.stays[at]?.document;
  }

  /** Of `c` right after `b`; `isTurn`: a round ended in between. On average of the lanes. */
  next(b: number, c: number, isTurn: boolean): Burden[] {
    return this.lanes.flatMap((lane) => {
      const [last, now] = [lane.stays[b] ?? null, lane.stays[c]];
      if (!now) return [];
      const change = changeOver(last, now, this.context);
      const isTired = last?.tires === true && BRACES.includes(last.document.pattern) && isHeavy(now);
      const rest = (isTurn ? this.roundRestSeconds : null) ?? last?.restSeconds ?? 0;
      const felt = Math.max(0, change.seconds - rest) + WITHIN_REST_SHARE * Math.min(change.seconds, rest);
      return this.burdens(c, b, [
        [change.isKit ? 'kit' : 'position', felt],
        ['floor', change.isFloor && this.floorTogether ? FLOOR_SECONDS : 0],
        ['same-muscles', this.isWork && !this.items[c]!.stacked ? lane.fatigueNext(b, c, isTurn) : 0],
        ['brace-first', isTired ? BRACE_SECONDS : 0],
      ]);
    });
  }

  /** Of `c` with `a` two before it and `b` between, beyond what it costs right after `b`. */
  across(a: number, b: number, c: number, isTurn: boolean): Burden[] {
    return this.lanes.flatMap((lane) => {
      const hands = this.handsAt(lane, a, b, c);
      return this.burdens(c, a, [
        ['same-muscles', this.isWork ? lane.fatigueAcross(a, b, c, isTurn) : 0],
        [hands ?? 'grip', hands ? HANDS_SECONDS : 0],
      ]);
    });
  }

  /** The same as one number: asked some hundred thousand times of a long block. */
  acrossCost(a: number, b: number, c: number, isTurn: boolean): number {
    if (!this.isWork) return 0;
    let cost = 0;
    for (const lane of this.lanes) {
      cost += lane.fatigueAcross(a, b, c, isTurn) + (this.handsAt(lane, a, b, c) ? HANDS_SECONDS : 0);
    }
    return cost / this.lanes.length;
  }

  private handsAt(lane: LaneFlow, a: number, b: number, c: number): 'grip' | 'wrists' | null {
    return this.isWork && !this.items[c]!.stacked ? lane.handsOf(a, b, c) : null;
  }

  private burdens(item: number, after: number, costs: readonly (readonly [BurdenKind, number])[]): Burden[] {
    return costs.flatMap(([kind, cost]) => (cost > 0 ? [{ kind, cost: cost / this.lanes.length, after, item }] : []));
  }

  /** Of `a` anywhere before `b`. On average of the lanes. */
  ahead(a: number, b: number): Burden[] {
    if (!this.isWork) return [];
    return this.lanes.flatMap(({ stays }) => {
      const [first, then] = [stays[a], stays[b]];
      if (!first?.tires || !then) return [];
      const share = (first.seconds * this.lanes.length) / this.workSeconds;
      const isSmall = isSmallBeside(first, then);
      return this.burdens(b, a, [
        ['skill', SKILL_SECONDS * skillOf(then.document) * share],
        ['small-first', isSmall ? SMALL_FIRST_SECONDS * likeness(first.document, then.document) : 0],
      ]);
    });
  }

  /** The item that an item has to stay right behind, or −1: stacked on it on purpose, or what comes between its two sides. */
  behind(at: number): number {
    const [item, before] = [this.items[at]!, this.items[at - 1]];
    if (!before) return -1;
    return item.stacked || this.isSplit(before) ? at - 1 : -1;
  }

  /** What is stacked on the block before stays first. */
  keptAt(at: number): number {
    const item = this.items[at]!;
    return item.pinned || (at === 0 && item.stacked) ? at : -1;
  }

  private isSplit(item: PlanItem): boolean {
    return (
      this.block.format.kind === 'rounds' &&
      this.plan.lanes.some(({ laneId }) => {
        const entry = laneEntry(item, laneId, this.context);
        return entry?.sides === 'split' && isSideBySide(entry);
      })
    );
  }
}

function isHeavy({ document, load }: Held): boolean {
  return STANDS_UNDER_LOAD.includes(document.pattern) && (loadKg(load) ?? 0) >= HEAVY_KG;
}
