/** A set of a lane as it was done: when, in seconds of the same clock, and how long a rest its movement asks for. */
export interface DoneSet {
  readonly movementId: string;
  readonly fromSeconds: number;
  /** When its reps would have been done at the lane's own pace; what was said and shown in between counts to the gap. */
  readonly untilSeconds: number;
  readonly restSeconds: number;
}

/** What passes between two sets beyond the rest: getting going, saying something, asking, changing over, showing. `null` before enough were logged. */
export interface Gaps {
  readonly betweenSetsSeconds: number | null;
  readonly betweenMovementsSeconds: number | null;
}

export const NO_GAPS: Gaps = { betweenSetsSeconds: null, betweenMovementsSeconds: null };

/** From so many of a kind on, what was logged holds over the table. */
const LOGGED_LEAST = 10;
/** A gap beyond this was no gap: somebody went home, or the sets of another day follow. */
const GAP_MOST_SECONDS = 900;

/** The medians over the sets of some sessions, each in the order in which they were done. */
export function learnedGaps(sessions: readonly (readonly DoneSet[])[]): Gaps {
  const same: number[] = [];
  const other: number[] = [];
  for (const sets of sessions) {
    sets.forEach((set, at) => {
      const before = sets[at - 1];
      if (!before) return;
      const gap = set.fromSeconds - before.untilSeconds;
      if (gap < 0 || gap > GAP_MOST_SECONDS) return;
      (set.movementId === before.movementId ? same : other).push(gap - before.restSeconds);
    });
  }
  const learned = (gaps: readonly number[]) => (gaps.length < LOGGED_LEAST ? null : Math.max(0, Math.round(medianOf(gaps))));
  return { betweenSetsSeconds: learned(same), betweenMovementsSeconds: learned(other) };
}

/** Of an even number the mean of the two in the middle; of none it has no meaning. */
export function medianOf(values: readonly number[]): number {
  const sorted = [...values].sort((a, b) => a - b);
  const middle = Math.floor(sorted.length / 2);
  return sorted.length % 2 === 1 ? sorted[middle]! : (sorted[middle - 1]! + sorted[middle]!) / 2;
}
