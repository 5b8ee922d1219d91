import { unroll } from '../planning/unroll.ts';
import { laneEntry } from '../planning/laneEntry.ts';
import type { EmomFormat, Plan, PlanBlock } from '../planning/plan.ts';
import type { FormatKind } from '../planning/planTerms.ts';
import type { Step } from '../planning/step.ts';
import type { EventDraft } from './envelope.ts';
import type { BriefIndex } from './briefIndex.ts';
import { CLOCK_SECONDS_MOST, COUNT_IN_SECONDS, SHOW_SECONDS, type ClockMove } from './eventTypes.ts';
import type { ClockPart, ClockStep, ClockWork } from './clockStep.ts';
import { ledStretches } from './ledStretches.ts';
import { lanesHere, planContextOf } from './planContextOf.ts';
import type { ClockState } from './state.ts';

/** A station of a block, and whoever begins there. */
export interface Station {
  readonly planItemId: string;
  readonly movementId: string;
  readonly laneIds: readonly string[];
}

/** All that a block has on the clock, from its first work on. */
export interface ClockScore {
  readonly blockId: string;
  readonly block: PlanBlock;
  readonly steps: readonly ClockStep[];
  readonly seconds: number;
  /** In the order in which they are shown. */
  readonly stations: readonly Station[];
}

const ON_CLOCK: readonly FormatKind[] = ['intervals', 'emom', 'amrap'];

/** Whether a block runs by a clock for everybody. */
function isOnClock({ format }: PlanBlock): boolean {
  return ON_CLOCK.includes(format.kind);
}

/** The block of the plan to which an item belongs; `null` outside a plan. */
export function planBlockOf({ brief }: BriefIndex, planItemId: string | undefined): PlanBlock | null {
  return brief.plan?.blocks.find(({ items }) => items.some(({ itemId }) => itemId === planItemId)) ?? null;
}

/** The same where it runs by the clock; `null` for what goes at each one's own pace. */
export function clockBlockOf(index: BriefIndex, planItemId: string | undefined): PlanBlock | null {
  const block = planBlockOf(index, planItemId);
  return block && isOnClock(block) ? block : null;
}

const SCORES = new WeakMap<BriefIndex, Map<string, ClockScore | null>>();

/**
 * What a block's clock goes through, as its plan unrolls; at one's own pace, what a clock would lead through. `null` where there is nothing that a clock
 * could lead. Asked at every tick, so that it is remembered.
 */
export function clockScore(index: BriefIndex, blockId: string): ClockScore | null {
  const known = SCORES.get(index) ?? new Map<string, ClockScore | null>();
  SCORES.set(index, known);
  if (!known.has(blockId)) known.set(blockId, scoreOf(index, blockId));
  return known.get(blockId)!;
}

function scoreOf(index: BriefIndex, blockId: string): ClockScore | null {
  const { plan } = index.brief;
  const block = plan?.blocks.find((each) => each.blockId === blockId);
  if (!plan || !block) return null;
  const alone: Plan = { ...plan, lanes: [...lanesHere(index)], blocks: [block] };
  const { steps } = unroll(alone, planContextOf(index));
  const busy = steps.filter(({ kind }) => kind === 'work' || kind === 'all-out').sort((a, b) => a.fromSeconds - b.fromSeconds);
  if (busy.length === 0) return null;
  const stretches = isOnClock(block) ? stretchesOf(block, busy) : ledStretches(steps);
  if (stretches.length === 0) return null;
  const found = withRests(stretches);
  return { blockId, block, steps: found, seconds: found.at(-1)!.untilSeconds, stations: stationsOf(index, block, found) };
}

/** Each place of the block once; where people begin at different ones, each with whoever does. */
function stationsOf(index: BriefIndex, { items }: PlanBlock, steps: readonly ClockStep[]): Station[] {
  const [first] = lanesHere(index);
  const works = steps.find(({ kind }) => kind === 'work')?.works ?? [];
  return items.flatMap((item): Station[] => {
    const document = first && laneEntry(item, first.laneId, planContextOf(index))?.document;
    const laneIds = works.filter(({ planItemId }) => planItemId === item.itemId).map(({ laneId }) => laneId);
    return [{ planItemId: item.itemId, movementId: document?.id ?? item.movementId, laneIds }];
  });
}

/** The stretches in which something is done, from the first work on. */
function stretchesOf(block: PlanBlock, busy: readonly Step[]): ClockStep[] {
  const { format, blockId, times = 1 } = block;
  const zero = busy[0]!.fromSeconds;
  if (format.kind === 'intervals') return sharedStretches(busy, zero);
  return Array.from({ length: times }, (_, pass) => busy.filter(({ id }) => id.startsWith(`${blockId}/${pass}/`))).flatMap(
    (ofPass): ClockStep[] => {
      const [first] = ofPass;
      if (!first) return [];
      const from = first.fromSeconds - zero;
      if (format.kind === 'emom') return starts(format, ofPass, from, zero);
      // At their own pace within it: the clock only says how long.
      const seconds = format.kind === 'amrap' ? format.seconds : 0;
      return [{ kind: 'work', fromSeconds: from, untilSeconds: from + seconds, works: [] }];
    },
  );
}

const WHOLE_SET: ClockPart = { afterSeconds: 0, kind: 'set', manner: null, amount: null, movementId: null };

function workOf(step: Step, fills: boolean): ClockWork[] {
  const { kind, laneId, itemId, id, work, set } = step;
  if (kind !== 'work' || itemId === null) return [];
  return [{ laneId, planItemId: itemId, stepId: id, side: work?.side ?? null, parts: [WHOLE_SET], set, fills }];
}

/** A stretch from each start to the next; who is done earlier rests until then. */
function starts({ everySeconds, rounds }: EmomFormat, busy: readonly Step[], from: number, zero: number): ClockStep[] {
  return Array.from({ length: rounds }, (_, round) => {
    const [begin, end] = [from + round * everySeconds, from + (round + 1) * everySeconds];
    const here = busy.filter(({ fromSeconds }) => fromSeconds - zero >= begin && fromSeconds - zero < end);
    // The first of each lane's steps: a set of two sides, or of several stretches, is one.
    const firsts = here.filter((step, at) => here.findIndex(({ laneId }) => laneId === step.laneId) === at);
    const works = firsts.flatMap((step) => workOf(step, false)).map((work) => ({ ...work, side: null }));
    return { kind: 'work', fromSeconds: begin, untilSeconds: end, works };
  });
}

/** Everybody works at the same time: the stretches are those of whoever works. */
function sharedStretches(busy: readonly Step[], zero: number): ClockStep[] {
  const found: ClockStep[] = [];
  for (const step of busy) {
    const [from, until] = [step.fromSeconds - zero, step.untilSeconds - zero];
    const kind = step.kind === 'work' ? 'work' : 'all-out';
    const [work] = workOf(step, true);
    const last = found.at(-1);
    const own = work && last?.works.find(({ laneId }) => laneId === work.laneId);
    // The second side of a stretch goes on where the first one ended, as the same set.
    const isSecondSide = own && own.planItemId === work.planItemId && own.set === work.set && own.side !== work.side;
    if (last && last.kind === kind && (from < last.untilSeconds || (isSecondSide && from === last.untilSeconds))) {
      const other: ClockPart = { ...WHOLE_SET, kind: 'side', afterSeconds: from - last.fromSeconds };
      const works = isSecondSide
        ? last.works.map((each) => (each === own ? { ...own, side: null, parts: [...own.parts, other] } : each))
        : [...last.works, ...(work ? [work] : [])];
      found[found.length - 1] = { ...last, untilSeconds: Math.max(last.untilSeconds, until), works };
    } else {
      found.push({ kind, fromSeconds: from, untilSeconds: until, works: work ? [work] : [] });
    }
  }
  return found;
}

function withRests(found: readonly ClockStep[]): ClockStep[] {
  return found.flatMap((step, at): ClockStep[] => {
    const until = found[at - 1]?.untilSeconds ?? 0;
    return step.fromSeconds > until
      ? [{ kind: 'rest', fromSeconds: until, untilSeconds: step.fromSeconds, works: [] }, step]
      : [step];
  });
}

/** Where the clock stands at an instant, in seconds from its first; below none while it counts in. It never runs backwards. */
export function clockPosition({ at, seconds, isRunning, holdSeconds, shows }: ClockState, now: Date): number {
  if (!isRunning) return seconds;
  const elapsed = Math.max(0, (now.getTime() - Date.parse(at)) / 1000);
  const position = seconds + Math.max(0, elapsed - holdSeconds);
  return shows ? Math.min(-COUNT_IN_SECONDS, position) : position;
}

/** What of a hold is left at an instant. */
function holdLeft({ at, isRunning, holdSeconds }: ClockState, now: Date): number {
  if (!isRunning) return holdSeconds;
  return Math.max(0, holdSeconds - Math.max(0, (now.getTime() - Date.parse(at)) / 1000));
}

/** What the clock shows at an instant. */
export interface ClockReading {
  readonly positionSeconds: number;
  /** Which of the stretches; `-1` while it counts in, as many as there are when it is through. */
  readonly at: number;
  /** The stretch that is on; `null` before and after. */
  readonly step: ClockStep | null;
  readonly next: ClockStep | null;
  /** Of the stretch, or of the count-in; none when it is through. */
  readonly leftSeconds: number;
  readonly isRunning: boolean;
  readonly isOver: boolean;
  /** Which of the stations is being shown; as many as there are when all were and nobody has started the clock; `null` otherwise. */
  readonly showing: number | null;
}

export function readClock(score: ClockScore, clock: ClockState, now: Date): ClockReading {
  const positionSeconds = clockPosition(clock, now);
  const at = positionSeconds < 0 ? -1 : stepAt(score, positionSeconds);
  const step = score.steps[at] ?? null;
  const showing = clock.shows ? showingAt(score, positionSeconds) : null;
  const until = showing !== null ? stationFrom(score, showing + 1) : at < 0 ? 0 : (step?.untilSeconds ?? score.seconds);
  return {
    positionSeconds,
    at,
    step,
    next: score.steps[at + 1] ?? null,
    leftSeconds: Math.max(0, until - positionSeconds) + (at < score.steps.length ? holdLeft(clock, now) : 0),
    isRunning: clock.isRunning,
    isOver: at >= score.steps.length,
    showing,
  };
}

/** When a station comes up, in seconds from the first; of one past the last, the count-in. */
export function stationFrom({ stations }: ClockScore, station: number): number {
  return -COUNT_IN_SECONDS - Math.max(0, stations.length - station) * SHOW_SECONDS;
}

function showingAt(score: ClockScore, seconds: number): number {
  const at = Math.floor((seconds - stationFrom(score, 0)) / SHOW_SECONDS);
  return Math.min(score.stations.length, Math.max(0, at));
}

/** What a lane does in the next stretch that isn't a rest; `null` for an all-out one, and after the last. */
export function nextWork({ steps }: ClockScore, { at }: ClockReading, laneId: string): ClockWork | null {
  const coming = steps.slice(at + 1).find(({ kind }) => kind !== 'rest');
  return coming?.works.find((work) => work.laneId === laneId) ?? null;
}

function stepAt({ steps }: ClockScore, seconds: number): number {
  const at = steps.findIndex(({ untilSeconds }) => seconds < untilSeconds);
  return at < 0 ? steps.length : at;
}

function set(move: ClockMove, blockId: string, seconds: number, holdSeconds?: number): EventDraft[] {
  const within = Math.min(CLOCK_SECONDS_MOST, Math.max(-CLOCK_SECONDS_MOST, thousandths(seconds)));
  return [
    {
      type: 'clock-set',
      payload: { move, blockId, seconds: within, ...(holdSeconds && { holdSeconds: thousandths(holdSeconds) }) },
    },
  ];
}

function thousandths(seconds: number): number {
  return Math.round(seconds * 1000) / 1000;
}

/** Shows the stations one after the other, and waits then. */
export function showStations(score: ClockScore): EventDraft[] {
  return set('shown', score.blockId, stationFrom(score, 0));
}

/** Counts in, then goes. */
export function startClock(blockId: string): EventDraft[] {
  return set('started', blockId, -COUNT_IN_SECONDS);
}

export function pauseClock(clock: ClockState, now: Date): EventDraft[] {
  return clock.isRunning ? set('paused', clock.blockId, clockPosition(clock, now), holdLeft(clock, now)) : [];
}

export function resumeClock(clock: ClockState): EventDraft[] {
  return clock.isRunning ? [] : set('resumed', clock.blockId, clock.seconds, clock.holdSeconds);
}

/** To the beginning of the next stretch, or of this one; who is only just in it goes to the one before. */
export function stepClock(score: ClockScore, clock: ClockState, by: 1 | -1, now: Date): EventDraft[] {
  const { at, step, positionSeconds, showing } = readClock(score, clock, now);
  if (showing !== null) return set('moved', clock.blockId, stationFrom(score, Math.max(0, showing + by)));
  if (by === 1) return set('moved', clock.blockId, at < 0 ? 0 : (step?.untilSeconds ?? score.seconds));
  const isJustIn = step !== null && positionSeconds - step.fromSeconds < JUST_IN_SECONDS;
  const to = isJustIn || !step ? score.steps[at - 1] : step;
  return set('moved', clock.blockId, to?.fromSeconds ?? 0);
}

const JUST_IN_SECONDS = 2;

/** Waits so much longer before it goes on. */
export function holdClock(clock: ClockState, seconds: number, now: Date): EventDraft[] {
  return set('moved', clock.blockId, clockPosition(clock, now), holdLeft(clock, now) + seconds);
}

export function endClock(clock: ClockState, now: Date): EventDraft[] {
  return set('ended', clock.blockId, clockPosition(clock, now));
}
