import { ValidateBy, type ValidationOptions } from 'class-validator';
import { isDay } from './calendar.ts';

/** A day between 1900 and 2100, as year-month-day. */
export function IsDay(options?: ValidationOptions): PropertyDecorator {
  return ValidateBy(
    {
      name: 'isDay',
      validator: { validate: isDay, defaultMessage: () => '$property must be a day of the calendar, as 2026-11-25' },
    },
    options,
  );
}

/** A moment in UTC whose day stands in the calendar, as "2026-11-25T09:15:00.000Z": every clock can read it. */
export function isInstant(value: unknown): value is string {
  return (
    typeof value === 'string' &&
    /^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}:\d{2}(\.\d{1,9})?Z$/.test(value) &&
    isDay(value.slice(0, 10)) &&
    !Number.isNaN(Date.parse(value))
  );
}

export function IsInstant(): PropertyDecorator {
  return ValidateBy({
    name: 'isInstant',
    validator: { validate: isInstant, defaultMessage: () => '$property must be a moment in UTC, as 2026-11-25T09:15:00.000Z' },
  });
}

const zones = new Map<string, boolean>();
/** Somebody who makes names up fills no memory. */
const ZONES_REMEMBERED = 1000;

/** A time zone that this machine's calendar knows: "Nowhere/Land" is none. */
export function isZone(value: unknown): value is string {
  if (typeof value !== 'string' || value.length > 60) return false;
  const known = zones.get(value);
  if (known !== undefined) return known;
  let isKnown = true;
  try {
    new Intl.DateTimeFormat('en', { timeZone: value });
  } catch {
    isKnown = false;
  }
  if (zones.size < ZONES_REMEMBERED) zones.set(value, isKnown);
  return isKnown;
}

export function IsZone(): PropertyDecorator {
  return ValidateBy({
    name: 'isZone',
    validator: { validate: isZone, defaultMessage: () => '$property must be a time zone, as Europe/London' },
  });
}
