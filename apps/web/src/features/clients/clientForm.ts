import type { CueKind, Side } from '@waxwing/core/movement';
import type { Inventory } from '@waxwing/core/loading';
import {
  isMinor,
  type ClientDocument,
  type ClientGoal,
  type JobLoad,
  type ReadinessAnswers,
  type TouchAnswer,
} from '@waxwing/core/client';
import type { Problem } from '@waxwing/core/api';
import { typedCm } from '../../shared/typedLength.ts';
import { BUILD_FIELDS } from './words.ts';

/** The record as it is typed: text everywhere, so that nothing is lost and the server says what is wrong. */
export interface ClientFormValues {
  name: string;
  birthYear: string;
  guardian: string;
  trainingYears: string;
  dayJob: string;
  jobLoads: JobLoad[];
  goals: { text: string; by: string; unit: string; start: string; target: string; now: string }[];
  cautions: { caution: string; side: string; note: string }[];
  asked: boolean;
  askedOn: string;
  yes: string[];
  readinessNote: string;
  clearanceBy: string;
  clearanceOn: string;
  goAheadReason: string;
  goAheadOn: string;
  unit: 'kg' | 'lb';
  cueKinds: CueKind[];
  touch: TouchAnswer;
  heightCm: string;
  thighCm: string;
  shankCm: string;
  trunkCm: string;
  armCm: string;
  follows: string[];
  notes: string;
}

const text = (value: number | string | undefined) => (value === undefined ? '' : String(value));

export const NEW_GOAL = { text: '', by: '', unit: '', start: '', target: '', now: '' };
export const NEW_CAUTION = { caution: '', side: '', note: '' };

export function valuesOf(document: ClientDocument | undefined, today: string): ClientFormValues {
  const { readiness, build, cueStyle } = document ?? {};
  return {
    name: document?.name ?? '',
    birthYear: text(document?.birthYear),
    guardian: document?.guardian ?? '',
    trainingYears: text(document?.trainingYears),
    dayJob: document?.dayJob ?? '',
    jobLoads: document?.jobLoads ?? [],
    goals: (document?.goals ?? []).map((goal) => ({
      text: goal.text,
      by: goal.by ?? '',
      unit: goal.measure?.unit ?? '',
      start: text(goal.measure?.start),
      target: text(goal.measure?.target),
      now: text(goal.measure?.now),
    })),
    cautions: (document?.cautions ?? []).map(({ caution, side = '', note = '' }) => ({ caution, side, note })),
    asked: readiness !== undefined,
    askedOn: readiness?.askedOn ?? today,
    yes: readiness?.yes ?? [],
    readinessNote: readiness?.note ?? '',
    clearanceBy: readiness?.clearance?.by ?? '',
    clearanceOn: readiness?.clearance?.on ?? today,
    goAheadReason: readiness?.goAhead?.reason ?? '',
    goAheadOn: readiness?.goAhead?.on ?? today,
    unit: document?.unit ?? 'kg',
    cueKinds: cueStyle?.kinds ?? [],
    touch: cueStyle?.touch ?? 'ask',
    heightCm: text(build?.heightCm),
    thighCm: text(build?.thighCm),
    shankCm: text(build?.shankCm),
    trunkCm: text(build?.trunkCm),
    armCm: text(build?.armCm),
    follows: document?.follows ?? [],
    notes: document?.notes ?? '',
  };
}

/** A number that was typed, with either decimal mark. What is none, nothing among it, goes on as it is, for the server to name the field. */
function number(typed: string): number {
  const value = Number(typed.trim().replace(',', '.'));
  return (isSaid(typed) && Number.isFinite(value) ? value : typed) as number;
}

const isSaid = (typed: string) => typed.trim() !== '';
const said = <K extends string>(key: K, typed: string) => (isSaid(typed) ? ({ [key]: typed.trim() } as Record<K, string>) : {});
const counted = <K extends string>(key: K, typed: string) =>
  isSaid(typed) ? ({ [key]: number(typed) } as Record<K, number>) : {};

const measured = <K extends string>(key: K, typed: string) =>
  isSaid(typed) ? ({ [key]: typedCm(typed) ?? typed } as Record<K, number>) : {};

function goalOf({ text: what, by, unit, start, target, now }: ClientFormValues['goals'][number]): ClientGoal {
  const isMeasured = isSaid(unit) || isSaid(start) || isSaid(target);
  return {
    text: what.trim(),
    ...said('by', by),
    ...(isMeasured && { measure: { unit: unit.trim(), start: number(start), target: number(target), ...counted('now', now) } }),
  };
}

function readinessFrom(values: ClientFormValues): ReadinessAnswers & { note?: string } {
  return {
    askedOn: values.askedOn,
    yes: values.yes,
    ...said('note', values.readinessNote),
    ...(isSaid(values.clearanceBy) && { clearance: { by: values.clearanceBy.trim(), on: values.clearanceOn } }),
    ...(isSaid(values.goAheadReason) && { goAhead: { reason: values.goAheadReason.trim(), on: values.goAheadOn } }),
  };
}

/** The record that was typed, over what the form doesn't show (marks, set-ups, stances). */
export function documentFrom(values: ClientFormValues, homeKit: Inventory, before: ClientDocument | undefined): ClientDocument {
  const build = Object.assign({}, ...BUILD_FIELDS.map(({ field }) => measured(field, values[field]))) as ClientDocument['build'] &
    object;
  const hasKit = homeKit.things.length + homeKit.sources.length > 0;
  const kept = {
    ...(before?.stances && { stances: before.stances }),
    ...(before?.marks && { marks: before.marks }),
    ...(before?.setUps && { setUps: before.setUps }),
  };
  return {
    ...kept,
    name: values.name.trim(),
    birthYear: number(values.birthYear),
    ...said('guardian', values.guardian),
    ...counted('trainingYears', values.trainingYears),
    ...said('dayJob', values.dayJob),
    ...(values.jobLoads.length > 0 && { jobLoads: values.jobLoads }),
    goals: values.goals.filter((goal) => isSaid(goal.text) || isSaid(goal.target)).map(goalOf),
    cautions: values.cautions
      .filter(({ caution }) => caution !== '')
      .map(({ caution, side, note }) => ({ caution, ...(side !== '' && { side: side as Side }), ...said('note', note) })),
    ...(values.asked && { readiness: readinessFrom(values) as ClientDocument['readiness'] & object }),
    ...(hasKit && { homeKit }),
    unit: values.unit,
    ...((values.cueKinds.length > 0 || values.touch !== 'ask') && { cueStyle: { kinds: values.cueKinds, touch: values.touch } }),
    ...(Object.keys(build).length > 0 && { build }),
    ...(values.follows.length > 0 && { follows: values.follows }),
    ...said('notes', values.notes),
  };
}

interface Range {
  readonly low: number;
  readonly high: number;
  readonly isWhole?: true;
}

function isWithin(value: number, { low, high, isWhole }: Range): boolean {
  return value >= low && value <= high && (!isWhole || Number.isInteger(value));
}

/** How long a text may be. */
export const TEXT_MOST = {
  name: 80,
  guardian: 80,
  dayJob: 80,
  readinessNote: 500,
  clearanceBy: 120,
  goAheadReason: 300,
  notes: 2000,
} as const;
export const GOAL_MOST = 200;
export const GOAL_UNIT_MOST = 20;
export const CAUTION_NOTE_MOST = 300;
const GO_AHEAD_LEAST = 10;
const GOAL_RANGE: Range = { low: 0, high: 100_000 };

type Refuse = (field: string, isWrong: boolean, words: string) => void;

/**
 * Everything that can be told at once of what was typed, by form field: what would be right, in words. `today` is a date. The server
 * has the last word.
 */
export function typedProblems(values: ClientFormValues, today: string): ReadonlyMap<string, string> {
  const found = new Map<string, string>();
  const refuse: Refuse = (field, isWrong, words) => {
    if (isWrong && !found.has(field)) found.set(field, words);
  };
  const year = Number(today.slice(0, 4));
  const birthYear = number(values.birthYear);
  const isYear = isWithin(birthYear, { low: 1900, high: year, isWhole: true });
  refuse('name', !isSaid(values.name), 'Their name is missing');
  refuse('birthYear', !isYear, `Year of birth: four digits, such as 1984; at most ${year}`);
  refuse('guardian', isYear && isMinor(birthYear, year) && !isSaid(values.guardian), 'Under eighteen: name a parent or guardian');
  values.goals.forEach((goal, i) => refuseGoal(goal, `goals.${i}`, refuse));
  refuseReadiness(values, today, refuse);
  values.cautions.forEach(({ caution, side, note }, i) => {
    const isTwice = values.cautions.findIndex((each) => each.caution === caution && each.side === side) < i;
    refuse(`cautions.${i}.caution`, caution !== '' && isTwice, 'This one is in the list already');
    refuse(`cautions.${i}.caution`, caution === '' && (isSaid(note) || side !== ''), 'Choose what this is about');
    refuse(`cautions.${i}.note`, isTooLong(note, CAUTION_NOTE_MOST), lengthText(note, CAUTION_NOTE_MOST));
  });
  const isTraining = isWithin(number(values.trainingYears), { low: 0, high: 90 });
  refuse('trainingYears', isSaid(values.trainingYears) && !isTraining, 'Years of training: a number from 0 to 90, such as 2.5');
  for (const { field, name, low, high, such } of BUILD_FIELDS) {
    const cm = typedCm(values[field]);
    const isRight = cm !== null && isWithin(cm, { low, high });
    refuse(field, isSaid(values[field]) && !isRight, `${name} in centimetres, ${low} to ${high}; ${such}`);
  }
  for (const field of Object.keys(TEXT_MOST) as (keyof typeof TEXT_MOST)[])
    refuse(field, isTooLong(values[field], TEXT_MOST[field]), lengthText(values[field], TEXT_MOST[field]));
  return found;
}

const isTooLong = (typed: string, most: number) => typed.trim().length > most;
const lengthText = (typed: string, most: number) => `${typed.trim().length} letters: at most ${most}`;

function refuseGoal(goal: ClientFormValues['goals'][number], at: string, refuse: Refuse): void {
  const figures = ['start', 'now', 'target'] as const;
  const isMeasured = isSaid(goal.unit) || figures.some((figure) => isSaid(goal[figure]));
  refuse(
    `${at}.text`,
    (isMeasured || isSaid(goal.by) || isSaid(goal.text)) && goal.text.trim().length < 2,
    'The goal in a few words',
  );
  refuse(`${at}.text`, isTooLong(goal.text, GOAL_MOST), lengthText(goal.text, GOAL_MOST));
  refuse(`${at}.unit`, isMeasured && !isSaid(goal.unit), 'What is counted: reps, kg, cm …');
  refuse(`${at}.unit`, isTooLong(goal.unit, GOAL_UNIT_MOST), lengthText(goal.unit, GOAL_UNIT_MOST));
  for (const figure of figures) {
    refuse(`${at}.${figure}`, isMeasured && figure !== 'now' && !isSaid(goal[figure]), 'A number, or leave all four empty');
    refuse(`${at}.${figure}`, isSaid(goal[figure]) && !isWithin(number(goal[figure]), GOAL_RANGE), 'A number, 0 or more');
  }
}

function refuseReadiness(values: ClientFormValues, today: string, refuse: Refuse): void {
  if (!values.asked) return;
  refuse('askedOn', !isSaid(values.askedOn) || values.askedOn > today, 'The day they were asked: today or earlier');
  if (values.yes.length === 0) return;
  const reason = values.goAheadReason.trim();
  refuse('clearanceBy', values.clearanceBy.trim().length === 1, 'Who cleared them, by name');
  refuse(
    'clearanceOn',
    isSaid(values.clearanceBy) && !(values.clearanceOn <= today),
    'The day of the clearance: today or earlier',
  );
  refuse('goAheadReason', reason !== '' && reason.length < GO_AHEAD_LEAST, 'In a sentence: why you go ahead without');
  refuse('goAheadOn', reason !== '' && !(values.goAheadOn <= today), 'Since when: today or earlier');
}

/** Where the server's paths stand on the form; the part before a dot is the field that is shown. */
const PLACES: Readonly<Record<string, string>> = {
  'readiness.askedOn': 'askedOn',
  'readiness.note': 'readinessNote',
  'readiness.clearance.by': 'clearanceBy',
  'readiness.clearance.on': 'clearanceOn',
  'readiness.goAhead.reason': 'goAheadReason',
  'readiness.goAhead.on': 'goAheadOn',
  ...Object.fromEntries(BUILD_FIELDS.map(({ field }) => [`build.${field}`, field])),
};

/** Says the message without the name of the field that it stands at: "must not be less than 1900". */
function atField({ path, message }: Problem): string {
  const name = path
    .split('.')
    .at(-1)!
    .replace(/\[\d+\]$/, '');
  return message.startsWith(`${name} `) || message.startsWith(`${name}: `)
    ? message.slice(name.length).replace(/^:? /, '')
    : message;
}

/** Problems by form field: `goals[0].measure.target` is `goals.0.target`. Of several at one field the first is said. */
export function fieldProblems(problems: readonly Problem[]): ReadonlyMap<string, string> {
  const found = new Map<string, string>();
  for (const problem of problems) {
    const path = problem.path.replace(/^document\.?/, '');
    const field = PLACES[path] ?? path.replace(/\[(\d+)\]/g, '.$1').replace('.measure.', '.');
    if (!found.has(field)) found.set(field, atField({ ...problem, path }));
  }
  return found;
}
