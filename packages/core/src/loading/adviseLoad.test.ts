import { describe, expect, test } from '@jest/globals';
import type { Load } from '../movement/load.ts';
import { movementDocument } from '../test/smallLibrary.ts';
import { adviseLoad, type LoadQuestion } from './adviseLoad.ts';
import type { LoadSource } from './inventory.ts';
import { rackFor } from './makeable.ts';

const ROOM: LoadSource = {
  kind: 'fixed',
  what: 'dumbbell',
  unit: 'kg',
  weights: [4, 6, 8, 10, 12.5].map((value) => ({ value, count: 2 })),
};
const ROW = movementDocument({ id: 'w:row', kit: { needed: ['dumbbells'], optional: [] } });
const PRESS = movementDocument({
  id: 'w:floor-press',
  pattern: 'push',
  position: 'supine',
  kit: { needed: ['dumbbells'], optional: [] },
});
const pair = (value: number, unit: 'kg' | 'lb' = 'kg'): Load => ({ kind: 'pair', value, unit });
const LAST = { load: pair(8), target: 12, done: 12, effort: 'about-right' } as const;

function advise(part: Partial<LoadQuestion> & { sources?: LoadSource[] }) {
  const { sources = [ROOM], document = ROW, ...rest } = part;
  return adviseLoad({
    document,
    rack: rackFor(document, { sources }),
    last: LAST,
    due: null,
    targetReserve: 2,
    isAlone: false,
    ...rest,
  });
}

describe('the load to take', () => {
  test('the first time it is the lightest, and nothing is made up', () => {
    expect(advise({ last: null })).toMatchObject({ load: pair(4), how: 'two 4 kg (8 kg in all)', target: 8 });
    expect(advise({ last: null }).reasons.join()).toContain('first time');
  });

  test('as last time, or what was decided, with its numbers', () => {
    expect(advise({})).toMatchObject({ load: pair(8), target: 12, reasons: ['as last time'] });
    expect(advise({ due: { kind: 'raise', load: pair(10), target: 8 } })).toMatchObject({ load: pair(10), target: 8 });
    expect(advise({ due: { kind: 'step-down' } })).toMatchObject({ load: pair(6), target: 12 });
  });

  test('a decision that is older than the last time counts no more', () => {
    const due = { kind: 'raise', localDate: '2026-03-02', load: pair(10), target: 8 } as const;
    expect(advise({ due, last: { ...LAST, localDate: '2026-03-02' } }).load).toEqual(pair(10));
    expect(advise({ due, last: { ...LAST, localDate: '2026-03-09' } })).toMatchObject({
      load: pair(8),
      reasons: ['as last time'],
    });
  });

  test('who fell short with nothing left is asked for what they made', () => {
    const short = { ...LAST, target: 12, done: 10, effort: 'nothing-left' } as const;
    expect(advise({ last: short }).target).toBe(10);
    expect(advise({ last: { ...short, done: 5 } }).target).toBe(8);
    expect(advise({ last: short, due: { kind: 'repeat', text: 'The same again' } })).toMatchObject({
      target: 10,
      reasons: ['decided last time: the same again'],
    });
  });

  test('a raise in words is worked out here: too big a step gives reps instead', () => {
    const raised = advise({ due: { kind: 'raise' } });
    expect(raised).toMatchObject({ load: pair(8), target: 14 });
    expect(raised.reasons.join()).toContain('under 8');
    expect(advise({ due: { kind: 'raise' }, last: { ...LAST, done: 18, reserve: 2 } })).toMatchObject({
      load: pair(10),
      target: 8,
    });
  });

  test('another room: the nearest that isn’t heavier, with the reps that it takes', () => {
    const home: LoadSource = { ...ROOM, weights: [{ value: 6, count: 2 }] };
    const there = advise({ sources: [home] });
    // 8 × 12 with 2.5 left: 1RM 11.9 a hand; 6 predicts 29, less 2.
    expect(there).toMatchObject({ load: pair(6), target: 20 });
    expect(there.reasons.join()).toContain('no two 8 kg (16 kg in all) here');
    const heavy = advise({ sources: [{ ...ROOM, weights: [{ value: 30, count: 2 }] }] });
    expect(heavy.reasons.join()).toContain('too heavy to plan with');
  });

  test('what was entered in pounds stays in pounds where it stands on the rack', () => {
    const pounds: LoadSource = { ...ROOM, unit: 'lb', weights: [{ value: 10, count: 2 }] };
    expect(advise({ sources: [ROOM, pounds], last: { ...LAST, load: pair(10, 'lb') } }).load).toEqual(pair(10, 'lb'));
  });

  test('a room that nobody described keeps the load and says so; a movement without load says nothing', () => {
    expect(advise({ sources: [] })).toMatchObject({
      load: pair(8),
      reasons: ['nothing to load it with is listed for this room'],
    });
    const squat = movementDocument({ id: 'w:squat' });
    expect(advise({ document: squat, last: null })).toMatchObject({ load: { kind: 'bodyweight' }, target: 8, reasons: [] });
  });

  test('alone, a lying press is capped at what could be done twelve times, and says so', () => {
    const strong = { load: pair(12.5), target: 8, done: 8, effort: 'about-right' } as const;
    const capped = advise({ document: PRESS, last: strong, isAlone: true });
    // 12.5 × 10.5: 1RM 16.9; 12 to failure is at most 12.05: the tens.
    expect(capped).toMatchObject({ load: pair(10), target: 12 });
    expect(capped.reasons[0]).toContain('without a spotter');
    expect(advise({ document: PRESS, last: strong }).load).toEqual(pair(12.5));
    expect(advise({ document: ROW, last: strong, isAlone: true }).load).toEqual(pair(12.5));
    expect(advise({ document: PRESS, last: null, isAlone: true }).load).toEqual(pair(4));
  });
});
