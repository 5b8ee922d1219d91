import type { Audience, CueKind } from '@waxwing/core/movement';

/** What a kind does, to who chooses one. */
export const KIND_WORDS: Readonly<Record<CueKind, string>> = {
  external: 'effect outside',
  internal: 'part of the body',
  analogy: 'picture',
  touch: 'touch or target',
};

/** To whom a cue is said. */
export const AUDIENCE_WORDS: Readonly<Record<Audience, string>> = {
  beginner: 'to beginners',
  experienced: 'to the experienced',
  'older-adult': 'to older people',
  teen: 'to teenagers',
};
