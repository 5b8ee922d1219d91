/** What sessions come to over weeks: mastery, what is open, what the library should learn. */
export { type Looks, libraryHealth } from './libraryHealth.ts';
export { type PractisedSet, hasShown, masteryOf, shownFirstText } from './mastery.ts';
export { type NextRung, nextRungs } from './nextRungs.ts';
export { type Obstacle, type Openness, opennessOf } from './openness.ts';
