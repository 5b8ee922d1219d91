import type { Plan } from './plan.ts';
import type { StepKind } from './step.ts';
import type { Unrolled } from './unroll.ts';

/** What a stretch of time is to somebody who counts minutes. */
export type TimeKind = 'work' | 'rest' | 'change' | 'brief' | 'wait';

export const TIME_OF: Readonly<Record<StepKind, TimeKind>> = {
  work: 'work',
  'all-out': 'work',
  rest: 'rest',
  change: 'change',
  brief: 'brief',
  show: 'brief',
  wait: 'wait',
};

export type Seconds = Readonly<Record<TimeKind, number>>;

export interface HourTimes {
  /** To the end of the last step of all. */
  readonly seconds: number;
  /** By lane, to the second on which they are done. */
  readonly lanes: ReadonlyMap<string, Seconds & { readonly until: number }>;
  /** On average of the lanes. */
  readonly all: Seconds;
  /** What is left of the time that is booked; negative when it is more than that. */
  readonly spareSeconds: number;
}

const KINDS = ['work', 'rest', 'change', 'brief', 'wait'] as const satisfies readonly TimeKind[];
/** Where a step's seconds are added: by number, since this runs over all steps after every edit. */
const PLACE_OF = new Map(Object.entries(TIME_OF).map(([step, kind]) => [step as StepKind, KINDS.indexOf(kind)]));

function secondsOf(sums: Float64Array): Seconds {
  const [work = 0, rest = 0, change = 0, brief = 0, wait = 0] = sums;
  return { work, rest, change, brief, wait };
}

/** Minutes of work, rest, changing over, being shown and waiting, for each lane and for the hour. */
export function hourTimes(plan: Plan, unrolled: Unrolled): HourTimes {
  const sums = new Map(plan.lanes.map(({ laneId }) => [laneId, { sums: new Float64Array(KINDS.length), until: 0 }]));
  for (const { laneId, kind, untilSeconds, seconds } of unrolled.steps) {
    const of = sums.get(laneId)!;
    of.sums[PLACE_OF.get(kind)!]! += seconds;
    if (untilSeconds > of.until) of.until = untilSeconds;
  }
  const all = new Float64Array(KINDS.length);
  for (const of of sums.values()) of.sums.forEach((seconds, at) => (all[at]! += seconds / sums.size));
  return {
    seconds: unrolled.seconds,
    lanes: new Map([...sums].map(([laneId, of]) => [laneId, { ...secondsOf(of.sums), until: of.until }])),
    all: secondsOf(all),
    spareSeconds: plan.minutes * 60 - unrolled.seconds,
  };
}
