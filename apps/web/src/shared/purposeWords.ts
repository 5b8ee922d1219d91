import type { Purpose } from '@waxwing/core/ladder';

/** What something easier does as well as what it stands in for. */
export const PURPOSE_WORDS: Readonly<Record<Purpose, string>> = {
  muscles: 'works the same muscles',
  pulse: 'raises the pulse too',
  range: 'opens the same range',
};
