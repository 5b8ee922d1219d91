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

interface BuildField {
  readonly field: keyof ClientBuild;
  readonly name: string;
  readonly how: string;
  /** Centimetres, as the server takes them. */
  readonly low: number;
  readonly high: number;
  /** What would be right, beside the range. */
  readonly such: string;
}

export const BUILD_FIELDS: readonly BuildField[] = [
  { field: 'heightCm', name: 'Height', how: '168, or 5 ft 6', low: 80, high: 250, such: 'five foot six is 168' },
  { field: 'thighCm', name: 'Thigh', how: 'hip bump to knee', low: 20, high: 80, such: 'sixteen inches are 41' },
  { field: 'shankCm', name: 'Shin', how: 'knee to ankle', low: 20, high: 80, such: 'sixteen inches are 41' },
  { field: 'trunkCm', name: 'Trunk', how: 'hip bump to shoulder', low: 25, high: 100, such: 'twenty inches are 51' },
  { field: 'armCm', name: 'Arm', how: 'shoulder to wrist', low: 30, high: 110, such: 'two feet are 61' },
];
