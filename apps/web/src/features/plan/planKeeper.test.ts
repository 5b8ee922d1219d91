import { describe, expect, test } from '@jest/globals';
import type { KeptPlan } from '@waxwing/core/api';
import { withPlanFields, withAsked, type Plan } from '@waxwing/core/planning';
import { RequestRefused, Unreachable } from '../../shared/api.ts';
import { PlanKeeper, type PlanDraft } from './planKeeper.ts';

const PLAN: Plan = {
  name: '',
  minutes: 60,
  lanes: [{ laneId: 'l' }],
  blocks: [
    {
      blockId: 'b',
      part: 'main',
      format: { kind: 'sets' },
      items: [{ itemId: 'i', movementId: 'waxwing:goblet-squat', own: [] }],
    },
  ],
};

/** A server that keeps one plan, a device that keeps one draft, and time that goes on when it is told to. */
class World {
  kept: KeptPlan = { planId: 'p', version: 1, plan: PLAN, isTemplate: false, bookingId: null, changedAt: '' };
  draft: PlanDraft | null = null;
  isThere = true;
  refusal: Error | null = null;
  puts = 0;
  time = 0;
  private waiting: (() => void)[] = [];

  readonly put = async ({ plan, version }: { plan: Plan; version: number }): Promise<KeptPlan> => {
    this.puts += 1;
    if (!this.isThere) throw new Unreachable();
    if (this.refusal) throw this.refusal;
    if (version !== this.kept.version) throw new RequestRefused(409, 'changed', [], 'changed');
    this.kept = { ...this.kept, plan, version: version + 1 };
    return Promise.resolve(this.kept);
  };
  readonly read = () => Promise.resolve(this.kept);
  readonly keepDraft = (draft: PlanDraft) => void (this.draft = JSON.parse(JSON.stringify(draft)) as PlanDraft);
  readonly now = () => (this.time += 2_000);
  readonly forgetDraft = () => void (this.draft = null);
  readonly later = (work: () => void) => {
    this.waiting.push(work);
    return () => void (this.waiting = this.waiting.filter((each) => each !== work));
  };

  async pass(): Promise<void> {
    const due = this.waiting;
    this.waiting = [];
    for (const work of due) work();
    await new Promise((resolve) => setTimeout(resolve, 0));
  }
}

const keeperOf = (world: World, draft: Partial<PlanDraft> = {}) =>
  new PlanKeeper({ plan: PLAN, base: PLAN, version: 1, ...draft }, world);

describe('a plan while it is made', () => {
  test('is on the device with every change, and on the server a moment after the last', async () => {
    const world = new World();
    const keeper = keeperOf(world);
    for (const minutes of [50, 45, 40]) keeper.change(withPlanFields({ minutes }), 'shorter');
    expect(world.draft?.plan.minutes).toBe(40);
    expect(world.puts).toBe(0);
    await world.pass();
    expect(world.kept).toMatchObject({ version: 2, plan: { minutes: 40 } });
    expect([world.draft, keeper.read().kept.kind]).toEqual([null, 'kept']);
    keeper.undo();
    expect(keeper.plan.minutes).toBe(45);
    await world.pass();
    expect(world.kept.plan.minutes).toBe(45);
  });

  test('waits on the device while there is no network, and goes when there is; a reload goes on from the draft', async () => {
    const world = new World();
    world.isThere = false;
    const keeper = keeperOf(world);
    keeper.change(withPlanFields({ minutes: 30 }), 'shorter');
    await world.pass();
    expect(keeper.read().kept.kind).toBe('waiting');
    keeper.close();
    const again = keeperOf(world, world.draft!);
    expect(again.plan.minutes).toBe(30);
    world.isThere = true;
    await world.pass();
    expect([world.kept.plan.minutes, world.draft]).toEqual([30, null]);
  });

  test('is joined with what another device changed elsewhere in it', async () => {
    const world = new World();
    const keeper = keeperOf(world);
    world.kept = { ...world.kept, version: 2, plan: { ...PLAN, minutes: 45 } };
    keeper.change(withAsked('i', null, { sets: 4 }), 'four sets');
    await world.pass();
    expect(world.kept).toMatchObject({ version: 3, plan: { minutes: 45, blocks: [{ items: [{ sets: 4 }] }] } });
    expect(keeper.plan).toEqual(world.kept.plan);
  });

  test.each([
    ['mine', 30],
    ['theirs', 45],
    ['joined', 45],
  ] as const)('put side by side where both changed the same, and kept as is chosen: %s', async (which, minutes) => {
    const world = new World();
    const keeper = keeperOf(world);
    world.kept = { ...world.kept, version: 2, plan: { ...PLAN, minutes: 45 } };
    keeper.change(withPlanFields({ minutes: 30 }), 'shorter');
    await world.pass();
    expect(keeper.read().kept.kind).toBe('met');
    // Nothing is written over until somebody chooses.
    await world.pass();
    expect(world.kept.plan.minutes).toBe(45);
    keeper.choose(which);
    await world.pass();
    expect([keeper.plan.minutes, world.kept.plan.minutes, keeper.read().kept.kind]).toEqual([minutes, minutes, 'kept']);
  });

  test('letters of one number are one step back; so is nothing that was done a while later', () => {
    const world = new World();
    const keeper = keeperOf(world);
    const type = (minutes: number, after: number) => {
      world.time += after - 2_000;
      keeper.change(withPlanFields({ minutes }), 'minutes');
    };
    type(4, 5_000);
    type(45, 200);
    type(50, 5_000);
    keeper.undo();
    expect(keeper.plan.minutes).toBe(45);
    keeper.undo();
    expect(keeper.plan.minutes).toBe(60);
    keeper.redo();
    type(55, 100);
    keeper.undo();
    expect(keeper.plan.minutes).toBe(45);
  });

  test('refused, it says why and stays as it was typed', async () => {
    const world = new World();
    world.refusal = new RequestRefused(400, 'Some fields are not right', [{ path: 'plan.minutes', message: 'too long' }]);
    const keeper = keeperOf(world);
    keeper.change(withPlanFields({ minutes: 300 }), 'longer');
    await world.pass();
    expect(keeper.read().kept).toEqual({ kind: 'refused', text: 'Some fields are not right: too long' });
    expect([keeper.plan.minutes, world.draft?.plan.minutes]).toEqual([300, 300]);
  });
});
