import type { Audience } from '../movement/terms.ts';

/** To whom a cue is said. */
export const AUDIENCE_WORDS: Readonly<Record<Audience, string>> = {
  beginner: 'to beginners',
  experienced: 'to the experienced',
  'older-adult': 'to older people',
  teen: 'to teenagers',
};

/** Of age nothing more is kept with an hour than whom some cues are meant for. */
export type AgeGroup = Extract<Audience, 'teen' | 'older-adult'>;

const TEEN_FROM = 13;
const GROWN_FROM = 18;
const OLDER_FROM = 65;

/** So many sets of a movement that somebody watched make it theirs; up to so few they are beginners at it. */
const BEGINNER_UP_TO = 6;
const EXPERIENCED_FROM = 24;

/** Which age group somebody is in, by the year of their birth; nothing in between. */
export function ageGroupOf(birthYear: number, year: number): AgeGroup | undefined {
  const age = year - birthYear;
  if (age >= TEEN_FROM && age < GROWN_FROM) return 'teen';
  return age >= OLDER_FROM ? 'older-adult' : undefined;
}

/** Whom a cue may be meant for that somebody is, on a movement of which so many of their sets were watched. */
export function audiencesOf(ageGroup: AgeGroup | undefined, lookedSets: number): readonly Audience[] {
  return [
    ...(ageGroup ? [ageGroup] : []),
    ...(lookedSets <= BEGINNER_UP_TO ? (['beginner'] as const) : []),
    ...(lookedSets >= EXPERIENCED_FROM ? (['experienced'] as const) : []),
  ];
}
