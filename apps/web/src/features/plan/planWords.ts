import { loadText, numberText, type DoseKind, type Load } from '@waxwing/core/movement';
import type { BASIC_PATTERNS, LaneEntry, Part, PlanItem, SideOrder } from '@waxwing/core/planning';
import { stretchText } from '../../shared/stretchWords.ts';

export const PART_NAMES: Readonly<Record<Part, string>> = {
  'warm-up': 'Warm-up',
  main: 'Main part',
  finisher: 'Finisher',
  'cool-down': 'Cool-down',
};

export const SIDE_NAMES: Readonly<Record<SideOrder, string>> = {
  'in-set': 'both sides in each set',
  'by-set': 'one side a set or round, by turns',
  split: 'the other side after the next movement',
};

export const PATTERN_NAMES: Readonly<Record<(typeof BASIC_PATTERNS)[number], string>> = {
  squat: 'squat',
  lunge: 'lunge',
  hinge: 'hinge',
  push: 'push',
  pull: 'pull',
  rotate: 'turn',
  brace: 'brace',
  locomotion: 'move on',
};

const SHORT: Readonly<Record<DoseKind, string>> = { reps: '', seconds: ' s', distance: ' m' };

/** "10", "30 s each", "20 m". */
export function shortAmount(amount: number, unit: DoseKind, perSide = false): string {
  return `${amount}${SHORT[unit]}${perSide ? ' each' : ''}`;
}

/** What to pick up, as short as it is said: "two 12 kg". */
export function shortLoad(load: Load): string {
  if (load.kind === 'pair') return `two ${numberText(load.value)} ${load.unit}`;
  return load.kind === 'single' ? `one ${numberText(load.value)} ${load.unit}` : loadText(load);
}

/** What one lane does in a place, in one line: "3 × 10 each, two 12 kg". */
export function entryText(entry: LaneEntry, sets: number | null): string {
  const amount = shortAmount(entry.amount, entry.unit, entry.perSide);
  const load = entry.load.kind === 'bodyweight' ? '' : `, ${shortLoad(entry.load)}`;
  return `${sets === null ? '' : `${sets} × `}${amount}${load}`;
}

/** What is special about a place, in words; empty when nothing is. */
export function wayText({ way, sides, intents, hands }: PlanItem, nameOf: (movementId: string) => string): string[] {
  const said: string[] = [];
  switch (way?.kind) {
    case 'script':
      said.push(way.stretches.map(stretchText).join(' + '));
      break;
    case 'ramp':
      said.push(`${way.sets} lighter set${way.sets === 1 ? '' : 's'} first`);
      break;
    case 'drop':
      said.push(`after the last set ${way.drops === 1 ? 'one lighter' : `${way.drops} lighter`}, at once`);
      break;
    case 'ladder':
      said.push((way.of === 'amount' ? way.amounts : way.words).join(', then '));
      break;
    case 'then-easier':
      said.push(`then at once ${way.amount} of ${nameOf(way.movementId).toLowerCase()}`);
      break;
    case undefined:
      break;
  }
  if (sides && sides !== 'in-set') said.push(SIDE_NAMES[sides]);
  if (intents && intents.length > 0) said.push(intents.join(' → '));
  if (hands) said.push({ hold: 'your hands hold', 'hand-over': 'you hand it over', stretch: 'you stretch them' }[hands]);
  return said;
}

/** "51 minutes", never less than one. */
export function minutesText(seconds: number): string {
  const minutes = Math.max(0, Math.round(seconds / 60));
  return `${minutes} minute${minutes === 1 ? '' : 's'}`;
}

/** A small number in words, as one says it: half sets too. */
export function setsText(sets: number): string {
  const halves = Math.round(sets * 2) / 2;
  return Number.isInteger(halves) ? String(halves) : `${Math.floor(halves) || ''}½`;
}
