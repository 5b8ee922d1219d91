import type { Dose, Tempo } from './dose.ts';
import type { DoseKind } from './terms.ts';

/** A dose in words: "8–12 reps each side". */
export function doseText(dose: Dose): string {
  const each = dose.perSide ? ' each side' : '';
  if (dose.kind === 'distance') return `${dose.metres} m${each}`;
  const range = dose.low === dose.high ? `${dose.low}` : `${dose.low}–${dose.high}`;
  return dose.kind === 'reps' ? `${range} reps${each}` : `${range} s${each}`;
}

/** A tempo in words: "3 s down, 1 s at the turn, 1 s up". Parts of no length are left out. */
export function tempoText(tempo: Tempo): string {
  const parts: string[] = [];
  if (tempo.lowerSeconds) parts.push(`${tempo.lowerSeconds} s down`);
  if (tempo.turnSeconds) parts.push(`${tempo.turnSeconds} s at the turn`);
  if (tempo.liftSeconds) parts.push(`${tempo.liftSeconds} s up`);
  if (tempo.finishSeconds) parts.push(`${tempo.finishSeconds} s at the finish`);
  return parts.join(', ');
}

const UNITS: Readonly<Record<DoseKind, readonly [one: string, many: string]>> = {
  reps: ['rep', 'reps'],
  seconds: ['second', 'seconds'],
  distance: ['metre', 'metres'],
};

/** What a dose is counted in, in words. */
export function unitText(kind: DoseKind): string {
  return UNITS[kind][1];
}

/** So much of it: "1 rep", "12 reps", "30 seconds". */
export function amountText(amount: number, kind: DoseKind): string {
  return `${amount} ${UNITS[kind][amount === 1 ? 0 : 1]}`;
}
