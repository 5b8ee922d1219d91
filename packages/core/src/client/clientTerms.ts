/** How the day job loads a body. */
export const JOB_LOADS = [
  'sits',
  'stands',
  'walks',
  'lifts',
  'reaches-up',
  'bends',
  'kneels',
  'grips',
  'drives',
  'one-sided',
] as const;
export type JobLoad = (typeof JOB_LOADS)[number];

export const TOUCH_ANSWERS = ['yes', 'no', 'ask'] as const;
export type TouchAnswer = (typeof TOUCH_ANSWERS)[number];

/** Surely under eighteen. Only the year is asked for; in the year in which they turn eighteen the trainer knows. */
export function isMinor(birthYear: number, year: number): boolean {
  return year - birthYear < 18;
}
