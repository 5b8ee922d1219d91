import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import type { SessionEvent } from './event.ts';
import { compareEvents, inOrder } from './eventOrder.ts';

/** What orders an event, of few kinds each, so that many stand close; its id follows from the rest, as the same event's does. */
const event = fc
  .record({
    lamport: fc.oneof(fc.integer({ min: 1, max: 6 }), fc.constantFrom(2 ** 31, 2 ** 32 - 1, 2 ** 32, 2 ** 40)),
    replicaId: fc.constantFrom('a', 'b', 'c'),
    seq: fc.integer({ min: 1, max: 3 }),
  })
  .map((each) => ({ ...each, id: JSON.stringify(each) }) as SessionEvent);

describe('the order of events', () => {
  test('is by logical time, then device, then number, each once, however large the times are', () => {
    fc.assert(
      fc.property(fc.array(event, { maxLength: 60 }), (events) => {
        const each = [...new Map(events.map((one) => [one.id, one])).values()].sort(compareEvents);
        expect(inOrder(events)).toEqual(each);
      }),
    );
  });

  test('leaves the list as it was', () => {
    const events = [{ lamport: 2, id: 'b' } as SessionEvent, { lamport: 1, id: 'a' } as SessionEvent];
    expect(inOrder(events).map(({ id }) => id)).toEqual(['a', 'b']);
    expect(events.map(({ id }) => id)).toEqual(['b', 'a']);
  });
});
