import {
  ArrayMaxSize,
  ArrayMinSize,
  IsArray,
  IsBoolean,
  IsIn,
  IsInt,
  IsString,
  Length,
  Matches,
  Max,
  Min,
} from 'class-validator';
import { IsId } from '../checks/id.ts';
import { Each, Maybe, One } from '../checks/parts.ts';
import { Tempo } from '../movement/dose.ts';
import { LOAD_SUBTYPES, LoadBase, type Load } from '../movement/load.ts';
import { DOSE_KINDS, MOVEMENT_ID_PATTERN, type DoseKind } from '../movement/terms.ts';
import {
  ALL_OUT_TIMES,
  BLOCK_TIMES_MOST,
  FORMATS,
  HANDS,
  LADDERS_OF,
  PARTS,
  PLAN_BLOCKS_MOST,
  PLAN_ITEMS_MOST,
  PLAN_LANES_MOST,
  PLAN_MINUTES_MOST,
  ROUNDS_MOST,
  SECONDS_LEAST,
  SECONDS_MOST,
  SETS_MOST,
  SIDE_ORDERS,
  STATION_ORDERS,
  STRETCHES,
  WAYS,
  type AllOutTime,
  type FormatKind,
  type Hands,
  type Part,
  type SideOrder,
  type StationOrder,
  type StretchKind,
  type WayKind,
} from './planTerms.ts';

const Cue = () => Matches(/^([a-z][a-z0-9-]{0,39}:[a-z0-9][a-z0-9-]{0,79}\/)?[a-z0-9][a-z0-9-]{0,79}$/, { each: true });

/** So much of one side, in its unit. */
export class Amount {
  @IsIn(DOSE_KINDS) unit!: DoseKind;
  @IsInt() @Min(1) @Max(10000) value!: number;
}

export class FormatBase {
  @IsIn(FORMATS) kind!: FormatKind;
}

/** Each movement with all its sets and rests, then the next. */
export class SetsFormat extends FormatBase {
  declare kind: 'sets';
}

/** One set of each, round after round: a pair, a giant set, a circuit; with one round many movements once. */
export class RoundsFormat extends FormatBase {
  declare kind: 'rounds';
  @IsInt() @Min(1) @Max(ROUNDS_MOST) rounds!: number;
  /** After each round but the last. */
  @IsInt() @Min(0) @Max(SECONDS_MOST) restSeconds!: number;
  /** Between two movements of a round; changing over may take longer. */
  @Maybe() @IsInt() @Min(0) @Max(SECONDS_MOST) betweenSeconds?: number;
}

/** A stretch of work as hard as they like, for all, at the end or after each round. */
export class AllOut {
  @IsInt() @Min(SECONDS_LEAST) @Max(SECONDS_MOST) seconds!: number;
  @IsIn(ALL_OUT_TIMES) when!: AllOutTime;
}

/** On the clock. Every station is worked and followed by a change, but the last of all. */
export class IntervalsFormat extends FormatBase {
  declare kind: 'intervals';
  @IsInt() @Min(SECONDS_LEAST) @Max(SECONDS_MOST) workSeconds!: number;
  @IsInt() @Min(0) @Max(SECONDS_MOST) restSeconds!: number;
  @IsInt() @Min(1) @Max(ROUNDS_MOST) rounds!: number;
  @IsIn(STATION_ORDERS) order!: StationOrder;
  /** Between rounds, on top of the change. */
  @Maybe() @IsInt() @Min(0) @Max(SECONDS_MOST) roundRestSeconds?: number;
  @Maybe() @One(() => AllOut) allOut?: AllOut;
}

/** As many rounds as fit into the time. */
export class AmrapFormat extends FormatBase {
  declare kind: 'amrap';
  @IsInt() @Min(SECONDS_LEAST) @Max(SECONDS_MOST) seconds!: number;
}

/** A start every so many seconds, of the movements in turn; what is left of it is rest. */
export class EmomFormat extends FormatBase {
  declare kind: 'emom';
  @IsInt() @Min(SECONDS_LEAST) @Max(SECONDS_MOST) everySeconds!: number;
  @IsInt() @Min(1) @Max(ROUNDS_MOST) rounds!: number;
}

/** One movement, another, then both joined. */
export class BuildUpFormat extends FormatBase {
  declare kind: 'build-up';
}

export type Format = SetsFormat | RoundsFormat | IntervalsFormat | AmrapFormat | EmomFormat | BuildUpFormat;

const FORMAT_SUBTYPES = {
  keepDiscriminatorProperty: true,
  discriminator: {
    property: 'kind',
    subTypes: [
      { name: 'sets', value: SetsFormat },
      { name: 'rounds', value: RoundsFormat },
      { name: 'intervals', value: IntervalsFormat },
      { name: 'amrap', value: AmrapFormat },
      { name: 'emom', value: EmomFormat },
      { name: 'build-up', value: BuildUpFormat },
    ],
  },
};

/** A stretch of a scripted set. */
export class Stretch {
  @IsIn(STRETCHES) kind!: StretchKind;
  /** Reps; of a hold seconds. */
  @IsInt() @Min(1) @Max(SECONDS_MOST) amount!: number;
}

export class WayBase {
  @IsIn(WAYS) kind!: WayKind;
}

/** Each set is these stretches, one after the other. */
export class ScriptWay extends WayBase {
  declare kind: 'script';
  @IsArray() @ArrayMinSize(1) @ArrayMaxSize(12) @Each(() => Stretch) stretches!: Stretch[];
}

/** Lighter sets before the first, which count for no record. */
export class RampWay extends WayBase {
  declare kind: 'ramp';
  @IsInt() @Min(1) @Max(5) sets!: number;
}

/** After the last set at once a lighter load, and again. */
export class DropWay extends WayBase {
  declare kind: 'drop';
  @IsInt() @Min(1) @Max(4) drops!: number;
}

/** Something changes from set to set: how much, or what is said (a height, an intent). */
export class LadderWay extends WayBase {
  declare kind: 'ladder';
  @IsIn(LADDERS_OF) of!: (typeof LADDERS_OF)[number];
  @IsArray()
  @ArrayMaxSize(SETS_MOST)
  @IsInt({ each: true })
  @Min(1, { each: true })
  @Max(10000, { each: true })
  amounts!: number[];
  @IsArray() @ArrayMaxSize(SETS_MOST) @IsString({ each: true }) @Length(1, 40, { each: true }) words!: string[];
}

/** The few good reps that there are, then at once an easier movement for the rest. */
export class ThenEasierWay extends WayBase {
  declare kind: 'then-easier';
  @Matches(MOVEMENT_ID_PATTERN) movementId!: string;
  @IsInt() @Min(1) @Max(10000) amount!: number;
}

export type Way = ScriptWay | RampWay | DropWay | LadderWay | ThenEasierWay;

const WAY_SUBTYPES = {
  keepDiscriminatorProperty: true,
  discriminator: {
    property: 'kind',
    subTypes: [
      { name: 'script', value: ScriptWay },
      { name: 'ramp', value: RampWay },
      { name: 'drop', value: DropWay },
      { name: 'ladder', value: LadderWay },
      { name: 'then-easier', value: ThenEasierWay },
    ],
  },
};

/** What is asked; what isn't said is advised by last time, the room and the library. */
export class Asked {
  @Maybe() @One(() => Amount) amount?: Amount;
  @Maybe() @IsInt() @Min(1) @Max(SETS_MOST) sets?: number;
  @Maybe() @One(() => LoadBase, LOAD_SUBTYPES) load?: Load;
  @Maybe() @One(() => Tempo) tempo?: Tempo;
  @Maybe() @IsInt() @Min(0) @Max(600) restSeconds?: number;
}

/** What one lane does otherwise in the same place. */
export class OwnPart extends Asked {
  @IsId() laneId!: string;
  /** Another rung, or another movement altogether. */
  @Maybe() @Matches(MOVEMENT_ID_PATTERN) movementId?: string;
  /** They sit this one out. */
  @Maybe() @IsBoolean() leftOut?: boolean;
}

/** Up to three levels, easiest first, and what is at hand for whom the movement is too much, or not enough of what it is for. */
export class Levels {
  @Maybe() @Matches(MOVEMENT_ID_PATTERN) easier?: string;
  @Maybe() @Matches(MOVEMENT_ID_PATTERN) harder?: string;
  @Maybe() @Matches(MOVEMENT_ID_PATTERN) cantDo?: string;
  @Maybe() @Matches(MOVEMENT_ID_PATTERN) notEnough?: string;
}

export class PlanItem extends Asked {
  @IsId() itemId!: string;
  @Matches(MOVEMENT_ID_PATTERN) movementId!: string;
  @IsArray() @ArrayMaxSize(PLAN_LANES_MOST) @Each(() => OwnPart) own!: OwnPart[];
  @Maybe() @One(() => WayBase, WAY_SUBTYPES) way?: Way;
  @Maybe() @IsIn(SIDE_ORDERS) sides?: SideOrder;
  @Maybe() @One(() => Levels) levels?: Levels;
  /** What each round, or set, is for: first for form, then for pace. */
  @Maybe() @IsArray() @ArrayMaxSize(10) @IsString({ each: true }) @Length(1, 60, { each: true }) intents?: string[];
  /** Two cues at the most: nobody hears a third. */
  @Maybe() @IsArray() @ArrayMaxSize(2) @Cue() stress?: string[];
  @Maybe() @IsString() @Length(1, 300) note?: string;
  /** Stays where it is when the plan is put in another order. */
  @Maybe() @IsBoolean() pinned?: boolean;
  /** Works on purpose what the one before has just worked. */
  @Maybe() @IsBoolean() stacked?: boolean;
  @Maybe() @IsIn(HANDS) hands?: Hands;
}

export class PlanBlock {
  @IsId() blockId!: string;
  @IsIn(PARTS) part!: Part;
  @Maybe() @IsString() @Length(1, 60) name?: string;
  @One(() => FormatBase, FORMAT_SUBTYPES) format!: Format;
  /** How often all of it is gone through. */
  @Maybe() @IsInt() @Min(1) @Max(BLOCK_TIMES_MOST) times?: number;
  /** Every station is shown before the first begins. */
  @Maybe() @IsBoolean() walkThrough?: boolean;
  /** People begin at different stations and move on one by one. */
  @Maybe() @IsBoolean() spread?: boolean;
  @IsArray() @ArrayMaxSize(PLAN_ITEMS_MOST) @Each(() => PlanItem) items!: PlanItem[];
}

/** Somebody, or a level of a class. */
export class PlanLane {
  @IsId() laneId!: string;
  @Maybe() @IsId() clientId?: string;
  /** Of a class: what this level is called. */
  @Maybe() @IsString() @Length(1, 40) level?: string;
}

/** The whole of a plan: what its page makes and Floor runs. */
export class Plan {
  @IsString() @Length(0, 80) name!: string;
  @IsInt() @Min(5) @Max(PLAN_MINUTES_MOST) minutes!: number;
  @Maybe() @IsId() placeId?: string;
  /** At the first one's home, with what they have there. */
  @Maybe() @IsBoolean() atHome?: boolean;
  /** Of a class: how many come. */
  @Maybe() @IsInt() @Min(1) @Max(60) heads?: number;
  @IsArray() @ArrayMaxSize(PLAN_LANES_MOST) @Each(() => PlanLane) lanes!: PlanLane[];
  @IsArray() @ArrayMaxSize(PLAN_BLOCKS_MOST) @Each(() => PlanBlock) blocks!: PlanBlock[];
  @Maybe() @IsString() @Length(1, 1000) note?: string;
}

/** What is wrong with a plan that its shape alone can't tell. */
export function planErrors(plan: Plan): readonly { readonly path: string; readonly message: string }[] {
  const problems: { path: string; message: string }[] = [];
  const items = plan.blocks.flatMap((block) => block.items);
  if (items.length > PLAN_ITEMS_MOST) {
    problems.push({ path: 'blocks', message: `hold ${items.length} movements; ${PLAN_ITEMS_MOST} is the most` });
  }
  const twice = (ids: readonly string[]) => ids.find((id, at) => ids.indexOf(id) !== at);
  if (twice(plan.blocks.map(({ blockId }) => blockId))) problems.push({ path: 'blocks', message: 'have one id twice' });
  if (twice(items.map(({ itemId }) => itemId))) problems.push({ path: 'blocks', message: 'have a movement’s id twice' });
  if (twice(plan.lanes.map(({ laneId }) => laneId))) problems.push({ path: 'lanes', message: 'have one id twice' });
  if (twice(plan.lanes.flatMap(({ clientId }) => clientId ?? []))) {
    problems.push({ path: 'lanes', message: 'name somebody twice' });
  }
  const known = new Set(plan.lanes.map(({ laneId }) => laneId));
  plan.blocks.forEach(({ items: own }, b) =>
    own.forEach((item, i) => {
      const lanes = item.own.map(({ laneId }) => laneId);
      const path = `blocks[${b}].items[${i}].own`;
      if (twice(lanes)) problems.push({ path, message: 'say one lane twice' });
      if (lanes.some((id) => !known.has(id))) problems.push({ path, message: 'name a lane that isn’t in the plan' });
    }),
  );
  return problems;
}
