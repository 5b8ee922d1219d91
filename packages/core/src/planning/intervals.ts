/** Timed work: every station is worked and followed by a change, but the last of all. */
export interface Intervals {
  readonly stations: number;
  readonly workSeconds: number;
  readonly restSeconds: number;
  readonly rounds: number;
  /** Between rounds, on top of the change; absent for none. */
  readonly roundRestSeconds?: number;
  /** One more stretch of work at the end. */
  readonly burnOutSeconds?: number;
}

/** Seconds from the first work to the end of the last, and how much of it is work. */
export function intervalTime({
  stations,
  workSeconds,
  restSeconds,
  rounds,
  roundRestSeconds = 0,
  burnOutSeconds = 0,
}: Intervals): {
  readonly totalSeconds: number;
  readonly workSeconds: number;
} {
  const work = stations * rounds * workSeconds + burnOutSeconds;
  const changes = Math.max(0, stations * rounds - 1) * restSeconds + Math.max(0, rounds - 1) * roundRestSeconds;
  return { totalSeconds: work + changes + (burnOutSeconds > 0 ? restSeconds : 0), workSeconds: work };
}

/** The most rounds that fit into so many minutes; 0 when not even one does. */
export function roundsThatFit(intervals: Omit<Intervals, 'rounds'>, minutes: number): number {
  const most = 200;
  let rounds = 0;
  while (rounds < most && intervalTime({ ...intervals, rounds: rounds + 1 }).totalSeconds <= minutes * 60) rounds += 1;
  return rounds;
}

/** Everything that is done of a movement, both sides together. */
export function totalReps(sets: number, reps: number, perSide: boolean): { readonly perSide: number; readonly total: number } {
  return { perSide: sets * reps, total: sets * reps * (perSide ? 2 : 1) };
}
