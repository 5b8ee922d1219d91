/** What the next reps showed after a cue. */
export const CUE_OUTCOMES = ['fixed', 'better', 'same', 'worse'] as const;
export type CueOutcome = (typeof CUE_OUTCOMES)[number];
