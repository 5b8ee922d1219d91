import { describe, expect, test } from '@jest/globals';
import { HELD_OUT_ORDERS, TUNED_ORDERS, type OrderCase } from '../test/orderCases.ts';
import { blockOf, itemOf, laneId, movement, planContext, planOf, w } from '../test/plans.ts';
import { bestOrder } from './bestOrder.ts';
import type { Burden } from './flow.ts';
import { laneEntry } from './laneEntry.ts';
import { exactOrder } from './exactOrder.ts';
import { orderCost } from './orderProblem.ts';
import { orderReasons } from './orderReasons.ts';
import { searchedOrder } from './searchedOrder.ts';
import { seededRandom } from './seededRandom.ts';
import { canBeOrdered, flowOf, orderProblem, orderedBy } from './orderBlock.ts';
import type { Format, PlanBlock, PlanItem } from './plan.ts';

const CIRCUIT: Format = { kind: 'rounds', rounds: 3, restSeconds: 60, betweenSeconds: 15 };
const context = planContext();

/** The slugs of a block, in the best order. */
function ordered(block: PlanBlock, lanes = 1, floorTogether = true): string[] {
  const plan = planOf([block], lanes);
  const flow = flowOf(plan, block.blockId, context, floorTogether)!;
  const { order } = bestOrder(orderProblem(flow), () => 0.5);
  const ids = order.map((at) => block.items[at]!.itemId);
  const [after] = orderedBy(block.blockId, ids)(plan).blocks;
  return after!.items.map(({ movementId }) => movementId.slice(w('').length));
}

/** What a case wants and didn't get. */
function missed({ format, part, movements, wants }: OrderCase): string[] {
  const items = movements.split(' ').map((slug) => itemOf(slug));
  const order = ordered(blockOf(format === 'sets' ? { kind: 'sets' } : CIRCUIT, items, part && { part }));
  return wants.split(', ').flatMap((want) => {
    const [a, how, b] = want.split(' ') as [string, '<' | '|' | '~', string];
    const [from, to] = [order.indexOf(a), order.indexOf(b)];
    const apart = Math.abs(from - to);
    const isNext = apart === 1 || (format === 'circuit' && apart === order.length - 1);
    const isMet = { '<': from < to, '|': !isNext, '~': isNext }[how];
    return isMet ? [] : [want];
  });
}

describe('an order as a trainer would have it', () => {
  // Rests of minutes between straight sets leave little of what the first tired; in circuits the floor together counts for more.
  test('in the cases that weights were set on, but two', () => {
    expect(TUNED_ORDERS.flatMap(missed)).toEqual(['farmer-carry | barbell-deadlift', 'barbell-deadlift | barbell-row']);
  });
  test('and in those that were only looked at afterwards, but three', () => {
    const still = ['hand-plank | bear-crawl', 'short-curl-up ~ glute-bridge', 'plank-shoulder-taps | full-push-up'];
    expect(HELD_OUT_ORDERS.flatMap(missed)).toEqual(still);
  });

  test('what keeps its place, is stacked on purpose, or stands between two sides, stays so', () => {
    const pressesFirst = ['lateral-raise', 'overhead-press', 'goblet-squat', 'bent-over-row'];
    const items = (part: Record<string, Partial<PlanItem>>) => pressesFirst.map((slug) => itemOf(slug, part[slug]));
    expect(ordered(blockOf({ kind: 'sets' }, items({}))).at(-1)).toBe('lateral-raise');
    const pinned = ordered(blockOf({ kind: 'sets' }, items({ 'lateral-raise': { pinned: true } })));
    expect(pinned[0]).toBe('lateral-raise');
    const stacked = ordered(blockOf({ kind: 'sets' }, items({ 'overhead-press': { stacked: true } })));
    expect(stacked.indexOf('overhead-press')).toBe(stacked.indexOf('lateral-raise') + 1);
    const sides = ['forearm-plank', 'split-squat', 'full-push-up', 'bent-over-row', 'goblet-squat'];
    const split = ordered(
      blockOf(
        CIRCUIT,
        sides.map((slug) => itemOf(slug, slug === 'split-squat' ? { sides: 'split' } : {})),
      ),
    );
    expect(split.indexOf('full-push-up')).toBe(split.indexOf('split-squat') + 1);
  });

  test('goes by what each does in a place: two who do other movements there are weighed alike', () => {
    const plan = planOf([
      blockOf({ kind: 'sets' }, [
        itemOf('split-stance-curl', { own: [{ laneId: laneId(1), movementId: w('lateral-raise') }] }),
        itemOf('chin-up', { own: [{ laneId: laneId(1), movementId: w('overhead-press') }] }),
        itemOf('goblet-squat', { own: [{ laneId: laneId(0), leftOut: true }] }),
      ]),
    ]);
    const two = { ...plan, lanes: planOf([], 2).lanes };
    const flow = flowOf(two, two.blocks[0]!.blockId, context, true)!;
    const kinds = flow.ahead(0, 1).map(({ kind }) => kind);
    expect(kinds.filter((kind) => kind === 'small-first')).toHaveLength(2);
    // Who sits out has nothing from it.
    expect(flow.next(1, 2, false).filter(({ kind }) => kind === 'same-muscles')).toHaveLength(1);
    expect(bestOrder(orderProblem(flow), () => 0.5).order).not.toEqual([0, 1, 2]);
  });

  test('what is searched for is nearly as good as what all orders are gone through for', () => {
    const slugs = [...new Set(HELD_OUT_ORDERS.flatMap(({ movements }) => movements.split(' ')))];
    const behind = [0, 9, 18, 27].flatMap((from) =>
      [{ kind: 'sets' as const }, CIRCUIT].map((format) => {
        const block = blockOf(
          format,
          slugs.slice(from, from + 9).map((slug) => itemOf(slug)),
        );
        const problem = orderProblem(flowOf(planOf([block]), block.blockId, context, true)!);
        return orderCost(problem, searchedOrder(problem, seededRandom(1))) / orderCost(problem, exactOrder(problem)) - 1;
      }),
    );
    expect(Math.max(...behind)).toBeLessThan(0.02);
  });

  test('a build-up has its order, and so has what can’t move', () => {
    const items = () => [itemOf('goblet-squat'), itemOf('overhead-press'), itemOf('squat-to-press')];
    expect(canBeOrdered(blockOf({ kind: 'build-up' }, items()))).toBe(false);
    expect(canBeOrdered(blockOf({ kind: 'sets' }, items()))).toBe(true);
    expect(
      canBeOrdered(
        blockOf(
          { kind: 'sets' },
          items().map((item, at) => ({ ...item, pinned: at > 0 })),
        ),
      ),
    ).toBe(false);
  });

  test('costs what the numbers say: of the same muscles a minute’s worth a set, half of it gone after 90 seconds', () => {
    const air = { ...movement('goblet-squat'), kit: { needed: [], optional: [] }, position: 'standing' as const, muscles: [] };
    const works = (id: string, muscle: string) => ({
      ...air,
      id: w(id),
      muscles: [{ muscle, role: 'prime-mover' as const, share: 1 }],
    });
    const own = planContext({ documents: [works('one', 'chest'), works('two', 'chest'), works('other', 'lats')] });
    const load = { kind: 'bodyweight' as const };
    const items = ['one', 'other', 'two'].map((id) => itemOf(id, { sets: 1, restSeconds: 90, load }));
    const plan = planOf([blockOf({ kind: 'sets' }, items)]);
    const flow = flowOf(plan, plan.blocks[0]!.blockId, own, true)!;
    const costOf = (burdens: readonly Burden[]) => burdens.find(({ kind }) => kind === 'same-muscles')?.cost;
    expect(costOf(flow.next(0, 2, false))).toBeCloseTo(30);
    expect(costOf(flow.next(0, 1, false))).toBeUndefined();
    // Two rests and a set of ten between them, of which four tenths count.
    const seconds = 90 + 90 + laneEntry(items[1]!, laneId(0), own)!.amount * laneEntry(items[1]!, laneId(0), own)!.repSeconds;
    expect(costOf(flow.across(0, 1, 2, false))).toBeCloseTo(0.4 * 60 * 0.5 ** (seconds / 90));
  });
});

describe('why', () => {
  const reasonsOf = (block: PlanBlock) => {
    const plan = planOf([block]);
    const flow = flowOf(plan, block.blockId, context, true)!;
    const problem = orderProblem(flow);
    const given = flow.items.map((_, at) => at);
    return orderReasons(flow, given, bestOrder(problem, () => 0.5).order, context);
  };
  test('is said in sentences, one for two movements, the most telling first', () => {
    const slugs = ['forearm-plank', 'barbell-back-squat', 'dumbbell-bench-press'];
    expect(
      reasonsOf(
        blockOf(
          { kind: 'sets' },
          slugs.map((slug) => itemOf(slug)),
        ),
      ),
    ).toEqual({
      better: [
        'No forearm plank right before barbell back squat: a fresh trunk for the weight',
        'Barbell back squat earlier, while they are fresh',
        'Down to the floor or up once instead of 3 times',
      ],
      worse: [],
    });
  });
  test('what gets worse is said too', () => {
    const slugs = ['goblet-squat', 'split-squat', 'squat-jump'];
    const { better, worse } = reasonsOf(
      blockOf(
        { kind: 'sets' },
        slugs.map((slug) => itemOf(slug)),
      ),
    );
    expect(better[0]).toBe('Squat jump earlier, while they are fresh');
    expect(worse).toEqual(['Goblet squat sooner after squat jump: both work the front thigh']);
  });
});
