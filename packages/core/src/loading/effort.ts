/** How a client says what was left after a set. */
export const EFFORTS = ['plenty-left', 'about-right', 'nothing-left'] as const;
export type Effort = (typeof EFFORTS)[number];

export const EFFORT_WORDS: Readonly<Record<Effort, string>> = {
  'plenty-left': 'Plenty left',
  'about-right': 'About right',
  'nothing-left': 'Nothing left',
};

/** Clean reps in reserve that each answer stands for; "plenty" is a lower bound. */
export const RESERVE_OF_EFFORT: Readonly<Record<Effort, number>> = {
  'plenty-left': 4,
  'about-right': 2.5,
  'nothing-left': 0.5,
};
