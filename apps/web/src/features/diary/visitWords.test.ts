import { describe, expect, test } from '@jest/globals';
import type { DiaryAnswer, Visit } from '@waxwing/core/api';
import { clashesOf } from '@waxwing/core/planning';
import { clashText, takenBy, whoText } from './visitWords.ts';

const visit = (bookingId: string, part: Partial<Visit> = {}): Visit => ({
  bookingId,
  seriesId: null,
  localDate: '2026-11-26',
  startMinute: 540,
  minutes: 60,
  placeId: 'loft',
  atHome: false,
  title: null,
  heads: null,
  clients: [{ clientId: 'ada', name: 'Ada Quay' }],
  plan: null,
  session: null,
  ...part,
});

test('who comes, as short as it is said', () => {
  expect(whoText(visit('v'))).toBe('Ada');
  expect(
    whoText(
      visit('v', {
        clients: [
          { clientId: 'a', name: 'Ada Quay' },
          { clientId: 'b', name: 'Ben Holm' },
        ],
      }),
    ),
  ).toBe('Ada, Ben');
  expect(whoText(visit('v', { clients: [], heads: 9 }))).toBe('a class of 9');
  expect(whoText(visit('v', { clients: [], heads: 9, title: 'Ropes' }))).toBe('Ropes (9)');
  expect(whoText(visit('v', { clients: [] }))).toBe('nobody of yours any more');
});

describe('what is at the same time', () => {
  const diary: DiaryAnswer = {
    visits: [visit('one'), visit('two', { startMinute: 570, clients: [{ clientId: 'ben', name: 'Ben Holm' }] })],
    others: [
      {
        localDate: '2026-11-26',
        startMinute: 545,
        minutes: 30,
        placeId: 'loft',
        trainerId: 'ferris',
        trainerName: 'Ferris Dune',
        clientIds: ['ada'],
      },
    ],
  };
  const taken = takenBy(diary, 'maren');
  const said = (key: string) =>
    clashesOf(
      taken.find((each) => each.key === key)!,
      taken,
    ).map((clash) => clashText(clash, diary, taken));

  test('says what is twice, and with whom', () => {
    expect(said('one')).toEqual([
      'you, with Ben from 9:30',
      'the room, with Ben from 9:30',
      'the room, with Ferris Dune from 9:05',
      'Ada is booked with Ferris Dune from 9:05',
    ]);
    expect(said('two')).toEqual([
      'you, with Ada from 9:00',
      'the room, with Ada from 9:00',
      'the room, with Ferris Dune from 9:05',
    ]);
  });
});
