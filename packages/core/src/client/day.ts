import { ValidateBy } from 'class-validator';

/** A date that stands in a calendar: "2026-02-30" does not. */
export function isDay(value: unknown): value is string {
  if (typeof value !== 'string' || !/^\d{4}-\d{2}-\d{2}$/.test(value)) return false;
  const year = Number(value.slice(0, 4));
  const date = new Date(`${value}T00:00:00Z`);
  return year >= 1900 && year <= 2100 && !Number.isNaN(date.getTime()) && date.toISOString().startsWith(value);
}

/** A day between 1900 and 2100, as year-month-day. */
export function IsDay(): PropertyDecorator {
  return ValidateBy({
    name: 'isDay',
    validator: { validate: isDay, defaultMessage: () => '$property must be a day of the calendar, as 2026-11-25' },
  });
}
