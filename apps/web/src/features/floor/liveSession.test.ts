import 'fake-indexeddb/auto';
import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { afterEach, beforeEach, describe, expect, jest, test } from '@jest/globals';
import {
  countRep,
  endSet,
  seeFault,
  type EventsAnswer,
  type SessionBrief,
  type SessionEvent,
  type StartSession,
} from '@waxwing/core';
import { readPack } from '@waxwing/core/shapes';
import { v4 } from 'uuid';
import { deviceStoreFor, type DeviceStore } from '../../shared/device/deviceStore.ts';
import { Outbox } from '../../shared/device/outbox.ts';
import { LiveSession } from './liveSession.ts';

const SQUAT = 'waxwing:bodyweight-squat';

/** A brief of two movements of the starter library, as the server would make it. */
function makeBrief(): SessionBrief {
  const folder = join(process.cwd(), 'library');
  const names = readdirSync(folder, { recursive: true, encoding: 'utf8' }).filter((name) => name.endsWith('.yaml'));
  const pack = readPack(names.map((name) => ({ name, text: readFileSync(join(folder, name), 'utf8') })));
  if (!pack.ok) throw new Error(JSON.stringify(pack.problems));
  const used = pack.value.movements.filter(({ id }) => /(box|bodyweight|goblet)-squat$/.test(id));
  const revisions = used.map((document) => ({ revisionId: v4(), number: 1, document }));
  const squat = revisions.find((revision) => revision.document.id === SQUAT)!;
  const lane: StartSession['lanes'][number] = { laneId: v4(), clientId: v4(), movements: [{ movementId: SQUAT }] };
  const item = {
    itemId: v4(),
    movementId: SQUAT,
    revisionId: squat.revisionId,
    sets: 2,
    dose: squat.document.dose,
    target: 10,
    load: { kind: 'bodyweight' as const },
    restSeconds: 60,
  };
  return {
    sessionId: v4(),
    localDate: '2026-03-02',
    zone: 'Etc/UTC',
    vocabulary: pack.value.vocabulary,
    revisions,
    kit: null,
    clients: [
      {
        clientId: lane.clientId,
        laneId: lane.laneId,
        name: 'Ilse Varga-Holm',
        cautions: [],
        stances: {},
        book: { client: {}, others: {}, othersByType: {} },
        faultRates: {},
        history: {},
        due: [],
        items: [item],
      },
    ],
  };
}

let store: DeviceStore;
let brief: SessionBrief;
let laneId: string;
let sent: SessionEvent[];
let outbox: Outbox;
const opened: LiveSession[] = [];

async function open(): Promise<LiveSession> {
  const live = await LiveSession.open(store, outbox, brief.sessionId);
  opened.push(live);
  return live;
}

function counted(live: LiveSession): number {
  return live.getSnapshot().state.sets[0]?.segments[0]?.counted ?? 0;
}

beforeEach(async () => {
  // No server: what is there comes from the device.
  jest.spyOn(globalThis, 'fetch').mockRejectedValue(new TypeError('no network'));
  brief = makeBrief();
  store = await deviceStoreFor(v4());
  laneId = brief.clients[0]!.laneId;
  sent = [];
  await store.saveBrief(brief);
  outbox = new Outbox(store, {
    start: () => Promise.reject(new Error('not asked for')),
    send: (_sessionId, events) => {
      sent.push(...events);
      return Promise.resolve<EventsAnswer>({ kept: events.map((event) => event.id), refused: [] });
    },
  });
});
afterEach(async () => {
  // What was never opened can't be closed; what was has to be, or Jest doesn't end.
  await outbox?.flush();
  outbox?.stop();
  for (const live of opened.splice(0)) live.close();
  store?.close();
});

describe('a live session', () => {
  test('begins from its brief, once, also when it is opened twice', async () => {
    await open();
    const again = await open();
    expect(again.getSnapshot().state).toMatchObject({ status: 'live', lanes: [{ laneId }] });
    expect((await store.events(brief.sessionId)).filter((event) => event.type === 'session-started')).toHaveLength(1);
  });

  test('taps that come faster than they can be kept are kept one after the other', async () => {
    const live = await open();
    await Promise.all(Array.from({ length: 7 }, () => live.act(laneId, 'rep', countRep)));
    expect(counted(live)).toBe(7);
    expect(live.getSnapshot().state.sets).toHaveLength(1);
  });

  test('closed and opened again it is where it was, and nothing was sent twice', async () => {
    const live = await open();
    await live.act(laneId, 'rep', countRep);
    await live.act(laneId, 'fault', (context) => seeFault(context, `${SQUAT}/knees-in`, 'left'));
    const before = live.getSnapshot().state;
    live.close();
    const again = await open();
    expect(again.getSnapshot().state).toEqual(before);
    await again.act(laneId, 'end', (context) => endSet(context, 'done'));
    await outbox.flush();
    expect(new Set(sent.map((event) => event.id)).size).toBe(sent.length);
    expect(sent).toHaveLength((await store.events(brief.sessionId)).length);
  });

  test('undo takes back the last tap with all that it did, and only that', async () => {
    const live = await open();
    await live.act(laneId, 'rep', countRep);
    await live.act(laneId, 'rep', countRep);
    await live.act(laneId, 'fault', (context) => seeFault(context, `${SQUAT}/knees-in`));
    expect(live.getSnapshot().undo).toBe('fault');
    await live.undo();
    expect(live.getSnapshot().state.sets[0]!.faults).toEqual([]);
    await live.undo();
    expect(counted(live)).toBe(1);
    // The first rep began the set: taking it back takes the set back.
    await live.undo();
    expect(live.getSnapshot().state.sets).toEqual([]);
    expect(live.getSnapshot().undo).toBeNull();
  });

  test('without brief and without a server it says why', async () => {
    await expect(LiveSession.open(store, outbox, v4())).rejects.toThrow('can’t be reached');
  });
});
