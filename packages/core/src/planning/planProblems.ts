import { clashes } from './clashProblems.ts';
import { crowding } from './floorProblems.ts';
import { tiredHands } from './handProblems.ts';
import { goneFrom, hindered } from './openProblems.ts';
import type { PlanProblem, ProblemQuestion } from './planProblem.ts';
import { sharedUse } from './sharedUse.ts';
import { unevenSides } from './sideProblems.ts';
import { againstStances } from './stanceProblems.ts';
import { overTime, tightChanges, tightStarts } from './timeProblems.ts';

/** What stands in the way, the gravest first; each with what would mend it where something would. */
export function planProblems(question: ProblemQuestion): readonly PlanProblem[] {
  const uses = sharedUse(question.unrolled);
  const hindrances = hindered(question);
  return [
    ...goneFrom(question),
    ...hindrances.filter(({ kind }) => kind !== 'not-yet'),
    ...clashes(question, uses),
    ...crowding(question),
    ...tightChanges(question),
    ...tightStarts(question),
    ...unevenSides(question),
    ...tiredHands(question),
    ...againstStances(question),
    ...overTime(question),
    ...hindrances.filter(({ kind }) => kind === 'not-yet'),
  ];
}
