import type { Tempo } from '../movement/dose.ts';
import type { MovementDocument } from '../movement/movementDocument.ts';
import type { Position } from '../movement/terms.ts';
import type { Familiarity, MeasuredPace } from './planContext.ts';
import { repSecondsOf } from './workTime.ts';

/** Reps that somebody has to count before their own pace weighs as much as the book's. */
const PACE_PRIOR_REPS = 30;

/** Seconds of one rep: by tempo or the library, drawn towards what the counter measured as reps come in. */
export function sharedPace(
  document: Pick<MovementDocument, 'repSeconds'>,
  tempo: Tempo | null,
  measured: MeasuredPace | null,
): number {
  const book = repSecondsOf(document, tempo);
  // A tempo that is asked for is another pace than the one that was measured.
  if (!measured || tempo) return book;
  return (measured.reps * measured.secondsPerRep + PACE_PRIOR_REPS * book) / (measured.reps + PACE_PRIOR_REPS);
}

/** How high the body is: what getting from one position to another costs goes by the difference. */
const HEIGHT: Readonly<Record<Position, number>> = {
  hanging: 3,
  standing: 3,
  split: 3,
  seated: 2,
  'half-kneeling': 1.5,
  kneeling: 1.5,
  'all-fours': 1,
  prone: 0,
  supine: 0,
  'side-lying': 0,
};
/** Walking over and settling, even in the same position. */
const SETTLE_SECONDS = 3;
const EACH_HEIGHT_SECONDS = 3;
/** From the back to the front or the side: no height, but a turn. */
const TURN_SECONDS = 2;

/** From one position to another, in seconds: standing to lying 12, lying to lying otherwise 5, standing to standing 3. */
export function positionChangeSeconds(from: Position, to: Position): number {
  if (from === to) return SETTLE_SECONDS;
  const height = Math.abs(HEIGHT[from] - HEIGHT[to]);
  return SETTLE_SECONDS + (height === 0 ? TURN_SECONDS : Math.round(height * EACH_HEIGHT_SECONDS));
}

/** Down to the floor, or up from it. */
export function isFloorChange(from: Position, to: Position): boolean {
  const isDown = (position: Position) => HEIGHT[position] <= 1.5;
  return isDown(from) !== isDown(to);
}

/** Picking something up, or putting it down. */
export const HANDLE_KIT_SECONDS = 4;

/** Showing a movement: on first meeting or after six weeks, while it is being learned, and else as a reminder. */
export const BRIEF_SECONDS: Readonly<Record<Familiarity, number>> = { new: 45, learning: 20, known: 10 };
