/** How far somebody has come with a movement, least first. */
export const MASTERY = ['introduced', 'learning', 'clean', 'owned'] as const;
export type Mastery = (typeof MASTERY)[number];
