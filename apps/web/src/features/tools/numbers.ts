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
