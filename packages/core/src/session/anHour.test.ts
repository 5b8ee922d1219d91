import { describe, expect, test } from '@jest/globals';
import type { ClientBrief, MovementHistory } from './brief.ts';
import { checkEvent } from '../exchange/checkEvent.ts';
import type { Inventory } from '../loading/inventory.ts';
import type { Load } from '../movement/load.ts';
import { floor } from '../test/floor.ts';
import { smallBrief, SMALL_VOCABULARY } from '../test/smallLibrary.ts';
import {
  beginSet,
  changeView,
  countRep,
  endSet,
  lookClean,
  rateEffort,
  reportPain,
  seeFault,
  type ActionContext,
} from './actions.ts';
import { dayChanges, decideDayChange, tellDay } from './day.ts';
import { fadingOf } from './fading.ts';
import { worthSaying } from './sayNow.ts';
import { sorenessAfter } from './soreness.ts';
import type { DayState } from './state.ts';

const KNEES = 'waxwing:middle/knees-in';
const kg = (value: number): Load => ({ kind: 'single', value, unit: 'kg' });
const INVENTORY: Inventory = {
  things: [],
  sources: [{ kind: 'fixed', what: 'kettlebell', unit: 'kg', weights: [8, 12, 16].map((value) => ({ value, count: 1 })) }],
};

/** An hour with one movement on the list, done with this load. */
function hour(load: Load = { kind: 'bodyweight' }, client: Partial<ClientBrief> = {}, movementId = 'waxwing:middle') {
  const brief = smallBrief(client, movementId);
  const clients = brief.clients.map((each) => ({ ...each, items: each.items.map((item) => ({ ...item, load, sets: 9 })) }));
  const made = floor({}, movementId, { ...brief, clients, inventory: INVENTORY });
  const { tap, look, index } = made;
  const reps = (count: number) => Array.from({ length: count }, () => countRep);
  const end = (context: ActionContext) => endSet(context, 'done');
  const set = (count: number, ...also: Parameters<typeof tap>) => tap(beginSet, ...reps(count), ...also, end);
  const signs = () => fadingOf(index, look().situation.lane);
  const said = () => worthSaying(look().situation, look().situation.set!);
  return { ...made, set, signs, said, end };
}

const rate = (reserve: number) => (context: ActionContext) =>
  rateEffort(context, { effort: reserve > 0 ? 'about-right' : 'nothing-left', reserve });

describe('enough for today', () => {
  test('a second set of a few reps less is ordinary; two running under four fifths of what was planned is not', () => {
    const { set, signs } = hour();
    set(10);
    set(8);
    expect(signs()).toEqual([]);
    set(7);
    expect(signs()).toEqual([]);
    set(6);
    expect(signs()).toEqual(['7 and 6 of 10 reps, at the same load']);
  });

  test('another load begins a new comparison', () => {
    const { set, signs, replica, look } = hour(kg(12));
    set(7);
    const { lane, item } = look().situation;
    const where = { laneId: lane.laneId, clientId: lane.clientId };
    replica.add({ type: 'load-changed', ...where, payload: { itemId: item.itemId, load: kg(8) } });
    set(7);
    expect(signs()).toEqual([]);
  });

  test('none left three times running, and not when something was left in between', () => {
    const { set, signs, tap } = hour();
    for (const reserve of [0, 2, 0, 0]) {
      set(10);
      tap(rate(reserve));
      expect(signs()).toEqual([]);
    }
    set(10);
    tap(rate(0));
    expect(signs()).toEqual(['none left three times running']);
  });

  test('twice as many faults as before, over sets that somebody looked at', () => {
    const { set, signs } = hour();
    const fault = (context: ActionContext) => seeFault(context, KNEES, 'left');
    const other = (context: ActionContext) => seeFault(context, KNEES, 'right');
    for (let n = 0; n < 3; n += 1) set(10, lookClean);
    set(10, fault);
    set(10, fault, other);
    expect(signs()).toEqual([]);
    set(10, fault, other);
    expect(signs()).toEqual(['twice as many faults in the last sets as before']);
  });
});

const HISTORY: MovementHistory = {
  localDate: '2026-02-23',
  load: kg(8),
  lastCleanLoad: kg(8),
  target: 10,
  done: 10,
  effort: null,
  lookedSets: 6,
  outcomes: [],
  bests: [{ unit: 'reps', kg: 12, amount: 10 }],
  first: { localDate: '2025-11-03', kg: 8, amount: 8 },
};

describe('worth saying, once', () => {
  const known = (part: Partial<MovementHistory> = {}) => ({ history: { 'waxwing:loaded': { ...HISTORY, ...part } } });
  const loaded = (load: Load, client: Partial<ClientBrief>) => hour(load, client, 'waxwing:loaded');

  test('the heaviest so far, and more than ever with as much, when it was seen to be clean', () => {
    const heavier = loaded(kg(16), known({ first: { localDate: '2025-11-03', kg: 12, amount: 8 } }));
    heavier.set(10);
    expect(heavier.said()).toBeNull();
    heavier.set(10, lookClean);
    expect(heavier.said()).toBe('10 reps with 16 kg: the heaviest so far.');
    heavier.set(10, lookClean);
    expect(heavier.said()).toBeNull();
    const more = loaded(kg(12), known());
    more.set(10, lookClean);
    expect(more.said()).toBeNull();
    more.set(11, lookClean);
    expect(more.said()).toBe('11 reps with 12 kg: more than ever with that.');
  });

  test('twice what it began with is said as that', () => {
    const { set, said } = loaded(kg(16), known());
    set(10, lookClean);
    expect(said()).toBe('10 reps with 16 kg: twice the 8 kg of the first time.');
  });

  test('with pain, or short of what was asked, nothing is a best', () => {
    const hurt = loaded(kg(16), known());
    hurt.tap(beginSet, lookClean, (context) => reportPain(context, 'joint'));
    expect(hurt.said()).toBeNull();
    const short = loaded(kg(16), known());
    short.set(6, lookClean);
    expect(short.said()).toBeNull();
  });

  test('a fault that used to show and doesn’t, once it was looked for from where it shows', () => {
    const history = { 'waxwing:middle': { ...HISTORY, bests: [], load: { kind: 'bodyweight' as const } } };
    const { set, said, tap } = hour(undefined, { history, faultRates: { [KNEES]: { looked: 10, shown: 6 } } });
    tap((context) => changeView(context, 'side'));
    set(10, lookClean);
    set(10, lookClean);
    expect(said()).toBeNull();
    tap((context) => changeView(context, 'front'));
    set(10, lookClean);
    expect(said()).toBeNull();
    set(10, lookClean);
    expect(said()).toMatch(/^No “.+” today: it showed in 6 of 10 sets before\.$/);
    set(10, lookClean);
    expect(said()).toBeNull();
  });

  test('the first time ever', () => {
    const { set, said } = hour();
    set(10, lookClean);
    expect(said()).toBe('The first middle squat ever, and clean.');
    set(10, lookClean);
    expect(said()).toBeNull();
  });
});

describe('how they are today', () => {
  const TIRED: DayState = { slept: 'badly', sore: [], did: 'nothing' };

  test('proposes a lighter load, or fewer where there is none; what was decided isn’t asked again', () => {
    const { tap, look, index, replica } = hour(kg(12), {}, 'waxwing:loaded');
    tap((context) => tellDay(context, TIRED));
    const changes = () => dayChanges(index, look().state, look().situation.lane);
    expect(changes()).toMatchObject([{ kind: 'lighter', load: kg(8), why: 'slept badly' }]);
    tap((context) => decideDayChange(context, changes()[0]!, true));
    expect(look().situation.item.load).toEqual(kg(8));
    expect(changes()).toEqual([]);
    const body = hour();
    body.tap((context) => tellDay(context, { ...TIRED, slept: 'so-so', did: 'hard' }));
    const [fewer] = dayChanges(body.index, body.look().state, body.look().situation.lane);
    expect(fewer).toMatchObject({ kind: 'fewer', target: 8, why: 'did something hard before' });
    body.tap((context) => decideDayChange(context, fewer!, false));
    expect(body.look().situation.item.target).toBe(10);
    expect(dayChanges(body.index, body.look().state, body.look().situation.lane)).toEqual([]);
    for (const event of replica.events) expect(checkEvent(JSON.parse(JSON.stringify(event)))).toMatchObject({ ok: true });
  });

  test('a sore part changes what works it, and nothing when all is well or the movement was begun', () => {
    const { tap, look, index, set } = hour();
    const changes = () => dayChanges(index, look().state, look().situation.lane);
    const region = SMALL_VOCABULARY.muscles![0]!.region;
    tap((context) => tellDay(context, { slept: 'well', sore: [region], did: 'nothing' }));
    expect(changes()).toMatchObject([{ why: `sore ${region}` }]);
    tap((context) => tellDay(context, { slept: 'well', sore: ['head'], did: 'light' }));
    expect(changes()).toEqual([]);
    tap((context) => tellDay(context, TIRED));
    set(10);
    expect(changes()).toEqual([]);
  });
});

describe('what may be sore', () => {
  test('new work in several sets, and until when; what is done every week isn’t', () => {
    const { set, index, look } = hour();
    set(10);
    expect(sorenessAfter(index, look().situation.lane)).toEqual([]);
    for (let n = 0; n < 5; n += 1) set(10);
    const [first] = sorenessAfter(index, look().situation.lane);
    expect(first).toMatchObject({ why: 'new, or long ago', untilDay: '2026-03-05' });
    const usual = hour(undefined, { history: { 'waxwing:middle': HISTORY } });
    for (let n = 0; n < 3; n += 1) usual.set(10);
    expect(sorenessAfter(usual.index, usual.look().situation.lane)).toEqual([]);
    for (let n = 0; n < 2; n += 1) usual.set(10);
    expect(sorenessAfter(usual.index, usual.look().situation.lane)).toMatchObject([{ why: 'many sets', untilDay: '2026-03-04' }]);
  });
});
