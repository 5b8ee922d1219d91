import { daysBetween } from '../checks/daysBetween.ts';
import type { Familiarity } from '../planning/planContext.ts';
import type { MovementHistory } from './brief.ts';

/** After so long a movement is shown as if it were new. */
const FORGOTTEN_DAYS = 42;
/** Sessions in which it is still being learned. */
const LEARNING_SESSIONS = 3;

/** How well somebody knows a movement on a day, by when they did it and how it went. */
export function familiarityOf(history: MovementHistory | undefined, today: string): Familiarity {
  if (!history || daysBetween(history.localDate, today) > FORGOTTEN_DAYS) return 'new';
  const [last] = history.outcomes;
  return history.outcomes.length < LEARNING_SESSIONS || !last?.clean ? 'learning' : 'known';
}
