const DAY = 86_400_000;

/** Whole days from one day of the calendar to another, as 2026-11-25; negative when that lies before. */
export function daysBetween(from: string, to: string): number {
  return Math.round((Date.parse(to) - Date.parse(from)) / DAY);
}
