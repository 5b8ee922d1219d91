import { expect, test } from '@jest/globals';
import { instantOf } from './zoned.ts';

const at = (day: string, minute: number, zone: string) => instantOf(day, minute, zone)?.toISOString() ?? null;

test('a time of day is a moment in UTC, in summer as in winter, east as west', () => {
  expect(at('2026-11-26', 9 * 60, 'Etc/UTC')).toBe('2026-11-26T09:00:00.000Z');
  expect(at('2026-07-01', 9 * 60, 'Europe/London')).toBe('2026-07-01T08:00:00.000Z');
  expect(at('2026-12-01', 9 * 60, 'Europe/London')).toBe('2026-12-01T09:00:00.000Z');
  expect(at('2026-12-01', 30, 'Asia/Kathmandu')).toBe('2026-11-30T18:45:00.000Z');
  expect(at('2026-12-01', 23 * 60, 'America/St_Johns')).toBe('2026-12-02T02:30:00.000Z');
});

test('the hour that the clock skips is no time; of the one that comes twice it is the first', () => {
  expect(at('2026-03-29', 90, 'Europe/London')).toBeNull();
  expect(at('2026-03-29', 59, 'Europe/London')).toBe('2026-03-29T00:59:00.000Z');
  expect(at('2026-03-29', 120, 'Europe/London')).toBe('2026-03-29T01:00:00.000Z');
  expect(at('2026-10-25', 90, 'Europe/London')).toBe('2026-10-25T00:30:00.000Z');
});
