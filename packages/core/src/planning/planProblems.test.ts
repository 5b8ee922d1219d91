import { describe, expect, test } from '@jest/globals';
import { ladderOf } from '../ladder/ladder.ts';
import type { Load } from '../movement/load.ts';
import { SMALL_ROOM, blockOf, itemOf, laneId, movement, planContext, planOf, w } from '../test/plans.ts';
import { starterLibrary } from '../test/starterLibrary.ts';
import { coverageOf, missedPatterns } from './coverage.ts';
import { floorUse } from './floorUse.ts';
import { hourTimes } from './hour.ts';
import { laneEntry } from './laneEntry.ts';
import type { Plan } from './plan.ts';
import type { PlanContext } from './planContext.ts';
import { coolDownFor, warmUpFor } from './prepare.ts';
import type { PlanProblem } from './planProblem.ts';
import { planProblems } from './planProblems.ts';
import { refit } from './refit.ts';
import { repeatPlan } from './repeatPlan.ts';
import { startOf } from './startOf.ts';
import { swapsFor } from './swaps.ts';
import { unroll } from './unroll.ts';

const among = starterLibrary().movements;
const ladder = ladderOf(among);

function problemsOf(plan: Plan, context: PlanContext = planContext()): readonly PlanProblem[] {
  return planProblems({ plan, unrolled: unroll(plan, context), context, ladder, among });
}

/** Mends a problem by each of its mends in turn: none of them leaves it standing. */
function expectMended(plan: Plan, kind: PlanProblem['kind'], context = planContext()): PlanProblem {
  const problem = problemsOf(plan, context).find((each) => each.kind === kind);
  if (!problem)
    throw new Error(
      `no ${kind} in ${problemsOf(plan, context)
        .map((each) => each.kind)
        .join()}`,
    );
  expect(problem.mends().length).toBeGreaterThan(0);
  for (const { text, edit } of problem.mends()) {
    const left = problemsOf(edit(plan), context).map(({ key }) => key);
    expect({ text, left }).toEqual({ text, left: left.filter((key) => key !== problem.key) });
  }
  return problem;
}

/** Named as the tests want them; of the rest nobody cares here. */
const kindsOf = (plan: Plan, context?: PlanContext) => problemsOf(plan, context).map(({ kind }) => kind);

const lacking = (ids: readonly string[], kind: 'kit' | 'caution' | 'mastery', text: string) => (id: string) =>
  ids.includes(id) ? [{ kind, text }] : [];

describe('what stands in the way is said where it is, and mended in one tap', () => {
  test('a caution, for the one who has it', () => {
    const context = planContext({
      lanes: { [laneId(1)]: { hindrances: lacking([w('full-push-up')], 'caution', 'Wrist: not flat') } },
    });
    const problem = expectMended(planOf([blockOf({ kind: 'sets' }, [itemOf('full-push-up')])], 2), 'caution', context);
    expect(problem).toMatchObject({ laneId: laneId(1), text: 'Wrist: not flat' });
  });
  describe('the floor', () => {
    const roomOf = (widthM: number, depthM: number) => planContext({ inventory: { ...SMALL_ROOM, floor: { widthM, depthM } } });
    const rows = planOf([blockOf({ kind: 'sets' }, [itemOf('walking-lunge', { sets: 2 })])], 3);
    const sideBySide = planOf(
      [blockOf({ kind: 'intervals', workSeconds: 40, restSeconds: 20, rounds: 2, order: 'by-round' }, [itemOf('forearm-plank')])],
      4,
    );

    test('for more at a time than it has room for: who, when, and something smaller', () => {
      // Four planks of 0.8 by 2 m, with what keeps them apart, are 10.1 m²; the room, reckoned the same way, has 9.9.
      const problem = expectMended(sideBySide, 'space', roomOf(3, 2.7));
      expect(problem.text).toMatch(/take up about 11 m² at the same time: 9 m² are free$/);
      expect(problem.atSeconds).not.toBeNull();
      expect(problem.mends()[0]!.text).toMatch(/^Swap for /);
      // Where nothing is small enough, somebody sits it out.
      const small = roomOf(2.6, 2.4);
      const [sitsOut, ...others] = expectMended(sideBySide, 'space', small).mends();
      expect([sitsOut!.text, others]).toEqual(['They sit it out', []]);
      // In a smaller one yet, one after the other.
      const tiny = roomOf(2, 2);
      const left = expectMended(sideBySide, 'space', tiny).mends().at(-1)!.edit(sideBySide);
      expect(expectMended(left, 'space', tiny).text).toMatch(/take up about 8 m²/);
    });
    test('has room enough, or nobody said how large it is: nothing is said', () => {
      expect(kindsOf(sideBySide, roomOf(8, 6))).not.toContain('space');
      expect(kindsOf(sideBySide)).not.toContain('space');
      expect(floorUse(unroll(rows, planContext()), planContext())).toBeNull();
    });
    test('is taken up by who works there, not by who rests', () => {
      const use = floorUse(unroll(rows, roomOf(10, 10)), roomOf(10, 10))!;
      const steps = unroll(rows, roomOf(10, 10)).steps.filter(({ kind }) => kind === 'work');
      const one = (movement('walking-lunge').footprint.widthM + 0.3) * (movement('walking-lunge').footprint.depthM + 0.3);
      for (const { fromSeconds, wanted, lanes } of use.spans) {
        const atWork = steps.filter((step) => step.fromSeconds <= fromSeconds && step.untilSeconds > fromSeconds);
        expect(lanes).toHaveLength(atWork.length);
        expect(wanted).toBeCloseTo(one * atWork.length);
      }
    });
  });

  describe('a position that is held on a contested point', () => {
    const dynamic = planContext({ lane: { stances: { 'before-jumps': 'dynamic', 'trunk-training': 'bracing-first' } } });
    const stretchesFirst = planOf([
      blockOf({ kind: 'sets' }, [itemOf('half-kneeling-hip-flexor'), itemOf('hip-circles')], { part: 'warm-up' }),
      blockOf({ kind: 'sets' }, [itemOf('squat-jump'), itemOf('goblet-squat')]),
    ]);

    test('no held stretch before jumps: after them, another, or none', () => {
      const problem = expectMended(stretchesFirst, 'stance', dynamic);
      expect(problem.itemId).toBe(stretchesFirst.blocks[0]!.items[0]!.itemId);
      expect(problem.mends().map(({ text }) => text)).toContain('After the squat jump');
    });
    test('who holds short stretches to be all right hears nothing; nor does an hour without jumps', () => {
      const holds = planContext({ lane: { stances: { 'before-jumps': 'short-holds' } } });
      expect(kindsOf(stretchesFirst, holds)).not.toContain('stance');
      const { blocks } = stretchesFirst;
      const withoutJumps = planOf([blocks[0]!, { ...blocks[1]!, items: blocks[1]!.items.slice(1) }]);
      expect(kindsOf(withoutJumps, dynamic)).not.toContain('stance');
    });
    test('curls wait until bracing has begun, and only so long', () => {
      const curlFirst = planOf([
        blockOf({ kind: 'sets' }, [itemOf('short-curl-up'), itemOf('forearm-plank'), itemOf('dead-bug')]),
      ]);
      const swaps = expectMended(curlFirst, 'stance', dynamic)
        .mends()
        .filter(({ text }) => text.startsWith('Swap'));
      // Another curl would be no answer.
      expect(
        swaps.map(({ edit }) => among.find(({ id }) => id === edit(curlFirst).blocks[0]!.items[0]!.movementId)!.pattern),
      ).toEqual(['brace']);
      const between = planOf([blockOf({ kind: 'sets' }, [itemOf('forearm-plank'), itemOf('short-curl-up'), itemOf('dead-bug')])]);
      expect(kindsOf(between, dynamic)).not.toContain('stance');
    });
    test('held for one of two, it is said once', () => {
      const one = planContext({ lanes: { [laneId(1)]: { stances: { 'before-jumps': 'dynamic' } } } });
      const shared = planOf([...stretchesFirst.blocks], 2);
      expect(problemsOf(shared, one).filter(({ kind }) => kind === 'stance')).toHaveLength(1);
    });
  });

  test('what the room lacks is said once for all', () => {
    const context = planContext({ lane: { hindrances: lacking([w('barbell-back-squat')], 'kit', 'needs a barbell') } });
    const plan = planOf([blockOf({ kind: 'sets' }, [itemOf('barbell-back-squat')])], 3);
    expectMended(plan, 'kit', context);
    expect(problemsOf(plan, context).filter(({ kind }) => kind === 'kit')).toMatchObject([{ laneId: null }]);
  });
  test('a movement that went', () => {
    const gone = { ...movement('box-squat'), putAway: { instead: w('goblet-squat') } };
    const context = planContext({ documents: [gone] });
    expect(expectMended(planOf([blockOf({ kind: 'sets' }, [itemOf('box-squat')])]), 'gone', context).mends()[0]!.text).toBe(
      'Swap for goblet squat',
    );
    expectMended(planOf([blockOf({ kind: 'sets' }, [{ ...itemOf('box-squat'), movementId: 'waxwing:never-was' }])]), 'gone');
  });
  test('two who want the same weight at the same time', () => {
    const load = { kind: 'single', value: 12, unit: 'kg' } as const;
    const plan = planOf([blockOf({ kind: 'sets' }, [itemOf('goblet-squat', { load, sets: 2 })])], 2);
    const problem = expectMended(plan, 'shared');
    expect(problem.text).toContain('12 kg');
    expect(problem.atSeconds).toBeGreaterThan(0);
  });
  test('one pair of hands', () => {
    const plan = planOf([blockOf({ kind: 'sets' }, [itemOf('full-push-up', { hands: 'hold' })])], 2);
    expect(problemsOf(plan).map(({ kind }) => kind)).toContain('hands');
    const bench = planOf(
      [blockOf({ kind: 'rounds', rounds: 3, restSeconds: 0 }, [itemOf('dumbbell-bench-press'), itemOf('goblet-squat')])],
      2,
    );
    expect(expectMended(bench, 'shared').mends()[0]!.text).toBe('Begin at different stations');
  });
  test('a pause that is shorter than the way', () => {
    const format = { kind: 'intervals', workSeconds: 30, restSeconds: 5, rounds: 2, order: 'by-round' } as const;
    const plan = planOf([blockOf(format, [itemOf('goblet-squat'), itemOf('forearm-plank')])]);
    const problem = problemsOf(plan).find(({ kind }) => kind === 'change')!;
    const mended = problem.mends()[0]!.edit(plan);
    expect(problemsOf(mended).filter(({ key }) => key === problem.key)).toEqual([]);
  });
  test('a set that isn’t done when the next starts', () => {
    const item = itemOf('full-push-up', { amount: { unit: 'reps', value: 40 } });
    expectMended(planOf([blockOf({ kind: 'emom', everySeconds: 30, rounds: 4 }, [item])]), 'emom');
  });
  test('an odd number by turns', () => {
    const inAll = { ...movement('dead-bug'), dose: { kind: 'reps', low: 8, high: 12 } as const };
    const plan = planOf([blockOf({ kind: 'sets' }, [itemOf('dead-bug', { amount: { unit: 'reps', value: 9 } })])]);
    expectMended(plan, 'sides', planContext({ documents: [inAll] }));
    expect(problemsOf(plan).map(({ kind }) => kind)).not.toContain('sides');
    const split = itemOf('split-squat', { sides: 'by-set' });
    expectMended(planOf([blockOf({ kind: 'rounds', rounds: 3, restSeconds: 30 }, [split])]), 'sides');
  });
  test('three in a row on bent wrists, unless it is meant so', () => {
    const slugs = ['full-push-up', 'hand-plank', 'plank-shoulder-taps', 'goblet-squat'];
    expectMended(
      planOf([
        blockOf(
          { kind: 'sets' },
          slugs.map((slug) => itemOf(slug)),
        ),
      ]),
      'wrists',
    );
  });
  test('more than is booked', () => {
    const plan = planOf([blockOf({ kind: 'sets' }, [itemOf('goblet-squat', { sets: 10, restSeconds: 300 })])], 1, {
      minutes: 20,
    });
    const problem = problemsOf(plan).find(({ kind }) => kind === 'time')!;
    const shorter = problem.mends()[0]!.edit(plan);
    expect(unroll(shorter, planContext()).seconds).toBeLessThan(unroll(plan, planContext()).seconds);
  });
  test('nothing, of an ordinary hour', () => {
    const blocks = [
      blockOf({ kind: 'rounds', rounds: 1, restSeconds: 0 }, [itemOf('thread-the-needle')], { part: 'warm-up' }),
      blockOf({ kind: 'rounds', rounds: 3, restSeconds: 60 }, [itemOf('goblet-squat'), itemOf('full-push-up')]),
    ];
    expect(problemsOf(planOf(blocks))).toEqual([]);
  });
});

test('an hour’s coverage counts sets, sides, landings and ways to the floor as they are done', () => {
  const plan = planOf([
    blockOf({ kind: 'sets' }, [itemOf('thread-the-needle')], { part: 'warm-up' }),
    blockOf({ kind: 'rounds', rounds: 3, restSeconds: 60 }, [
      itemOf('goblet-squat', { amount: { unit: 'reps', value: 10 }, way: { kind: 'ramp', sets: 2 } }),
      itemOf('full-push-up'),
      itemOf('split-squat', { amount: { unit: 'reps', value: 8 } }),
      itemOf('squat-jump', { amount: { unit: 'reps', value: 6 } }),
    ]),
  ]);
  const coverage = coverageOf(plan, unroll(plan, planContext())).get(laneId(0))!;
  expect(coverage.patterns.get('squat')).toBe(3);
  expect(coverage.patterns.get('lunge')).toBe(3);
  expect([coverage.push, coverage.pull, coverage.knee, coverage.hip]).toEqual([3, 0, 6, 0]);
  expect(missedPatterns(coverage)).toEqual(['hinge', 'pull', 'rotate', 'brace', 'locomotion']);
  expect(coverage.left).toBe(coverage.right);
  expect(coverage.landings).toBe(18);
  const quads = (slug: string) => movement(slug).muscles.find(({ muscle }) => muscle === 'quads')?.share ?? 0;
  expect(coverage.muscles.get('quads')).toBeCloseTo(
    3 * (quads('goblet-squat') + quads('full-push-up') + quads('split-squat') + quads('squat-jump')),
  );
  expect(coverage.floorChanges).toBeGreaterThanOrEqual(6);
});

describe('what else could stand there', () => {
  const swaps = (slug: string, context = planContext()) =>
    swapsFor({ of: movement(slug), laneIds: [laneId(0)], among, ladder, context });
  test('is near, says why, and is open', () => {
    const [first, ...rest] = swaps('goblet-squat');
    expect(first!.document.family).toBe('squat');
    expect(first!.reasons.length).toBeGreaterThan(0);
    expect(rest.every(({ document }) => !['mobility', 'stretch'].includes(document.pattern))).toBe(true);
    const closed = planContext({ lane: { hindrances: lacking([first!.document.id], 'kit', 'needs it') } });
    expect(swaps('goblet-squat', closed).map(({ document }) => document.id)).not.toContain(first!.document.id);
    const notYet = planContext({ lane: { hindrances: lacking([first!.document.id], 'mastery', 'first this') } });
    expect(swaps('goblet-squat', notYet)[0]!.document.id).not.toBe(first!.document.id);
  });
  test('in another room: what it lacks becomes the nearest that can be done there, the rest stays', () => {
    const bare = { things: [{ kit: 'mat', count: 1 }], sources: [] };
    const needs = (id: string) =>
      (among.find((each) => each.id === id)?.kit.needed ?? []).filter(
        (kit) => !['mat', 'wall', 'chair', 'box', 'step', 'hand-support'].includes(kit),
      );
    const context = planContext({
      inventory: bare,
      lane: { hindrances: (id) => needs(id).map((kit) => ({ kind: 'kit' as const, text: `needs ${kit}` })) },
    });
    const load = { kind: 'bar', bar: 20, platesPerSide: [10], unit: 'kg' } satisfies Load;
    const plan = planOf([blockOf({ kind: 'sets' }, [itemOf('barbell-back-squat', { load }), itemOf('full-push-up')])], 2);
    const { plan: there, changes } = refit(plan, { context, ladder, among });
    const [squat, push] = there.blocks[0]!.items;
    expect(push!.movementId).toBe(w('full-push-up'));
    expect(needs(squat!.movementId)).toEqual([]);
    expect(squat!.load).toBeUndefined();
    expect(changes).toHaveLength(1);
    expect(among.find(({ id }) => id === squat!.movementId)!.pattern).toBe('squat');
  });
});

test('last time is repeated with what was decided: a raise is advised anew, what hurts is left out, and both are told', () => {
  const [squat, push] = [itemOf('goblet-squat', { load: { kind: 'single', value: 8, unit: 'kg' } }), itemOf('full-push-up')];
  const last = planOf([blockOf({ kind: 'sets' }, [squat, push])], 2);
  const heavier = { load: { kind: 'single', value: 12, unit: 'kg' } as const, how: '12', target: 8, reasons: [] };
  const context = planContext({ lanes: { [laneId(0)]: { advise: () => heavier } } });
  let at = 0;
  const { plan, changes } = repeatPlan({
    last,
    context,
    newId: () => `00000000-0000-4000-9000-${String((at += 1)).padStart(12, '0')}`,
    decided: (lane, id) =>
      lane === laneId(0) && id === w('goblet-squat')
        ? { kind: 'raise', text: 'Up to 12 kg' }
        : lane === laneId(1) && id === w('full-push-up')
          ? { kind: 'leave-out', text: 'Leave it out' }
          : null,
  });
  const [first, second] = plan.blocks[0]!.items;
  expect(first!.itemId).not.toBe(squat.itemId);
  expect(laneEntry(first!, laneId(0), context)!.load).toEqual(heavier.load);
  expect(laneEntry(first!, laneId(1), context)!.load).toEqual({ kind: 'single', value: 8, unit: 'kg' });
  expect(laneEntry(second!, laneId(1), context)).toBeNull();
  expect(changes.map(({ laneId: lane, text }) => [lane, text.split(' instead')[0]])).toEqual([
    [laneId(0), expect.stringContaining('12')],
    [laneId(1), 'left out'],
  ]);
});

describe('another movement that was decided to take its place', () => {
  const ready = (lane: string, id: string) =>
    lane === laneId(0) && id === w('goblet-squat')
      ? { kind: 'raise' as const, text: 'Ready to try two-dumbbell squat', instead: w('two-dumbbell-squat') }
      : null;
  const repeated = (lanes: number, context = planContext()) => {
    const last = planOf([blockOf({ kind: 'sets' }, [itemOf('goblet-squat', { amount: { unit: 'reps', value: 12 } })])], lanes);
    return { ...repeatPlan({ last, context, decided: ready, newId: () => 'x' }), context };
  };

  test('stands there for the one it was decided for, with what is asked of it alone', () => {
    const { plan, changes, context } = repeated(2);
    const [item] = plan.blocks[0]!.items;
    expect(laneEntry(item!, laneId(0), context)!.document.id).toBe(w('two-dumbbell-squat'));
    expect(laneEntry(item!, laneId(1), context)!.document.id).toBe(w('goblet-squat'));
    expect(changes).toEqual([
      {
        itemId: 'x',
        laneId: laneId(0),
        text: 'two-dumbbell squat instead of goblet squat',
        why: 'Ready to try two-dumbbell squat',
      },
    ]);
  });
  test('is the slot’s where there is nobody else', () => {
    const [item] = repeated(1).plan.blocks[0]!.items;
    expect(item).toMatchObject({ movementId: w('two-dumbbell-squat'), own: [] });
    // Twelve were asked of the goblet squat.
    expect(item!.amount).toBeUndefined();
  });
  test.each([
    ['a caution closes', planContext({ lane: { hindrances: lacking([w('two-dumbbell-squat')], 'caution', 'Wrist') } })],
    ['was put away', planContext({ documents: [{ ...movement('two-dumbbell-squat'), putAway: {} }] })],
  ])('stays what it was where it %s', (_why, context) => {
    expect(repeated(1, context).plan.blocks[0]!.items[0]!.movementId).toBe(w('goblet-squat'));
  });
});

test('what was said for one alone gives way to what is advised, and isn’t written down again', () => {
  const own = { laneId: laneId(1), movementId: w('box-squat'), amount: { unit: 'reps' as const, value: 5 } };
  const last = planOf([blockOf({ kind: 'sets' }, [itemOf('goblet-squat', { own: [own] })])], 2);
  const advice = { load: { kind: 'bodyweight' } as const, how: '', target: 12, reasons: [] };
  const { plan, changes } = repeatPlan({
    last,
    context: planContext({ lane: { advise: () => advice } }),
    newId: () => 'x',
    decided: (lane) => (lane === laneId(1) ? { kind: 'raise', text: 'More of it' } : null),
  });
  expect(plan.blocks[0]!.items[0]!.own).toEqual([{ laneId: laneId(1), movementId: w('box-squat') }]);
  expect(changes).toEqual([{ itemId: 'x', laneId: laneId(1), text: '12 reps instead of 5', why: 'More of it' }]);
});

test('a warm-up rehearses what is coming on low rungs, calls in what a fault calls for first, and the close stretches what was worked', () => {
  const plan = planOf(
    [blockOf({ kind: 'rounds', rounds: 3, restSeconds: 60 }, [itemOf('goblet-squat'), itemOf('bent-over-row')])],
    2,
  );
  const context = planContext();
  const call = { laneId: laneId(1), movementId: w('knee-side-plank'), why: 'knees drop in' };
  const question = { plan, context, ladder, among, markOf: () => null, calledFor: [call] };
  const warmUp = warmUpFor(question);
  expect(warmUp[0]!.document.id).toBe(call.movementId);
  expect(warmUp.some(({ document }) => document.pattern === 'squat' && document.kit.needed.length === 0)).toBe(true);
  expect(new Set(warmUp.map(({ document }) => document.id)).size).toBe(warmUp.length);
  const close = coolDownFor(question);
  expect(close.length).toBeGreaterThan(0);
  expect(close.every(({ document }) => document.pattern === 'stretch')).toBe(true);
});

test('what is begun has each lane’s own list: rounds as sets, stations as seconds', () => {
  const plan = planOf(
    [
      blockOf({ kind: 'rounds', rounds: 3, restSeconds: 45 }, [
        itemOf('goblet-squat', { amount: { unit: 'reps', value: 10 }, own: [{ laneId: laneId(1), movementId: w('box-squat') }] }),
      ]),
      blockOf({ kind: 'intervals', workSeconds: 40, restSeconds: 20, rounds: 2, order: 'by-round' }, [
        itemOf('full-push-up', { own: [{ laneId: laneId(1), leftOut: true }] }),
      ]),
    ],
    2,
  );
  const lists = startOf(plan, planContext({ inventory: SMALL_ROOM }));
  expect(lists.get(laneId(0))).toMatchObject([
    { movementId: w('goblet-squat'), sets: 3, target: 10, restSeconds: 45 },
    { movementId: w('full-push-up'), sets: 2, target: 40, dose: { kind: 'seconds' }, restSeconds: 20 },
  ]);
  expect(lists.get(laneId(1))).toMatchObject([{ movementId: w('box-squat'), sets: 3 }]);
  expect(hourTimes(plan, unroll(plan, planContext())).spareSeconds).toBeGreaterThan(0);
});
