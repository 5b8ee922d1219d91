import { describe, expect, test } from '@jest/globals';
import { IsString } from 'class-validator';
import { checkShape, PROBLEMS_MOST } from '../exchange/checkShape.ts';
import { isDay } from './calendar.ts';
import { isInstant, isZone } from './day.ts';
import { isId } from './id.ts';
import { Each, Maybe, One, Trimmed } from './parts.ts';

class Part {
  @IsString() text!: string;
}
class Whole {
  @One(() => Part) one!: Part;
  @Maybe() @One(() => Part) other?: Part;
  @Each(() => Part) many!: Part[];
  @Maybe() @Trimmed() @IsString() note?: string;
}
const part = { text: 'x' };
const sound = { one: part, many: [part] };
const paths = (plain: object) => {
  const checked = checkShape(Whole, plain);
  return checked.ok ? [] : [...new Set(checked.problems.map(({ path }) => path))];
};

describe('parts of a document', () => {
  test('are taken whole, and what may be left out is left out', () => {
    expect(paths(sound)).toEqual([]);
    const checked = checkShape(Whole, { ...sound, other: part, note: '  said  ' });
    expect(checked).toMatchObject({ ok: true, value: { note: 'said', other: part } });
  });

  test.each([
    ['a list for one', { one: [] }, 'one'],
    ['a list with a sound part for one', { one: [part] }, 'one'],
    ['nothing for one', { one: null }, 'one'],
    ['nothing for what may be left out', { other: null }, 'other'],
    ['nothing for a text', { note: null }, 'note'],
    ['one for a list', { many: part }, 'many'],
    ['nothing for a list', { many: null }, 'many'],
    ['lists in a list', { many: [[part]] }, 'many'],
    ['nothing in a list', { many: [part, null] }, 'many'],
    ['a part that isn’t sound', { many: [part, { text: 1 }] }, 'many[1].text'],
    ['a field that nobody knows', { one: { ...part, more: 1 } }, 'one.more'],
  ])('%s is refused where it stands', (_what, change, path) => {
    expect(paths({ ...sound, ...change })).toContain(path);
  });

  test('nobody is told more than fifty things', () => {
    const checked = checkShape(Whole, { ...sound, many: Array.from({ length: 90 }, () => ({})) });
    expect(!checked.ok && checked.problems.length).toBe(PROBLEMS_MOST);
  });
});

describe('days, moments, zones and ids', () => {
  test.each(['2026-02-30', '2026-13-01', '2026-99-99', '26-01-01', '2026-1-1', '1899-12-31', '2101-01-01', '', 20260101, null])(
    '%s is no day',
    (value) => expect(isDay(value)).toBe(false),
  );
  test('the last of February is, in its year', () => {
    expect([isDay('2028-02-29'), isDay('2027-02-29')]).toEqual([true, false]);
  });

  test.each([
    '2026-02-30T09:00:00Z',
    '2026-03-02T24:00:01Z',
    '2026-03-02T09:60:00Z',
    '2026-03-02T09:00:00',
    '2026-03-02 09:00:00Z',
    '2026-W10-1T09:00:00Z',
  ])('%s is no moment', (value) => expect(isInstant(value)).toBe(false));
  test('what is one every clock can read', () => {
    for (const value of ['2026-03-02T09:00:00Z', '2026-03-02T09:00:00.123Z', '2026-03-02T23:59:59.123456Z']) {
      expect([value, isInstant(value), Number.isNaN(Date.parse(value))]).toEqual([value, true, false]);
    }
  });

  test('zones that are nowhere are refused', () => {
    expect(['Europe/London', 'Etc/UTC', 'America/Argentina/Salta'].every(isZone)).toBe(true);
    expect(['Nowhere/Land', '', 'x'.repeat(61), null].some(isZone)).toBe(false);
  });

  test('an id has small letters and a version', () => {
    expect(isId('01a21227-0908-73ef-82e4-875d13343c85')).toBe(true);
    for (const value of ['01A21227-0908-73EF-82E4-875D13343C85', '00000000-0000-0000-0000-000000000000', 'x', null])
      expect(isId(value)).toBe(false);
  });
});
