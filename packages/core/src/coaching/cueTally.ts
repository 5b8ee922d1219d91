import type { CueOutcome } from '../movement/cueOutcome.ts';

/** Trials of one cue against one fault. `score` sums what the trials were worth (see `TRIAL_VALUE`). */
export interface CueTally {
  readonly trials: number;
  readonly score: number;
  /** Trials that ended in "fixed": what reasons count. */
  readonly fixed: number;
}

/** What a trial is worth as evidence that the cue works. */
export const TRIAL_VALUE: Readonly<Record<CueOutcome, number>> = { fixed: 1, better: 0.5, same: 0, worse: 0 };

/** History of cues: keys are made by `tallyKey`. Plain data, so that a session brief can carry it. */
export interface TallyBook {
  /** This client, this movement's fault. */
  readonly client: Readonly<Record<string, CueTally>>;
  /** The studio's other clients, this movement's fault. */
  readonly others: Readonly<Record<string, CueTally>>;
  /** The studio's other clients, this fault type over all movements. */
  readonly othersByType: Readonly<Record<string, CueTally>>;
}

export const NO_TALLY: CueTally = { trials: 0, score: 0, fixed: 0 };
export const EMPTY_BOOK: TallyBook = { client: {}, others: {}, othersByType: {} };

/** `subject` is a fault id or a fault type id. */
export function tallyKey(subject: string, cueId: string): string {
  return `${subject}|${cueId}`;
}

/** One trial more. */
export function addTrial(tally: CueTally, outcome: CueOutcome): CueTally {
  return {
    trials: tally.trials + 1,
    score: tally.score + TRIAL_VALUE[outcome],
    fixed: tally.fixed + (outcome === 'fixed' ? 1 : 0),
  };
}
