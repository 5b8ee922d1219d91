import { describe, expect, test } from '@jest/globals';
import type { Visit } from '@waxwing/core/api';
import type { Plan } from '@waxwing/core/planning';
import { bookedOtherwise } from './bookedOtherwise.ts';

const PLAN: Plan = {
  name: '',
  minutes: 60,
  lanes: [
    { laneId: 'a', clientId: 'ada' },
    { laneId: 'b', clientId: 'ben' },
  ],
  blocks: [
    {
      blockId: 'x',
      part: 'main',
      format: { kind: 'sets' },
      items: [{ itemId: 'i', movementId: 'waxwing:goblet-squat', own: [{ laneId: 'b', sets: 2 }] }],
    },
  ],
};
const VISIT: Visit = {
  bookingId: 'v',
  seriesId: null,
  localDate: '2026-11-26',
  startMinute: 540,
  minutes: 60,
  placeId: 'loft',
  atHome: false,
  title: null,
  heads: null,
  clients: [
    { clientId: 'ada', name: 'Ada Quay' },
    { clientId: 'ben', name: 'Ben Holm' },
  ],
  plan: null,
  session: null,
};
const otherwise = (plan: Partial<Plan>, visit: Partial<Visit>) =>
  bookedOtherwise({ ...PLAN, ...plan }, { ...VISIT, ...visit }, 'loft', () => 'new');

describe('a visit that was booked otherwise since it was planned', () => {
  test.each<[string, Partial<Plan>, Partial<Visit>]>([
    ['a plan that names no place is in the first room', {}, {}],
    ['a visit that names none is wherever it is planned', { placeId: 'hall' }, { placeId: null }],
    ['at home a room says nothing', { atHome: true, placeId: 'hall' }, { atHome: true }],
    ['a class has no people to compare', { lanes: [{ laneId: 'l', level: 'Easy' }] }, { clients: [], heads: 9 }],
  ])('is none where %s', (_what, plan, visit) => expect(otherwise(plan, visit)).toBeNull());

  test('for others: who went takes their part along, who came is added', () => {
    const found = otherwise({}, { clients: [VISIT.clients[0]!, { clientId: 'cleo', name: 'Cleo' }] })!;
    expect(found).toMatchObject({ isForOthers: true, isOtherTime: false, isElsewhere: false });
    const followed = found.follow(PLAN);
    expect(followed.lanes).toEqual([PLAN.lanes[0], { laneId: 'new', clientId: 'cleo' }]);
    expect(followed.blocks[0]!.items[0]!.own).toEqual([]);
  });

  test('for another time, in another room, or at home: followed, it is as it is booked', () => {
    for (const visit of [{ minutes: 45 }, { placeId: 'hall' }, { atHome: true, placeId: null }] as const) {
      const found = otherwise({}, visit)!;
      const followed = found.follow(PLAN);
      expect(followed.lanes).toBe(PLAN.lanes);
      expect(bookedOtherwise(followed, { ...VISIT, ...visit }, 'loft', () => 'new')).toBeNull();
    }
    expect(otherwise({}, { minutes: 45 })).toMatchObject({ isOtherTime: true, isElsewhere: false });
    expect(otherwise({}, { placeId: 'hall' })).toMatchObject({ isElsewhere: true });
  });
});
