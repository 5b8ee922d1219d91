import { expect, test } from '@jest/globals';
import { EMPTY_BOOK } from '../coaching/cueTally.ts';
import { asNobody, clientBriefOf } from './clientBriefOf.ts';

const LANE = 'lane-1';
const PAST = { history: {}, due: [], setUps: {}, book: EMPTY_BOOK, faultRates: {} };
const HERE = { positions: {}, inventory: null, localDate: '2026-03-02', revisionOf: () => undefined, newId: () => 'new' };
const born = (birthYear: number) =>
  clientBriefOf(
    { clientId: 'wren', name: 'Wren Tolliver', birthYear, goals: [], cautions: [] },
    { laneId: LANE, clientId: 'wren', movements: [] },
    PAST,
    HERE,
  );

test('of somebody’s age an hour is told no more than whom some cues are meant for', () => {
  expect([2010, 1990, 1955].map((year) => born(year).ageGroup)).toEqual(['teen', undefined, 'older-adult']);
  expect(JSON.stringify(born(1955))).not.toContain('1955');
});

test('of a guest and of a level nothing is known, their age neither', () => {
  for (const lane of [
    { laneId: LANE, guest: 'Bo', movements: [] },
    { laneId: LANE, level: 'Easier', movements: [] },
  ]) {
    const brief = clientBriefOf(asNobody(lane), lane, PAST, HERE);
    expect(brief).toMatchObject({ clientId: LANE, name: lane.guest ?? lane.level });
    expect(brief.ageGroup).toBeUndefined();
  }
});
