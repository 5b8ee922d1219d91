import type { CueKind, Side } from '@waxwing/core/movement';
import type { Inventory } from '@waxwing/core/loading';
import type { ClientDocument, ClientGoal, JobLoad, ReadinessAnswers, TouchAnswer } from '@waxwing/core/client';
import type { Problem } from '@waxwing/core/api';
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
  const build = Object.assign({}, ...BUILD_FIELDS.map(({ field }) => counted(field, values[field]))) as ClientDocument['build'] &
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
