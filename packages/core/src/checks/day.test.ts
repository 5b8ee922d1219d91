import { describe, expect, test } from '@jest/globals';
import { dayAfter, isDay, mondayOf } from './calendar.ts';
import { isInstant, isZone } from './day.ts';

describe('a day', () => {
  test.each(['2026-11-25', '2024-02-29', '1900-01-01', '2100-12-31'])('%s stands in the calendar', (day) => {
    expect(isDay(day)).toBe(true);
  });
  test.each([
    '2026-02-30',
    '2025-02-29',
    '2026-13-01',
    '2026-00-10',
    '1899-12-31',
    '2101-01-01',
    '2026-1-5',
    '26-11-25',
    ' 2026-11-25',
    '2026-11-25T00:00',
    '',
    20261125,
    null,
    undefined,
    new Date(),
  ])('%p does not', (value) => {
    expect(isDay(value)).toBe(false);
  });
});

describe('a moment', () => {
  test.each(['2026-11-25T09:15:00Z', '2026-11-25T09:15:00.123Z', '2026-11-25T23:59:59.999999999Z'])('%s is one', (moment) => {
    expect(isInstant(moment)).toBe(true);
  });
  test.each([
    '2026-02-30T09:15:00Z',
    '2026-11-25T25:00:00Z',
    '2026-11-25T09:60:00Z',
    '2026-11-25T09:15:00+01:00',
    '2026-11-25 09:15:00Z',
    '2026-11-25',
    0,
    null,
  ])('%p is none', (value) => {
    expect(isInstant(value)).toBe(false);
  });
});

describe('a zone', () => {
  test('is one that the calendar knows, asked once or many times', () => {
    for (let n = 0; n < 3; n += 1) {
      expect(isZone('Europe/London')).toBe(true);
      expect(isZone('Nowhere/Land')).toBe(false);
    }
    expect(isZone('x'.repeat(61))).toBe(false);
    expect(isZone(null)).toBe(false);
  });
});

test('days go on over months, years and the night in which the clock is changed; weeks begin on Monday', () => {
  expect([dayAfter('2026-12-31', 1), dayAfter('2028-02-28', 1), dayAfter('2026-03-29', 1), dayAfter('2026-11-26', -30)]).toEqual([
    '2027-01-01',
    '2028-02-29',
    '2026-03-30',
    '2026-10-27',
  ]);
  expect([mondayOf('2026-11-23'), mondayOf('2026-11-26'), mondayOf('2026-11-29'), mondayOf('2027-01-01')]).toEqual([
    '2026-11-23',
    '2026-11-23',
    '2026-11-23',
    '2026-12-28',
  ]);
});
