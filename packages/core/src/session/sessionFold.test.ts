import { isDeepStrictEqual } from 'node:util';
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { anyHour } from '../test/anyHour.ts';
import { TestReplica } from '../test/replica.ts';
import { CLIENT, LANE, smallBrief } from '../test/smallLibrary.ts';
import { openSession } from './actions.ts';
import type { EventDraft } from './envelope.ts';
import type { SessionEvent } from './event.ts';
import { foldSession } from './fold.ts';
import { SessionFold } from './sessionFold.ts';

// Long enough for a busy machine, and for a failure to be made smaller.

/** Whoever writes into a state that was handed out is caught at it. */
function frozen<T>(value: T): T {
  if (typeof value !== 'object' || value === null || Object.isFrozen(value)) return value;
  Object.freeze(value);
  for (const each of Object.values(value)) frozen(each);
  return value;
}

/** A failure is made smaller for a while, not for ever. */
const runs = (numRuns: number) => ({ numRuns, interruptAfterTimeLimit: 60_000, markInterruptAsFailure: true });

/** Jest's own comparison takes ten times as long, and is asked only for its words. */
function expectSame(one: object, other: object): void {
  if (!isDeepStrictEqual(one, other)) expect(one).toStrictEqual(other);
}

/** Delivered in any order, in batches of any size, some events twice. */
function deliveries(events: readonly SessionEvent[]): fc.Arbitrary<SessionEvent[][]> {
  const all = fc.shuffledSubarray([...events], { minLength: events.length, maxLength: events.length });
  return fc
    .tuple(all, fc.array(fc.nat(8), { maxLength: 60, size: 'max' }), fc.array(fc.nat(events.length - 1), { maxLength: 8 }))
    .map(([order, sizes, again]) => {
      const batches: SessionEvent[][] = [];
      let at = 0;
      for (const size of sizes) {
        batches.push(order.slice(at, at + size));
        at += size;
      }
      batches.push(
        order.slice(at),
        again.map((i) => events[i]!),
      );
      return batches;
    });
}

describe('after every batch the state is the one that all events give, folded at once', () => {
  test('in any order, late, repeated, with what was taken back, taken back again and amended', () => {
    fc.assert(
      fc.property(
        anyHour(1, 80).chain((events) => deliveries(events)),
        (batches) => {
          const fold = new SessionFold();
          const sofar: SessionEvent[] = [];
          for (const batch of batches) {
            sofar.push(...batch);
            expectSame(frozen(fold.add(batch).state), foldSession(sofar));
          }
        },
      ),
      runs(60),
    );
  });

  test('one by one as they were made, and with the first hundreds there at the opening', () => {
    fc.assert(
      fc.property(anyHour(200, 600), fc.double({ min: 0, max: 1, noNaN: true }), (events, share) => {
        const there = Math.floor(events.length * share);
        const fold = new SessionFold(events.slice(0, there));
        frozen(fold.state);
        for (const event of events.slice(there)) frozen(fold.add([event]).state);
        expectSame(fold.state, foldSession(events));
      }),
      runs(20),
    );
  });

  test('something very late, and a correction of something very old, among hundreds', () => {
    fc.assert(
      fc.property(anyHour(300, 600), fc.nat(), fc.nat(), (events, first, second) => {
        const late = new Set([events[first % events.length]!, events[second % events.length]!]);
        const fold = new SessionFold(events.filter((event) => !late.has(event)));
        for (const event of late) frozen(fold.add([event]).state);
        expectSame(fold.state, foldSession(events));
      }),
      runs(20),
    );
  });
});

describe('what doesn’t change keeps its identity', () => {
  const brief = smallBrief();
  const client = brief.clients[0]!;
  const otherLane = { laneId: '0190a000-0000-4000-8000-0000000000ff', clientId: '0190c000-0000-4000-8000-0000000000ff' };
  const set = (n: number) => `0190a000-0000-4000-8000-00000000b00${n}`;
  const where = { laneId: LANE, clientId: CLIENT };
  const { itemId, movementId, revisionId, load } = client.items[0]!;
  const begun = (n: number): EventDraft => ({
    type: 'segment-started',
    ...where,
    payload: { setId: set(n), segmentId: set(n), itemId, movementId, revisionId, load, target: 10 },
  });
  const rep = (n: number): EventDraft => ({ type: 'rep-counted', ...where, payload: { setId: set(n), segmentId: set(n) } });

  function opened() {
    const replica = new TestReplica('a');
    replica.add(...openSession(brief), { type: 'lane-joined', ...otherLane, payload: { items: [] } }, begun(1), rep(1), begun(2));
    return { replica, fold: new SessionFold(replica.events) };
  }

  test('a rep renews its set and its lane, and nothing else', () => {
    const { replica, fold } = opened();
    const before = fold.state;
    const { state, replayedFrom } = fold.add(replica.add(rep(2)));
    expect(replayedFrom).toBe(replica.events.length - 1);
    expect(state.lanes[0]).not.toBe(before.lanes[0]);
    expect(state.lanes[0]!.sets[1]!.segments[0]!.counted).toBe(1);
    expect(state.lanes[0]!.sets[0]).toBe(before.lanes[0]!.sets[0]);
    expect(state.lanes[0]!.items).toBe(before.lanes[0]!.items);
    expect(state.lanes[1]).toBe(before.lanes[1]);
    expect(state.decisions).toBe(before.decisions);
    expect(before.lanes[0]!.sets[1]!.segments[0]!.counted).toBe(0);
  });

  test('nothing new is the same state; taking back gives the lane that was, and leaves the others', () => {
    const { replica, fold } = opened();
    const before = fold.state;
    expect(fold.add(replica.events)).toEqual({ state: before, replayedFrom: replica.events.length });
    expect(fold.state).toBe(before);
    const [counted] = replica.add(rep(2));
    fold.add([counted!]);
    const { state, replayedFrom } = fold.add(replica.add({ type: 'retracted', payload: { eventId: counted!.id } }));
    expect(replayedFrom).toBe(replica.events.length - 2);
    expect(state.lanes[0]).toEqual(before.lanes[0]);
    expect(state.lanes[1]).toBe(before.lanes[1]);
    expect([...fold.backwards()].map(({ id }) => id)).not.toContain(counted!.id);
  });

  test('a correction that comes before what it corrects waits for it', () => {
    const { replica, fold } = opened();
    const [counted] = replica.add(rep(2));
    const [taken] = replica.add({ type: 'retracted', payload: { eventId: counted!.id } });
    fold.add([taken!]);
    expect(fold.add([counted!]).state.lanes[0]!.sets[1]!.segments[0]!.counted).toBe(0);
    expect(fold.size).toBe(replica.events.length);
  });
});
