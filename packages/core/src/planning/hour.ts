import type { Plan } from './plan.ts';
import type { StepKind, Unrolled } from './unroll.ts';

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

const none = (): Record<TimeKind, number> => ({ work: 0, rest: 0, change: 0, brief: 0, wait: 0 });

/** Minutes of work, rest, changing over, being shown and waiting, for each lane and for the hour. */
export function hourTimes(plan: Plan, unrolled: Unrolled): HourTimes {
  const lanes = new Map(plan.lanes.map(({ laneId }) => [laneId, { ...none(), until: 0 }]));
  for (const { laneId, kind, untilSeconds, seconds } of unrolled.steps) {
    const of = lanes.get(laneId)!;
    of[TIME_OF[kind]] += seconds;
    of.until = Math.max(of.until, untilSeconds);
  }
  const all = none();
  for (const of of lanes.values()) for (const kind of Object.keys(all) as TimeKind[]) all[kind] += of[kind] / lanes.size;
  return { seconds: unrolled.seconds, lanes, all, spareSeconds: plan.minutes * 60 - unrolled.seconds };
}
