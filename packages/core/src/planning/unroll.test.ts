import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { anyPlan, blockOf, idOf, itemOf, laneId, movement, planContext, planOf } from '../test/plans.ts';
import { TIME_OF, hourTimes } from './hour.ts';
import { intervalTime } from './intervals.ts';
import type { Plan } from './plan.ts';
import { planErrors } from './plan.ts';
import { HANDS_KEY, sharedUse } from './sharedUse.ts';
import type { Step } from './step.ts';
import { moveBlock, swapMovement, withAsked, withBlock } from './planEdit.ts';
import { unroll, type Unrolled } from './unroll.ts';

/** A movement of no special kind that takes no time to get to. */
const AIR = { ...movement('goblet-squat'), id: 'waxwing:air', kit: { needed: [], optional: [] }, position: 'standing' as const };
const STATIONS = Array.from({ length: 6 }, (_, at) => ({ ...AIR, id: `waxwing:air-${at}` }));
const stations = (count: number) => STATIONS.slice(0, count).map(({ id }) => itemOf(id.slice('waxwing:'.length)));
const airContext = planContext({ documents: STATIONS, lane: { familiarity: () => 'known' } });

/** From the first work to the end of the last. */
function working(plan: Plan, context = airContext): number {
  const { steps, seconds } = unroll(plan, context);
  const first = steps.find(({ kind }) => kind === 'work')!;
  return seconds - first.fromSeconds;
}

describe('on the clock', () => {
  test('five stations of 40:20 for two rounds, then all out for 45 s after the last rest: 645 s', () => {
    const format = { kind: 'intervals', workSeconds: 40, restSeconds: 20, rounds: 2, order: 'by-round' } as const;
    const allOut = { seconds: 45, when: 'end' } as const;
    expect(working(planOf([blockOf({ ...format, allOut }, stations(5))]))).toBe(645);
  });
  test('six stations of 45:15 for three rounds end with the last work: 1,065 s, by round as by station', () => {
    for (const order of ['by-round', 'by-station'] as const) {
      const format = { kind: 'intervals', workSeconds: 45, restSeconds: 15, rounds: 3, order } as const;
      expect(working(planOf([blockOf(format, stations(6))]))).toBe(1065);
    }
  });
  test('a rest between rounds, and an all-out stretch after each, are as the arithmetic of intervals has them', () => {
    const format = {
      kind: 'intervals',
      workSeconds: 30,
      restSeconds: 10,
      rounds: 3,
      order: 'by-round',
      roundRestSeconds: 60,
    } as const;
    const { totalSeconds } = intervalTime({ stations: 4, ...format });
    expect(working(planOf([blockOf(format, stations(4))]))).toBe(totalSeconds);
    const allOut = { seconds: 50, when: 'each-round' } as const;
    expect(working(planOf([blockOf({ ...format, allOut }, stations(4))]))).toBe(totalSeconds + 3 * (10 + 50));
  });
  test('a start every 40 s for nine rounds is six minutes, whatever is done in them', () => {
    expect(working(planOf([blockOf({ kind: 'emom', everySeconds: 40, rounds: 9 }, stations(3))]))).toBe(360);
  });
  test('as many rounds as fit end when the time is up', () => {
    expect(working(planOf([blockOf({ kind: 'amrap', seconds: 600 }, stations(3))], 3))).toBe(600);
  });
  test('a movement of one side after the other gives each half of the work', () => {
    const format = { kind: 'intervals', workSeconds: 40, restSeconds: 20, rounds: 1, order: 'by-round' } as const;
    const { steps } = unroll(planOf([blockOf(format, [itemOf('side-plank')])]), planContext());
    const works = steps.filter(({ kind }) => kind === 'work');
    expect(works.map(({ seconds, work }) => [work!.side, seconds])).toEqual([
      ['left', 20],
      ['right', 20],
    ]);
  });
  test('a change that is longer than the pause is said, and the clock goes on', () => {
    const format = { kind: 'intervals', workSeconds: 30, restSeconds: 5, rounds: 1, order: 'by-round' } as const;
    const { steps, seconds } = unroll(
      planOf([blockOf(format, [itemOf('goblet-squat'), itemOf('forearm-plank')])]),
      planContext(),
    );
    const change = steps.findLast(({ kind }) => kind === 'change')!;
    expect(change.lacksSeconds).toBeGreaterThan(0);
    expect(seconds - steps.find(({ kind }) => kind === 'work')!.fromSeconds).toBe(65);
  });
});

describe('at own pace', () => {
  test('three sets of ten each side at 3-1-1-0 with 75 s of rest: 492 s', () => {
    const tempo = { lowerSeconds: 3, turnSeconds: 1, liftSeconds: 1, finishSeconds: 0 };
    const item = itemOf('split-squat', { sets: 3, amount: { unit: 'reps', value: 10 }, tempo, restSeconds: 75 });
    expect(working(planOf([blockOf({ kind: 'sets' }, [item])]), planContext())).toBe(492);
  });
  test('changing over and showing take their time out of the rest', () => {
    const items = () => [itemOf('goblet-squat', { sets: 1, restSeconds: 90 }), itemOf('forearm-plank', { sets: 1 })];
    const gap = (familiarity: 'new' | 'known', restSeconds: number) => {
      const [first, second] = items();
      const { steps } = unroll(
        planOf([blockOf({ kind: 'sets' }, [{ ...first!, restSeconds }, second!])]),
        planContext({ lane: { familiarity: (id) => (id === second!.movementId ? familiarity : 'known') } }),
      );
      const [one, two] = steps.filter(({ kind }) => kind === 'work');
      return two!.fromSeconds - one!.fromSeconds - one!.seconds;
    };
    expect(gap('new', 90)).toBe(90);
    // Put down the bell, get down on the floor, be shown: longer than ten seconds.
    expect(gap('known', 10)).toBeGreaterThan(10);
    expect(gap('new', 10) - gap('known', 10)).toBe(35);
  });
  test('one trainer shows two people different movements one after the other, and the same one once', () => {
    const context = planContext({ lane: { familiarity: () => 'new' } });
    const briefs = (own: { laneId: string; movementId: string }[]) =>
      unroll(planOf([blockOf({ kind: 'sets' }, [itemOf('goblet-squat', { own })])], 2), context).steps.filter(
        ({ kind }) => kind === 'brief',
      );
    const same = briefs([]);
    expect(same.map(({ fromSeconds }) => fromSeconds)).toEqual([same[0]!.fromSeconds, same[0]!.fromSeconds]);
    const [one, two] = briefs([{ laneId: laneId(1), movementId: 'waxwing:box-squat' }]).sort(
      (a, b) => a.fromSeconds - b.fromSeconds,
    );
    expect(two!.fromSeconds).toBeGreaterThanOrEqual(one!.fromSeconds + one!.seconds);
  });
  test('each has their own rung, dose and sets in the same place, and who sits it out waits for the next block', () => {
    const own = [
      { laneId: laneId(1), movementId: 'waxwing:box-squat', sets: 2, amount: { unit: 'reps' as const, value: 6 } },
      { laneId: laneId(2), leftOut: true },
    ];
    const blocks = [
      blockOf({ kind: 'sets' }, [itemOf('goblet-squat', { sets: 3, own })]),
      blockOf({ kind: 'sets' }, [itemOf('full-push-up')]),
    ];
    const { steps } = unroll(planOf(blocks, 3), planContext());
    const works = (lane: number, block: number) =>
      steps.filter((step) => step.kind === 'work' && step.laneId === laneId(lane) && step.blockId === blocks[block]!.blockId);
    expect(works(0, 0)).toHaveLength(3);
    expect(works(1, 0).map(({ document, work }) => [document!.id, work!.amount])).toEqual([
      ['waxwing:box-squat', 6],
      ['waxwing:box-squat', 6],
    ]);
    expect(works(2, 0)).toHaveLength(0);
    expect(steps.some(({ kind, laneId: id }) => kind === 'wait' && id === laneId(2))).toBe(true);
  });
  test('a script, a ramp, drops and an easier one after are bouts of their own', () => {
    const kinds = (part: Parameters<typeof itemOf>[1], slug = 'two-dumbbell-squat') =>
      unroll(
        planOf([blockOf({ kind: 'sets' }, [itemOf(slug, { sets: 1, amount: { unit: 'reps', value: 10 }, ...part })])]),
        planContext(),
      )
        .steps.filter(({ kind }) => kind === 'work')
        .map(({ document, work }) => [document!.id.slice(8), work!.amount, work!.stretch, work!.isRamp, work!.isFirstOfSet]);
    expect(
      kinds({
        way: {
          kind: 'script',
          stretches: [
            { kind: 'doubles', amount: 4 },
            { kind: 'hold', amount: 20 },
          ],
        },
      }),
    ).toEqual([
      ['two-dumbbell-squat', 4, 'doubles', false, true],
      ['two-dumbbell-squat', 20, 'hold', false, false],
    ]);
    expect(kinds({ way: { kind: 'ramp', sets: 2 } }).map(([, amount, , isRamp]) => [amount, isRamp])).toEqual([
      [8, true],
      [5, true],
      [10, false],
    ]);
    expect(kinds({ way: { kind: 'drop', drops: 2 } }).map(([, amount, , , isFirst]) => [amount, isFirst])).toEqual([
      [10, true],
      [6, false],
      [4, false],
    ]);
    expect(
      kinds({ way: { kind: 'then-easier', movementId: 'waxwing:box-squat', amount: 7 } }).map(([id, amount]) => [id, amount]),
    ).toEqual([
      ['two-dumbbell-squat', 10],
      ['box-squat', 7],
    ]);
    expect(kinds({ way: { kind: 'ladder', of: 'amount', amounts: [10, 8, 6], words: [] } }).map(([, amount]) => amount)).toEqual([
      10, 8, 6,
    ]);
  });
  test('sides are spread as it is said: within the set, set by set, with another movement between', () => {
    const sides = (sidesOf: 'in-set' | 'by-set' | 'split') =>
      unroll(
        planOf([
          blockOf({ kind: 'rounds', rounds: 2, restSeconds: 0 }, [
            itemOf('split-squat', { sides: sidesOf, amount: { unit: 'reps', value: 8 } }),
            itemOf('full-push-up'),
          ]),
        ]),
        planContext(),
      )
        .steps.filter(({ kind }) => kind === 'work')
        .map(({ document, work }) => work!.side ?? document!.id.slice(8));
    expect(sides('in-set')).toEqual(['left', 'right', 'full-push-up', 'left', 'right', 'full-push-up']);
    expect(sides('by-set')).toEqual(['left', 'full-push-up', 'right', 'full-push-up']);
    expect(sides('split')).toEqual(['left', 'full-push-up', 'right', 'left', 'full-push-up', 'right']);
  });
  test('both sides of a set are one set, however they are spread', () => {
    for (const sides of ['in-set', 'by-set', 'split'] as const) {
      for (const format of [{ kind: 'sets' }, { kind: 'rounds', rounds: 2, restSeconds: 0 }] as const) {
        const item = itemOf('split-squat', { sides, sets: 2 });
        const { steps } = unroll(planOf([blockOf(format, [item, itemOf('full-push-up', { sets: 2 })])]), planContext());
        const works = steps.filter(({ kind, itemId }) => kind === 'work' && itemId === item.itemId);
        // Where rounds take sides by turns, each round is a set of the one.
        expect([sides, works.filter(({ work }) => work!.isFirstOfSet).length]).toEqual([sides, 2]);
      }
    }
  });
  test('what would go on for days is cut off, long after it is too long', () => {
    const format = { kind: 'intervals', workSeconds: 3600, restSeconds: 3600, rounds: 50, order: 'by-round' } as const;
    const plan = planOf([blockOf(format, stations(6), { times: 3 }), blockOf({ kind: 'sets' }, stations(2))]);
    const { seconds, steps } = unroll(plan, airContext);
    expect(seconds).toBeGreaterThan(6 * 3600);
    expect(seconds).toBeLessThan(10 * 3600);
    expect(steps.length).toBeLessThan(40);
    const short = blockOf({ kind: 'amrap', seconds: 3600 }, [itemOf('full-push-up', { amount: { unit: 'reps', value: 1 } })]);
    expect(unroll(planOf([short], 6), planContext()).seconds).toBeLessThan(3700);
  });
  test('a pace that the counter measured is drawn upon as reps come in', () => {
    const seconds = (reps: number) =>
      working(
        planOf([blockOf({ kind: 'sets' }, [itemOf('full-push-up', { sets: 1, amount: { unit: 'reps', value: 10 } })])]),
        planContext({ lane: { pace: () => ({ secondsPerRep: 4.2, reps }) } }),
      );
    expect(seconds(0)).toBeCloseTo(22, 0);
    expect(seconds(30)).toBeCloseTo(32, 0);
    expect(seconds(3000)).toBeCloseTo(42, 0);
  });
});

describe('any plan', () => {
  /** One second after the other: how many of them each lane spends in which kind of step. */
  function walked(steps: readonly Step[]): ReadonlyMap<string, number> {
    const counts = new Map<string, number>();
    for (const { kind, fromSeconds, untilSeconds } of steps) {
      for (let second = Math.ceil(fromSeconds - 0.5); second + 0.5 < untilSeconds; second += 1) {
        counts.set(TIME_OF[kind], (counts.get(TIME_OF[kind]) ?? 0) + 1);
      }
    }
    return counts;
  }
  const context = planContext({ lane: { familiarity: (id) => (id.length % 2 ? 'new' : 'learning') } });
  const isNear = (a: number, b: number, by = 1e-6) => Math.abs(a - b) <= by;
  /** Asked some hundred thousand times: an expectation of Jest's would take minutes. */
  const hold = (isTrue: boolean, what: string) => {
    if (!isTrue) throw new Error(what);
  };

  test('unrolls into steps that follow each other without a gap and add up as a walk through the hour does', () => {
    fc.assert(
      fc.property(anyPlan, (plan) => {
        hold(planErrors(plan).length === 0, 'a plan of a right shape');
        const unrolled = unroll(plan, context);
        const times = hourTimes(plan, unrolled);
        hold(new Set(unrolled.steps.map(({ id }) => id)).size === unrolled.steps.length, 'ids that are each another');
        for (const { laneId: id } of plan.lanes) {
          const steps = unrolled.steps.filter((each) => each.laneId === id);
          let now = 0;
          for (const { fromSeconds, untilSeconds, seconds } of steps) {
            hold(fromSeconds === now && seconds >= 0, `a step that begins at ${now}`);
            now = untilSeconds;
          }
          hold(now <= unrolled.seconds + 1e-6, 'an end');
          const of = times.lanes.get(id)!;
          const seen = walked(steps);
          for (const kind of ['work', 'rest', 'change', 'brief', 'wait'] as const) {
            const slack = steps.filter((each) => TIME_OF[each.kind] === kind).length;
            hold(isNear(seen.get(kind) ?? 0, of[kind], slack), `seconds of ${kind}: ${seen.get(kind)} for ${of[kind]}`);
          }
          hold(
            isNear(
              [...seen.values()].reduce((sum, each) => sum + each, 0),
              of.until,
              1,
            ),
            'all seconds of the lane',
          );
        }
        hold(isNear(times.spareSeconds, plan.minutes * 60 - unrolled.seconds), 'what is left');
      }),
      { numRuns: 1000, interruptAfterTimeLimit: 60_000, markInterruptAsFailure: true },
    );
  });

  test('counts no thing and no hand twice', () => {
    const handled = (plan: Plan): Plan => ({
      ...plan,
      blocks: plan.blocks.map((block) => ({ ...block, items: block.items.map((item) => ({ ...item, hands: 'hold' })) })),
    });
    fc.assert(
      fc.property(anyPlan, (plan) => {
        const unrolled = unroll(handled(plan), context);
        for (const { key, spans, there } of sharedUse(unrolled)) {
          let before = -1;
          for (const { fromSeconds, toSeconds, wanted, isClash } of spans) {
            hold(fromSeconds >= before, 'spans one after the other');
            before = toSeconds;
            const middle = (fromSeconds + toSeconds) / 2;
            let really = 0;
            for (const step of unrolled.steps) {
              if (step.kind !== 'work' || step.fromSeconds > middle || middle >= step.untilSeconds) continue;
              really += key === HANDS_KEY ? 1 : (step.work!.things.find((thing) => thing.key === key)?.count ?? 0);
            }
            hold(wanted === really, `${key} wanted ${wanted} times, really ${really}`);
            hold(!isClash || wanted > there!, 'a clash where there are enough');
          }
        }
      }),
      { numRuns: 100 },
    );
  });

  test('keeps the ids of its steps when blocks and items change places', () => {
    const items = [itemOf('goblet-squat'), itemOf('full-push-up'), itemOf('forearm-plank')];
    const block = blockOf({ kind: 'rounds', rounds: 2, restSeconds: 30 }, items);
    const ids = (plan: Plan) =>
      unroll(plan, context)
        .steps.filter(({ kind }) => kind === 'work')
        .map(({ id }) => id)
        .sort();
    const other = blockOf({ kind: 'sets' }, [itemOf('thread-the-needle')], { blockId: idOf(2, 999) });
    expect(ids(planOf([other, { ...block, items: [...items].reverse() }]))).toEqual(ids(planOf([block, other])));
  });
});

test('a block that nobody touched is moved in time, and comes to what going through it anew comes to', () => {
  const movements = ['goblet-squat', 'full-push-up', 'side-plank', 'glute-bridge', 'split-squat'];
  const newTo = () => planContext({ lane: { familiarity: (id) => (id.length % 2 ? 'new' : 'learning') } });
  const times = ({ steps, blocks }: Unrolled) =>
    JSON.stringify([
      blocks,
      steps.map(({ document, work, ...step }) => [step, document?.id, work?.amount, work?.isFirstOfSet, work?.things.length]),
    ]);
  fc.assert(
    fc.property(
      anyPlan,
      fc.array(fc.record({ at: fc.nat(), kind: fc.nat(4), amount: fc.integer({ min: 1, max: 20 }) }), {
        minLength: 2,
        maxLength: 8,
      }),
      (begun, changes) => {
        const kept = newTo();
        let plan = begun;
        for (const { at, kind, amount } of changes) {
          const items = plan.blocks.flatMap((block) => block.items);
          const item = items[at % Math.max(1, items.length)];
          const block = plan.blocks[at % plan.blocks.length]!;
          if (!item) return;
          if (kind === 0) plan = moveBlock(block.blockId, 1)(plan);
          else if (kind === 1) plan = swapMovement(item.itemId, null, `waxwing:${movements[amount % movements.length]!}`)(plan);
          else if (kind === 2) plan = withBlock(block.blockId, (before) => ({ ...before, times: 1 + (amount % 3) }))(plan);
          else plan = withAsked(item.itemId, null, { amount: { unit: 'reps', value: amount } })(plan);
          if (times(unroll(plan, kept)) !== times(unroll(plan, newTo()))) throw new Error('another hour');
        }
      },
    ),
    { numRuns: 60 },
  );
});
