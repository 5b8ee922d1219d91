import type { MovementDocument } from '../movement/movementDocument.ts';
import { ladderOf, reach, type Ladder } from './ladder.ts';

export interface StepProblem {
  readonly movementId: string;
  readonly path: string;
  readonly message: string;
}

/** More skill than this at once is a leap, not a step. */
const SKILL_STEP_MOST = 1;

/**
 * Steps that somebody should look at: that ask for much more skill at once, or for less than the easier end; and movements to go back to
 * that stand on no way down, neither from the movement nor from its parts, and aren't called drills.
 */
export function stepProblems(documents: readonly MovementDocument[]): readonly StepProblem[] {
  const byId = new Map(documents.map((document) => [document.id, document]));
  const ladder = ladderOf(documents);
  return documents.flatMap((document) => stepProblemsOf(document, byId, ladder));
}

export function stepProblemsOf(
  document: MovementDocument,
  byId: ReadonlyMap<string, MovementDocument>,
  ladder: Ladder,
): readonly StepProblem[] {
  const problems: StepProblem[] = [];
  const report = (path: string, message: string) => problems.push({ movementId: document.id, path, message });
  const nameOf = (id: string) => byId.get(id)?.name ?? id;
  document.harder.forEach(({ to }, i) => {
    const next = byId.get(to);
    if (!next) return;
    const leap = next.skill - document.skill;
    if (leap > SKILL_STEP_MOST) report(`harder[${i}]`, `${nameOf(to)} asks for much more skill: what stands between?`);
    if (leap < 0) report(`harder[${i}]`, `${nameOf(to)} asks for less skill than this`);
  });
  const below = reach(ladder, [document.id, ...(document.components ?? [])], 'easier');
  document.faults.forEach(({ regressTo, drill }, i) => {
    if (regressTo === undefined || drill || below.has(regressTo)) return;
    report(`faults[${i}].regressTo`, `${nameOf(regressTo)} isn’t below this on any way: is it a drill?`);
  });
  return problems;
}
