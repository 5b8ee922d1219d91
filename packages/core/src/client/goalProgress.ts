import { daysBetween } from '../checks/daysBetween.ts';
import type { ClientGoal } from './clientDocument.ts';

export interface GoalProgress {
  /** 0 at the start, 1 when reached; `null` for a goal without numbers. */
  readonly part: number | null;
  /** Days until its date; negative when it has passed; `null` without one. */
  readonly daysLeft: number | null;
  readonly text: string;
}

/** How far somebody is with a goal on a day. Works down as well as up: a goal may be less of something. */
export function goalProgress(goal: ClientGoal, today: string): GoalProgress {
  const daysLeft = goal.by ? daysBetween(today, goal.by) : null;
  const when =
    daysLeft === null
      ? ''
      : daysLeft < 0
        ? `${-daysLeft} days past its date`
        : daysLeft === 0
          ? 'due today'
          : `${daysLeft} days left`;
  const { measure } = goal;
  if (!measure) return { part: null, daysLeft, text: when };
  const { start, target, now, unit } = measure;
  const way = target - start;
  const part = way === 0 ? 1 : Math.min(1, Math.max(0, ((now ?? start) - start) / way));
  const far = `${now ?? start} ${unit} now, from ${start} to ${target}`;
  return { part, daysLeft, text: when ? `${far}; ${when}` : far };
}
