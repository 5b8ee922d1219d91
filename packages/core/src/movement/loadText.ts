import type { BarLoad, Load } from './load.ts';
import type { MassUnit } from './terms.ts';

/** International avoirdupois pound, exact by definition. */
const KG_PER_LB = 0.45359237;

export function toKg(value: number, unit: MassUnit): number {
  return unit === 'kg' ? value : value * KG_PER_LB;
}

function barTotal(load: BarLoad): number {
  return load.bar + 2 * load.platesPerSide.reduce((sum, plate) => sum + plate, 0);
}

/**
 * The external mass that is moved, in kilograms: a pair counts both, help counts negative, bodyweight is 0.
 * `null` where a load has no kilograms (a pin, a band).
 */
export function loadKg(load: Load): number | null {
  switch (load.kind) {
    case 'bodyweight':
      return 0;
    case 'pair':
      return 2 * toKg(load.value, load.unit);
    case 'single':
    case 'bodyweight-plus':
    case 'makeshift':
      return toKg(load.value, load.unit);
    case 'assisted':
      return -toKg(load.value, load.unit);
    case 'bar':
      return toKg(barTotal(load), load.unit);
    case 'stack':
    case 'band':
    case 'position':
      return null;
  }
}

/** A mass in another unit, rounded to what a person would say: halves of a kilogram, whole pounds. */
export function inUnit(kg: number, unit: MassUnit): number {
  return unit === 'kg' ? Math.round(kg * 2) / 2 : Math.round(kg / KG_PER_LB);
}

/**
 * Is `load` heavier than `other`? `undefined` when the two cannot be compared (a pin against a dumbbell). Strands compare
 * only at the same stretch.
 */
export function isHeavier(load: Load, other: Load): boolean | undefined {
  if (load.kind === 'stack' && other.kind === 'stack') return load.pin > other.pin;
  if (load.kind === 'band' && other.kind === 'band') {
    if (load.name !== other.name || (load.stretch ?? null) !== (other.stretch ?? null)) return undefined;
    return load.strands > other.strands;
  }
  if (load.kind === 'position' && other.kind === 'position') return load.position > other.position;
  const a = loadKg(load);
  const b = loadKg(other);
  return a === null || b === null ? undefined : a > b + 1e-9;
}

/** A number without needless decimals. */
export function numberText(value: number): string {
  return String(Math.round(value * 100) / 100);
}

/** A load as one person says it to another: what to pick up, and the total where the two differ. */
export function loadText(load: Load): string {
  switch (load.kind) {
    case 'bodyweight':
      return 'bodyweight';
    case 'pair':
      return `two ${numberText(load.value)} ${load.unit} (${numberText(2 * load.value)} ${load.unit} in all)`;
    case 'single':
      return `${numberText(load.value)} ${load.unit}`;
    case 'bar':
      return load.platesPerSide.length === 0
        ? `empty bar, ${numberText(load.bar)} ${load.unit}`
        : `bar with ${load.platesPerSide.map(numberText).join(' + ')} a side (${numberText(barTotal(load))} ${load.unit} in all)`;
    case 'stack':
      return `pin ${load.pin}`;
    case 'band':
      return `${load.strands} ${load.strands === 1 ? 'strand' : 'strands'} of ${load.name ? `${load.name} ` : ''}band`;
    case 'bodyweight-plus':
      return `bodyweight plus ${numberText(load.value)} ${load.unit}`;
    case 'assisted':
      return `bodyweight less ${numberText(load.value)} ${load.unit}`;
    case 'makeshift':
      return `${load.what}, about ${numberText(load.value)} ${load.unit}`;
    case 'position':
      return load.name ?? `position ${load.position}`;
  }
}

/** The same with the other unit beside it, for who thinks in that one; nothing is added to a load without kilograms. */
export function loadTextIn(load: Load, unit: MassUnit): string {
  const kg = loadKg(load);
  if (kg === null || kg === 0 || !('unit' in load) || load.unit === unit) return loadText(load);
  // A pair as it is picked up: in each hand.
  const isPair = load.kind === 'pair';
  return `${loadText(load)}, about ${inUnit(Math.abs(isPair ? kg / 2 : kg), unit)} ${unit}${isPair ? ' in each hand' : ''}`;
}

/** Two loads that are made the same way: same kind, same numbers, same unit. */
export function isSameLoad(load: Load, other: Load): boolean {
  if (load.kind !== other.kind) return false;
  const [a, b] = [load, other] as unknown as readonly Record<string, unknown>[];
  const parts = new Set([...Object.keys(a!), ...Object.keys(b!)]);
  // Plates are a list; everything else is one value.
  return [...parts].every((part) => a![part] === b![part] || (part === 'platesPerSide' && String(a![part]) === String(b![part])));
}
