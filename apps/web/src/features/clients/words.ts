import type { CueKind } from '@waxwing/core/movement';
import type { ClientBuild, JobLoad, TouchAnswer } from '@waxwing/core/client';

export const JOB_LOAD_NAMES: Readonly<Record<JobLoad, string>> = {
  sits: 'Sits',
  stands: 'Stands',
  walks: 'Walks',
  lifts: 'Lifts',
  'reaches-up': 'Reaches up',
  bends: 'Bends',
  kneels: 'Kneels',
  grips: 'Grips',
  drives: 'Drives',
  'one-sided': 'Works one-sided',
};

export const CUE_STYLE_NAMES: Readonly<Record<CueKind, string>> = {
  external: 'What it does outside (“push the floor away”)',
  internal: 'What the body does (“squeeze your glutes”)',
  analogy: 'Pictures (“tall as a mast”)',
  touch: 'A touch or a target',
};

export const TOUCH_NAMES: Readonly<Record<TouchAnswer, string>> = {
  yes: 'May be touched to show it',
  ask: 'Ask each time before touching',
  no: 'Not to be touched',
};

export const BUILD_FIELDS: readonly { readonly field: keyof ClientBuild; readonly name: string; readonly how: string }[] = [
  { field: 'heightCm', name: 'height', how: '' },
  { field: 'thighCm', name: 'thigh', how: 'hip bump to knee' },
  { field: 'shankCm', name: 'shank', how: 'knee to ankle' },
  { field: 'trunkCm', name: 'trunk', how: 'hip bump to shoulder' },
  { field: 'armCm', name: 'arm', how: 'shoulder to wrist' },
];
