import type { Plan } from './plan.ts';

/** A plan with the way back and the way on again. */
export interface PlanHistory {
  readonly now: Plan;
  /** Oldest first, each with what was done to it. */
  readonly past: readonly { readonly plan: Plan; readonly did: string }[];
  /** The next to be done again first. */
  readonly undone: readonly { readonly plan: Plan; readonly did: string }[];
}

/** So many steps lead back. */
export const HISTORY_MOST = 200;

export function historyOf(plan: Plan): PlanHistory {
  return { now: plan, past: [], undone: [] };
}

/** What is done after an undo takes the place of what was undone. What `goesOn` is one step with what was done last: a number being typed. */
export function withDone(history: PlanHistory, next: Plan, did: string, goesOn = false): PlanHistory {
  if (next === history.now) return history;
  if (goesOn && history.past.length > 0) return { now: next, past: history.past, undone: [] };
  return { now: next, past: [...history.past, { plan: history.now, did }].slice(-HISTORY_MOST), undone: [] };
}

export function undone(history: PlanHistory): PlanHistory {
  const last = history.past.at(-1);
  if (!last) return history;
  return { now: last.plan, past: history.past.slice(0, -1), undone: [{ plan: history.now, did: last.did }, ...history.undone] };
}

export function redone(history: PlanHistory): PlanHistory {
  const [next, ...rest] = history.undone;
  if (!next) return history;
  return { now: next.plan, past: [...history.past, { plan: history.now, did: next.did }], undone: rest };
}
