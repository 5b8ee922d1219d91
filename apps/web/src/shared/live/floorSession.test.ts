import 'fake-indexeddb/auto';
import { afterEach, beforeEach, describe, expect, jest, test } from '@jest/globals';
import {
  countRep,
  endSet,
  sayBestCue,
  seeFault,
  setsOf,
  swapFor,
  type ClientBrief,
  type PickedLane,
  type SessionBrief,
  type SessionEvent,
  type StartSession,
} from '@waxwing/core/session';
import type { ClientSummary, EventsAnswer } from '@waxwing/core/api';
import { v4 } from 'uuid';
import { starterLibrary } from '../../../../../packages/core/src/test/starterLibrary.ts';
import { deviceStoreFor, type DeviceStore } from '../device/deviceStore.ts';
import { Outbox } from '../device/outbox.ts';
import { FloorSession } from './floorSession.ts';

const SQUAT = 'waxwing:bodyweight-squat';

/** A brief of two movements of the starter library, as the server would make it. */
function makeBrief(): SessionBrief {
  const { movements, vocabulary } = starterLibrary();
  const used = movements.filter(({ id }) => /(box|bodyweight|goblet)-squat$/.test(id));
  const revisions = used.map((document) => ({ revisionId: v4(), number: 1, document }));
  const squat = revisions.find((revision) => revision.document.id === SQUAT)!;
  const lane = { laneId: v4(), clientId: v4(), movements: [{ movementId: SQUAT }] } satisfies StartSession['lanes'][number];
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
    vocabulary,
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
const opened: FloorSession[] = [];

async function open(): Promise<FloorSession> {
  const live = await FloorSession.open(store, outbox, brief.sessionId);
  opened.push(live);
  return live;
}

function counted(live: FloorSession): number {
  return setsOf(live.getSnapshot().state)[0]?.segments[0]?.counted ?? 0;
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
    join: () => Promise.reject(new Error('not asked for')),
    sendPicture: () => Promise.reject(new Error('not asked for')),
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
    await Promise.all(Array.from({ length: 7 }, () => live.act(laneId, countRep)));
    expect(counted(live)).toBe(7);
    expect(setsOf(live.getSnapshot().state)).toHaveLength(1);
  });

  test('closed and opened again it is where it was, and nothing was sent twice', async () => {
    const live = await open();
    await live.act(laneId, countRep);
    await live.act(laneId, (context) => seeFault(context, `${SQUAT}/knees-in`, 'left'));
    const before = live.getSnapshot().state;
    live.close();
    const again = await open();
    expect(again.getSnapshot().state).toEqual(before);
    await again.act(laneId, (context) => endSet(context, 'done'));
    await outbox.flush();
    expect(new Set(sent.map((event) => event.id)).size).toBe(sent.length);
    expect(sent).toHaveLength((await store.events(brief.sessionId)).length);
  });

  test('undo takes back the last tap of a lane with all that it did, says what it was, and outlives a reload', async () => {
    const live = await open();
    await live.act(laneId, countRep);
    await live.act(laneId, countRep);
    await live.act(laneId, (context) => seeFault(context, `${SQUAT}/knees-in`), sayBestCue);
    expect(live.lastTap(laneId)).toMatchObject({ text: 'knee drops in', eventIds: [expect.any(String), expect.any(String)] });
    await live.undo(laneId);
    expect(setsOf(live.getSnapshot().state)[0]).toMatchObject({ faults: [], trials: [] });
    live.close();

    const again = await open();
    expect(again.lastTap(laneId)?.text).toBe('rep');
    await again.undo(laneId);
    expect(counted(again)).toBe(1);
    // The first rep began the set: taking it back takes the set back.
    await again.undo(laneId);
    expect(setsOf(again.getSnapshot().state)).toEqual([]);
    expect(again.lastTap(laneId)).toBeNull();
    await again.undo(laneId);
    expect(setsOf(again.getSnapshot().state)).toEqual([]);
  });

  test('each lane takes back its own last tap, whoever tapped in between', async () => {
    const [first] = brief.clients;
    const item = { ...first!.items[0]!, itemId: v4() };
    const second = { ...first!, clientId: v4(), laneId: v4(), name: 'Jonah Abara', items: [item] };
    await store.saveBrief({ ...brief, clients: [first!, second] });
    const live = await open();
    await live.act(laneId, countRep);
    const before = live.situation(laneId);
    await live.act(second.laneId, countRep);
    // The other lane's tap leaves this one as it is, to the very object.
    expect(live.situation(laneId)).toBe(before);
    await live.act(second.laneId, (context) => endSet(context, 'done'));
    expect(live.lastTap(laneId)?.text).toBe('rep');
    expect(live.lastTap(second.laneId)?.text).toBe('end of set');
    await live.undo(laneId);
    const [mine, theirs] = live.getSnapshot().state.lanes;
    expect(mine!.sets).toEqual([]);
    expect(theirs!.sets[0]!.endedAt).not.toBeNull();
  });

  describe('a movement that the session began without', () => {
    const PLANK = 'waxwing:forearm-plank';
    const library = starterLibrary().movements.map((document) => ({ revisionId: v4(), number: 1, document }));
    const swap = (live: FloorSession) => live.act(laneId, (context) => swapFor(context, PLANK, []));
    const doing = (live: FloorSession) => live.situation(laneId)?.movement.document.id;

    test('is brought once, can be done, and is there after a reload without a server', async () => {
      const live = await open();
      expect(live.getSnapshot().index.movement(brief.clients[0]!.clientId, PLANK)).toBeNull();
      await Promise.all([live.bring(PLANK, library), swap(live)]);
      await live.bring(PLANK, library);
      expect(doing(live)).toBe(PLANK);
      const brought = live.getSnapshot().state.brought;
      expect(brought).toContain(library.find(({ document }) => document.id === PLANK)!.revisionId);
      expect((await store.events(brief.sessionId)).filter(({ type }) => type === 'movements-brought')).toHaveLength(1);
      live.close();
      expect(doing(await open())).toBe(PLANK);
    });

    test('undo takes the swap back and leaves the movement there', async () => {
      const live = await open();
      await live.bring(PLANK, library);
      await swap(live);
      await live.undo(laneId);
      expect(doing(live)).toBe(SQUAT);
      await swap(live);
      expect(doing(live)).toBe(PLANK);
    });

    test('brought by another device it is asked for from the server, and nobody’s tap waits for that', async () => {
      const live = await open();
      const pinned = library.filter(({ document }) => document.id === PLANK);
      let answer: (response: Response) => void = () => undefined;
      jest.spyOn(globalThis, 'fetch').mockImplementation(() => new Promise((resolve) => (answer = resolve)));
      await live.append(() => [
        { type: 'movements-brought', payload: { revisionIds: pinned.map(({ revisionId }) => revisionId) } },
      ]);
      await live.act(laneId, countRep);
      expect(counted(live)).toBe(1);
      answer(Response.json({ ...brief, revisions: [...brief.revisions, ...pinned] }, { headers: { 'waxwing-epoch': v4() } }));
      const known = () => live.getSnapshot().index.revision(PLANK);
      for (let i = 0; i < 200 && !known(); i += 1) await new Promise((resolve) => setTimeout(resolve, 5));
      expect(known()).toBeDefined();
      await swap(live);
      expect(doing(live)).toBe(PLANK);
    });
  });

  test('without brief and without a server it says why', async () => {
    await expect(FloorSession.open(store, outbox, v4())).rejects.toThrow('can’t be reached');
  });
});

describe('somebody who joins', () => {
  /** The same brief with one more. */
  const joined = (): SessionBrief => {
    const [first] = brief.clients;
    const second = {
      ...first!,
      clientId: v4(),
      laneId: v4(),
      name: 'Tobiah Renn',
      items: [{ ...first!.items[0]!, itemId: v4() }],
    };
    return { ...brief, clients: [first!, second] };
  };
  const answers = (body: object) => () => {
    const headers = { 'content-type': 'application/json', 'Waxwing-Epoch': 'one' };
    return Promise.resolve(new Response(JSON.stringify(body), { status: 200, headers }));
  };

  const whoJoins = ({ clientId, laneId, name }: ClientBrief): [PickedLane, ClientSummary] => [
    { laneId, clientId, movements: [{ movementId: SQUAT }] },
    { clientId, version: 1, name, birthYear: 1968, goals: [], cautions: [{ caution: 'knee' }] },
  ];

  test('is kept in the brief, has a lane, and can be tapped on', async () => {
    const live = await open();
    const after = joined();
    const [, second] = after.clients;
    jest.spyOn(globalThis, 'fetch').mockImplementation(answers(after));
    await live.join(...whoJoins(second!));
    expect(live.getSnapshot().state.lanes.map((lane) => lane.laneId)).toEqual([laneId, second!.laneId]);
    await live.act(second!.laneId, countRep);
    expect(live.situation(second!.laneId)!.set!.segments[0]!.counted).toBe(1);
    expect((await store.brief(brief.sessionId))!.clients).toHaveLength(2);
    await live.undo(second!.laneId);
    expect(live.situation(second!.laneId)!.set).toBeNull();
  });

  test('without a network they join with what the device knows, and the server is asked about them once it knows of them', async () => {
    const live = await open();
    const after = joined();
    const [, second] = after.clients;
    const [lane] = whoJoins(second!);
    await live.join(...whoJoins(second!));
    const made = (await store.brief(brief.sessionId))!.clients[1]!;
    expect(made).toMatchObject({ clientId: second!.clientId, name: 'Tobiah Renn', history: {}, madeHere: true });
    expect(made.cautions).toEqual([{ caution: 'knee' }]);
    expect((await store.toSend(brief.sessionId, 1)).joining).toEqual([lane]);
    await live.act(lane.laneId, countRep);
    expect(live.situation(lane.laneId)!.set!.segments[0]!.counted).toBe(1);

    // Another brief of the server, which knows nothing of them yet, takes nobody off the floor.
    jest.spyOn(globalThis, 'fetch').mockImplementation(answers(brief));
    await live.append(() => [{ type: 'lane-joined', laneId: v4(), clientId: v4(), payload: { items: [] } }]);
    await new Promise((resolve) => setTimeout(resolve, 50));
    expect(live.situation(lane.laneId)!.client.name).toBe('Tobiah Renn');

    await store.settleJoining(brief.sessionId, lane);
    jest
      .spyOn(globalThis, 'fetch')
      .mockImplementation((url) => answers((url as string).includes('/events') ? { events: [], cursor: 0 } : after)());
    await live.hear({ sessionId: brief.sessionId, by: null });
    for (let i = 0; i < 50 && live.situation(lane.laneId)!.client.madeHere; i += 1)
      await new Promise((resolve) => setTimeout(resolve, 10));
    expect(live.situation(lane.laneId)!.client.history).toEqual(second!.history);
  });

  test('whose own hour of the day was fetched ahead joins with their past', async () => {
    const live = await open();
    const [, second] = joined().clients;
    const history = { [SQUAT]: { localDate: brief.localDate } } as unknown as (typeof second & object)['history'];
    const ahead = { ...brief, sessionId: v4(), clients: [{ ...second!, laneId: v4(), history }] };
    await store.keepAhead(v4(), ahead, new Date());
    await live.join(...whoJoins(second!));
    expect((await store.brief(brief.sessionId))!.clients[1]!.history).toEqual(history);
  });

  test('without being a client is a guest, and somebody once that is said: what they did is then theirs, all without a network', async () => {
    const live = await open();
    const lane = { laneId: v4(), guest: 'Bo', movements: [{ movementId: SQUAT }] };
    await live.join(lane);
    expect(live.situation(lane.laneId)!.client).toMatchObject({ name: 'Bo', guest: true, healthNotAsked: true });
    await live.act(lane.laneId, countRep);
    const items = live.situation(lane.laneId)!.lane.items.map(({ itemId }) => itemId);

    const [, client] = whoJoins(joined().clients[1]!);
    await live.sayWho(lane.laneId, client);
    const after = live.situation(lane.laneId)!;
    expect(after.lane).toMatchObject({ clientId: client.clientId, sets: [{ clientId: client.clientId }] });
    expect(after.lane.guest).toBeUndefined();
    expect(after.client).toMatchObject({ name: 'Tobiah Renn', madeHere: true });
    expect(after.lane.items.map(({ itemId }) => itemId)).toEqual(items);
    await live.act(lane.laneId, countRep);
    const events = await store.events(brief.sessionId);
    expect(events.filter(({ clientId }) => clientId === client.clientId).map(({ type }) => type)).toEqual([
      'amended',
      'rep-counted',
    ]);
    // The server is told of the lane once, as whose it is now.
    const { joining } = await store.toSend(brief.sessionId, 1);
    expect(joining).toMatchObject([{ laneId: lane.laneId, clientId: client.clientId }]);
    // Said again it changes nothing.
    await live.sayWho(lane.laneId, client);
    expect(await store.events(brief.sessionId)).toHaveLength(events.length);
    // Of the guest alone it was told meanwhile: what is still to be told stays.
    await store.settleJoining(brief.sessionId, lane);
    expect((await store.toSend(brief.sessionId, 1)).joining).toHaveLength(1);
  });

  test('on another device is asked for when their lane comes, and what only this device holds stays', async () => {
    const live = await open();
    const after = joined();
    const [, second] = after.clients;
    const held = live.getSnapshot().index.brief.revisions.length;
    jest.spyOn(globalThis, 'fetch').mockImplementation(answers({ ...after, revisions: after.revisions.slice(0, 1) }));
    await live.append(() => [
      { type: 'lane-joined', laneId: second!.laneId, clientId: second!.clientId, payload: { items: [...second!.items] } },
    ]);
    for (let i = 0; i < 50 && !live.situation(second!.laneId); i += 1) await new Promise((resolve) => setTimeout(resolve, 10));
    expect(live.situation(second!.laneId)!.client.name).toBe('Tobiah Renn');
    expect(live.getSnapshot().index.brief.revisions).toHaveLength(held);
  });
});
