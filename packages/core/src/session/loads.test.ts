import { describe, expect, test } from '@jest/globals';
import type { Inventory } from '../loading/inventory.ts';
import type { Load } from '../movement/load.ts';
import { checkEvent } from '../exchange/checkEvent.ts';
import { floor } from '../test/floor.ts';
import { smallBrief } from '../test/smallLibrary.ts';
import {
  countRep,
  decideNext,
  endSet,
  lookClean,
  makeChange,
  nextSetText,
  noteSetUp,
  rateEffort,
  seeFault,
  takeNextSet,
  type ActionContext,
} from './actions.ts';
import type { ClientBrief, MovementHistory } from './brief.ts';
import { adviceFor } from './clientAdvice.ts';
import { decisionsDue } from './decisionsDue.ts';
import { nextSetAfter } from './nextSetAfter.ts';

const kg = (value: number): Load => ({ kind: 'single', value, unit: 'kg' });
const ROOM: Inventory = {
  things: [],
  sources: [{ kind: 'fixed', what: 'kettlebell', unit: 'kg', weights: [8, 12, 16, 20].map((value) => ({ value, count: 1 })) }],
};
const LOADED = 'waxwing:loaded';

/** The loaded squat (8–12 reps) with a bell of so many kilograms in this room. */
function withBell(load: number, target: number, client: Partial<ClientBrief> = {}, inventory = ROOM) {
  const brief = smallBrief(client, LOADED);
  const [first] = brief.clients;
  const items = first!.items.map((item) => ({ ...item, load: kg(load), target }));
  const scene = floor({}, LOADED, { ...brief, inventory, clients: [{ ...first!, items }] });
  const set = (reps: number, reserve: number) =>
    scene.tap(
      ...Array<typeof countRep>(reps).fill(countRep),
      lookClean,
      (c) => endSet(c, 'done'),
      (c) => rateEffort(c, { effort: reserve >= 4 ? 'plenty-left' : 'about-right', reserve }),
    );
  const propose = () => {
    const { situation } = scene.look();
    return nextSetAfter(scene.index, situation, situation.set!, {
      effort: situation.set!.effort!,
      reserve: situation.set!.reserve!,
    });
  };
  const take = () => scene.tap((c: ActionContext) => takeNextSet(c, propose()));
  return { ...scene, set, propose, take };
}

describe('loads on the floor', () => {
  test('plenty left: the next bell when it is takeable, and the next set is done with it', () => {
    const { set, propose, take } = withBell(12, 12);
    set(12, 4);
    // 12 × 16 to failure: 18.4 kg; the sixteen would be four and a half, under 8. Reps first.
    expect(nextSetText(propose(), 'reps')).toBe('14 reps');
    take();
    const again = withBell(16, 12);
    again.set(12, 9);
    expect(nextSetText(again.propose(), 'reps')).toBe('Up to 20 kg, 8 reps');
    const { item } = again.take();
    expect(item).toMatchObject({ load: kg(20), target: 8 });
  });

  test('what recent sessions showed counts when the load was lowered for form', () => {
    const history = { load: kg(12), target: 8, done: 8, effort: 'about-right', outcomes: [], loads: [] };
    const strong = { leastDone: 12, effort: 'about-right' };
    const knownOf = (part: object) => ({ history: { [LOADED]: { ...history, ...part } as unknown as MovementHistory } });
    const weak = withBell(12, 8, knownOf({}));
    weak.set(8, 4);
    expect(weak.propose().kind).toBe('amount');
    const known = withBell(12, 8, knownOf({ outcomes: [strong], loads: [kg(16)] }));
    known.set(8, 4);
    expect(nextSetText(known.propose(), 'reps')).toBe('Up to 16 kg, 12 reps');
  });

  test('a bridged step is made slower at last, and stays slower until the load goes up', () => {
    const { set, propose, take, look } = withBell(
      12,
      20,
      {},
      { ...ROOM, sources: [{ ...ROOM.sources[0]!, weights: [12, 18].map((value) => ({ value, count: 1 })) } as never] },
    );
    set(20, 4);
    expect(propose()).toMatchObject({ kind: 'tempo', text: 'Three seconds down' });
    take();
    expect(look().situation.item).toMatchObject({ target: 8, nextChange: { kind: 'harder', lever: 'tempo' } });
    set(8, 2);
    expect(propose().kind).toBe('same');
    take();
    expect(look().situation.item.nextChange).toMatchObject({ key: 'harder:tempo' });
  });

  test('a lighter load half-way is the next one that the room has', () => {
    const { tap } = withBell(16, 12);
    tap(countRep);
    const { set, item } = tap((c) =>
      makeChange(c, { kind: 'lever', key: 'lever:load', lever: 'load', text: 'Lighter', why: 'load' }),
    );
    expect(set!.segments.at(-1)!.load).toEqual(kg(12));
    expect(item.load).toEqual(kg(12));
  });

  test('what is due says what to take, by the load that was done last, and reads back in the next session', () => {
    const { set, look, index, replica, take } = withBell(16, 12);
    set(12, 9);
    take();
    // The twenty was taken and never lifted: it was sixteen that was done.
    const { state } = look();
    const [due] = decisionsDue(index, state, state.lanes[0]!);
    expect(due).toMatchObject({ kind: 'raise', text: 'Up to 20 kg, 8 reps', load: kg(20), target: 8 });
    const where = { laneId: state.lanes[0]!.laneId, clientId: state.lanes[0]!.clientId };
    for (const event of replica.add(...decideNext(where, due!))) {
      expect(checkEvent(JSON.parse(JSON.stringify(event)))).toMatchObject({ ok: true });
    }
    expect(decideNext(where, due!, { text: 'The same, slower' })[0]).toMatchObject({
      payload: { kind: 'repeat', text: 'The same, slower', reasons: ['the trainer’s own words'] },
    });
    expect(decideNext(where, due!, { text: ' ' })).toEqual([]);
    const next = withBell(16, 12, {
      due: [{ movementId: LOADED, kind: 'raise', text: 'Up', localDate: '2026-03-02', load: kg(20), target: 8 }],
      history: {
        [LOADED]: { load: kg(16), target: 12, done: 12, effort: 'plenty-left', outcomes: [] } as unknown as MovementHistory,
      },
    });
    const client = next.look().situation.client;
    expect(adviceFor(next.index, client, next.look().situation.movement.document)).toMatchObject({ load: kg(20), target: 8 });
  });

  test('sets at rising targets are each held to their own', () => {
    const { set, take, look, index } = withBell(12, 8);
    set(8, 4);
    take();
    set(10, 4);
    const { state } = look();
    expect(decisionsDue(index, state, state.lanes[0]!)[0]).toMatchObject({
      kind: 'repeat',
      text: 'Same movement, a rep or two more',
      target: 12,
    });
  });
});

test('a set-up that was noted stands there, over what was known before', () => {
  const { tap, look } = withBell(12, 8, { setUps: { [LOADED]: { handle: 'straight' } } });
  expect(look().situation.setUp).toEqual({ handle: 'straight' });
  expect(tap((c) => noteSetUp(c, { handle: 'by the horns' })).setUp).toEqual({ handle: 'by the horns' });
});

describe('what is offered against a fault', () => {
  const TRUNK = `${LOADED}/trunk-tips`;
  const offered = (load: number, inventory: Inventory | null = ROOM) => {
    const { tap, look } = withBell(load, 10, {}, inventory as Inventory);
    tap(countRep, (c) => seeFault(c, TRUNK));
    return look().situation.correction!.changes;
  };
  const loads = (changes: ReturnType<typeof offered>) =>
    changes.filter((change) => change.kind === 'lever' && change.lever === 'load');

  test('a lighter one where the room has it, not with its lightest in hand', () => {
    expect(loads(offered(12))).toHaveLength(1);
    expect(loads(offered(8))).toEqual([]);
    // Nobody described the room: something lighter may be there, and is asked for.
    expect(loads(offered(8, null))).toHaveLength(1);
  });

  test('taken, it is the next lighter of this room; put down, nothing is in hand; as said, it stays what it was', () => {
    const change = (load?: 'none' | 'as-said') => {
      const scene = withBell(16, 10);
      scene.tap(countRep, (c) => seeFault(c, TRUNK));
      const lever = {
        kind: 'lever' as const,
        key: 'lever:load',
        lever: 'load' as const,
        text: 'Less',
        why: 'load',
        ...(load && { load }),
      };
      return scene.tap((c: ActionContext) => makeChange(c, lever)).set!.segments.at(-1)!.load;
    };
    expect(change()).toEqual(kg(12));
    expect(change('none')).toEqual({ kind: 'bodyweight' });
    expect(change('as-said')).toEqual(kg(16));
  });
});
