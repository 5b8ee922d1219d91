import type { ClientDocument, Load } from '@waxwing/core';

/** How somebody's ten weeks go. All people are invented. */
export interface Person {
  readonly key: string;
  readonly trainer: 'maren' | 'ferris';
  readonly document: ClientDocument;
  /** Days of the week they come, Sunday is 0. */
  readonly weekdays: readonly number[];
  readonly startMinute: number;
  /** Movements in the order of the hour, with what they lift at the beginning. */
  readonly program: readonly { readonly movementId: string; readonly load?: Load }[];
  /** Chance per set of each fault in week one; it falls as weeks go by. */
  readonly faults: Readonly<Record<string, number>>;
  /** Cues that work for them better than others do, by cue id. */
  readonly hears: readonly string[];
  /** Chance of "plenty left" at the beginning of the ten weeks. */
  readonly spare: number;
}

const w = (slug: string) => `waxwing:${slug}`;
const single = (value: number): Load => ({ kind: 'single', value, unit: 'kg' });
const pair = (value: number): Load => ({ kind: 'pair', value, unit: 'kg' });

export const PEOPLE: readonly Person[] = [
  {
    key: 'tobiah',
    trainer: 'maren',
    document: {
      name: 'Tobiah Renn',
      birthYear: 1968,
      dayJob: 'bell-founder',
      goals: [{ text: 'Get up off the floor without his hands' }],
      cautions: [{ caution: 'ankle', note: 'Both stiff since years in boots; long thighs, so he tips early.' }],
    },
    weekdays: [1, 4],
    startMinute: 8 * 60,
    program: [
      { movementId: w('box-squat') },
      { movementId: w('supported-split-squat') },
      { movementId: w('wall-push-up') },
      { movementId: w('knee-plank') },
    ],
    faults: {
      [w('box-squat/heels-lift')]: 0.6,
      [w('box-squat/drops-onto-box')]: 0.4,
      [w('supported-split-squat/hauls-on-the-rail')]: 0.6,
      [w('wall-push-up/shoulders-hitch')]: 0.3,
      [w('knee-plank/seat-up')]: 0.4,
    },
    hears: [w('box-squat/egg-on-the-box'), w('supported-split-squat/two-fingers')],
    spare: 0.25,
  },
  {
    key: 'ilse',
    trainer: 'maren',
    document: {
      name: 'Ilse Varga-Holm',
      birthYear: 1992,
      dayJob: 'ferry deckhand',
      goals: [{ text: 'Front squat with her own weight' }],
      cautions: [{ caution: 'shoulder', side: 'right', note: 'Dislocated at nineteen; quiet below shoulder height.' }],
    },
    weekdays: [1, 3, 5],
    startMinute: 9 * 60,
    program: [
      { movementId: w('goblet-squat'), load: single(16) },
      { movementId: w('dumbbell-romanian-deadlift'), load: pair(14) },
      { movementId: w('full-push-up') },
      { movementId: w('forearm-plank') },
    ],
    faults: {
      [w('goblet-squat/knees-in')]: 0.6,
      [w('goblet-squat/bell-drifts')]: 0.35,
      [w('dumbbell-romanian-deadlift/bells-drift')]: 0.35,
      [w('full-push-up/worms-up')]: 0.4,
      [w('forearm-plank/seat-up')]: 0.25,
    },
    hears: [w('goblet-squat/elbows-inside-knees'), w('dumbbell-romanian-deadlift/paint-your-legs')],
    spare: 0.5,
  },
  {
    key: 'priya',
    trainer: 'maren',
    document: {
      name: 'Priya Castellan',
      birthYear: 1980,
      dayJob: 'pastry chef',
      goals: [{ text: '10 kg overhead in each hand' }],
      cautions: [{ caution: 'wrist', note: 'Both sore from whisking; straight wrists only.' }],
    },
    weekdays: [1, 4],
    startMinute: 10 * 60,
    program: [
      { movementId: w('bodyweight-squat') },
      { movementId: w('wall-push-up') },
      { movementId: w('split-squat') },
      { movementId: w('forearm-plank') },
    ],
    faults: {
      [w('bodyweight-squat/tail-tucks')]: 0.5,
      [w('wall-push-up/elbows-flare')]: 0.6,
      [w('split-squat/wobbles')]: 0.5,
      [w('forearm-plank/low-back-sags')]: 0.3,
    },
    hears: [w('split-squat/train-tracks'), 'belt-buckle-to-chin'],
    spare: 0.35,
  },
  {
    key: 'odalys',
    trainer: 'maren',
    document: {
      name: 'Odalys Finch',
      birthYear: 1955,
      dayJob: 'retired cartographer',
      goals: [{ text: 'Twenty chair rises in thirty seconds' }],
      cautions: [{ caution: 'balance', note: 'Fell on the quay in spring.' }, { caution: 'bone-density' }],
    },
    weekdays: [1, 3],
    startMinute: 11 * 60,
    program: [
      { movementId: w('box-squat') },
      { movementId: w('wall-tap-hinge') },
      { movementId: w('supported-split-squat') },
      { movementId: w('wall-push-up') },
    ],
    faults: {
      [w('box-squat/rocks-to-stand')]: 0.6,
      [w('box-squat/knees-in')]: 0.35,
      [w('wall-tap-hinge/squats-it')]: 0.5,
      [w('supported-split-squat/back-leg-works')]: 0.4,
      [w('wall-push-up/hips-lag')]: 0.4,
    },
    hears: [w('box-squat/nose-over-toes'), w('wall-tap-hinge/close-the-drawer')],
    spare: 0.3,
  },
  {
    key: 'jonah',
    trainer: 'maren',
    document: {
      name: 'Jonah Abara',
      birthYear: 1974,
      dayJob: 'harbour pilot',
      goals: [{ text: 'Climb the pilot ladder without stopping' }],
      cautions: [{ caution: 'knee', side: 'left', note: 'Aches after long stairs.' }],
    },
    weekdays: [1, 3],
    startMinute: 17 * 60,
    program: [
      { movementId: w('bodyweight-squat') },
      { movementId: w('knee-push-up') },
      { movementId: w('split-squat') },
      { movementId: w('forearm-plank') },
    ],
    faults: {
      [w('bodyweight-squat/knees-in')]: 0.6,
      [w('bodyweight-squat/trunk-tips')]: 0.35,
      [w('knee-push-up/low-back-sags')]: 0.4,
      [w('split-squat/knee-in')]: 0.4,
    },
    hears: ['headlights', 'plank-of-wood'],
    spare: 0.4,
  },
  {
    key: 'wren',
    trainer: 'maren',
    document: {
      name: 'Wren Tolliver',
      birthYear: 2009,
      guardian: 'Agathe Tolliver',
      dayJob: 'apprentice sailmaker',
      goals: [{ text: 'Ten full push-ups' }],
      cautions: [],
    },
    weekdays: [1, 3],
    startMinute: 17 * 60,
    program: [
      { movementId: w('goblet-squat'), load: single(10) },
      { movementId: w('full-push-up') },
      { movementId: w('reverse-lunge') },
    ],
    faults: {
      [w('goblet-squat/hips-shoot-up')]: 0.4,
      [w('full-push-up/low-back-sags')]: 0.5,
      [w('full-push-up/elbows-flare')]: 0.5,
      [w('reverse-lunge/tightrope')]: 0.5,
    },
    hears: [w('full-push-up/squeeze-the-heels'), w('reverse-lunge/land-like-a-cat')],
    spare: 0.5,
  },
  {
    key: 'caspian',
    trainer: 'ferris',
    document: {
      name: 'Caspian Dray',
      birthYear: 1999,
      dayJob: 'stage rigger, on tour',
      goals: [{ text: 'Keep his strength on the road' }],
      cautions: [],
    },
    weekdays: [0, 6],
    startMinute: 15 * 60,
    program: [{ movementId: w('full-push-up') }, { movementId: w('reverse-lunge') }, { movementId: w('forearm-plank') }],
    faults: { [w('full-push-up/head-drops')]: 0.3, [w('reverse-lunge/short-step')]: 0.4 },
    hears: ['eyes-on-fingertips'],
    spare: 0.6,
  },
  {
    key: 'sunniva',
    trainer: 'maren',
    document: {
      name: 'Sunniva Okafor',
      birthYear: 1987,
      dayJob: 'glass-blower',
      goals: [{ text: 'A day at the furnace without a stiff back' }],
      cautions: [{ caution: 'low-back', note: 'Two episodes last year; cleared by her physiotherapist in August.' }],
    },
    weekdays: [2, 5],
    startMinute: 12 * 60,
    program: [
      { movementId: w('wall-tap-hinge') },
      { movementId: w('bodyweight-squat') },
      { movementId: w('knee-push-up') },
      { movementId: w('knee-plank') },
    ],
    faults: {
      [w('wall-tap-hinge/back-rounds')]: 0.45,
      [w('bodyweight-squat/heels-lift')]: 0.35,
      [w('knee-push-up/hips-stay-back')]: 0.5,
      [w('knee-plank/low-back-sags')]: 0.35,
    },
    hears: [w('wall-tap-hinge/hands-in-the-fold'), 'plank-of-wood'],
    spare: 0.35,
  },
];
