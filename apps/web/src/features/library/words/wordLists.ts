import {
  wordName,
  type BasePose,
  type CautionEntry,
  type FamilyEntry,
  type FaultType,
  type KitEntry,
  type Muscle,
  type SharedCue,
  type Word,
  type WordList,
} from '@waxwing/core/movement';

/** The lists that a trainer keeps, as they stand over the page. */
export const KEPT_LISTS = [
  'faultTypes',
  'cues',
  'kit',
  'cautions',
  'families',
  'muscles',
  'basePoses',
] as const satisfies readonly WordList[];
export type KeptList = (typeof KEPT_LISTS)[number];

export const LIST_TITLES: Readonly<Record<KeptList, string>> = {
  faultTypes: 'Kinds of fault',
  cues: 'Shared cues',
  kit: 'Kit',
  cautions: 'Cautions',
  families: 'Families',
  muscles: 'Muscles',
  basePoses: 'Base poses',
};

export interface WordOf {
  readonly faultTypes: FaultType;
  readonly cues: SharedCue;
  readonly kit: KitEntry;
  readonly cautions: CautionEntry;
  readonly families: FamilyEntry;
  readonly muscles: Muscle;
  readonly basePoses: BasePose;
}

/** A word of a list that somebody just named; a base pose is made of a movement’s figure, not of a name. */
export const NEW_WORDS: { readonly [List in Exclude<KeptList, 'basePoses'>]: (id: string, name: string) => WordOf[List] } = {
  faultTypes: (id, name) => ({ id, name, region: 'trunk', causes: [] }),
  cues: (id, text) => ({ id, text, kind: 'external', for: [] }),
  kit: (id, name) => ({ id, name }),
  cautions: (id, name) => ({ id, name, regions: [], general: 'Work in the range that stays quiet.' }),
  families: (id, name) => ({ id, name }),
  muscles: (id, name) => ({ id, name, region: 'trunk' }),
};

/** The most letters of a name. */
export const NAME_MOST: Readonly<Record<KeptList, number>> = {
  faultTypes: 40,
  cues: 60,
  kit: 60,
  cautions: 60,
  families: 60,
  muscles: 60,
  basePoses: 80,
};

/** Which of a list has all that is typed, in its name or another; by name. */
export function wordsLike(words: readonly Word[], typed: string): Word[] {
  const parts = typed.toLowerCase().split(/\s+/).filter(Boolean);
  return words
    .filter((word) => {
      const { otherNames = [] } = word as { readonly otherNames?: readonly string[] };
      const texts = [wordName(word), ...otherNames].map((text) => text.toLowerCase());
      return parts.every((part) => texts.some((text) => text.includes(part)));
    })
    .sort((a, b) => wordName(a).localeCompare(wordName(b), 'en'));
}
