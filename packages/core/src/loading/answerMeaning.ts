import { effortOfReserve, leftNothing, reserveOf, type EffortAnswer, type Effort } from './effort.ts';

/** A set that somebody was asked about, as the log has it. */
export interface RatedSet {
  readonly sessionId: string;
  readonly movementId: string;
  readonly localDate: string;
  readonly startedAt: string;
  readonly kilograms: number;
  /** Reps of one side. */
  readonly amount: number;
  readonly effort: Effort;
  readonly reserve?: number;
}

/** What one answer has meant so far: reps that there really were. */
export interface AnswerMeaning {
  /** Reps in reserve that the answer stands for. */
  readonly said: number;
  readonly meant: number;
  /** Sets that a later one could be held against. */
  readonly sets: number;
}

/** How somebody answers. */
export interface AnswerHabits {
  /** Only of answers that have meant something else than they say. */
  readonly meanings: readonly AnswerMeaning[];
  /** The one answer that was given every time of late; `null` where answers vary. */
  readonly always: { readonly answer: EffortAnswer; readonly times: number } | null;
}

/** Later than this the body is another one. */
const DAYS_MOST = 14;
/** So many sets' worth the answer itself counts, as in all estimates here. */
const SAID_WEIGHT = 4;
const SETS_LEAST = 4;
/** Less than a rep is no difference. */
const OFF_LEAST = 1;
/** More than this in reserve nobody can tell apart. */
const RESERVE_MOST = 10;
/** An answer is read so much higher or lower at most. */
const READ_OFF_MOST = 3;
/** Whoever said that nothing was left is never asked for more because of it. */
const NONE_READ_MOST = 2;

const ALWAYS_LEAST = 12;
const ALWAYS_SESSIONS = 3;

/**
 * What somebody's answers have meant, from what they did later with the same load: in the next session within two weeks, or later on the same
 * day. A set with nothing left says how many there were; one with more reps than the answer allowed, that there were at least as many; any other
 * leaves the answer as it was said. Shrunk towards what was said, so that a few sets change little.
 *
 * `sets`: reps only, without pain and not on the clock, in any order.
 */
export function answerHabits(sets: readonly RatedSet[]): AnswerHabits {
  const inOrder = [...sets].sort((a, b) => (a.startedAt < b.startedAt ? -1 : 1));
  const alike = new Map<string, RatedSet[]>();
  for (const set of inOrder) {
    const key = `${set.movementId} ${set.kilograms}`;
    alike.set(key, [...(alike.get(key) ?? []), set]);
  }
  const shown = new Map<number, number[]>();
  for (const some of alike.values()) {
    for (const [at, set] of some.entries()) {
      const really = shownBy(set, some.slice(at + 1));
      const said = reserveOf(set);
      if (really !== null) shown.set(said, [...(shown.get(said) ?? []), really]);
    }
  }
  const meanings = [...shown].flatMap(([said, all]): AnswerMeaning[] => {
    const meant = (all.reduce((sum, each) => sum + each, 0) + SAID_WEIGHT * said) / (all.length + SAID_WEIGHT);
    if (all.length < SETS_LEAST || Math.abs(meant - said) < OFF_LEAST) return [];
    return [{ said, meant: Math.round(meant * 10) / 10, sets: all.length }];
  });
  return { meanings: meanings.sort((a, b) => b.said - a.said), always: alwaysOf(inOrder) };
}

/** Reps in reserve that later sets with the same load show a set to have had; `null` where nothing can be told. */
function shownBy(set: RatedSet, later: readonly RatedSet[]): number | null {
  const said = reserveOf(set);
  const within = (more: number) => Math.min(RESERVE_MOST, Math.max(0, more));
  // Tired on the same day, somebody can do less than before, and not more.
  const beyond = later.filter(({ sessionId, amount }) => sessionId === set.sessionId && amount > set.amount + said);
  if (beyond.length > 0) return within(Math.max(...beyond.map(({ amount }) => amount)) - set.amount);
  const next = later.find(({ sessionId }) => sessionId !== set.sessionId);
  if (!next || Date.parse(next.localDate) - Date.parse(set.localDate) > DAYS_MOST * 86_400_000) return null;
  const most = later
    .filter(({ sessionId }) => sessionId === next.sessionId)
    .reduce((best, each) => (each.amount > best.amount ? each : best));
  if (leftNothing(most)) return within(most.amount + reserveOf(most) - set.amount);
  return most.amount > set.amount + said ? within(most.amount - set.amount) : said;
}

function alwaysOf(inOrder: readonly RatedSet[]): AnswerHabits['always'] {
  const last = inOrder.at(-1);
  if (!last) return null;
  const other = inOrder.findLastIndex((set) => reserveOf(set) !== reserveOf(last));
  const running = inOrder.slice(other + 1);
  const sessions = new Set(running.map(({ sessionId }) => sessionId));
  if (running.length < ALWAYS_LEAST || sessions.size < ALWAYS_SESSIONS) return null;
  const { effort, reserve } = last;
  return { answer: { effort, ...(reserve !== undefined && { reserve }) }, times: running.length };
}

/** An answer as loads read it: by what it has meant, within bounds; with how that is said, where it isn't what was said. */
export function readAnswer(
  answer: EffortAnswer,
  habits: AnswerHabits | undefined,
): EffortAnswer & { readonly meaning?: AnswerMeaning } {
  const said = reserveOf(answer);
  const meaning = habits?.meanings.find((each) => each.said === said);
  if (!meaning) return answer;
  const most = leftNothing(answer) ? NONE_READ_MOST : said + READ_OFF_MOST;
  const reserve = Math.min(most, Math.max(0, said - READ_OFF_MOST, meaning.meant));
  return { effort: effortOfReserve(reserve), reserve, meaning };
}

/** "has meant about 5 more so far". */
export function meaningText({ meant, sets }: AnswerMeaning): string {
  return `has meant about ${Math.round(meant)} more so far (${sets} sets)`;
}

/** "the same answer 14 times running". */
export function alwaysText(times: number): string {
  return `the same answer ${times} times running`;
}
