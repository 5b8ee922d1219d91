import 'fake-indexeddb/auto';
import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import type { EventDraft, SessionBrief, SessionEvent } from '@waxwing/core/session';
import { openDB } from 'idb';
import { v4 } from 'uuid';
import { deviceStoreFor, SENT_KEPT_DAYS, type DeviceStore } from './deviceStore.ts';

const SESSION = v4();
const note = (text: string): EventDraft => ({ type: 'note', payload: { text } });
const textOf = ({ payload }: SessionEvent) => (payload as { text: string }).text;

let store: DeviceStore;

beforeEach(async () => {
  store = await deviceStoreFor(v4());
});
// An open channel would keep the test runner waiting.
afterEach(() => store.close());

function append(...texts: string[]) {
  return appendTo(SESSION, ...texts);
}

function appendTo(sessionId: string, ...texts: string[]) {
  return store.append(sessionId, texts.map(note), 0, new Date('2026-03-02T09:00:00Z'));
}

describe('forgetting a client', () => {
  const brief = (sessionId: string, ...clientIds: string[]) =>
    ({ sessionId, clients: clientIds.map((clientId) => ({ clientId, laneId: `lane-${clientId}` })) }) as unknown as SessionBrief;
  const about = (clientId: string, text: string): EventDraft => ({ type: 'note', clientId, payload: { text } });

  test('an hour alone goes whole; of a shared one only their part; the others’ unsent events are still sent', async () => {
    const [alone, shared, gone, stays] = [v4(), v4(), v4(), v4()] as [string, string, string, string];
    await store.saveBrief(brief(alone, gone));
    await store.saveBrief(brief(shared, gone, stays));
    await store.append(alone, [about(gone, 'a'), note('b')], 0, new Date());
    const [hurt] = await store.append(shared, [about(gone, 'c'), about(stays, 'd'), note('e')], 0, new Date());
    await store.append(
      shared,
      [
        { type: 'view-changed', laneId: `lane-${gone}`, payload: { view: 'side' } },
        { type: 'amended', payload: { eventId: hurt!.id, amends: 'note', payload: { text: 'c, in other words' } } },
      ],
      0,
      new Date(),
    );
    await store.forget(gone);
    expect(await store.brief(alone)).toBeUndefined();
    expect((await store.brief(shared))!.clients.map(({ clientId }) => clientId)).toEqual([stays]);
    expect(await store.events(alone)).toEqual([]);
    expect((await store.events(shared)).map(textOf).sort()).toEqual(['d', 'e']);
    expect((await store.waiting()).unsent).toBe(2);
    // Somebody whom this device never met changes nothing.
    await store.forget(v4());
    expect((await store.waiting()).unsent).toBe(2);
  });
});

describe('for a time without a network', () => {
  const keepAhead = (bookingId: string, localDate: string, ...clientIds: string[]) =>
    store.keepAhead(
      bookingId,
      {
        sessionId: v4(),
        localDate,
        clients: clientIds.map((clientId) => ({ clientId, laneId: v4() })),
      } as unknown as SessionBrief,
      new Date('2026-03-02T08:00:00Z'),
    );

  test('what could begin today is there; yesterday’s goes, and what is somebody’s who is forgotten', async () => {
    const [gone, stays] = [v4(), v4()];
    await keepAhead('old', '2026-03-01', stays);
    await keepAhead('hers', '2026-03-02', gone);
    await keepAhead('his', '2026-03-02', stays);
    await store.keepAnswer('clients', [{ clientId: gone }], new Date());
    await store.keepAnswer('places', [{ placeId: 'loft' }], new Date());
    await store.keepAnswer(`clients/${gone}/practice`, {}, new Date());
    expect((await store.aheadsOf('2026-03-02')).map(({ bookingId }) => bookingId).sort()).toEqual(['hers', 'his']);
    expect((await store.ahead('hers'))!.clients.map(({ clientId }) => clientId)).toEqual([gone]);
    expect(await store.aheadsOf('2026-03-01')).toEqual([]);
    await store.forget(gone);
    expect((await store.aheadsOf('2026-03-02')).map(({ bookingId }) => bookingId)).toEqual(['his']);
    expect(await store.ahead('hers')).toBeUndefined();
    for (const path of ['clients', `clients/${gone}/practice`]) expect(await store.keptAnswer(path)).toBeUndefined();
    expect(await store.keptAnswer('places')).toBeDefined();
  });

  test('open is what hasn’t ended, or whose end was taken back', async () => {
    const [going, ended, again, before] = [v4(), v4(), v4(), v4()];
    const on = (sessionId: string, localDate: string) =>
      store.saveBrief({ sessionId, localDate, clients: [] } as unknown as SessionBrief);
    for (const sessionId of [going, ended, again]) await on(sessionId, '2026-03-02');
    await on(before, '2026-02-28');
    const end: EventDraft = { type: 'session-ended', payload: {} };
    await store.append(ended, [end], 0, new Date());
    const [ending] = await store.append(again, [end], 0, new Date());
    await store.append(again, [{ type: 'retracted', payload: { eventId: ending!.id } }], 0, new Date());
    const open = await store.openSince('2026-03-01');
    expect(open.map(({ sessionId }) => sessionId).sort()).toEqual([going, again].sort());
  });

  test('who signs out leaves none of it', async () => {
    await store.keepAnswer('today?date=2026-03-02', { visits: [] }, new Date());
    await keepAhead('hers', '2026-03-02', v4());
    await store.forgetSent('all');
    expect(await store.keptAnswer('today?date=2026-03-02')).toBeUndefined();
    expect(await store.aheadsOf('2026-03-02')).toEqual([]);
  });
});

describe('the device store', () => {
  test('numbers are drawn once, also by appends that run into each other', async () => {
    const batches = await Promise.all([append('a', 'b'), append('c'), append('d', 'e')]);
    const seqs = batches.flat().map((event) => event.seq);
    expect([...seqs].sort()).toEqual([1, 2, 3, 4, 5]);
    expect(new Set(batches.flat().map((event) => event.lamport)).size).toBe(5);
    expect((await store.waiting()).unsent).toBe(5);
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
    expect((await other.waiting()).unsent).toBe(0);
    other.close();
  });

  test('sent sessions go when they are old or the trainer signs out; what is unsent or refused never does', async () => {
    const brief = (sessionId: string, localDate: string) => store.saveBrief({ sessionId, localDate, clients: [] } as never);
    const [old, fresh, waits, refused] = [v4(), v4(), v4(), v4()] as [string, string, string, string];
    const today = new Date('2026-11-25T12:00:00Z');
    const longAgo = new Date(today.getTime() - (SENT_KEPT_DAYS + 2) * 86_400_000).toISOString().slice(0, 10);
    for (const sessionId of [old, fresh, waits, refused]) {
      await brief(sessionId, sessionId === fresh ? '2026-11-24' : longAgo);
      const [event] = await appendTo(sessionId, 'x');
      if (sessionId !== waits) await store.settle([event!.id], new Map());
      if (sessionId === refused) await store.settle([], new Map([[event!.id, 'no']]));
    }
    const kept = async () =>
      (await Promise.all([old, fresh, waits, refused].map((id) => store.events(id)))).map((events) => events.length);
    await store.forgetSent(today);
    expect(await kept()).toEqual([0, 1, 1, 1]);
    await store.forgetSent('all');
    expect(await kept()).toEqual([0, 0, 1, 1]);
    expect(await store.brief(fresh)).toBeUndefined();
    expect(await store.brief(waits)).toBeDefined();
  });
});

describe('a long hour that was sent', () => {
  const MANY = 620;
  const idsOf = (events: readonly SessionEvent[]) => events.map(({ id }) => id).sort();

  /** Events of which the server has all, put together. */
  async function sentHour(sessionId = SESSION, draft: (n: number) => EventDraft = (n) => note(`n ${n}`)) {
    const events = await store.append(
      sessionId,
      Array.from({ length: MANY }, (_, n) => draft(n)),
      0,
      new Date(),
    );
    await store.settle(
      events.map(({ id }) => id),
      new Map(),
    );
    await store.putTogether(sessionId);
    return events;
  }

  test('is put together, and what is unsent or refused stays by itself', async () => {
    const sent = await sentHour();
    const [waits, refused] = await append('waits', 'refused');
    await store.settle([], new Map([[refused!.id, 'no']]));
    await store.putTogether(SESSION);
    expect(idsOf(await store.events(SESSION))).toEqual(idsOf([...sent, waits!, refused!]));
    expect((await store.toSend(SESSION, 10)).events.map(textOf)).toEqual(['waits']);
    expect(await store.waiting()).toMatchObject({ refused: 1, reason: 'no' });
    // What was put together is no event that could be sent once more.
    expect(await store.settle([sent[0]!.id], new Map())).toBeUndefined();
    expect(await store.events(SESSION)).toHaveLength(MANY + 2);
  });

  test('comes from a server whole, and is known when it comes again', async () => {
    const events = await sentHour();
    const other = await deviceStoreFor(v4());
    expect(await other.takeIn(SESSION, events, MANY)).toHaveLength(MANY);
    expect(await other.takeIn(SESSION, events.slice(3), MANY)).toEqual([]);
    expect(idsOf(await other.events(SESSION))).toEqual(idsOf(events));
    expect(await other.takenIn(SESSION)).toBe(MANY);
    other.close();
    expect(await store.takeIn(SESSION, events, MANY)).toEqual([]);
  });

  test('is sent again, every event of it, to a server that was put back to a backup', async () => {
    const events = await sentHour();
    await store.meetServer('before');
    expect((await store.waiting()).unsent).toBe(0);
    await store.meetServer('after');
    expect(idsOf((await store.toSend(SESSION, 1000)).events)).toEqual(idsOf(events));
    expect(idsOf(await store.events(SESSION))).toEqual(idsOf(events));
  });

  test('loses what was about a client who is forgotten, and nothing else', async () => {
    const [gone, stays, alone] = [v4(), v4(), v4()] as [string, string, string];
    const brief = (sessionId: string, ...clientIds: string[]) =>
      ({
        sessionId,
        clients: clientIds.map((clientId) => ({ clientId, laneId: `lane-${clientId}` })),
      }) as unknown as SessionBrief;
    await store.saveBrief(brief(SESSION, gone, stays));
    await store.saveBrief(brief(alone, gone));
    const shared = await sentHour(SESSION, (n) => ({ ...note(`n ${n}`), clientId: n % 2 ? gone : stays }));
    await sentHour(alone);
    await store.append(
      SESSION,
      [{ type: 'amended', payload: { eventId: shared[1]!.id, amends: 'note', payload: {} } }] as never,
      0,
      new Date(),
    );
    await store.forget(gone);
    expect((await store.events(SESSION)).map(({ clientId }) => clientId)).toEqual(Array.from({ length: MANY / 2 }, () => stays));
    expect(await store.events(alone)).toEqual([]);
  });

  test('goes whole when it is old', async () => {
    await store.saveBrief({ sessionId: SESSION, localDate: '2020-01-01', clients: [] } as never);
    await sentHour();
    await store.forgetSent(new Date('2026-11-25T12:00:00Z'));
    expect(await store.events(SESSION)).toEqual([]);
    expect(await store.brief(SESSION)).toBeUndefined();
  });
});

test('what an older version of the app kept is found by this one, and what it hadn’t sent is sent', async () => {
  const trainerId = v4();
  const event = { id: v4(), sessionId: SESSION, type: 'note', payload: { text: 'from before' } };
  const before = await openDB(`waxwing-${trainerId}`, 5, {
    upgrade(db) {
      db.createObjectStore('briefs', { keyPath: 'sessionId' });
      const events = db.createObjectStore('events', { keyPath: 'id' });
      events.createIndex('sessionId', 'sessionId');
      events.createIndex('unsent', 'unsent');
      events.createIndex('sessionUnsent', ['sessionId', 'unsent']);
      events.createIndex('refused', 'refused');
      db.createObjectStore('meta', { keyPath: 'key' });
      db.createObjectStore('pieces', { autoIncrement: true }).createIndex('sessionId', 'sessionId');
      const pictures = db.createObjectStore('pictures', { keyPath: 'pictureId' });
      pictures.createIndex('unsent', 'unsent');
      pictures.createIndex('clientId', 'clientId');
      db.createObjectStore('answers', { keyPath: 'path' });
      db.createObjectStore('aheads', { keyPath: 'bookingId' });
    },
  });
  await before.put('events', { id: event.id, sessionId: SESSION, event, unsent: 1 });
  await before.put('events', { id: v4(), sessionId: v4(), event, unsent: 0 });
  const [gone, stays] = [v4(), v4()];
  const hour = (sessionId: string, localDate: string, ...clientIds: string[]) => ({
    sessionId,
    localDate,
    clients: clientIds.map((clientId) => ({ clientId, laneId: v4() })),
  });
  const [old, shared] = [v4(), v4()];
  await before.put('briefs', hour(old, '2020-01-01', stays));
  await before.put('briefs', hour(shared, '2026-03-02', gone, stays));
  const hers = { id: v4(), sessionId: old, clientId: gone, type: 'note', payload: { text: 'hers' } };
  await before.put('pieces', { sessionId: old, events: JSON.stringify([hers, { ...event, sessionId: old }]) });
  await before.put('aheads', { bookingId: 'his', at: '2026-03-02T08:00:00.000Z', brief: hour(v4(), '2026-03-02', stays) });
  before.close();
  const now = await deviceStoreFor(trainerId);
  expect(await now.waiting()).toMatchObject({ sessionIds: [SESSION], unsent: 1 });
  expect((await now.toSend(SESSION, 10)).events.map(textOf)).toEqual(['from before']);
  // What it kept of hours is found by day and by whom it is for.
  expect(await now.aheadsOf('2026-03-02')).toMatchObject([{ bookingId: 'his', clientIds: [stays] }]);
  expect((await now.ahead('his'))!.clients).toHaveLength(1);
  await now.forget(gone);
  expect(await now.brief(shared)).toMatchObject({ clients: [{ clientId: stays }] });
  // Also where nothing but the events speaks of her.
  expect((await now.events(old)).map(textOf)).toEqual(['from before']);
  await now.forgetSent(new Date('2026-03-03'));
  expect(await now.brief(old)).toBeUndefined();
  now.close();
});
