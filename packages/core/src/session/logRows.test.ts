import { describe, expect, test } from '@jest/globals';
import { TestReplica } from '../test/replica.ts';
import { CLIENT, LANE, smallBrief } from '../test/smallLibrary.ts';
import { openSession } from './actions.ts';
import { indexBrief } from './briefIndex.ts';
import type { EventDraft } from './envelope.ts';
import { foldSession } from './fold.ts';
import { itemRows, setRows } from './logRows.ts';

const brief = smallBrief();
const index = indexBrief(brief);
const item = brief.clients[0]!.items[0]!;
const where = { laneId: LANE, clientId: CLIENT };
const SET = '0190a000-0000-4000-8000-00000000b001';
const [FIRST, SECOND] = ['0190a000-0000-4000-8000-00000000d001', '0190a000-0000-4000-8000-00000000d002'];

type Segment = Extract<EventDraft, { type: 'segment-started' }>['payload'];

function begun(segmentId: string, part: Partial<Segment> = {}): EventDraft {
  const { itemId, movementId, revisionId, load } = item;
  return {
    type: 'segment-started',
    ...where,
    payload: { setId: SET, segmentId, itemId, movementId, revisionId, load, target: 10, ...part },
  };
}
const rep = (segmentId: string): EventDraft => ({ type: 'rep-counted', ...where, payload: { setId: SET, segmentId } });
const ended = (amounts?: { segmentId: string; amount: number }[]): EventDraft => ({
  type: 'set-ended',
  ...where,
  payload: { setId: SET, reason: 'done', ...(amounts && { amounts }) },
});
const seen = (side?: 'left' | 'right'): EventDraft => ({
  type: 'fault-seen',
  ...where,
  payload: { setId: SET, faultId: 'waxwing:middle/knees-in', faultTypeId: 'knees-in', ...(side && { side }) },
});

/** The rows of the one set that these events make; each happens a second after the one before. */
function rows(...drafts: EventDraft[]) {
  const replica = new TestReplica('a');
  replica.add(...openSession(brief), ...drafts);
  const [lane] = foldSession(replica.events).lanes;
  const movementOf = (clientId: string, movementId: string) => index.movement(clientId, movementId);
  return { ...setRows(lane!.sets[0]!, movementOf), items: itemRows(lane!, movementOf) };
}

describe('the rows of a set', () => {
  test('a set that changes half-way is two, and what is said of the whole stands on the last', () => {
    const change = { kind: 'lever' as const, key: 'lever:range', lever: 'range' as const, text: 'Stop at the box' };
    const load = { kind: 'pair' as const, value: 8, unit: 'kg' as const };
    const { segments } = rows(
      begun(FIRST, { load }),
      rep(FIRST),
      rep(FIRST),
      begun(SECOND, { change, tempo: { lowerSeconds: 3, turnSeconds: 0, liftSeconds: 1, finishSeconds: 0 } }),
      rep(SECOND),
      { type: 'looked', ...where, payload: { setId: SET, clean: true } },
      ended(),
      { type: 'effort-rated', ...where, payload: { setId: SET, effort: 'about-right', reserve: 2 } },
    );
    expect(segments).toEqual([
      expect.objectContaining({
        ordinal: 0,
        amount: 2,
        kilograms: 16,
        settings: {},
        isLast: false,
        setAmount: null,
        clean: null,
        effort: null,
        reserve: null,
      }),
      expect.objectContaining({
        ordinal: 1,
        amount: 1,
        kilograms: 0,
        settings: { change, tempo: expect.objectContaining({ lowerSeconds: 3 }) },
        isLast: true,
        setAmount: 3,
        clean: true,
        effort: 'about-right',
        reserve: 2,
      }),
    ]);
    expect(segments.map(({ setOrdinal, looked, actor, pain }) => [setOrdinal, looked, actor, pain])).toEqual([
      [1, true, 'trainer', false],
      [1, true, 'trainer', false],
    ]);
  });

  test('kilograms are what is held, both hands together; help is negative; a pin has none', () => {
    const kilograms = (load: Segment['load']) => rows(begun(FIRST, { load }), ended()).segments[0]!.kilograms;
    expect(kilograms({ kind: 'pair', value: 12, unit: 'kg' })).toBe(24);
    expect(kilograms({ kind: 'single', value: 10, unit: 'lb' })).toBeCloseTo(4.536, 3);
    expect(kilograms({ kind: 'assisted', value: 20, unit: 'kg' })).toBe(-20);
    expect(kilograms({ kind: 'bodyweight' })).toBe(0);
    expect(kilograms({ kind: 'stack', pin: 4 })).toBeNull();
    expect(kilograms({ kind: 'band', strands: 2 })).toBeNull();
  });

  test('time under work runs with the counter, and nobody knows it of what was noted afterwards', () => {
    expect(rows(begun(FIRST), rep(FIRST), rep(FIRST), ended()).segments[0]!.seconds).toBe(3);
    expect(rows(begun(FIRST), ended([{ segmentId: FIRST, amount: 8 }])).segments[0]).toMatchObject({
      amount: 8,
      seconds: null,
    });
    expect(rows(begun(FIRST), rep(FIRST)).segments[0]!.seconds).toBeNull();
  });

  test('a fault on both sides is two rows, with what became of each; one that this revision lacks has no severity', () => {
    const { faults } = rows(
      begun(FIRST),
      seen('left'),
      seen('right'),
      seen('left'),
      { type: 'fault-seen', ...where, payload: { setId: SET, faultId: 'waxwing:middle/gone', faultTypeId: 'gone' } },
      { type: 'looked', ...where, payload: { setId: SET, clean: false, gone: ['waxwing:middle/knees-in'] } },
    );
    expect(faults.map(({ ordinal, side, status, severity, times }) => [ordinal, side, status, severity, times])).toEqual([
      [0, 'left', 'gone', 'risk', 2],
      [1, 'right', 'gone', 'risk', 1],
      [2, null, 'open', null, 1],
    ]);
  });

  test('an item has a row once a set of it has ended', () => {
    expect(rows(begun(FIRST), rep(FIRST)).items).toEqual([]);
    expect(rows(begun(FIRST), rep(FIRST), ended()).items).toEqual([
      expect.objectContaining({
        itemId: item.itemId,
        movementId: item.movementId,
        place: 0,
        outcome: expect.objectContaining({ leastDone: 1 }),
      }),
    ]);
  });
});

describe('a hold that nobody ended', () => {
  const holdBrief = (target: number) => {
    const base = smallBrief();
    const [client] = base.clients;
    const [first] = client!.items;
    return {
      ...base,
      clients: [{ ...client!, items: [{ ...first!, target, dose: { kind: 'seconds' as const, low: 20, high: target } }] }],
    };
  };
  /** Seconds that count for a hold of `target` seconds that was ended after so many. */
  function held(target: number, seconds: number) {
    const replica = new TestReplica('a');
    replica.add(...openSession(holdBrief(target)), begun(FIRST, { target }));
    const [end] = replica.add(ended());
    const began = Date.parse(replica.events.at(-2)!.at);
    const late = { ...end!, at: new Date(began + seconds * 1000).toISOString() };
    const [lane] = foldSession([...replica.events.slice(0, -1), late]).lanes;
    const [segment] = setRows(lane!.sets[0]!, () => null).segments;
    return [segment!.amount, segment!.seconds];
  }

  test('counts as it was held, and no hours', () => {
    expect(held(40, 45)).toEqual([45, 45]);
    expect(held(40, 290)).toEqual([290, 290]);
    expect(held(40, 7200)).toEqual([300, 300]);
    expect(held(180, 500)).toEqual([500, 500]);
    expect(held(180, 7200)).toEqual([540, 540]);
  });
});
