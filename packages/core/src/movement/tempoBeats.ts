import type { Tempo } from './dose.ts';

/** What is called at a second of a rep. */
export interface TempoBeat {
  readonly atSeconds: number;
  readonly word: string;
  /** A part of the rep begins: louder than the seconds within it. */
  readonly isTurn: boolean;
}

export interface TempoCall {
  readonly beats: readonly TempoBeat[];
  /** The next rep begins after so long. */
  readonly repSeconds: number;
}

/** Nobody goes there or back in no time. */
const LEAST_SECONDS = 1;

/**
 * A rep to its tempo, second by second: there, held where it turns, back, held at the end. "Go" and "back" fit a squat as well as a row, whose
 * first half goes up.
 */
export function tempoCall({ lowerSeconds, turnSeconds, liftSeconds, finishSeconds }: Tempo): TempoCall {
  const beats: TempoBeat[] = [];
  let at = 0;
  const part = (word: string, seconds: number) => {
    for (let second = 0; second < Math.ceil(seconds); second += 1) {
      beats.push({ atSeconds: at + second, word: second === 0 ? word : String(second + 1), isTurn: second === 0 });
    }
    at += seconds;
  };
  part('go', Math.max(LEAST_SECONDS, lowerSeconds));
  part('hold', turnSeconds);
  part('back', Math.max(LEAST_SECONDS, liftSeconds));
  part('hold', finishSeconds);
  return { beats, repSeconds: at };
}
