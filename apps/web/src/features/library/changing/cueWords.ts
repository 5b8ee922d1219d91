import type { CueKind } from '@waxwing/core/movement';

/** What a kind does, to who chooses one. */
export const KIND_WORDS: Readonly<Record<CueKind, string>> = {
  external: 'effect outside',
  internal: 'part of the body',
  analogy: 'picture',
  touch: 'touch or target',
};
