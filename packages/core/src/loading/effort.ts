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

/** How a trainer likes to ask. */
export const EFFORT_SCALES = ['words', 'reserve', 'rpe'] as const;
export type EffortScale = (typeof EFFORT_SCALES)[number];

/** One answer that can be given: the word that the judgement goes by, and the number where the scale has one. */
export interface EffortAnswer {
  readonly effort: Effort;
  /** Reps in reserve as they were said; absent when only the word was. */
  readonly reserve?: number;
}

/** The word whose reserve lies nearest. */
export function effortOfReserve(reserve: number): Effort {
  const plenty = (RESERVE_OF_EFFORT['plenty-left'] + RESERVE_OF_EFFORT['about-right']) / 2;
  const nothing = (RESERVE_OF_EFFORT['about-right'] + RESERVE_OF_EFFORT['nothing-left']) / 2;
  if (reserve >= plenty) return 'plenty-left';
  return reserve <= nothing ? 'nothing-left' : 'about-right';
}

/** The answer that stands in a set, a session or a history; `null` when nobody asked. */
export function answerOf({
  effort,
  reserve,
}: {
  readonly effort: Effort | null;
  readonly reserve?: number;
}): EffortAnswer | null {
  return effort && { effort, ...(reserve !== undefined && { reserve }) };
}

/** Reps in reserve that an answer stands for. */
export function reserveOf({ effort, reserve }: EffortAnswer): number {
  return reserve ?? RESERVE_OF_EFFORT[effort];
}

/** "None" and its word: the set went as far as it could. */
export function leftNothing(answer: EffortAnswer): boolean {
  return reserveOf(answer) <= RESERVE_OF_EFFORT['nothing-left'];
}

/** More than this in reserve nobody can tell apart. */
const RPE_RESERVE_MOST = 5;

/** What a client can tell: "plenty" is a lower bound, and two can't be told from three. */
const RESERVES_TOLD = [
  { reserve: 4, text: '4 or more' },
  { reserve: 2.5, text: '2 or 3' },
  { reserve: 1, text: '1' },
  { reserve: 0, text: 'None' },
] as const;

/** The answers of a scale, easiest first, with what stands on the button. */
export function answersOf(scale: EffortScale): readonly (EffortAnswer & { readonly text: string })[] {
  if (scale === 'words') return EFFORTS.map((effort) => ({ effort, text: EFFORT_WORDS[effort] }));
  if (scale === 'reserve') return RESERVES_TOLD.map((told) => ({ ...told, effort: effortOfReserve(told.reserve) }));
  return Array.from({ length: RPE_RESERVE_MOST + 1 }, (_, i) => {
    const reserve = RPE_RESERVE_MOST - i;
    const text = `${10 - reserve}${reserve === RPE_RESERVE_MOST ? ' or less' : ''}`;
    return { effort: effortOfReserve(reserve), reserve, text };
  });
}

/** An answer as it was given, in the words of a scale. */
export function answerText({ effort, reserve }: EffortAnswer, scale: EffortScale): string {
  if (scale === 'words' || reserve === undefined) return EFFORT_WORDS[effort].toLowerCase();
  if (scale === 'rpe') return `RPE ${10 - reserve}`;
  const told = RESERVES_TOLD.find((each) => each.reserve === reserve);
  return `${told ? told.text.toLowerCase() : reserve} left`;
}
