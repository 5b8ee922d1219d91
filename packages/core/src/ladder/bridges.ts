import type { HarderStep } from '../movement/movementDocument.ts';
import type { Ladder } from './ladder.ts';

/** A step that would lead past a movement. */
export interface Bridge {
  readonly from: string;
  readonly step: HarderStep;
}

/** So many levers can be named of a step. */
const LEVERS_MOST = 5;

/**
 * Steps that close the gap which a movement leaves on its ladder: from each easier one to each harder one that it doesn’t lead to already. What
 * is shown first is what was shown before the movement itself, and what changes is what changed on the way over it.
 */
export function bridges(ladder: Ladder, movementId: string): readonly Bridge[] {
  return ladder.easierFrom(movementId).flatMap((into) =>
    ladder.harderFrom(movementId).flatMap((out): Bridge[] => {
      if (ladder.harderFrom(into.from).some(({ to }) => to === out.to)) return [];
      const levers = [...new Set([...into.levers, ...out.levers])].slice(0, LEVERS_MOST);
      const isAside = into.sideBranch || out.sideBranch;
      const step: HarderStep = { to: out.to, levers, shownFirst: into.shownFirst, ...(isAside && { sideBranch: true }) };
      return [{ from: into.from, step }];
    }),
  );
}
