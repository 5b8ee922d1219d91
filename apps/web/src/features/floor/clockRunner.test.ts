import 'fake-indexeddb/auto';
import { afterEach, beforeEach, describe, expect, jest, test } from '@jest/globals';
import {
  clockScore,
  endClock,
  pauseClock,
  reportPain,
  segmentAmount,
  setsOf,
  startClock,
  stepClock,
  type SessionBrief,
} from '@waxwing/core/session';
import type { Plan } from '@waxwing/core/planning';
import type { EventsAnswer } from '@waxwing/core/api';
import { v4 } from 'uuid';
import { briefOfPlan } from '../../../../../packages/core/src/test/briefOfPlan.ts';
import { blockOf, itemOf, planOf } from '../../../../../packages/core/src/test/plans.ts';
import { deviceStoreFor, type DeviceStore } from '../../shared/device/deviceStore.ts';
import { Outbox } from '../../shared/device/outbox.ts';
import { ClockRunner } from './clockRunner.ts';
import { FloorSession } from '../../shared/live/floorSession.ts';

const FORMAT = { kind: 'intervals', workSeconds: 40, restSeconds: 20, rounds: 2, order: 'by-round' } as const;
const NINE = Date.UTC(2026, 2, 2, 9, 0, 0);

let store: DeviceStore;
let outbox: Outbox;
let live: FloorSession;
let brief: SessionBrief;
let runner: ClockRunner;
let blockId: string;

/** So many seconds after nine by the device's clock. */
const at = (seconds: number) => jest.setSystemTime(NINE + seconds * 1000);
const now = () => new Date();

/** Looks once, and waits until everything of it is kept. */
async function look(seconds: number): Promise<void> {
  at(seconds);
  runner.look(now());
  await live.append(() => []);
}

/** By lane and movement: seconds of each set, `null` while it goes on. */
function noted(): Record<string, (number | null)[]> {
  const { state } = live.getSnapshot();
  const found: Record<string, (number | null)[]> = {};
  for (const { laneId, segments, endedAt } of setsOf(state)) {
    const key = `${brief.clients.findIndex((client) => client.laneId === laneId)} ${segments[0]!.movementId.slice('waxwing:'.length)}`;
    const seconds = segments.reduce((sum, { stated, startedAt, endedAt: until }) => {
      return sum + (stated ?? (Date.parse(until ?? startedAt) - Date.parse(startedAt)) / 1000);
    }, 0);
    (found[key] ??= []).push(endedAt === null ? null : seconds);
  }
  return found;
}

async function open(plan: Plan): Promise<void> {
  blockId = plan.blocks[0]!.blockId;
  brief = { ...briefOfPlan(plan), sessionId: v4() };
  await store.saveBrief(brief);
  live = await FloorSession.open(store, outbox, brief.sessionId);
  runner = new ClockRunner(live);
}

beforeEach(async () => {
  jest.useFakeTimers({ now: NINE, doNotFake: ['setImmediate', 'setTimeout', 'queueMicrotask', 'nextTick'] });
  jest.spyOn(globalThis, 'fetch').mockRejectedValue(new TypeError('no network'));
  store = await deviceStoreFor(v4());
  outbox = new Outbox(store, {
    start: () => Promise.reject(new Error('not asked for')),
    join: () => Promise.reject(new Error('not asked for')),
    sendPicture: () => Promise.reject(new Error('not asked for')),
    send: (_sessionId, events) => Promise.resolve<EventsAnswer>({ kept: events.map(({ id }) => id), refused: [] }),
  });
  await open(planOf([blockOf(FORMAT, [itemOf('goblet-squat'), itemOf('side-plank')])], 2));
});
afterEach(async () => {
  jest.useRealTimers();
  await outbox.flush();
  outbox.stop();
  live.close();
  store.close();
});

describe('what the clock passes', () => {
  test('while it counts in nothing is noted; then everybody’s set is on, and ends with its seconds', async () => {
    await live.append(() => startClock(blockId));
    await look(5);
    expect(noted()).toEqual({});
    await look(11);
    expect(noted()).toEqual({ '0 goblet-squat': [null], '1 goblet-squat': [null] });
    await look(30);
    expect(noted()['0 goblet-squat']).toEqual([null]);
    await look(55);
    expect(noted()).toEqual({ '0 goblet-squat': [40], '1 goblet-squat': [40] });
  });

  test('one side after the other changes at half-way', async () => {
    await live.append(() => startClock(blockId));
    await look(71);
    await look(91);
    const [set] = setsOf(live.getSnapshot().state).filter(({ segments }) => segments[0]!.movementId === 'waxwing:side-plank');
    expect(set!.segments.map(({ side }) => side)).toEqual(['left', 'right']);
    await look(111);
    expect(noted()['0 side-plank']).toEqual([40]);
  });

  test('after a sleep all that passed meanwhile is noted, once, by however many windows', async () => {
    await live.append(() => startClock(blockId));
    const other = new ClockRunner(live);
    await look(600);
    other.look(now());
    await look(600);
    expect(noted()['1 goblet-squat']).toEqual([40, 40]);
    expect(noted()['1 side-plank']).toHaveLength(2);
    const again = new ClockRunner(live);
    again.look(now());
    await live.append(() => []);
    expect(setsOf(live.getSnapshot().state)).toHaveLength(8);
  });

  test('a scripted set goes on part by part; slept through, it is noted with all of them', async () => {
    live.close();
    const stretches = [
      { kind: 'slow' as const, amount: 4 },
      { kind: 'hold' as const, amount: 10 },
    ];
    await open(planOf([blockOf({ kind: 'sets' }, [itemOf('goblet-squat', { sets: 2, way: { kind: 'script', stretches } })])]));
    const { parts } = clockScore(live.getSnapshot().index, blockId)!.steps[0]!.works[0]!;
    const manners = () => setsOf(live.getSnapshot().state).map(({ segments }) => segments.map(({ manner }) => manner).join(' '));
    await live.append(() => startClock(blockId));
    await look(11);
    expect(manners()).toEqual(['slow']);
    await look(10 + parts[1]!.afterSeconds - 1);
    expect(manners()).toEqual(['slow']);
    await look(10 + parts[1]!.afterSeconds);
    expect(manners()).toEqual(['slow hold']);
    await look(900);
    expect(manners()).toEqual(['slow hold', 'slow hold']);
    const [, slept] = setsOf(live.getSnapshot().state);
    expect(slept!.segments.map((segment) => segmentAmount(segment))).toEqual([4, 10]);
  });

  test('what it was moved past was never done, and whoever was in it has ended', async () => {
    const score = clockScore(live.getSnapshot().index, blockId)!;
    await live.append(() => startClock(blockId));
    await look(25);
    at(25);
    // On to the rest, and over the plank.
    for (let i = 0; i < 3; i += 1) {
      at(26 + i);
      await live.append(({ clock }) => stepClock(score, clock!, 1, now()));
    }
    await look(29);
    expect(noted()['0 goblet-squat']).toEqual([4]);
    expect(noted()['0 side-plank']).toBeUndefined();
    await look(60);
    expect(noted()['0 goblet-squat']).toEqual([4, null]);
  });

  test('paused nothing begins, nor when it was closed; what hurt isn’t begun again', async () => {
    await live.append(() => startClock(blockId));
    await look(12);
    await live.append(({ clock }) => pauseClock(clock!, now()));
    await look(300);
    expect(noted()).toEqual({ '0 goblet-squat': [null], '1 goblet-squat': [null] });
    await live.act(brief.clients[0]!.laneId, (context) => reportPain(context, 'joint'));
    await live.append(() => startClock(blockId));
    await look(900);
    expect(noted()['0 goblet-squat']).toHaveLength(1);
    expect(noted()['1 goblet-squat']).toHaveLength(2);
    await live.append(({ clock }) => endClock(clock!, now()));
    const before = setsOf(live.getSnapshot().state).length;
    await look(2000);
    expect(setsOf(live.getSnapshot().state)).toHaveLength(before);
  });
});
