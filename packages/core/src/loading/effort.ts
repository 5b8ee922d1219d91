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

/** More than this in reserve nobody can tell apart. */
const RESERVE_TOLD = 5;

/** The answers of a scale, easiest first, with what stands on the button. */
export function answersOf(scale: EffortScale): readonly (EffortAnswer & { readonly text: string })[] {
  if (scale === 'words') return EFFORTS.map((effort) => ({ effort, text: EFFORT_WORDS[effort] }));
  return Array.from({ length: RESERVE_TOLD + 1 }, (_, i) => {
    const reserve = RESERVE_TOLD - i;
    const most = reserve === RESERVE_TOLD;
    const text = scale === 'rpe' ? `${10 - reserve}${most ? ' or less' : ''}` : `${reserve}${most ? ' or more' : ''}`;
    return { effort: effortOfReserve(reserve), reserve, text };
  });
}

/** An answer as it was given, in the words of a scale. */
export function answerText({ effort, reserve }: EffortAnswer, scale: EffortScale): string {
  if (scale === 'words' || reserve === undefined) return EFFORT_WORDS[effort].toLowerCase();
  return scale === 'rpe' ? `RPE ${10 - reserve}` : `${reserve} in reserve`;
}
