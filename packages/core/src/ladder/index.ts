/** Which movement is harder than which, and what is open. */
export { type Bridge, bridges } from './bridges.ts';
export { type Purpose, fallbacks } from './fallback.ts';
export { type Ladder, type LadderPath, type Step, ladderOf, nearest, pathTo, reach, rungs } from './ladder.ts';
export { ladderText } from './ladderText.ts';
export {
  type Documents,
  type LibraryProblem,
  type MovementProblem,
  aliasProblems,
  changeErrors,
  problemsOfChanged,
  sharedCueErrors,
} from './libraryCheck.ts';
export { isOpenTo } from './openTo.ts';
