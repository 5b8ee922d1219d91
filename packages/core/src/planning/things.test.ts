import { describe, expect, test } from '@jest/globals';
import type { Inventory } from '../loading/inventory.ts';
import type { Load } from '../movement/load.ts';
import { SMALL_ROOM, blockOf, itemOf, laneId, movement, planContext, planOf } from '../test/plans.ts';
import { formatText, newPlan, planOfMovements } from './newPlan.ts';
import { isFloorChange, positionChangeSeconds, sharedPace } from './planTimes.ts';
import { sharedUse } from './sharedUse.ts';
import { thingsFor } from './things.ts';
import { unroll } from './unroll.ts';

const pair = (value: number): Load => ({ kind: 'pair', value, unit: 'kg' });

describe('what somebody has to themselves', () => {
  const things = (slug: string, load: Load, inventory: Inventory | null = SMALL_ROOM) =>
    thingsFor(movement(slug), load, planContext({ inventory })).map(({ key, count, there }) => [key, count, there]);

  test('weights by how many there are of them, and kit that serves one at a time', () => {
    expect(things('two-dumbbell-squat', pair(10))).toEqual([['dumbbell 10 kg', 2, 2]]);
    expect(things('goblet-squat', { kind: 'single', value: 12, unit: 'kg' })).toEqual([['kettlebell 12 kg', 1, 1]]);
    expect(things('dumbbell-bench-press', pair(8))).toEqual([
      ['bench', 1, 1],
      ['dumbbell 8 kg', 2, 2],
    ]);
    expect(things('barbell-back-squat', { kind: 'bar', bar: 20, platesPerSide: [10], unit: 'kg' })).toContainEqual([
      'barbell',
      1,
      1,
    ]);
  });

  test('of a place that nobody described nothing is too little; of weights that aren’t there, there are none', () => {
    expect(things('two-dumbbell-squat', pair(10), null)).toEqual([['dumbbell 10 kg', 2, null]]);
    expect(things('two-dumbbell-squat', pair(30))).toEqual([['dumbbell 30 kg', 2, 0]]);
    expect(things('full-push-up', { kind: 'bodyweight' })).toEqual([]);
  });

  test('handles that are set to any weight are the same two handles', () => {
    const dials: Inventory = {
      things: [],
      sources: [{ kind: 'adjustable', what: 'dumbbell', unit: 'kg', handles: 2, settings: [4, 8, 12], changeSeconds: 20 }],
    };
    expect(things('two-dumbbell-squat', pair(8), dials)).toEqual([['handles dumbbell', 2, 2]]);
    const plan = planOf(
      [
        blockOf({ kind: 'sets' }, [
          itemOf('two-dumbbell-squat', { load: pair(8), own: [{ laneId: laneId(1), load: pair(12) }] }),
        ]),
      ],
      2,
    );
    const [use] = sharedUse(unroll(plan, planContext({ inventory: dials })));
    expect(use!.spans.some(({ isClash, wanted }) => isClash && wanted === 4)).toBe(true);
    // Setting them takes its time.
    const first = unroll(plan, planContext({ inventory: dials })).steps.find(({ kind }) => kind === 'change')!;
    expect(first.seconds).toBe(3 + 4 + 20);
  });
});

test('getting from one position to another goes by how high the body is', () => {
  expect(positionChangeSeconds('standing', 'standing')).toBe(3);
  expect(positionChangeSeconds('standing', 'supine')).toBe(12);
  expect(positionChangeSeconds('supine', 'prone')).toBe(5);
  expect(positionChangeSeconds('seated', 'standing')).toBe(positionChangeSeconds('standing', 'seated'));
  expect([isFloorChange('standing', 'prone'), isFloorChange('prone', 'kneeling'), isFloorChange('seated', 'hanging')]).toEqual([
    true,
    false,
    false,
  ]);
});

test('a tempo that is asked for holds over what was measured without one', () => {
  const measured = { secondsPerRep: 6, reps: 300 };
  const tempo = { lowerSeconds: 3, turnSeconds: 0, liftSeconds: 1, finishSeconds: 0 };
  expect(sharedPace({ repSeconds: 2 }, tempo, measured)).toBe(4.5);
  expect(sharedPace({ repSeconds: 2 }, null, measured)).toBeGreaterThan(5.5);
});

describe('a plan that begins', () => {
  let made = 0;
  const newId = () => `id-${(made += 1)}`;

  test('is an empty main part for whoever comes', () => {
    const plan = newPlan({ lanes: [{ laneId: 'a' }], minutes: 45, atHome: true }, newId);
    expect(plan).toMatchObject({ minutes: 45, atHome: true, blocks: [{ part: 'main', items: [] }] });
    expect(plan).not.toHaveProperty('placeId');
  });

  test('from what two did without one: another version of the same stands in the same place, the rest in places of their own', () => {
    const done = [
      { lane: { laneId: 'a' }, documents: ['bodyweight-squat', 'knee-push-up', 'forearm-plank'].map(movement) },
      { lane: { laneId: 'b' }, documents: ['full-push-up', 'goblet-squat', 'bent-over-row'].map(movement) },
    ];
    const plan = planOfMovements(done, 60, newId);
    const places = plan.blocks[0]!.items.map(({ movementId, own }) => [movementId, own]);
    expect(places).toEqual([
      ['waxwing:bodyweight-squat', [{ laneId: 'b', movementId: 'waxwing:goblet-squat' }]],
      ['waxwing:knee-push-up', [{ laneId: 'b', movementId: 'waxwing:full-push-up' }]],
      ['waxwing:forearm-plank', [{ laneId: 'b', leftOut: true }]],
      ['waxwing:bent-over-row', [{ laneId: 'a', leftOut: true }]],
    ]);
  });

  test('says its formats as one says them', () => {
    const items = (count: number) => Array.from({ length: count }, () => itemOf('goblet-squat'));
    const rounds = (count: number, n = 3) => formatText(blockOf({ kind: 'rounds', rounds: n, restSeconds: 0 }, items(count)));
    expect([rounds(2), rounds(3), rounds(6), rounds(4, 1)]).toEqual([
      'Pair, 3 rounds',
      'Giant set, 3 rounds',
      'Circuit, 3 rounds',
      'Each once',
    ]);
    expect(formatText(blockOf({ kind: 'amrap', seconds: 330 }, [], { times: 2 }))).toBe(
      'As many rounds as fit, 5:30 min, all of it 2 times',
    );
    expect(formatText(blockOf({ kind: 'emom', everySeconds: 60, rounds: 10 }, []))).toBe('A start every 60 s, 10 times');
  });
});
