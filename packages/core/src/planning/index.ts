/** The arithmetic of an hour. */
export { intervalTime, roundsThatFit, totalReps } from './intervals.ts';
export { allSetsSeconds, mostOf } from './workTime.ts';
