import { describe, expect, test } from '@jest/globals';
import { bookingProblems, type NewBooking } from './booking.ts';
import { clashesOf, daysOf, type Taken } from './diary.ts';

const booking: NewBooking = { bookingId: 'b', localDate: '2026-11-26', startMinute: 540, minutes: 60, clientIds: ['a'] };

describe('a series', () => {
  test('goes on every so many weeks until its day, without the exceptions', () => {
    const days = (everyWeeks: number, until: string, except: string[] = []) =>
      daysOf({ ...booking, repeat: { everyWeeks, until, except } });
    expect(days(1, '2026-12-17')).toEqual(['2026-11-26', '2026-12-03', '2026-12-10', '2026-12-17']);
    expect(days(2, '2026-12-31', ['2026-12-10'])).toEqual(['2026-11-26', '2026-12-24']);
    expect(daysOf(booking)).toEqual(['2026-11-26']);
  });
  test('that ends before it begins, never ends, or has no visit is refused, with the field', () => {
    const paths = (part: object) => bookingProblems({ ...booking, ...part }).map(({ path }) => path);
    expect(paths({})).toEqual([]);
    expect(paths({ repeat: { everyWeeks: 1, until: '2026-11-25', except: [] } })).toEqual(['repeat.until']);
    expect(paths({ repeat: { everyWeeks: 1, until: '2035-11-25', except: [] } })).toEqual(['repeat.until']);
    expect(paths({ repeat: { everyWeeks: 1, until: '2026-11-26', except: ['2026-11-26'] } })).toEqual(['repeat.except']);
    expect(paths({ clientIds: [] })).toEqual(['clientIds']);
    expect(paths({ clientIds: [], heads: 8 })).toEqual([]);
    expect(paths({ clientIds: ['a', 'a'] })).toEqual(['clientIds']);
    expect(paths({ startMinute: 1420 })).toEqual(['minutes']);
  });
});

test('a clash is somebody, a room or a trainer twice at a time; one after the other is none', () => {
  const taken = (key: string, startMinute: number, part: Partial<Taken> = {}): Taken => ({
    key,
    localDate: '2026-11-26',
    startMinute,
    minutes: 60,
    trainerId: 't',
    placeId: 'loft',
    clientIds: ['a'],
    ...part,
  });
  const one = taken('one', 540);
  expect(
    clashesOf(one, [one, taken('after', 600), taken('before', 480), taken('tomorrow', 540, { localDate: '2026-11-27' })]),
  ).toEqual([]);
  expect(clashesOf(one, [taken('two', 570)]).map(({ kind }) => kind)).toEqual(['trainer', 'room', 'client']);
  expect(clashesOf(one, [taken('two', 570, { trainerId: 'u', clientIds: ['b'] })])).toEqual([{ kind: 'room', with: 'two' }]);
  expect(clashesOf(one, [taken('two', 599, { trainerId: 'u', placeId: null })])).toEqual([
    { kind: 'client', with: 'two', clientId: 'a' },
  ]);
});
