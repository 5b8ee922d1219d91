/** The arithmetic of an hour. */
export { intervalTime, roundsThatFit, totalReps } from './intervals.ts';
