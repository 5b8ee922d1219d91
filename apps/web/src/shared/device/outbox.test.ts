import 'fake-indexeddb/auto';
import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import type { EventDraft, EventsAnswer, SessionBrief, SessionEvent } from '@waxwing/core';
import { v4 } from 'uuid';
import { RequestRefused, Unreachable } from '../api.ts';
import { deviceStoreFor, type DeviceStore } from './deviceStore.ts';
import { Outbox } from './outbox.ts';

const SESSION = v4();
const note = (text: string): EventDraft => ({ type: 'note', payload: { text } });

let trainerId: string;
let store: DeviceStore;

beforeEach(async () => {
  trainerId = v4();
  store = await deviceStoreFor(trainerId);
});
// An open channel would keep the test runner waiting.
afterEach(() => store.close());

function append(...texts: string[]) {
  return store.append(SESSION, texts.map(note), 0, new Date('2026-03-02T09:00:00Z'));
}

/** A server that fails as it is told and otherwise keeps what it gets. */
function server(...failures: Error[]) {
  const got: SessionEvent[] = [];
  const send = (_sessionId: string, events: readonly SessionEvent[]): Promise<EventsAnswer> => {
    const failure = failures.shift();
    if (failure) return Promise.reject(failure);
    got.push(...events);
    return Promise.resolve({ kept: events.map((event) => event.id), refused: [] });
  };
  return { got, send };
}

describe('forgetting a client', () => {
  const brief = (sessionId: string, ...clientIds: string[]) =>
    ({ sessionId, clients: clientIds.map((clientId) => ({ clientId, name: clientId })) }) as unknown as SessionBrief;
  const about = (clientId: string, text: string): EventDraft => ({ type: 'note', clientId, payload: { text } });

  test('an hour alone goes whole; of a shared one only their part; the others’ unsent events are still sent', async () => {
    const [alone, shared, gone, stays] = [v4(), v4(), v4(), v4()] as [string, string, string, string];
    await store.saveBrief(brief(alone, gone));
    await store.saveBrief(brief(shared, gone, stays));
    await store.append(alone, [about(gone, 'a'), note('b')], 0, new Date());
    await store.append(shared, [about(gone, 'c'), about(stays, 'd'), note('e')], 0, new Date());
    await store.forget(gone);
    expect(await store.brief(alone)).toBeUndefined();
    expect((await store.brief(shared))!.clients.map(({ clientId }) => clientId)).toEqual([stays]);
    expect(await store.events(alone)).toEqual([]);
    expect((await store.events(shared)).map(({ payload }) => (payload as { text: string }).text).sort()).toEqual(['d', 'e']);
    expect(await store.unsentCount()).toBe(2);
    // Somebody whom this device never met changes nothing.
    await store.forget(v4());
    expect(await store.unsentCount()).toBe(2);
  });
});

describe('the device store', () => {
  test('numbers are drawn once, also by appends that run into each other', async () => {
    const batches = await Promise.all([append('a', 'b'), append('c'), append('d', 'e')]);
    const seqs = batches.flat().map((event) => event.seq);
    expect([...seqs].sort()).toEqual([1, 2, 3, 4, 5]);
    expect(new Set(batches.flat().map((event) => event.lamport)).size).toBe(5);
    expect(await store.unsentCount()).toBe(5);
  });

  test('logical time goes on from what was seen', async () => {
    const [event] = await store.append(SESSION, [note('x')], 40, new Date());
    expect(event!.lamport).toBe(41);
    expect((await append('y'))[0]!.lamport).toBe(42);
  });

  test('what one sign-in keeps, another neither sees nor sends', async () => {
    await append('mine');
    const other = await deviceStoreFor(v4());
    expect(await other.events(SESSION)).toEqual([]);
    expect(await other.unsentCount()).toBe(0);
    other.close();
  });
});

describe('the outbox', () => {
  test('sends what waits, once, and then has nothing', async () => {
    const { got, send } = server();
    const outbox = new Outbox(store, send);
    await append('a', 'b');
    await Promise.all([outbox.flush(), outbox.flush()]);
    await outbox.flush();
    expect(got.map((event) => (event.payload as { text: string }).text)).toEqual(['a', 'b']);
    expect(outbox.getState()).toEqual({ kind: 'sent', unsent: 0, refused: 0 });
    outbox.stop();
  });

  test('without a network everything is kept, and arrives when there is one again', async () => {
    const { got, send } = server(new Unreachable());
    const outbox = new Outbox(store, send);
    await append('a');
    await outbox.flush();
    expect(outbox.getState()).toMatchObject({ kind: 'offline', unsent: 1 });
    await append('b');
    await outbox.flush();
    expect(got).toHaveLength(2);
    outbox.stop();
  });

  test('signed out it waits for a sign-in and says so', async () => {
    const { got, send } = server(new RequestRefused(401, 'Sign in first', []));
    const outbox = new Outbox(store, send);
    await append('a');
    await outbox.flush();
    expect(outbox.getState()).toMatchObject({ kind: 'signed-out', unsent: 1 });
    expect(got).toHaveLength(0);
    outbox.stop();
  });

  test('an event that the server refuses is not sent for ever, and is counted', async () => {
    const [bad] = await append('bad', 'good');
    const outbox = new Outbox(store, (_sessionId, events) =>
      Promise.resolve({
        kept: events.filter((event) => event.id !== bad!.id).map((event) => event.id),
        refused: [{ id: bad!.id, problems: [{ path: 'payload', message: 'no' }] }],
      }),
    );
    await outbox.flush();
    expect(outbox.getState()).toEqual({ kind: 'sent', unsent: 0, refused: 1 });
    expect(await store.events(SESSION)).toHaveLength(2);
    outbox.stop();
  });

  test('a session that is no longer this trainer’s doesn’t hold up another', async () => {
    await append('gone');
    const other = v4();
    await store.append(other, [note('stays')], 0, new Date());
    const got: SessionEvent[] = [];
    const outbox = new Outbox(store, (sessionId, events) => {
      if (sessionId === SESSION) return Promise.reject(new RequestRefused(404, 'No such session among yours', []));
      got.push(...events);
      return Promise.resolve({ kept: events.map((event) => event.id), refused: [] });
    });
    await outbox.flush();
    expect(got).toHaveLength(1);
    expect(outbox.getState()).toMatchObject({ kind: 'sent', refused: 1 });
    outbox.stop();
  });
});
