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
  /** Before a set of what was done already in this hour. */
  readonly beforeAnotherSetSeconds: number | null;
  /** Before the first set of a movement in this hour. */
  readonly beforeNewMovementSeconds: number | null;
}

export const NO_GAPS: Gaps = { beforeAnotherSetSeconds: null, beforeNewMovementSeconds: null };

/** From so many of a kind on, what was logged holds over the table. */
const LOGGED_LEAST = 10;
/** A gap beyond this was no gap: somebody went home, or the sets of another day follow. */
const GAP_MOST_SECONDS = 900;

/** The medians over the sets of some sessions, each in the order in which they were done. */
export function learnedGaps(sessions: readonly (readonly DoneSet[])[]): Gaps {
  const again: number[] = [];
  const fresh: number[] = [];
  for (const sets of sessions) {
    const seen = new Set<string>();
    sets.forEach((set, at) => {
      const before = sets[at - 1];
      const isAgain = seen.has(set.movementId);
      seen.add(set.movementId);
      if (!before) return;
      const gap = set.fromSeconds - before.untilSeconds;
      if (gap < 0 || gap > GAP_MOST_SECONDS) return;
      (isAgain ? again : fresh).push(gap - before.restSeconds);
    });
  }
  const learned = (gaps: readonly number[]) => (gaps.length < LOGGED_LEAST ? null : Math.max(0, Math.round(medianOf(gaps))));
  return { beforeAnotherSetSeconds: learned(again), beforeNewMovementSeconds: learned(fresh) };
}

/** Of an even number the mean of the two in the middle; of none it has no meaning. */
export function medianOf(values: readonly number[]): number {
  const sorted = [...values].sort((a, b) => a - b);
  const middle = Math.floor(sorted.length / 2);
  return sorted.length % 2 === 1 ? sorted[middle]! : (sorted[middle - 1]! + sorted[middle]!) / 2;
}
