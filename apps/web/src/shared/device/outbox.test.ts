import 'fake-indexeddb/auto';
import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import type { EventDraft, SessionBrief, SessionEvent } from '@waxwing/core/session';
import type { EventsAnswer } from '@waxwing/core/api';
import { v4 } from 'uuid';
import { RequestRefused, Unreachable } from '../api.ts';
import { refusedWords, sendWords } from '../sendWords.ts';
import { deviceStoreFor, type DeviceStore } from './deviceStore.ts';
import { FIRST_PAUSE_MS, LONGEST_PAUSE_MS, Outbox, type Server } from './outbox.ts';

const SESSION = v4();
const note = (text: string): EventDraft => ({ type: 'note', payload: { text } });
const textOf = ({ payload }: SessionEvent) => (payload as { text: string }).text;

let store: DeviceStore;
let clock: number;
const outboxes: Outbox[] = [];

beforeEach(async () => {
  store = await deviceStoreFor(v4());
  clock = 1_000_000;
});
// An open channel, or a timer, would keep the test runner waiting.
afterEach(() => {
  for (const outbox of outboxes.splice(0)) outbox.stop();
  store.close();
});

function append(...texts: string[]) {
  return appendTo(SESSION, ...texts);
}

function appendTo(sessionId: string, ...texts: string[]) {
  return store.append(sessionId, texts.map(note), 0, new Date('2026-03-02T09:00:00Z'));
}

function outboxTo(server: Partial<Server>): Outbox {
  const nobody = () => Promise.reject(new Error('not asked for in this test'));
  const outbox = new Outbox(store, { send: nobody, start: nobody, join: nobody, sendPicture: nobody, ...server }, () => clock);
  outboxes.push(outbox);
  return outbox;
}

const keepAll = (events: readonly SessionEvent[]): Promise<EventsAnswer> =>
  Promise.resolve({ kept: events.map((event) => event.id), refused: [] });

/** A server that fails as it is told, then keeps what it gets. */
function server(...failures: Error[]) {
  const got: SessionEvent[] = [];
  const send: Server['send'] = (_sessionId, events) => {
    const failure = failures.shift();
    if (failure) return Promise.reject(failure);
    got.push(...events);
    return keepAll(events);
  };
  return { got, send };
}

describe('the outbox', () => {
  test('sends what waits, once, and then has nothing', async () => {
    const { got, send } = server();
    const outbox = outboxTo({ send });
    await append('a', 'b');
    await Promise.all([outbox.flush(), outbox.flush()]);
    await outbox.flush();
    expect(got.map(textOf)).toEqual(['a', 'b']);
    expect(outbox.getState()).toEqual({ kind: 'sent', unsent: 0, trouble: null, refused: 0, reason: null });
  });

  test('without a network everything is kept, tried again after growing pauses, and at once when the network is back', async () => {
    const { got, send } = server(new Unreachable(), new Unreachable(), new Unreachable());
    const outbox = outboxTo({ send });
    await append('a');
    await outbox.flush();
    expect(outbox.getState()).toMatchObject({ kind: 'offline', unsent: 1 });
    // A tap in the meantime doesn't hammer at it.
    await append('b');
    clock += FIRST_PAUSE_MS - 1;
    await outbox.flush();
    expect(outbox.getState()).toMatchObject({ kind: 'offline', unsent: 2 });
    clock += 1;
    await outbox.flush();
    clock += FIRST_PAUSE_MS;
    await outbox.flush();
    expect(got).toHaveLength(0);
    clock += FIRST_PAUSE_MS;
    await outbox.flush();
    expect(outbox.getState().kind).toBe('offline');
    await outbox.flushNow();
    expect(got.map(textOf)).toEqual(['a', 'b']);
  });

  test('an answer to anything else ends a long pause, and is no reason to hammer', async () => {
    const { got, send } = server(...Array.from({ length: 6 }, () => new Unreachable()));
    const asked: number[] = [];
    const outbox = outboxTo({
      send: (sessionId, events) => {
        asked.push(clock);
        return send(sessionId, events);
      },
    });
    await append('a');
    for (let fails = 0; fails < 5; fails += 1) {
      await outbox.flush();
      clock += LONGEST_PAUSE_MS;
    }
    await outbox.flush();
    const failed = clock;
    // What let those answers through doesn't let this through yet.
    for (let at = 0; at < FIRST_PAUSE_MS; at += 100) {
      clock = failed + at;
      outbox.answered();
    }
    expect(asked.at(-1)).toBe(failed);
    clock = failed + FIRST_PAUSE_MS;
    outbox.answered();
    await outbox.flush();
    expect(got.map(textOf)).toEqual(['a']);
    // Nothing waits: an answer sends nobody looking.
    outbox.answered();
    expect(asked).toHaveLength(7);
  });

  test('once something has got through, the next pause is a short one again', async () => {
    let isDown = true;
    const got: string[] = [];
    const outbox = outboxTo({
      send: (_sessionId, events) => {
        if (isDown) return Promise.reject(new Unreachable());
        got.push(...events.map(textOf));
        return keepAll(events);
      },
    });
    await append('a');
    for (let fails = 0; fails < 5; fails += 1) {
      await outbox.flush();
      clock += LONGEST_PAUSE_MS;
    }
    isDown = false;
    await outbox.flush();
    isDown = true;
    await append('b');
    await outbox.flush();
    isDown = false;
    clock += FIRST_PAUSE_MS;
    await outbox.flush();
    expect(got).toEqual(['a', 'b']);
  });

  test('signed out it waits for a sign-in and says so', async () => {
    const { got, send } = server(new RequestRefused(401, 'Sign in first', []));
    const outbox = outboxTo({ send });
    await append('a');
    await outbox.flush();
    clock += LONGEST_PAUSE_MS * 10;
    await outbox.flush();
    expect(outbox.getState()).toMatchObject({ kind: 'signed-out', unsent: 1 });
    expect(got).toHaveLength(0);
  });

  test.each([
    ['a full disk', new RequestRefused(507, 'The server’s disk is full.', [])],
    ['a breakdown', new RequestRefused(500, 'Something went wrong on the server.', [])],
    ['too many requests', new RequestRefused(429, 'Too many', [])],
  ])('%s pauses that session, says why, and lets the next through', async (_what, failure) => {
    await append('waits');
    const other = v4();
    await appendTo(other, 'goes');
    const got: string[] = [];
    let isWell = false;
    const outbox = outboxTo({
      send: (sessionId, events) => {
        if (sessionId === SESSION && !isWell) return Promise.reject(failure);
        got.push(...events.map(textOf));
        return keepAll(events);
      },
    });
    await outbox.flush();
    expect(got).toEqual(['goes']);
    expect(outbox.getState()).toMatchObject({ kind: 'trouble', unsent: 1, trouble: failure.message, refused: 0 });
    expect(sendWords(outbox.getState())).toBe(`${failure.message.replace(/\.$/, '')}. 1 thing kept here, none lost.`);
    isWell = true;
    clock += FIRST_PAUSE_MS;
    await outbox.flush();
    expect(got).toEqual(['goes', 'waits']);
    expect(outbox.getState()).toMatchObject({ kind: 'sent', unsent: 0 });
  });

  test.each([404, 400, 405, 200, 502])('a proxy’s %i decides nothing: it is waited out', async (status) => {
    const { got, send } = server(new Unreachable(status));
    const outbox = outboxTo({ send });
    await append('a');
    await outbox.flush();
    expect(outbox.getState()).toMatchObject({ kind: 'offline', unsent: 1, refused: 0 });
    await outbox.flushNow();
    expect(got).toHaveLength(1);
  });

  test.each([400, 409, 422])('what the server answers %i to is set aside and said; the next session goes on', async (status) => {
    await append('odd');
    const other = v4();
    await appendTo(other, 'goes');
    let isMended = false;
    const outbox = outboxTo({
      send: (sessionId, events) =>
        sessionId === SESSION && !isMended ? Promise.reject(new RequestRefused(status, 'Not like that', [])) : keepAll(events),
    });
    await outbox.flush();
    expect(outbox.getState()).toMatchObject({ kind: 'sent', unsent: 0, refused: 1, reason: 'Not like that' });
    expect(refusedWords(outbox.getState())).toBe('1 thing set aside. Not like that.');
    expect(await store.events(SESSION)).toHaveLength(1);
    // Still so after a reload, until somebody tries again.
    const reloaded = outboxTo({ send: (_sessionId, events) => keepAll(events) });
    await reloaded.flush();
    expect(reloaded.getState().refused).toBe(1);
    isMended = true;
    await outbox.retryRefused();
    expect(outbox.getState()).toMatchObject({ kind: 'sent', refused: 0 });
  });

  test('one event that the server refuses doesn’t keep the others back', async () => {
    const [bad] = await append('bad', 'good');
    const outbox = outboxTo({
      send: (_sessionId, events) =>
        Promise.resolve({
          kept: events.filter((event) => event.id !== bad!.id).map((event) => event.id),
          refused: events.some(({ id }) => id === bad!.id)
            ? [{ id: bad!.id, problems: [{ path: 'payload', message: 'no' }] }]
            : [],
        }),
    });
    await outbox.flush();
    expect(outbox.getState()).toMatchObject({ kind: 'sent', unsent: 0, refused: 1, reason: 'no' });
    expect(await store.events(SESSION)).toHaveLength(2);
  });

  test('a batch that is too large goes in smaller ones, down to the one that is too large by itself', async () => {
    await append('a', 'b', 'huge', 'c');
    const sizes: number[] = [];
    const got: string[] = [];
    const outbox = outboxTo({
      send: (_sessionId, events) => {
        sizes.push(events.length);
        if (events.length > 2 || events.some((event) => textOf(event) === 'huge')) return Promise.reject(new Unreachable(413));
        got.push(...events.map(textOf));
        return keepAll(events);
      },
    });
    await outbox.flush();
    expect(sizes.slice(0, 2)).toEqual([4, 2]);
    expect(got.sort()).toEqual(['a', 'b', 'c']);
    expect(outbox.getState()).toMatchObject({ kind: 'sent', refused: 1, reason: 'is too large to be sent' });
  });

  test('a session that was deleted with its client is dropped without a word', async () => {
    await store.saveBrief({ sessionId: SESSION, clients: [] } as unknown as SessionBrief);
    await append('about somebody who is gone');
    const outbox = outboxTo({ send: () => Promise.reject(new RequestRefused(410, 'Deleted', [], 'forgotten')) });
    await outbox.flush();
    expect(outbox.getState()).toMatchObject({ kind: 'sent', unsent: 0, refused: 0 });
    expect(await store.events(SESSION)).toEqual([]);
    expect(await store.brief(SESSION)).toBeUndefined();
  });
});

describe('a server that was put back to a backup', () => {
  const unknown = new RequestRefused(404, 'No such session among yours', [], 'no-such-session');
  const brief = {
    sessionId: SESSION,
    localDate: '2026-03-02',
    zone: 'Etc/UTC',
    clients: [
      {
        clientId: 'c',
        laneId: 'l',
        items: [{ itemId: 'i', movementId: 'm:m', sets: 3, target: 8, load: { kind: 'bodyweight' } }],
      },
    ],
  } as unknown as SessionBrief;

  test('gets everything again that is still here, and only then', async () => {
    expect(await store.meetServer('first')).toBe(false);
    const { got, send } = server();
    const outbox = outboxTo({ send });
    await append('a', 'b');
    await outbox.flush();
    expect(await store.meetServer('first')).toBe(false);
    await outbox.flush();
    expect(got).toHaveLength(2);
    expect(await store.meetServer('second')).toBe(true);
    await outbox.flush();
    expect(got.map(textOf)).toEqual(['a', 'b', 'a', 'b']);
    expect(await store.meetServer('second')).toBe(false);
  });

  test('is told of a session that it has never heard of, then gets its events', async () => {
    await store.saveBrief(brief);
    await append('a');
    let known = false;
    const outbox = outboxTo({
      send: (_sessionId, events) => (known ? keepAll(events) : Promise.reject(unknown)),
      start: ({ sessionId }) => {
        expect(sessionId).toBe(SESSION);
        known = true;
        return Promise.resolve();
      },
    });
    await outbox.flush();
    expect(outbox.getState()).toMatchObject({ kind: 'sent', unsent: 0, refused: 0 });
    // Put back once more, while the page stands.
    known = false;
    await append('b');
    await outbox.flush();
    expect(outbox.getState()).toMatchObject({ kind: 'sent', unsent: 0, refused: 0 });
  });

  test('that won’t know it all the same has the events set aside, in words', async () => {
    await store.saveBrief(brief);
    await append('a');
    const outbox = outboxTo({
      send: () => Promise.reject(unknown),
      start: () => Promise.reject(new RequestRefused(404, 'No such client among yours', [])),
    });
    await outbox.flush();
    expect(outbox.getState()).toMatchObject({ kind: 'sent', refused: 1, reason: 'No such client among yours' });
    expect(await store.events(SESSION)).toHaveLength(1);
  });
});

describe('pictures', () => {
  const picture = () => ({ pictureId: v4(), clientId: v4(), jpeg: '/9j/x', unsent: 1 as const });

  test('are sent after the events, once, and count as unsent until then', async () => {
    const order: string[] = [];
    const taken = picture();
    await store.keepPicture(taken);
    await append('a');
    expect((await store.waiting()).unsent).toBe(2);
    const outbox = outboxTo({
      send: (_sessionId, events) => {
        order.push('events');
        return keepAll(events);
      },
      sendPicture: ({ pictureId }) => Promise.resolve(order.push(pictureId)),
    });
    await outbox.flush();
    await outbox.flush();
    expect(order).toEqual(['events', taken.pictureId]);
    expect(outbox.getState()).toMatchObject({ kind: 'sent', unsent: 0 });
    // It stays here, for the next hour without a network.
    expect(await store.picture(taken.pictureId)).toMatchObject({ unsent: 0 });
  });

  test('wait while nobody answers, and one that will never be taken is let go', async () => {
    const taken = picture();
    await store.keepPicture(taken);
    const answers: (Error | null)[] = [new Unreachable(), new RequestRefused(410, 'Gone', [])];
    const outbox = outboxTo({
      sendPicture: () => {
        const failure = answers.shift();
        return failure ? Promise.reject(failure) : Promise.resolve();
      },
    });
    await outbox.flush();
    expect(outbox.getState()).toMatchObject({ kind: 'offline', unsent: 1 });
    clock += FIRST_PAUSE_MS + 1;
    await outbox.flush();
    expect(outbox.getState()).toMatchObject({ kind: 'sent', unsent: 0 });
    expect(await store.picture(taken.pictureId)).toBeUndefined();
  });

  test('go with the client whom they are of; after signing out only what was not sent stays', async () => {
    const [one, two] = [picture(), picture()];
    await store.keepPicture(one);
    await store.keepPicture({ ...two, unsent: 0 });
    await store.forgetSent('all');
    expect([await store.picture(one.pictureId), await store.picture(two.pictureId)]).toEqual([one, undefined]);
    await store.forget(one.clientId);
    expect(await store.picture(one.pictureId)).toBeUndefined();
  });
});

describe('who joined without the network', () => {
  const lane = {
    laneId: '01a00000-0000-7000-8000-000000000001',
    clientId: '01a00000-0000-7000-8000-000000000002',
    movements: [],
  };
  const joinHere = () => store.keepJoined({ sessionId: SESSION, clients: [] } as unknown as SessionBrief, lane);

  test('is told before what they did, once', async () => {
    const { got, send } = server();
    const told: string[] = [];
    const join: Server['join'] = (_sessionId, { laneId }) => {
      told.push(`${laneId} before ${got.length}`);
      return Promise.resolve();
    };
    await joinHere();
    await append('a');
    const outbox = outboxTo({ send, join });
    await outbox.flush();
    await append('b');
    await outbox.flush();
    expect(told).toEqual([`${lane.laneId} before 0`]);
    expect(got.map(textOf)).toEqual(['a', 'b']);
  });

  test('waits with everything while there is no network', async () => {
    const { got, send } = server();
    let isThere = false;
    await joinHere();
    await append('a');
    const outbox = outboxTo({ send, join: () => (isThere ? Promise.resolve() : Promise.reject(new Unreachable())) });
    await outbox.flush();
    expect(outbox.getState()).toMatchObject({ kind: 'offline', unsent: 1 });
    expect(got).toEqual([]);
    isThere = true;
    await outbox.flushNow();
    expect(got.map(textOf)).toEqual(['a']);
    expect((await store.toSend(SESSION, 1)).joining).toEqual([]);
  });

  test('and may not: only what they did stays here, with the reason; the others’ goes through', async () => {
    const { got, send } = server();
    await joinHere();
    await append('a');
    await store.append(SESSION, [{ ...note('theirs'), laneId: lane.laneId }], 0, new Date('2026-03-02T09:00:00Z'));
    const outbox = outboxTo({ send, join: () => Promise.reject(new RequestRefused(409, 'This session has ended', [])) });
    await outbox.flush();
    expect(got.map(textOf)).toEqual(['a']);
    expect(outbox.getState()).toMatchObject({ kind: 'sent', refused: 1, reason: 'This session has ended' });
  });

  test('is told of again where the server was put back to before it', async () => {
    const { got, send } = server();
    await joinHere();
    await append('a');
    const told: string[] = [];
    const outbox = outboxTo({
      send,
      join: () =>
        told.includes('started')
          ? Promise.resolve(told.push('joined'))
          : Promise.reject(new RequestRefused(404, 'no', [], 'no-such-session')),
      start: () => Promise.resolve(told.push('started')),
    });
    await outbox.flush();
    await outbox.flush();
    expect(told[0]).toBe('started');
    expect(got.map(textOf)).toEqual(['a']);
  });
});
