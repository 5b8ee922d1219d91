import { describe, expect, test } from '@jest/globals';
import { changedBookingOf, draftOfVisit, emptyVisit, fieldProblems, minuteOf, newBookingOf, problemsOf } from './visitForm.ts';

describe('a visit as it is typed', () => {
  test.each([
    ['9:30', 570],
    ['9.30', 570],
    ['0930', 570],
    ['17', 1020],
    ['5 pm', 1020],
    ['12 am', 0],
    ['12:15pm', 735],
    ['24:00', null],
    ['9:75', null],
    ['13 pm', null],
    ['nine', null],
    ['', null],
  ])('“%s” as a time of day', (text, minute) => expect(minuteOf(text)).toBe(minute));

  test('says everything that isn’t right at once, each in its field', () => {
    const draft = emptyVisit('2026-02-31', {
      time: 'soon',
      minutes: '999',
      repeats: true,
      everyWeeks: '0',
      until: '',
      except: 'Christmas',
    });
    expect(Object.keys(problemsOf(draft)).sort()).toEqual([
      'everyWeeks',
      'except',
      'localDate',
      'minutes',
      'time',
      'until',
      'who',
    ]);
    expect(problemsOf(emptyVisit('2026-12-01', { clientIds: ['a'] }))).toEqual({});
    expect(problemsOf(emptyVisit('2026-12-01', { clientIds: ['a'], time: '23:30' }))).toEqual({
      minutes: expect.stringContaining('midnight'),
    });
    expect(problemsOf(emptyVisit('2026-12-01', { isClass: true, heads: 'many' }))).toEqual({ heads: expect.any(String) });
  });

  test('becomes a booking, a series, or a change; a class has no people, people no number', () => {
    const draft = emptyVisit('2026-12-01', { clientIds: ['a', 'b'], time: '17:00', where: 'home', title: 'x' });
    expect(newBookingOf(draft, 'id')).toEqual({
      bookingId: 'id',
      localDate: '2026-12-01',
      startMinute: 1020,
      minutes: 60,
      clientIds: ['a', 'b'],
      atHome: true,
    });
    const weekly = newBookingOf({ ...draft, repeats: true, until: '2027-01-31', except: '2026-12-22, 2026-12-29' }, 'id');
    expect(weekly.repeat).toEqual({ everyWeeks: 1, until: '2027-01-31', except: ['2026-12-22', '2026-12-29'] });
    expect(changedBookingOf({ ...draft, isClass: true, where: 'loft' }, 'following')).toMatchObject({
      clientIds: [],
      heads: 8,
      title: 'x',
      placeId: 'loft',
      scope: 'following',
    });
  });

  test('a visit that is changed begins as it is; what the server says stands at the field', () => {
    const visit = {
      bookingId: 'v',
      seriesId: null,
      localDate: '2026-12-01',
      startMinute: 545,
      minutes: 45,
      placeId: 'loft',
      atHome: false,
      title: null,
      heads: null,
      clients: [{ clientId: 'a', name: 'Ada' }],
      plan: null,
      session: null,
    };
    expect(draftOfVisit(visit)).toMatchObject({ clientIds: ['a'], time: '9:05', minutes: '45', where: 'loft', isClass: false });
    expect(
      fieldProblems([
        { path: 'repeat.until', message: 'too far' },
        { path: 'startMinute', message: 'skipped' },
        { path: 'odd', message: '?' },
      ]),
    ).toEqual({ until: 'too far', time: 'skipped' });
  });
});
