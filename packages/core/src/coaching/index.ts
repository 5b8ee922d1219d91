/** Which fault first, what to say, what to change. */
export { AUDIENCE_WORDS } from './audience.ts';
export { type CueEvidence, type CueOrder, cueEvidence, orderByEvidence, sumOf } from './cueEvidence.ts';
export { EMPTY_BOOK, type CueTally, TRIAL_VALUE, type TallyBook, tallyKey } from './cueTally.ts';
export type { Change } from './nextChange.ts';
export { rankCues } from './rankCues.ts';
export type { TriagedFault } from './triage.ts';
export { workOn } from './workOn.ts';
export { type MeantFault, faultsMeant, faultTypesMeant } from './faultsMeant.ts';
export { type LastingFault, lastingFaults } from './lastingFaults.ts';
export { type WatchNext, watchNext } from './watchNext.ts';
