const DAY = 86_400_000;

/** A date that stands in a calendar, from 1900 to 2100: "2026-02-30" does not. */
export function isDay(value: unknown): value is string {
  if (typeof value !== 'string' || !/^\d{4}-\d{2}-\d{2}$/.test(value)) return false;
  const year = Number(value.slice(0, 4));
  const date = new Date(`${value}T00:00:00Z`);
  return year >= 1900 && year <= 2100 && !Number.isNaN(date.getTime()) && date.toISOString().startsWith(value);
}

/** So many days later; earlier, when it is negative. */
export function dayAfter(day: string, days: number): string {
  return new Date(Date.parse(`${day}T00:00:00Z`) + days * DAY).toISOString().slice(0, 10);
}

/** The Monday of a day's week. */
export function mondayOf(day: string): string {
  return dayAfter(day, -((new Date(`${day}T00:00:00Z`).getUTCDay() + 6) % 7));
}
