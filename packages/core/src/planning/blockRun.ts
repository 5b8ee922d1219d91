import type { MovementDocument } from '../movement/movementDocument.ts';
import type { Side } from '../movement/terms.ts';
import { changeOver, type Held } from './changeOver.ts';
import { isSideBySide, laneEntry, workingSet, type Bout, type LaneEntry, type SetPlan } from './laneEntry.ts';
import { itemsOf, placesOf, type Place } from './places.ts';
import type { EmomFormat, IntervalsFormat, PlanBlock, PlanItem } from './plan.ts';
import type { PlanContext } from './planContext.ts';
import { BRIEF_SECONDS } from './planTimes.ts';
import { stepId, type Step, type StepKind, type StepWork } from './step.ts';
import { thingsFor } from './things.ts';

/** Where a lane stands in time, what it has just done and what it was shown. */
export interface LaneClock {
  readonly laneId: string;
  readonly at: number;
  now: number;
  last: Held | null;
  shown: Set<string>;
}

/** The trainer, who shows one lane something at a time; who wants the same shown at that moment looks on. */
interface Trainer {
  free: number;
  readonly showings: { readonly movementId: string; readonly from: number; readonly to: number }[];
}

/** A plan holds three hours; one that comes to twice as much is too long, however long it is. */
export const SECONDS_UNROLLED_MOST = 6 * 3600;

/** One block, for all lanes, from where they stand in time; it moves their clocks on. */
export class BlockRun {
  readonly steps: Step[] = [];
  /** Nobody begins before all are there, so that the trainer has nobody else left when a block begins. */
  private readonly trainer: Trainer = { free: 0, showings: [] };

  constructor(
    private readonly block: PlanBlock,
    private readonly lanes: readonly LaneClock[],
    private readonly context: PlanContext,
  ) {}

  /** All passes; `isWhole` is false for what was broken off because it is far too long. */
  run(): { readonly isWhole: boolean } {
    for (let pass = 0; pass < (this.block.times ?? 1); pass += 1) this.pass(pass);
    return { isWhole: !this.isEndless };
  }

  private pass(pass: number): void {
    this.meet(`${pass}/begin`);
    if (this.block.walkThrough && pass === 0) this.walkThrough();
    const { format } = this.block;
    switch (format.kind) {
      case 'intervals':
        return this.intervals(format, pass);
      case 'emom':
        return this.emom(format, pass);
      case 'amrap':
        this.takeStations(0, pass);
        return this.ownPace(pass, format.seconds);
      default:
        return this.ownPace(pass, null);
    }
  }

  /** Beyond that nobody needs to know how much more it is. */
  private get isEndless(): boolean {
    return this.lanes.some(({ now }) => now > SECONDS_UNROLLED_MOST);
  }

  /** Nobody begins before all are there. */
  private meet(key: string): void {
    const from = Math.max(0, ...this.lanes.map(({ now }) => now));
    for (const lane of this.lanes) this.fill(lane, from, 'wait', key);
  }

  private walkThrough(): void {
    const movements = new Map<string, number>();
    for (const item of this.block.items) {
      for (const lane of this.lanes) {
        const id = laneEntry(item, lane.laneId, this.context)?.document.id;
        if (!id || lane.shown.has(id)) continue;
        const seconds = BRIEF_SECONDS[this.context.lane(lane.laneId).familiarity(id)];
        movements.set(id, Math.max(seconds, movements.get(id) ?? 0));
      }
    }
    for (const [id, seconds] of movements) {
      const document = this.context.documentOf(id)!;
      const from = Math.max(this.trainer.free, ...this.lanes.map(({ now }) => now));
      for (const lane of this.lanes) {
        this.fill(lane, from, 'wait', `show/${id}/wait`);
        this.add(lane, 'show', seconds, `show/${id}`, detailOf(null, document, 0));
        lane.shown.add(id);
      }
      this.trainer.free = from + seconds;
    }
  }

  private entry(item: PlanItem, lane: LaneClock): LaneEntry | null {
    return laneEntry(item, lane.laneId, this.context);
  }

  // At own pace

  private ownPace(pass: number, limitSeconds: number | null): void {
    const ends = this.lanes.map(({ now }) => (limitSeconds === null ? Infinity : now + limitSeconds));
    const queues = this.lanes.map((lane) => placesOf(this.block, lane, this.context));
    const next = queues.map((queue) => queue.next());
    for (;;) {
      // Who is ready first has the trainer first.
      let first = -1;
      for (let i = 0; i < this.lanes.length; i += 1) {
        if (next[i]!.done || this.lanes[i]!.now >= ends[i]!) continue;
        if (first < 0 || this.lanes[i]!.now < this.lanes[first]!.now) first = i;
      }
      if (first < 0 || this.isEndless) break;
      const place = next[first]!.value as Place;
      next[first] = queues[first]!.next();
      const follows = !next[first]!.done;
      this.place(this.lanes[first]!, place, pass, { restSeconds: follows ? place.restSeconds : 0, until: ends[first]! });
    }
    if (limitSeconds !== null) this.lanes.forEach((lane, i) => this.fill(lane, ends[i]!, 'rest', `${pass}/end`));
  }

  /** Changes over, is shown what it is where that is new today, works, and rests. */
  private place(
    lane: LaneClock,
    place: Place,
    pass: number,
    after: { readonly restSeconds: number; readonly until: number },
  ): void {
    const { item, plan, set, isOtherSide } = place;
    const key = `${pass}/${item.itemId}/${place.key}`;
    const [first] = plan.bouts;
    if (!first) return;
    this.approach(lane, first, key, item.itemId, set);
    this.work(lane, item, plan, { key, set, until: after.until, isOtherSide });
    if (after.restSeconds > 0) this.pendingRest.set(lane, { until: lane.now + after.restSeconds, key });
  }

  /** Rests that are under way: changing over and being shown something happens within them. */
  private readonly pendingRest = new Map<LaneClock, { readonly until: number; readonly key: string }>();

  private approach(lane: LaneClock, bout: Bout, key: string, itemId: string, set: number): void {
    const rest = this.pendingRest.get(lane);
    this.pendingRest.delete(lane);
    const { id } = bout.document;
    const begun = lane.now;
    const restUntil = rest?.until ?? begun;
    const learned = this.learnedGap(lane, id);
    const table = changeOver(lane.last, bout, this.context);
    const isNew = !lane.shown.has(id);
    // What was learned passes after the rest, and showing is within it; what the table says may pass within the rest.
    const briefSeconds = isNew ? BRIEF_SECONDS[this.context.lane(lane.laneId).familiarity(id)] : 0;
    const changeSeconds = learned === null ? table.seconds : Math.max(table.seconds, learned - briefSeconds);
    const earliest = learned === null ? begun : restUntil;
    const showing = isNew ? this.showing(lane, id, earliest + changeSeconds) : null;
    const waits = detailOf(itemId, null, set);
    // They rest, then change over: what they go to is where they stand when it begins.
    const changeAt = (showing?.from ?? Math.max(earliest + changeSeconds, restUntil)) - changeSeconds;
    if (rest) this.fill(lane, Math.min(changeAt, restUntil), 'rest', `${rest.key}/rest`, waits);
    this.fill(lane, changeAt, 'wait', `${key}/wait`, waits);
    if (changeSeconds > 0) {
      this.add(lane, 'change', changeSeconds, `${key}/change`, detailOf(itemId, bout.document, set, null, 0, table.isFloor));
    }
    if (showing) this.add(lane, 'brief', showing.to - showing.from, `${key}/brief`, detailOf(itemId, bout.document, set));
    if (rest) this.fill(lane, restUntil, 'rest', `${rest.key}/rest-on`, waits);
    lane.shown.add(id);
  }

  /** What passes before this movement beyond the rest, as this lane's log has it. */
  private learnedGap(lane: LaneClock, movementId: string): number | null {
    const { beforeAnotherSetSeconds, beforeNewMovementSeconds } = this.context.lane(lane.laneId).gaps;
    return lane.shown.has(movementId) ? beforeAnotherSetSeconds : beforeNewMovementSeconds;
  }

  /** When the trainer shows this lane a movement: together with somebody who is shown the same then, else as soon as they are free. */
  private showing(lane: LaneClock, movementId: string, ready: number): { readonly from: number; readonly to: number } {
    const together = this.trainer.showings.find((each) => each.movementId === movementId && each.from >= ready);
    if (together) return together;
    const from = Math.max(ready, this.trainer.free);
    const to = from + BRIEF_SECONDS[this.context.lane(lane.laneId).familiarity(movementId)];
    this.trainer.free = to;
    const showing = { movementId, from, to };
    this.trainer.showings.push(showing);
    return showing;
  }

  private work(
    lane: LaneClock,
    item: PlanItem,
    plan: SetPlan,
    {
      key,
      set,
      until,
      isOtherSide = false,
    }: { readonly key: string; readonly set: number; readonly until: number; readonly isOtherSide?: boolean },
  ): void {
    plan.bouts.forEach((bout, i) => {
      const boutKey = `${key}/${bout.key}${bout.side ?? ''}`;
      if (bout.leadSeconds > 0) {
        const seconds = Math.min(bout.leadSeconds, until - lane.now);
        if (seconds <= 0) return;
        this.add(lane, 'change', seconds, `${boutKey}/lead`, detailOf(item.itemId, bout.document, set));
      }
      const seconds = Math.min(bout.seconds, until - lane.now);
      if (seconds <= 0) return;
      this.workStep(lane, bout, boutKey, { item, set, seconds, isFirst: i === 0 && !isOtherSide, onClock: until !== Infinity });
    });
  }

  private workStep(
    lane: LaneClock,
    bout: Bout,
    key: string,
    at: {
      readonly item: PlanItem;
      readonly set: number;
      readonly seconds: number;
      readonly isFirst: boolean;
      readonly onClock: boolean;
    },
  ): void {
    const { document, side, unit, amount, load, stretch, word, isRamp } = bout;
    const work: StepWork = {
      side,
      unit,
      amount,
      load,
      stretch,
      word,
      isRamp,
      onClock: at.onClock,
      isFirstOfSet: at.isFirst,
      things: thingsFor(document, load, this.context),
      usesHands: at.item.hands !== undefined,
    };
    this.add(lane, 'work', at.seconds, key, detailOf(at.item.itemId, document, at.set, work));
    lane.last = { document, load };
  }

  // On the clock

  private intervals(format: IntervalsFormat, pass: number): void {
    const { workSeconds, restSeconds, rounds, order, roundRestSeconds = 0, allOut } = format;
    const stations = this.block.items.length;
    const inRounds = order === 'by-round';
    const slots: { station: number; round: number; endsRound: boolean }[] = [];
    const [outer, inner] = inRounds ? [rounds, stations] : [stations, rounds];
    for (let a = 0; a < outer; a += 1) {
      for (let b = 0; b < inner; b += 1) {
        slots.push({ station: inRounds ? b : a, round: inRounds ? a : b, endsRound: b === inner - 1 });
      }
    }
    this.takeStations(0, pass);
    for (const [s, { station, round, endsRound }] of slots.entries()) {
      if (this.isEndless) return;
      const key = `${pass}/${round}`;
      for (const lane of this.lanes) {
        this.onClock(lane, itemsOf(this.block, lane)[station]!, { key, set: round, workSeconds });
      }
      const isLast = s === slots.length - 1;
      const allOutNow = allOut && (allOut.when === 'each-round' ? endsRound : isLast);
      const gap = restSeconds + (endsRound && !isLast ? roundRestSeconds : 0);
      if (allOutNow) {
        for (const lane of this.lanes) {
          this.fill(lane, lane.now + restSeconds, 'rest', `${key}/${station}/all-out/rest`);
          this.add(lane, 'all-out', allOut.seconds, `${key}/${station}/all-out`, NOTHING);
        }
      }
      if (!isLast) this.gap(slots[s + 1]!, gap, `${pass}/${slots[s + 1]!.round}`);
    }
  }

  private emom({ everySeconds, rounds }: EmomFormat, pass: number): void {
    const stations = this.block.items.length;
    this.takeStations(0, pass);
    for (let slot = 0; slot < rounds && !this.isEndless; slot += 1) {
      const station = slot % stations;
      const round = Math.floor(slot / stations);
      for (const lane of this.lanes) {
        const item = itemsOf(this.block, lane)[station]!;
        const entry = this.entry(item, lane);
        const begun = lane.now;
        const key = `${pass}/${item.itemId}/${round}`;
        if (entry)
          this.work(lane, item, workingSet(entry, item, round, this.context), { key, set: round, until: begun + everySeconds });
        this.fill(lane, begun + everySeconds, 'rest', `${key}/rest`);
      }
    }
  }

  /** Everybody goes to where they begin; the clock starts when the last is there. */
  private takeStations(station: number, pass: number): void {
    for (const lane of this.lanes) {
      const item = itemsOf(this.block, lane)[station]!;
      const bout = this.boutOf(lane, item);
      if (!bout) continue;
      this.approach(lane, bout, `${pass}/${item.itemId}/take`, item.itemId, 0);
      lane.last = bout;
    }
    this.meet(`${pass}/clock`);
  }

  /** A fixed pause, in which they change over; what doesn't fit is said. */
  private gap(to: { readonly station: number; readonly round: number }, seconds: number, key: string): void {
    for (const lane of this.lanes) {
      const item = itemsOf(this.block, lane)[to.station]!;
      const bout = this.boutOf(lane, item);
      const change = bout ? changeOver(lane.last, bout, this.context) : { seconds: 0, isFloor: false };
      const isNew = bout !== null && !lane.shown.has(bout.document.id);
      const brief = isNew ? BRIEF_SECONDS[this.context.lane(lane.laneId).familiarity(bout.document.id)] : 0;
      if (isNew) lane.shown.add(bout.document.id);
      const needs = change.seconds + brief;
      const document = bout?.document ?? null;
      const detail = detailOf(item.itemId, document, to.round);
      const rest = Math.max(0, seconds - needs);
      if (rest > 0) this.add(lane, 'rest', rest, `${key}/${item.itemId}/rest`, detail);
      const changing = Math.min(seconds, change.seconds);
      const lacksSeconds = Math.max(0, needs - seconds);
      if (changing > 0 || lacksSeconds > 0) {
        const changes = detailOf(item.itemId, document, to.round, null, lacksSeconds, change.isFloor);
        this.add(lane, 'change', changing, `${key}/${item.itemId}/change`, changes);
      }
      const showing = Math.min(brief, seconds - rest - changing);
      if (showing > 0) this.add(lane, 'brief', showing, `${key}/${item.itemId}/brief`, detail);
    }
  }

  private boutOf(lane: LaneClock, item: PlanItem): Bout | null {
    const entry = this.entry(item, lane);
    return entry && (workingSet(entry, item, 0, this.context).bouts[0] ?? null);
  }

  private onClock(
    lane: LaneClock,
    item: PlanItem,
    { key, set, workSeconds }: { readonly key: string; readonly set: number; readonly workSeconds: number },
  ): void {
    const bout = this.boutOf(lane, item);
    const own = `${key}/${item.itemId}`;
    if (!bout) return this.fill(lane, lane.now + workSeconds, 'rest', `${own}/out`);
    const entry = this.entry(item, lane)!;
    const isTurned = isSideBySide(entry);
    const sides: readonly (Side | null)[] = isTurned
      ? [set % 2 === 0 ? 'left' : 'right']
      : bout.side
        ? ['left', 'right']
        : [null];
    sides.forEach((side, i) => {
      const seconds = workSeconds / sides.length;
      const timed: Bout = { ...bout, side, unit: 'seconds', amount: Math.max(1, Math.round(seconds)) };
      this.workStep(lane, timed, `${own}/${side ?? ''}`, { item, set, seconds, isFirst: i === 0, onClock: true });
    });
  }

  private fill(lane: LaneClock, until: number, kind: 'rest' | 'wait', key: string, detail: Detail = NOTHING): void {
    const seconds = tenths(until - lane.now);
    if (seconds > 0) this.add(lane, kind, seconds, key, detail);
  }

  private add(lane: LaneClock, kind: StepKind, exactSeconds: number, key: string, detail: Detail): void {
    const seconds = tenths(exactSeconds);
    const until = tenths(lane.now + seconds);
    const { itemId, document, set, work, lacksSeconds, isFloorChange: isFloor } = detail;
    const { blockId } = this.block;
    const { laneId, now: fromSeconds } = lane;
    const id = stepId(blockId, key, kind, laneId);
    this.steps.push({
      id,
      kind,
      laneId,
      blockId,
      itemId,
      fromSeconds,
      untilSeconds: until,
      seconds,
      document,
      set,
      work,
      lacksSeconds,
      isFloorChange: isFloor,
    });
    lane.now = until;
  }
}

type Detail = Pick<Step, 'itemId' | 'document' | 'set' | 'work' | 'lacksSeconds' | 'isFloorChange'>;

/** Of one shape always: some thousands are made after every letter that is typed. */
function detailOf(
  itemId: string | null,
  document: MovementDocument | null,
  set: number,
  work: StepWork | null = null,
  lacksSeconds = 0,
  isFloor = false,
): Detail {
  return { itemId, document, set, work, lacksSeconds, isFloorChange: isFloor };
}

const NOTHING = detailOf(null, null, 0);

/** Nobody plans finer, and what ends when something else begins does so exactly. */
export function tenths(seconds: number): number {
  return Math.round(seconds * 10) / 10;
}
