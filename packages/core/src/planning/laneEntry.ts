import { stepsFrom } from '../loading/makeable.ts';
import { restFor } from '../loading/rest.ts';
import type { Tempo } from '../movement/dose.ts';
import type { Load } from '../movement/load.ts';
import { isSameLoad, loadText } from '../movement/loadText.ts';
import type { MovementDocument } from '../movement/movementDocument.ts';
import type { DoseKind, Side } from '../movement/terms.ts';
import { turnsOf } from '../movement/turns.ts';
import { sharedPace } from './planTimes.ts';
import type { LaneContext, PlanContext } from './planContext.ts';
import type { OwnPart, PlanItem, Stretch } from './plan.ts';
import type { SideOrder, StretchKind } from './planTerms.ts';
import { SIDE_CHANGE_SECONDS, secondsOfAmount } from './workTime.ts';

/** What one lane does in one place of a plan: the slot's, with its own laid over it, and what isn't said advised. */
export interface LaneEntry {
  readonly itemId: string;
  readonly laneId: string;
  readonly document: MovementDocument;
  /** The lane does another movement here than the slot says. */
  readonly isOtherMovement: boolean;
  readonly unit: DoseKind;
  /** Of one side. */
  readonly amount: number;
  readonly perSide: boolean;
  readonly sets: number;
  readonly load: Load;
  /** What to pick up, in words. */
  readonly how: string;
  readonly tempo: Tempo | null;
  readonly restSeconds: number;
  /** Why this load and amount, where they were advised. */
  readonly reasons: readonly string[];
  readonly sides: SideOrder;
  /** Seconds of one rep to its tempo or as it was measured. */
  readonly repSeconds: number;
}

/** Made once for each item as long as neither it nor what is known changes: a plan is reckoned anew with every letter. */
const made = new WeakMap<PlanContext, WeakMap<PlanItem, Map<string, LaneEntry | null>>>();

/** `null` where the lane sits the item out, or the library has lost the movement. */
export function laneEntry(item: PlanItem, laneId: string, context: PlanContext): LaneEntry | null {
  const ofContext = made.get(context) ?? new WeakMap<PlanItem, Map<string, LaneEntry | null>>();
  made.set(context, ofContext);
  const ofItem = ofContext.get(item) ?? new Map<string, LaneEntry | null>();
  ofContext.set(item, ofItem);
  const known = ofItem.get(laneId);
  if (known !== undefined) return known;
  const entry = makeEntry(item, laneId, context);
  ofItem.set(laneId, entry);
  return entry;
}

function makeEntry(item: PlanItem, laneId: string, context: PlanContext): LaneEntry | null {
  const own: OwnPart | undefined = item.own.find((each) => each.laneId === laneId);
  if (own?.leftOut) return null;
  const movementId = own?.movementId ?? item.movementId;
  const document = context.documentOf(movementId);
  if (!document) return null;
  const lane = context.lane(laneId);
  const isOtherMovement = movementId !== item.movementId;
  // What the slot asks for was meant for its own movement.
  const slot = isOtherMovement ? undefined : item;
  const advice = lane.advise(document);
  const amount = own?.amount ?? slot?.amount ?? { unit: document.dose.kind, value: advice.target };
  const load = own?.load ?? slot?.load ?? advice.load;
  const tempo = own?.tempo ?? slot?.tempo ?? null;
  const meant = { target: amount.value, reserve: lane.targetReserve, load };
  return {
    itemId: item.itemId,
    laneId,
    document,
    isOtherMovement,
    unit: amount.unit,
    amount: amount.value,
    // Seconds of what goes by turns are of both sides together.
    perSide: document.dose.perSide === true && !(amount.unit === 'seconds' && document.laterality === 'alternating'),
    sets: own?.sets ?? item.sets ?? document.sets,
    load,
    how: isSameLoad(load, advice.load) ? advice.how : loadText(load),
    tempo,
    restSeconds: own?.restSeconds ?? item.restSeconds ?? restFor(document, meant),
    reasons: own?.load || slot?.load ? [] : advice.reasons,
    sides: item.sides ?? 'in-set',
    repSeconds: sharedPace(document, tempo, lane.pace(document.id)),
  };
}

/** One stretch of work without a break: so much of one movement with one load, on one side where it has sides. */
export interface Bout {
  /** Distinguishes the bouts of one set. */
  readonly key: string;
  readonly document: MovementDocument;
  readonly unit: DoseKind;
  readonly amount: number;
  readonly load: Load;
  readonly side: Side | null;
  readonly seconds: number;
  /** Before it, within the set: changing sides, picking up the lighter weight. */
  readonly leadSeconds: number;
  readonly stretch: StretchKind | null;
  /** What this set is for, where somebody said. */
  readonly word: string | null;
  /** Counts for no record: it prepares. */
  readonly isRamp: boolean;
}

/** How long a rep takes in a stretch, as a share of a whole one, and what is added between two. */
const STRETCH_PACE: Readonly<Record<StretchKind, { readonly share: number; readonly plusSeconds: number }>> = {
  full: { share: 1, plusSeconds: 0 },
  half: { share: 0.6, plusSeconds: 0 },
  singles: { share: 1, plusSeconds: 2 },
  doubles: { share: 1, plusSeconds: 1 },
  slow: { share: 2, plusSeconds: 0 },
  pulses: { share: 0.35, plusSeconds: 0 },
  hold: { share: 0, plusSeconds: 0 },
};

function stretchSeconds({ kind, amount }: Stretch, repSeconds: number): number {
  if (kind === 'hold') return amount;
  const { share, plusSeconds } = STRETCH_PACE[kind];
  return amount * (share * repSeconds + plusSeconds);
}

/** Picking up the next lighter weight within a set. */
const DROP_SECONDS = 5;
/** What is left in somebody for each lighter load, of what they made with the one before. */
const DROP_AMOUNT = 0.6;
/** Reps of the lighter sets before a heavy one, from the first on. */
const RAMP_REPS = [8, 5, 3, 2, 1] as const;
/** Light work asks for a short rest: of the movement's own. */
const RAMP_REST_SHARE = 0.5;
/** Of the working load, by how many sets are to come. */
const RAMP_SHARES: Readonly<Record<number, readonly number[]>> = {
  1: [0.6],
  2: [0.5, 0.75],
  3: [0.4, 0.6, 0.8],
  4: [0.4, 0.55, 0.7, 0.85],
  5: [0.3, 0.45, 0.6, 0.75, 0.9],
};

/** One set of an entry: its bouts in order, and the rest that follows it. */
export interface SetPlan {
  readonly bouts: readonly Bout[];
  readonly restSeconds: number;
}

function sidesOf(entry: LaneEntry): readonly (Side | null)[] {
  return entry.perSide && entry.document.laterality === 'one-side' ? ['left', 'right'] : [null];
}

function bouts(
  entry: LaneEntry,
  item: PlanItem,
  at: { readonly set: number; readonly side: Side | null },
  rackOf: PlanContext['rack'],
): Bout[] {
  const { way } = item;
  const base = { document: entry.document, load: entry.load, side: at.side, leadSeconds: 0, stretch: null, isRamp: false };
  const word = wordOf(item, at.set);
  const turns = turnsOf(entry.document, entry.unit);
  const plain = (amount: number): Bout => ({
    ...base,
    key: 'w',
    unit: entry.unit,
    amount,
    word,
    seconds: turns * secondsOfAmount(entry.document, entry.unit, amount, entry.repSeconds),
  });
  switch (way?.kind) {
    case 'script':
      return way.stretches.map((stretch, i) => ({
        ...base,
        key: `s${i}`,
        unit: stretch.kind === 'hold' ? 'seconds' : 'reps',
        amount: stretch.amount,
        stretch: stretch.kind,
        word,
        seconds: (stretch.kind === 'hold' ? 1 : turns) * stretchSeconds(stretch, entry.repSeconds),
      }));
    case 'ladder':
      return [plain(way.of === 'amount' ? (way.amounts[at.set] ?? way.amounts.at(-1) ?? entry.amount) : entry.amount)];
    case 'then-easier':
      return [plain(entry.amount)];
    case 'drop': {
      const first = plain(entry.amount);
      if (at.set < entry.sets - 1) return [first];
      const all = [first];
      let load = entry.load;
      for (let drop = 1; drop <= way.drops; drop += 1) {
        load = stepsFrom(rackOf(entry.document), load).lighter?.load ?? load;
        const amount = Math.max(1, Math.round(all.at(-1)!.amount * DROP_AMOUNT));
        all.push({ ...plain(amount), key: `d${drop}`, load, leadSeconds: DROP_SECONDS });
      }
      return all;
    }
    default:
      return [plain(entry.amount)];
  }
}

function wordOf({ way, intents }: PlanItem, set: number): string | null {
  const said = way?.kind === 'ladder' && way.of === 'word' ? way.words : intents;
  return said && said.length > 0 ? (said[Math.min(set, said.length - 1)] ?? null) : null;
}

/** The easier movement that follows at once, where the item says so. */
function easierAfter(entry: LaneEntry, item: PlanItem, context: PlanContext, side: Side | null): Bout[] {
  if (item.way?.kind !== 'then-easier') return [];
  const document = context.documentOf(item.way.movementId);
  if (!document) return [];
  const lane: LaneContext = context.lane(entry.laneId);
  const advice = lane.advise(document);
  const { amount } = item.way;
  const unit = document.dose.kind;
  const turns = turnsOf(document, unit);
  const pace = sharedPace(document, null, lane.pace(document.id));
  return [
    {
      key: 'e',
      document,
      unit,
      amount,
      load: advice.load,
      side,
      seconds: turns * secondsOfAmount(document, unit, amount, pace),
      leadSeconds: DROP_SECONDS,
      stretch: null,
      word: null,
      isRamp: false,
    },
  ];
}

/** Number of sets of an entry, by its way: a ladder has as many as it has steps. */
export function setsOfEntry(entry: LaneEntry, item: PlanItem): number {
  if (item.way?.kind !== 'ladder') return entry.sets;
  return (item.way.of === 'amount' ? item.way.amounts : item.way.words).length || entry.sets;
}

const madeSets = new WeakMap<LaneEntry, Map<string, SetPlan>>();

/** The working set of this number, from 0; both sides in it unless they go set by set. */
export function workingSet(entry: LaneEntry, item: PlanItem, set: number, context: PlanContext, only?: Side): SetPlan {
  const ofEntry = madeSets.get(entry) ?? new Map<string, SetPlan>();
  madeSets.set(entry, ofEntry);
  const key = `${set}${only ?? ''}`;
  const known = ofEntry.get(key) ?? makeSet(entry, item, set, context, only);
  ofEntry.set(key, known);
  return known;
}

function makeSet(entry: LaneEntry, item: PlanItem, set: number, context: PlanContext, only?: Side): SetPlan {
  const sides = only ? [only] : sidesOf(entry);
  return {
    bouts: sides.flatMap((side, s) =>
      [...bouts(entry, item, { set, side }, context.rack), ...easierAfter(entry, item, context, side)].map((bout, b) => ({
        ...bout,
        leadSeconds: s > 0 && b === 0 ? SIDE_CHANGE_SECONDS : bout.leadSeconds,
      })),
    ),
    restSeconds: entry.restSeconds,
  };
}

/** Whether the sides of this entry are sets, or places, of their own. */
export function isSideBySide(entry: LaneEntry): boolean {
  return entry.sides !== 'in-set' && sidesOf(entry).length === 2;
}

/** The lighter sets before the first. */
export function rampSets(entry: LaneEntry, item: PlanItem, context: PlanContext): readonly SetPlan[] {
  if (item.way?.kind !== 'ramp') return [];
  const { sets } = item.way;
  const rack = context.rack(entry.document);
  const working = rack.find(({ load }) => isSameLoad(load, entry.load))?.kg ?? null;
  return RAMP_SHARES[sets]!.map((share, i) => {
    const lighter = working === null ? null : rack.findLast(({ kg }) => kg !== null && kg <= share * working + 1e-6);
    // What is held, or walked, is done by half.
    const amount = entry.unit === 'reps' ? Math.min(entry.amount, RAMP_REPS[i]!) : Math.ceil(entry.amount / 2);
    return {
      bouts: sidesOf(entry).map((side, s) => ({
        key: 'w',
        document: entry.document,
        unit: entry.unit,
        amount,
        load: lighter?.load ?? entry.load,
        side,
        seconds: turnsOf(entry.document, entry.unit) * secondsOfAmount(entry.document, entry.unit, amount, entry.repSeconds),
        leadSeconds: s > 0 ? SIDE_CHANGE_SECONDS : 0,
        stretch: null,
        word: null,
        isRamp: true,
      })),
      restSeconds: Math.round(entry.restSeconds * RAMP_REST_SHARE),
    };
  });
}
