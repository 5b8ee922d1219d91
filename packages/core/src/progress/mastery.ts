import { RESERVE_OF_EFFORT, type Effort } from '../loading/effort.ts';
import type { Mastery } from '../movement/mastery.ts';
import type { DoseKind } from '../movement/terms.ts';
import type { MovementDocument, ShownFirst } from '../movement/movementDocument.ts';

/** A set of a movement as far as mastery is judged by it. */
export interface PractisedSet {
  readonly sessionId: string;
  /** Reps or seconds, of one side. */
  readonly amount: number;
  /** What was counted; absent in answers of before it was told: then what the movement is dosed in. */
  readonly unit?: DoseKind;
  /** `null`: nobody looked, and that is not clean. */
  readonly clean: boolean | null;
  /** `null`: nobody asked. */
  readonly effort: Effort | null;
}

/** Two sets are a habit, one may be luck. */
const SETS_TO_COUNT = 2;
/** "Twice, with something left": sessions at the top of the range before a movement is owned. */
const SESSIONS_TO_OWN = 2;

/** A whole set on the clock, looked at and clean to the end, is shown as well as one that was counted; a range it doesn't tell. */
const isIn = (unit: DoseKind) => (set: PractisedSet) => set.unit === undefined || set.unit === unit;

function bySession(sets: readonly PractisedSet[]): readonly PractisedSet[][] {
  const sessions = new Map<string, PractisedSet[]>();
  for (const set of sets) sessions.set(set.sessionId, [...(sessions.get(set.sessionId) ?? []), set]);
  return [...sessions.values()];
}

/**
 * The mark that follows from the log; `null` when it was never done. Clean: one session with two clean sets in the range.
 * Owned: two sessions with two clean sets at its top and something left. Learning: a second session, or a clean set.
 */
export function masteryOf({ dose }: Pick<MovementDocument, 'dose'>, sets: readonly PractisedSet[]): Mastery | null {
  if (sets.length === 0) return null;
  const [low, high] = dose.kind === 'distance' ? [dose.metres, dose.metres] : [dose.low, dose.high];
  const sessions = bySession(sets);
  const sessionsWith = (isGood: (set: PractisedSet) => boolean) =>
    sessions.filter((session) => session.filter(isGood).length >= SETS_TO_COUNT).length;
  const hasSomethingLeft = ({ effort }: PractisedSet) => effort === 'plenty-left' || effort === 'about-right';
  if (
    sessionsWith((set) => set.clean === true && isIn(dose.kind)(set) && set.amount >= high && hasSomethingLeft(set)) >=
    SESSIONS_TO_OWN
  )
    return 'owned';
  if (sessionsWith((set) => set.clean === true && (!isIn(dose.kind)(set) || set.amount >= low)) > 0) return 'clean';
  return sessions.length > 1 || sets.some(({ clean }) => clean) ? 'learning' : 'introduced';
}

/** Whether what a harder step asks for has been shown in one session, and the nearest that anybody came to it. */
export interface Shown {
  readonly isShown: boolean;
  /** Sets of the best session that count; 0 before the first. */
  readonly sets: number;
}

export function hasShown(first: ShownFirst, sets: readonly PractisedSet[]): Shown {
  const wanted = first.reps ?? first.seconds ?? 1;
  const isWanted = isIn(first.seconds !== undefined && first.reps === undefined ? 'seconds' : 'reps');
  const counts = (set: PractisedSet) =>
    set.clean === true &&
    (!isWanted(set) || set.amount >= wanted) &&
    (first.reserve === 0 || (set.effort !== null && RESERVE_OF_EFFORT[set.effort] >= first.reserve));
  const most = Math.max(0, ...bySession(sets).map((session) => session.filter(counts).length));
  return { isShown: most >= first.sets, sets: most };
}

/** "2 × 12 clean, 2 in reserve". */
export function shownFirstText({ sets, reps, seconds, reserve }: ShownFirst): string {
  return `${sets} × ${reps ?? `${seconds} s`} clean${reserve > 0 ? `, ${reserve} in reserve` : ''}`;
}
