import type { Load } from '@waxwing/core/movement';
import type { Effort } from '@waxwing/core/loading';
import type { ClientDocument, SetUp } from '@waxwing/core/client';
import { ON_TOUR, PRIYAS_KITCHEN } from './rooms.ts';

/** A goal whose date is so many days from today. */
export type Goal = Omit<ClientDocument['goals'][number], 'by'> & { readonly dueInDays?: number };

/** How somebody's ten weeks go. All people are invented. */
export interface Person {
  readonly key: string;
  readonly trainer: 'maren' | 'ferris';
  /** The record, but for what hangs on the day on which the demo is made. */
  readonly document: Omit<ClientDocument, 'goals'> & { readonly goals: readonly Goal[] };
  /** A yes among the readiness answers, with who cleared it. */
  readonly readiness?: { readonly yes: string[]; readonly clearedBy: string };
  /** Days of the week they come, Sunday is 0. */
  readonly weekdays: readonly number[];
  readonly startMinute: number;
  /** Movements in the order of the hour, with what they lift at the beginning. */
  readonly program: readonly {
    readonly movementId: string;
    readonly load?: Load;
    /** What they could lift once when the weeks begin, in kilograms in all: decides how hard a set is. */
    readonly oneRm?: number;
    readonly setUp?: SetUp;
  }[];
  /** What they measured at the beginning and what they measure now. */
  readonly measured: readonly {
    readonly measureId: string;
    readonly side?: 'left' | 'right';
    readonly first: number;
    readonly now: number;
  }[];
  /** Chance per set of each fault in week one; it falls as weeks go by. */
  readonly faults: Readonly<Record<string, number>>;
  /** What their trainer saw and said on the first day that the library lacks: typed on the floor, and nobody has filed it. */
  readonly typed?: { readonly fault: string; readonly cue: string };
  /** Cues that work for them better than others do, by cue id. */
  readonly hears: readonly string[];
  /** Chance of "plenty left" at the beginning of the ten weeks. */
  readonly spare: number;
  /** What they answer, however it was. */
  readonly always?: Effort;
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
      trainingYears: 0.3,
      jobLoads: ['stands', 'lifts', 'grips'],
      goals: [
        {
          text: 'Get up off the floor without his hands',
          dueInDays: 40,
          measure: { unit: 'cm of seat height', start: 50, target: 0, now: 32 },
        },
      ],
      build: { heightCm: 184, thighCm: 49, shankCm: 43 },
      cueStyle: { kinds: ['external'], touch: 'ask' },
      follows: ['sit-to-stand-30', 'wall-sit'],
      cautions: [{ caution: 'ankle', note: 'Both stiff since years in boots; long thighs, so he tips early.' }],
    },
    weekdays: [1, 4],
    startMinute: 8 * 60,
    program: [
      { movementId: w('box-squat'), setUp: { benchHeight: '50 cm', wedge: '2 cm' } },
      { movementId: w('supported-split-squat') },
      {
        movementId: w('band-row'),
        load: { kind: 'band', strands: 1, name: 'narrow' },
        setUp: { distance: 'two steps', strap: 'chest height' },
      },
      { movementId: w('knee-plank') },
    ],
    faults: {
      [w('box-squat/heels-lift')]: 0.6,
      [w('box-squat/drops-onto-box')]: 0.4,
      [w('supported-split-squat/hauls-on-the-rail')]: 0.6,
      [w('knee-plank/seat-up')]: 0.4,
    },
    hears: [w('box-squat/egg-on-the-box'), w('supported-split-squat/two-fingers')],
    spare: 0.25,
    readiness: { yes: ['bone-or-joint'], clearedBy: 'Dr Halyard, Quillhaven surgery' },
    measured: [
      { measureId: 'sit-to-stand-30', first: 9, now: 13 },
      { measureId: 'wall-sit', first: 22, now: 41 },
    ],
  },
  {
    key: 'ilse',
    trainer: 'maren',
    document: {
      name: 'Ilse Varga-Holm',
      birthYear: 1992,
      dayJob: 'ferry deckhand',
      trainingYears: 8,
      jobLoads: ['stands', 'lifts', 'one-sided'],
      goals: [
        { text: 'Front squat with her own weight', dueInDays: 75, measure: { unit: 'kg', start: 30, target: 64, now: 42 } },
      ],
      cueStyle: { kinds: ['internal', 'analogy'], touch: 'yes' },
      build: { heightCm: 172 },
      follows: ['push-ups', 'held-plank', 'body-mass'],
      cautions: [{ caution: 'shoulder', side: 'right', note: 'Dislocated at nineteen; quiet below shoulder height.' }],
    },
    weekdays: [1, 3, 5],
    startMinute: 9 * 60,
    program: [
      { movementId: w('goblet-squat'), load: single(16), oneRm: 27 },
      { movementId: w('dumbbell-romanian-deadlift'), load: pair(12.5), oneRm: 40 },
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
    measured: [
      { measureId: 'push-ups', first: 14, now: 21 },
      { measureId: 'held-plank', first: 70, now: 115 },
      { measureId: 'body-mass', first: 64.5, now: 64 },
    ],
  },
  {
    key: 'priya',
    trainer: 'maren',
    document: {
      name: 'Priya Castellan',
      birthYear: 1980,
      dayJob: 'pastry chef',
      trainingYears: 1,
      jobLoads: ['stands', 'grips', 'reaches-up'],
      goals: [
        { text: '10 kg overhead in each hand', dueInDays: 55, measure: { unit: 'kg a hand', start: 3, target: 10, now: 5 } },
      ],
      homeKit: PRIYAS_KITCHEN,
      cueStyle: { kinds: ['analogy'], touch: 'no' },
      follows: ['wall-sit', 'held-plank'],
      cautions: [{ caution: 'wrist', note: 'Both sore from whisking; straight wrists only.' }],
    },
    weekdays: [1, 4],
    startMinute: 10 * 60,
    program: [
      { movementId: w('bodyweight-squat') },
      { movementId: w('overhead-press'), load: pair(3), oneRm: 11 },
      { movementId: w('split-squat') },
      { movementId: w('forearm-plank') },
    ],
    faults: {
      [w('bodyweight-squat/tail-tucks')]: 0.5,
      [w('split-squat/wobbles')]: 0.5,
      [w('forearm-plank/low-back-sags')]: 0.3,
    },
    hears: [w('split-squat/train-tracks'), 'belt-buckle-to-chin'],
    spare: 0.35,
    measured: [
      { measureId: 'wall-sit', first: 30, now: 52 },
      { measureId: 'held-plank', first: 25, now: 48 },
    ],
  },
  {
    key: 'odalys',
    trainer: 'maren',
    document: {
      name: 'Odalys Finch',
      birthYear: 1955,
      dayJob: 'retired cartographer',
      trainingYears: 0.5,
      jobLoads: ['sits'],
      goals: [
        {
          text: 'Twenty chair rises in thirty seconds',
          dueInDays: 30,
          measure: { unit: 'rises', start: 11, target: 20, now: 16 },
        },
      ],
      cueStyle: { kinds: ['external'], touch: 'yes' },
      follows: ['sit-to-stand-30', 'one-leg-stand', 'resting-pulse'],
      cautions: [{ caution: 'balance', note: 'Fell on the quay in spring.' }, { caution: 'bone-density' }],
    },
    weekdays: [1, 3],
    startMinute: 11 * 60,
    program: [
      { movementId: w('box-squat'), setUp: { benchHeight: '47 cm', note: 'chair back against the wall' } },
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
    readiness: { yes: ['medicine', 'bone-or-joint'], clearedBy: 'Dr Halyard, Quillhaven surgery' },
    measured: [
      { measureId: 'sit-to-stand-30', first: 11, now: 16 },
      { measureId: 'one-leg-stand', side: 'left', first: 6, now: 14 },
      { measureId: 'one-leg-stand', side: 'right', first: 9, now: 17 },
      { measureId: 'resting-pulse', first: 74, now: 69 },
    ],
  },
  {
    key: 'jonah',
    trainer: 'maren',
    document: {
      name: 'Jonah Abara',
      birthYear: 1974,
      dayJob: 'harbour pilot',
      trainingYears: 3,
      jobLoads: ['sits', 'reaches-up'],
      goals: [
        { text: 'Climb the pilot ladder without stopping', dueInDays: 90, measure: { unit: 'm', start: 4, target: 9, now: 6.5 } },
      ],
      unit: 'lb',
      follows: ['push-ups', 'minutes-worked'],
      cautions: [{ caution: 'knee', side: 'left', note: 'Aches after long stairs.' }],
    },
    weekdays: [1, 3],
    startMinute: 17 * 60,
    program: [
      { movementId: w('bodyweight-squat') },
      { movementId: w('bent-over-row'), load: pair(8), oneRm: 27 },
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
    always: 'about-right',
    measured: [
      { measureId: 'push-ups', first: 6, now: 12 },
      { measureId: 'minutes-worked', first: 7.5, now: 14 },
    ],
  },
  {
    key: 'wren',
    trainer: 'maren',
    document: {
      name: 'Wren Tolliver',
      birthYear: 2009,
      guardian: 'Agathe Tolliver',
      dayJob: 'apprentice sailmaker',
      trainingYears: 0.2,
      jobLoads: ['bends', 'grips'],
      goals: [{ text: 'Ten full push-ups', dueInDays: 45, measure: { unit: 'reps', start: 3, target: 10, now: 7 } }],
      follows: ['push-ups'],
      cautions: [],
    },
    weekdays: [1, 3],
    startMinute: 17 * 60,
    program: [
      { movementId: w('goblet-squat'), load: single(10), oneRm: 17 },
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
    measured: [{ measureId: 'push-ups', first: 3, now: 7 }],
  },
  {
    key: 'caspian',
    trainer: 'ferris',
    document: {
      name: 'Caspian Dray',
      birthYear: 1999,
      dayJob: 'stage rigger, on tour',
      trainingYears: 6,
      jobLoads: ['lifts', 'reaches-up', 'drives'],
      goals: [
        { text: 'Keep his strength on the road', dueInDays: 120, measure: { unit: 'push-ups', start: 28, target: 35, now: 30 } },
      ],
      homeKit: ON_TOUR,
      follows: ['push-ups'],
      cautions: [],
    },
    weekdays: [0, 6],
    startMinute: 15 * 60,
    program: [{ movementId: w('full-push-up') }, { movementId: w('reverse-lunge') }, { movementId: w('forearm-plank') }],
    faults: { [w('full-push-up/head-drops')]: 0.3, [w('reverse-lunge/short-step')]: 0.4 },
    hears: ['eyes-on-fingertips'],
    spare: 0.6,
    measured: [{ measureId: 'push-ups', first: 28, now: 30 }],
  },
  {
    key: 'sunniva',
    trainer: 'maren',
    document: {
      name: 'Sunniva Okafor',
      birthYear: 1987,
      dayJob: 'glass-blower',
      trainingYears: 2,
      jobLoads: ['stands', 'bends', 'one-sided'],
      goals: [
        {
          text: 'A day at the furnace without a stiff back',
          dueInDays: 60,
          measure: { unit: 'hours', start: 2, target: 8, now: 5 },
        },
      ],
      cueStyle: { kinds: ['external', 'touch'], touch: 'ask' },
      follows: ['held-plank', 'talk-test-pulse'],
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
    typed: { fault: 'Hips drift to the door', cue: 'Belt buckle at the furnace' },
    spare: 0.35,
    readiness: { yes: ['bone-or-joint'], clearedBy: 'her physiotherapist' },
    measured: [
      { measureId: 'held-plank', first: 20, now: 46 },
      { measureId: 'talk-test-pulse', first: 118, now: 124 },
    ],
  },
];
