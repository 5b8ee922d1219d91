import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import type { Format, IntervalsFormat, Plan, Way } from '../planning/plan.ts';
import { briefOfPlan, lastingId as lasting } from '../test/briefOfPlan.ts';
import { unroll } from '../planning/unroll.ts';
import { blockOf, itemOf, planContext, planOf } from '../test/plans.ts';
import { TestReplica } from '../test/replica.ts';
import type { Action } from '../test/floor.ts';
import { countRep, dropItem, endSet, goOn, openSession, reportPain, seeFault } from './actions.ts';
import { indexBrief } from './briefIndex.ts';
import {
  clockPosition,
  clockScore,
  endClock,
  holdClock,
  pauseClock,
  planBlockOf,
  readClock,
  resumeClock,
  showStations,
  startClock,
  stepClock,
} from './clock.ts';
import type { EventDraft } from './envelope.ts';
import { foldSession, setsOf } from './fold.ts';
import { laneSituation } from './laneSituation.ts';
import { leaveBlock } from './leaveBlock.ts';
import { ledStretches } from './ledStretches.ts';
import { beginByClock, endByClock, goOnByClock } from './notedByClock.ts';
import { segmentAmount } from './amount.ts';

const FORMAT: IntervalsFormat = { kind: 'intervals', workSeconds: 40, restSeconds: 20, rounds: 2, order: 'by-round' };

function running(plan: Plan) {
  const brief = briefOfPlan(plan);
  const index = indexBrief(brief);
  const blockId = plan.blocks[0]!.blockId;
  const score = clockScore(index, blockId)!;
  const replica = new TestReplica('a');
  replica.add(...openSession(brief));
  const act = (laneId: string, action: Action, by = replica) => {
    const state = foldSession(by.events);
    by.add(...action({ index, state, situation: laneSituation(index, state, laneId)!, newId: by.newId }));
  };
  /** As a device does it that is awake all the time. */
  const walk = (by = replica, through = score.steps) => {
    for (const step of through) {
      for (const { laneId } of plan.lanes) act(laneId, (c) => beginByClock(c, step, lasting), by);
      for (const { laneId, parts } of step.works)
        for (const part of parts.keys()) act(laneId, (c) => goOnByClock(c, step, part, lasting), by);
      for (const { laneId } of plan.lanes) act(laneId, (c) => endByClock(c, step, lasting), by);
    }
  };
  return { brief, index, blockId, score, replica, act, walk };
}

const at = (seconds: number) => new Date(Date.UTC(2026, 2, 2, 9, 0, 0) + seconds * 1000);
const clockAt = (drafts: EventDraft[], seconds: number, before = foldSession([])) => {
  const replica = new TestReplica('a');
  const [event] = replica.add(...drafts);
  const wasRunning = before.clock?.isRunning ?? false;
  const clock = foldSession([{ ...event!, at: at(seconds).toISOString() }]).clock!;
  return event!.type === 'clock-set' && event!.payload.move === 'moved' ? { ...clock, isRunning: wasRunning } : clock;
};

describe('what a clock goes through', () => {
  test('six stations of 45:15 for three rounds: 1,065 s, work and rest by turns', () => {
    const items = Array.from({ length: 6 }, () => itemOf('goblet-squat'));
    const { score } = running(planOf([blockOf({ ...FORMAT, workSeconds: 45, restSeconds: 15, rounds: 3 }, items)], 2));
    expect(score.seconds).toBe(1065);
    expect(score.steps.map(({ kind }) => kind).join(' ')).toBe(Array(18).fill('work').join(' rest '));
    expect(score.steps.every(({ kind, works }) => works.length === (kind === 'work' ? 2 : 0))).toBe(true);
  });

  test('an all-out minute is a stretch of its own; one side after the other is one stretch that changes sides', () => {
    const allOut = { seconds: 60, when: 'end' } as const;
    const { score } = running(planOf([blockOf({ ...FORMAT, rounds: 1, allOut }, [itemOf('side-plank')])]));
    expect(score.steps.map(({ kind, fromSeconds, untilSeconds }) => [kind, fromSeconds, untilSeconds])).toEqual([
      ['work', 0, 40],
      ['rest', 40, 60],
      ['all-out', 60, 120],
    ]);
    expect(score.steps[0]!.works).toMatchObject([{ side: null, parts: [{ kind: 'set' }, { kind: 'side', afterSeconds: 20 }] }]);
  });

  test('a start every so many seconds is a stretch from each start to the next; as many rounds as fit is one stretch', () => {
    const items = [itemOf('goblet-squat'), itemOf('full-push-up')];
    const { score } = running(planOf([blockOf({ kind: 'emom', everySeconds: 60, rounds: 5 }, items)], 2));
    expect(score.seconds).toBe(300);
    expect(
      score.steps.map(({ works }) => works.map(({ planItemId }) => items.findIndex(({ itemId }) => itemId === planItemId))),
    ).toEqual([0, 1, 0, 1, 0].map((at) => [at, at]));
    const fit = running(planOf([blockOf({ kind: 'amrap', seconds: 480 }, items)], 2)).score;
    expect(fit.steps).toEqual([{ kind: 'work', fromSeconds: 0, untilSeconds: 480, works: [] }]);
  });
});

describe('a block at one’s own pace, led by the clock', () => {
  const ROUNDS = { kind: 'rounds' as const, rounds: 3, restSeconds: 60, betweenSeconds: 15 };
  const items = () => [
    itemOf('goblet-squat', { amount: { unit: 'reps', value: 10 } }),
    itemOf('side-plank', { amount: { unit: 'seconds', value: 20 } }),
  ];

  test('goes set by set for everybody, each as long as the slowest needs, and is noted as planned', () => {
    const plan = planOf([blockOf(ROUNDS, items())], 2);
    const { score, replica, walk, index } = running(plan);
    expect(score.steps.map(({ kind }) => kind).join(' ')).toBe(Array(6).fill('work').join(' rest '));
    expect(score.steps.every(({ fromSeconds, untilSeconds }) => untilSeconds > fromSeconds)).toBe(true);
    walk();
    walk();
    const { lanes } = foldSession(replica.events);
    for (const lane of lanes) {
      expect(lane.items.map(({ setIds }) => setIds.length)).toEqual([3, 3]);
      const done = lane.sets.map(({ segments }) => segments.map((segment) => [segment.side, segmentAmount(segment)]));
      expect(done.slice(0, 2)).toEqual([
        [[undefined, 10]],
        [
          ['left', 20],
          ['right', 20],
        ],
      ]);
    }
    // Left and right within one set, the other side called when the first has been held.
    const held = { parts: [{ kind: 'set' }, { kind: 'side', afterSeconds: 20 }] };
    expect(score.steps[2]!.works).toMatchObject([held, held]);
    expect(planBlockOf(index, plan.blocks[0]!.items[0]!.itemId)).toBe(plan.blocks[0]);
  });

  test('lighter sets are noted lighter, and a hand that counts is believed', () => {
    const ramp: Way = { kind: 'ramp', sets: 1 };
    const plan = planOf([
      blockOf({ kind: 'sets' }, [itemOf('goblet-squat', { amount: { unit: 'reps', value: 12 }, sets: 1, way: ramp })]),
    ]);
    const { score, replica, act, walk } = running(plan);
    const laneId = score.steps[0]!.works[0]!.laneId;
    walk(replica, [score.steps[0]!]);
    const second = score.steps[2]!;
    act(laneId, (c) => beginByClock(c, second, lasting));
    act(laneId, countRep);
    act(laneId, (c) => endByClock(c, second, lasting));
    const sets = setsOf(foldSession(replica.events));
    expect(sets.map(({ segments: [only] }) => [only!.part, segmentAmount(only!)])).toEqual([
      ['ramp', 8],
      [undefined, 1],
    ]);
  });

  const SCRIPT: Way = {
    kind: 'script',
    stretches: [
      { kind: 'slow', amount: 4 },
      { kind: 'hold', amount: 10 },
    ],
  };
  const ofLane = ({ replica }: ReturnType<typeof running>, at = 0) =>
    foldSession(replica.events).lanes[at]!.sets.map(({ segments }) =>
      segments.map((segment) => [segment.side, segment.manner ?? segment.movementId.slice(8), segmentAmount(segment)]),
    );

  test('a scripted set is called part by part, for who is slower too, and noted with its parts', () => {
    const plan = planOf([blockOf({ kind: 'sets' }, [itemOf('goblet-squat', { sets: 2, way: SCRIPT })])], 2);
    const led = running(plan);
    const [first] = led.score.steps;
    const [slow, hold] = first!.works[0]!.parts;
    expect([slow, hold]).toMatchObject([
      { kind: 'set', manner: 'slow', amount: 4, afterSeconds: 0 },
      { kind: 'stretch', manner: 'hold', amount: 10 },
    ]);
    expect(first!.untilSeconds).toBe(hold!.afterSeconds + 10);
    expect(first!.works[1]!.parts).toEqual(first!.works[0]!.parts);
    led.walk();
    led.walk();
    const set = [
      [undefined, 'slow', 4],
      [undefined, 'hold', 10],
    ];
    expect([ofLane(led), ofLane(led, 1)]).toEqual([
      [set, set],
      [set, set],
    ]);
  });

  test('each side of a script, then what is easier or lighter at once', () => {
    const sided = running(planOf([blockOf({ kind: 'sets' }, [itemOf('side-lying-leg-raise', { sets: 1, way: SCRIPT })])]));
    expect(sided.score.steps[0]!.works[0]!.parts.map(({ kind }) => kind)).toEqual(['set', 'stretch', 'side', 'stretch']);
    sided.walk();
    expect(ofLane(sided)[0]!.map(([side, manner]) => `${side} ${manner}`)).toEqual([
      'left slow',
      'left hold',
      'right slow',
      'right hold',
    ]);
    const easier: Way = { kind: 'then-easier', movementId: 'waxwing:knee-push-up', amount: 5 };
    const then = running(planOf([blockOf({ kind: 'sets' }, [itemOf('full-push-up', { sets: 1, way: easier })])]));
    expect(then.score.steps[0]!.works[0]!.parts[1]).toMatchObject({
      kind: 'easier',
      movementId: 'waxwing:knee-push-up',
      amount: 5,
    });
    then.walk();
    expect(ofLane(then)[0]![1]).toEqual([undefined, 'knee-push-up', 5]);
    const load = { kind: 'pair', value: 8, unit: 'kg' } as const;
    const drop = itemOf('hammer-curl', { sets: 1, load, amount: { unit: 'reps', value: 10 }, way: { kind: 'drop', drops: 2 } });
    const drops = running(planOf([blockOf({ kind: 'sets' }, [drop])]));
    drops.walk();
    expect(drops.score.steps[0]!.works[0]!.parts.map(({ kind }) => kind)).toEqual(['set', 'lighter', 'lighter']);
    expect(ofLane(drops)[0]!.map(([, , amount]) => amount)).toEqual([10, 6, 4]);
  });

  test('who went on by hand isn’t moved on again, and stays where the clock comes next', () => {
    const stretches = [...SCRIPT.stretches, { kind: 'pulses', amount: 6 } as const];
    const plan = planOf([blockOf({ kind: 'sets' }, [itemOf('goblet-squat', { sets: 1, way: { ...SCRIPT, stretches } })])]);
    const led = running(plan);
    const [step] = led.score.steps;
    const { laneId } = step!.works[0]!;
    led.act(laneId, (c) => beginByClock(c, step!, lasting));
    led.act(laneId, goOn);
    led.act(laneId, (c) => goOnByClock(c, step!, 1, lasting));
    expect(ofLane(led)[0]!.map(([, manner]) => manner)).toEqual(['slow', 'hold']);
    led.act(laneId, (c) => goOnByClock(c, step!, 2, lasting));
    expect(ofLane(led)[0]!.map(([, manner]) => manner)).toEqual(['slow', 'hold', 'pulses']);
  });

  test('reps by turns that are dosed for each side are noted for both', () => {
    const item = itemOf('lateral-squat', { sets: 1, amount: { unit: 'reps', value: 6 } });
    const led = running(planOf([blockOf({ kind: 'sets' }, [item])]));
    led.walk();
    expect(ofLane(led)).toEqual([[[undefined, 'lateral-squat', 12]]]);
  });

  test('where two would want the same thing at once no clock leads', () => {
    const stretches = (lanes: number) => {
      const shared = planOf([blockOf({ kind: 'sets' }, [itemOf('dumbbell-bench-press')])], lanes);
      return ledStretches(unroll(shared, planContext()).steps).length;
    };
    // One bench in this room.
    expect([stretches(1), stretches(2)]).toEqual([3, 0]);
  });
});

describe('stations that are shown first', () => {
  const plan = planOf(
    [blockOf(FORMAT, [itemOf('goblet-squat'), itemOf('forearm-plank'), itemOf('full-push-up')], { spread: true })],
    2,
  );
  const { score, blockId, replica } = running(plan);

  test('come up one after the other, and then it waits for whoever starts it', () => {
    const clock = clockAt(showStations(score), 0);
    const reads = (seconds: number) => readClock(score, clock, at(seconds));
    expect([0, 19, 20, 45].map((seconds) => reads(seconds).showing)).toEqual([0, 0, 1, 2]);
    expect(reads(25).leftSeconds).toBe(15);
    expect(reads(3600)).toMatchObject({ showing: 3, at: -1, leftSeconds: 0, positionSeconds: -10 });
    const started = clockAt(startClock(blockId), 3600);
    expect(readClock(score, started, at(3604))).toMatchObject({ showing: null, at: -1, leftSeconds: 6 });
  });

  test('paused, on and back by hand', () => {
    replica.add(...showStations(score));
    const now = () => foldSession(replica.events).clock!;
    const instant = new Date(now().at);
    replica.add(...stepClock(score, now(), 1, instant));
    expect(readClock(score, now(), new Date(now().at))).toMatchObject({ showing: 1, isRunning: true });
    replica.add(...pauseClock(now(), new Date(now().at)));
    expect(readClock(score, now(), at(9999)).showing).toBe(1);
    replica.add(...stepClock(score, now(), -1, at(9999)));
    expect(readClock(score, now(), at(9999))).toMatchObject({ showing: 0, isRunning: false });
  });

  test('each says who begins there', () => {
    const [a, b] = plan.lanes.map(({ laneId }) => laneId);
    expect(score.stations.map(({ laneIds }) => laneIds)).toEqual([[a], [b], []]);
  });
});

describe('where it stands', () => {
  const { score, blockId } = running(planOf([blockOf(FORMAT, [itemOf('goblet-squat'), itemOf('forearm-plank')])]));
  const reads = (clock: Parameters<typeof clockPosition>[0], seconds: number) => readClock(score, clock, at(seconds));

  test('is a function of how it was set and of the instant: after a sleep it is right at once', () => {
    const clock = clockAt(startClock(blockId), 0);
    expect(reads(clock, 4)).toMatchObject({ at: -1, leftSeconds: 6, step: null, next: { kind: 'work' } });
    expect(reads(clock, 10)).toMatchObject({ at: 0, leftSeconds: 40 });
    expect(reads(clock, 55)).toMatchObject({ at: 1, leftSeconds: 15, step: { kind: 'rest' } });
    expect(reads(clock, 10 + 219)).toMatchObject({ leftSeconds: 1, isOver: false });
    expect(reads(clock, 3600)).toMatchObject({ isOver: true, step: null, leftSeconds: 0 });
    // A device whose clock was set back is not before the beginning.
    expect(clockPosition(clock, at(-500))).toBe(-10);
  });

  test('paused it stands, and goes on from there; thirty seconds more are thirty seconds more', () => {
    const clock = clockAt(startClock(blockId), 0);
    const paused = clockAt(pauseClock(clock, at(25.5)), 25.5);
    expect(reads(paused, 900)).toMatchObject({ positionSeconds: 15.5, isRunning: false });
    const resumed = clockAt(resumeClock(paused), 900);
    expect(reads(resumed, 910).positionSeconds).toBe(25.5);
    const state = { ...foldSession([]), clock: resumed };
    const held = clockAt(holdClock(resumed, 30, at(910)), 910, state);
    expect(reads(held, 910).leftSeconds).toBeCloseTo(44.5);
    expect(reads(held, 930)).toMatchObject({ positionSeconds: 25.5 });
    expect(reads(held, 945).positionSeconds).toBe(30.5);
  });

  test('one stretch on, and back: to the beginning of this one, or of the one before by who is only just in it', () => {
    const clock = clockAt(startClock(blockId), 0);
    const seconds = (drafts: EventDraft[]) => (drafts[0]!.payload as { seconds: number }).seconds;
    expect(seconds(stepClock(score, clock, 1, at(3)))).toBe(0);
    expect(seconds(stepClock(score, clock, 1, at(20)))).toBe(40);
    expect(seconds(stepClock(score, clock, -1, at(80)))).toBe(60);
    expect(seconds(stepClock(score, clock, -1, at(71)))).toBe(40);
    expect(seconds(stepClock(score, clock, -1, at(3600)))).toBe(180);
    expect(endClock(clock, at(20))).toMatchObject([{ payload: { move: 'ended' } }]);
  });
});

describe('when a block’s clock is through', () => {
  const two = (format: Format) =>
    running(
      planOf([
        blockOf(format, [itemOf('goblet-squat'), itemOf('full-push-up')]),
        blockOf({ kind: 'sets' }, [itemOf('side-plank')]),
      ]),
    );
  const nameOfCurrent = ({ replica }: ReturnType<typeof two>) => {
    const [lane] = foldSession(replica.events).lanes;
    return lane!.items.find(({ itemId }) => itemId === lane!.currentItemId)!.movementId;
  };

  test('who did as many rounds as fitted goes on to what comes after it', () => {
    const hour = two({ kind: 'amrap', seconds: 300 });
    const { laneId } = hour.brief.clients[0]!;
    hour.act(laneId, countRep);
    hour.act(laneId, (c) => leaveBlock(c, hour.blockId));
    // In the middle of a set nobody is taken away from it.
    expect(nameOfCurrent(hour)).toBe('waxwing:goblet-squat');
    hour.act(laneId, (c) => endSet(c, 'done'));
    hour.act(laneId, (c) => leaveBlock(c, hour.blockId));
    expect(nameOfCurrent(hour)).toBe('waxwing:side-plank');
    hour.act(laneId, (c) => leaveBlock(c, hour.blockId));
    expect(nameOfCurrent(hour)).toBe('waxwing:side-plank');
  });

  test('who has stretches of it left stays', () => {
    const hour = two({ ...FORMAT, rounds: 1 });
    const { laneId } = hour.brief.clients[0]!;
    hour.walk(hour.replica, hour.score.steps.slice(0, 1));
    hour.act(laneId, (c) => leaveBlock(c, hour.blockId));
    expect(nameOfCurrent(hour)).toBe('waxwing:goblet-squat');
    hour.walk();
    hour.act(laneId, (c) => leaveBlock(c, hour.blockId));
    expect(nameOfCurrent(hour)).toBe('waxwing:side-plank');
  });
});

describe('noted by the clock', () => {
  test('any plan on the clock, walked through, notes the sets that it unrolls to, by whichever of two devices and however often', () => {
    const slugs = ['goblet-squat', 'side-plank', 'forearm-plank', 'walking-lunge'];
    fc.assert(
      fc.property(
        fc.array(fc.constantFrom(...slugs), { minLength: 1, maxLength: 4 }),
        fc.integer({ min: 1, max: 3 }),
        fc.constantFrom('by-round' as const, 'by-station' as const),
        fc.boolean(),
        (items, lanes, order, spread) => {
          const block = blockOf(
            { ...FORMAT, order },
            items.map((slug) => itemOf(slug)),
            { spread },
          );
          const { score, replica, walk, brief } = running(planOf([block], lanes));
          walk();
          walk();
          const other = new TestReplica('b', 90);
          other.see(replica);
          const alone = new TestReplica('b');
          alone.add(...openSession(brief));
          walk(alone);
          const planned = score.steps.flatMap(({ works }) => works.map(({ stepId }) => lasting(`set ${stepId}`)));
          const ids = (events: typeof replica.events) => setsOf(foldSession(events)).map(({ setId }) => setId);
          expect(new Set(ids(replica.events))).toEqual(new Set(planned));
          expect(ids(replica.events)).toHaveLength(planned.length);
          const both = [...replica.events, ...alone.events.slice(1 + lanes)];
          expect(ids(both).sort()).toEqual([...planned].sort());
          const seconds = setsOf(foldSession(both)).map(({ segments }) => segments.length);
          expect(Math.max(...seconds)).toBeLessThanOrEqual(2);
        },
      ),
      { numRuns: 25 },
    );
  });

  test('a stretch that nobody saw begin is noted whole, with its seconds', () => {
    const { score, replica, act } = running(planOf([blockOf(FORMAT, [itemOf('forearm-plank')])]));
    const laneId = score.steps[0]!.works[0]!.laneId;
    act(laneId, (c) => endByClock(c, score.steps[0]!, lasting));
    const [set] = setsOf(foldSession(replica.events));
    expect(set!.endReason).toBe('done');
    expect(set!.segments.map((segment) => segmentAmount(segment))).toEqual([40]);
  });

  test('with a start every minute what was asked for is noted, of both sides; what was counted stands', () => {
    const items = [itemOf('goblet-squat'), itemOf('side-lying-leg-raise')];
    const { score, replica, act } = running(planOf([blockOf({ kind: 'emom', everySeconds: 60, rounds: 3 }, items)]));
    const [first, second, third] = score.steps;
    const laneId = first!.works[0]!.laneId;
    act(laneId, (c) => beginByClock(c, first!, lasting));
    act(laneId, countRep);
    act(laneId, (c) => endByClock(c, first!, lasting));
    act(laneId, (c) => endByClock(c, second!, lasting));
    act(laneId, (c) => endByClock(c, third!, lasting));
    const sets = setsOf(foldSession(replica.events));
    const [squat, raise] = foldSession(replica.events).lanes[0]!.items;
    expect(sets.map(({ segments }) => segments.map((segment) => [segment.side, segmentAmount(segment)]))).toEqual([
      [[undefined, 1]],
      [
        ['left', raise!.target],
        ['right', raise!.target],
      ],
      [[undefined, squat!.target]],
    ]);
  });

  test('what hurt, or was left out, isn’t begun again by the clock', () => {
    const items = [itemOf('goblet-squat'), itemOf('forearm-plank')];
    const { score, replica, act } = running(planOf([blockOf(FORMAT, items)]));
    const works = score.steps.filter(({ kind }) => kind === 'work');
    const laneId = works[0]!.works[0]!.laneId;
    act(laneId, (c) => beginByClock(c, works[0]!, lasting));
    act(laneId, (c) => reportPain(c, 'joint'));
    act(laneId, (c) => dropItem(c, c.situation.lane.items[1]!.itemId));
    for (const step of works) {
      act(laneId, (c) => beginByClock(c, step, lasting));
      act(laneId, (c) => endByClock(c, step, lasting));
    }
    expect(setsOf(foldSession(replica.events))).toMatchObject([{ endReason: 'pain' }]);
  });

  test('who is in the middle of a set of their own, or ended it themselves, is left alone', () => {
    const { score, replica, act, index } = running(planOf([blockOf(FORMAT, [itemOf('goblet-squat')])]));
    const [step] = score.steps;
    const laneId = step!.works[0]!.laneId;
    const fault = index.movement(index.brief.clients[0]!.clientId, 'waxwing:goblet-squat')!.faults[0]!.faultId;
    act(laneId, (c) => seeFault(c, fault));
    act(laneId, (c) => beginByClock(c, step!, lasting));
    expect(setsOf(foldSession(replica.events))).toHaveLength(1);
    act(laneId, (c) => endByClock(c, step!, lasting));
    expect(setsOf(foldSession(replica.events))).toMatchObject([{ endedAt: null, faults: [{ status: 'open' }] }]);
  });
});
