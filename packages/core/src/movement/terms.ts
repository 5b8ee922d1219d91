/**
 * The closed lists of the field's terms. They are data, not types alone, so that validators, forms and schemas
 * all read the same list.
 */

/** The basic patterns with what is counted beside them, then what belongs to none: one joint at a time, preparing, and easing off. */
export const PATTERNS = [
  'squat',
  'lunge',
  'hinge',
  'push',
  'pull',
  'rotate',
  'trunk-curl',
  'brace',
  'anti-rotation',
  'carry',
  'throw',
  'jump',
  'balance',
  'locomotion',
  'single-joint',
  'mobility',
  'stretch',
] as const;
export type Pattern = (typeof PATTERNS)[number];

export const POSITIONS = [
  'standing',
  'split',
  'half-kneeling',
  'kneeling',
  'all-fours',
  'prone',
  'supine',
  'side-lying',
  'seated',
  'hanging',
] as const;
export type Position = (typeof POSITIONS)[number];

/** `both`: both sides together; `alternating`: side after side in one set; `one-side`: one side, then the other. */
export const LATERALITIES = ['both', 'alternating', 'one-side'] as const;
export type Laterality = (typeof LATERALITIES)[number];

export const SIDES = ['left', 'right'] as const;
export type Side = (typeof SIDES)[number];

export const PLANES = ['sagittal', 'frontal', 'transverse'] as const;
export type Plane = (typeof PLANES)[number];

export const MUSCLE_ROLES = ['prime-mover', 'assisting', 'stabilising'] as const;
export type MuscleRole = (typeof MUSCLE_ROLES)[number];

export const IMPACTS = ['none', 'low', 'high'] as const;
export type Impact = (typeof IMPACTS)[number];

/** What one repetition is made of: its rhythm decides which phases it has. */
export const RHYTHMS = ['rep', 'hold', 'locomotion'] as const;
export type Rhythm = (typeof RHYTHMS)[number];

export const PHASES = ['set-up', 'lower', 'turn', 'lift', 'finish', 'enter', 'hold', 'leave', 'drive', 'land'] as const;
export type Phase = (typeof PHASES)[number];

export const PHASES_OF_RHYTHM: Readonly<Record<Rhythm, readonly Phase[]>> = {
  rep: ['set-up', 'lower', 'turn', 'lift', 'finish'],
  hold: ['set-up', 'enter', 'hold', 'leave'],
  locomotion: ['set-up', 'drive', 'land'],
};

export const BREATHS = ['in', 'out', 'hold', 'easy'] as const;
export type Breath = (typeof BREATHS)[number];

/** Where a trainer has to stand to see something. */
export const VIEWS = ['front', 'side', 'rear'] as const;
export type View = (typeof VIEWS)[number];

/** Most serious first; the order is the order of correction. */
export const SEVERITIES = ['risk', 'performance', 'polish'] as const;
export type Severity = (typeof SEVERITIES)[number];

export const CUE_KINDS = ['external', 'internal', 'analogy', 'touch'] as const;
export type CueKind = (typeof CUE_KINDS)[number];

/** How much is asked of a set: repetitions, seconds, or distance; of each side where a dose says so. */
export const DOSE_KINDS = ['reps', 'seconds', 'distance'] as const;
export type DoseKind = (typeof DOSE_KINDS)[number];

/** So many of each a movement can have: more, nobody finds in time. */
export const CUES_MOST = 24;
export const FAULTS_MOST = 16;

export const AUDIENCES = ['beginner', 'experienced', 'older-adult', 'teen'] as const;
export type Audience = (typeof AUDIENCES)[number];

/** The chain from the ground up: what is lower is put right first. */
export const REGIONS = ['feet', 'knees', 'hips', 'trunk', 'shoulders', 'arms', 'head'] as const;
export type Region = (typeof REGIONS)[number];

/** How any movement gets harder or easier; the order is that of the vocabulary, not of cost (see `ladder/leverCost`). */
export const LEVERS = [
  'set-up',
  'load',
  'load-position',
  'range',
  'lever-arm',
  'arm-position',
  'grip',
  'support',
  'base',
  'surface',
  'limbs',
  'speed',
  'tempo',
  'coordination',
  'plane',
  'volume',
] as const;
export type Lever = (typeof LEVERS)[number];

/** How a correction that is not a cue changes the work. */
export const CORRECTION_KINDS = ['cue', 'set-up', 'drill', 'lever'] as const;
export type CorrectionKind = (typeof CORRECTION_KINDS)[number];

/**
 * Why a fault happens. `strength:` and `mobility:` name what is weak or stiff. Held as text, since the part after the colon
 * is open.
 */
export const CAUSE_PATTERN = /^(not-understood|load|fatigue|balance|build|(strength|mobility):[a-z][a-z-]*)$/;
export type CauseKind = 'not-understood' | 'load' | 'fatigue' | 'balance' | 'build' | 'strength' | 'mobility';

/** The kind of a cause: `strength:glutes` is `strength`. */
export function causeKind(cause: string): CauseKind {
  return cause.split(':')[0] as CauseKind;
}

/** Where hands are kept while the rest moves: on the body, hanging straight down, or wherever their angles have them. */
export const HAND_PLACES = ['hips', 'creases', 'chest', 'shoulders', 'head', 'neck', 'hang', 'free'] as const;
export type HandPlace = (typeof HAND_PLACES)[number];

/** What a figure can hold. */
export const HELD_THINGS = [
  'dumbbells',
  'dumbbell',
  'kettlebell',
  'kettlebells',
  'upturned-kettlebell',
  'plate',
  'ball',
  'bar',
  'dowel',
  'band',
  'strap',
  'bag',
] as const;
export type HeldThing = (typeof HELD_THINGS)[number];

/** `origin:slug`; the starter library's origin is `waxwing`. */
export const MOVEMENT_ID_PATTERN = /^[a-z][a-z0-9-]{0,39}:[a-z0-9][a-z0-9-]{0,79}$/;
export const SLUG_PATTERN = /^[a-z0-9][a-z0-9-]{0,79}$/;

export const MASS_UNITS = ['kg', 'lb'] as const;
export type MassUnit = (typeof MASS_UNITS)[number];
