import { inUnit, loadKg, type MassUnit } from '@waxwing/core/movement';

/** A typed number within bounds, or what is wrong with it. Nothing typed is nothing wrong yet. */
export function readNumber(
  text: string,
  low: number,
  high: number,
  isWhole = false,
): { readonly value: number | null; readonly problem?: string } {
  if (text.trim() === '') return { value: null };
  const value = Number(text.trim().replace(',', '.'));
  if (!Number.isFinite(value) || value < low || value > high || (isWhole && !Number.isInteger(value))) {
    return { value: null, problem: `a ${isWhole ? 'whole ' : ''}number from ${low} to ${high}` };
  }
  return { value };
}

/** A weight that stands in a field, in another unit: rounded as a person would say it. What is no number stays as it is. */
export function retyped(text: string, from: MassUnit, to: MassUnit): string {
  const { value } = readNumber(text, 0.1, 2000);
  if (value === null || from === to) return text;
  const kg = loadKg({ kind: 'single', value, unit: from })!;
  return String(Math.max(0.5, inUnit(kg, to)));
}
