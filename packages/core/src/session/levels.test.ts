import { describe, expect, test } from '@jest/globals';
import { checkEvent } from '../exchange/checkEvent.ts';
import type { Inventory } from '../loading/inventory.ts';
import { floor } from '../test/floor.ts';
import { SESSION, smallBrief } from '../test/smallLibrary.ts';
import { beginSet, countRep, endSet, lookGone, reportPain, sayBestCue, seeFault, swapFor } from './actions.ts';
import { answerFelt, answerHurt, feltPlaces, hurtToAsk } from './asking.ts';
import type { SessionItem } from './event.ts';
import { backToPlanned, levelForOthers, levelsOf, takeLevel, type Level } from './levels.ts';

const KNEES = 'waxwing:middle/knees-in';

const texts = (levels: readonly Level[]) => levels.map(({ text }) => text);

describe('easier and harder', () => {
  test('what changes the movement stands before another movement, both ways', () => {
    const { index, look } = floor();
    const { easier, harder, back } = levelsOf(index, look().situation);
    expect(texts(easier)).toEqual(['Stop at the box', 'Easy squat']);
    expect(texts(harder)).toEqual(['Loaded squat']);
    expect(back).toBeNull();
  });

  test('the next load of this room is offered, and none that isn’t here', () => {
    const inventory: Inventory = {
      things: [],
      sources: [{ kind: 'fixed', what: 'kettlebell', unit: 'kg', weights: [8, 12].map((value) => ({ value, count: 1 })) }],
    };
    const with12 = (item: SessionItem): SessionItem => ({ ...item, load: { kind: 'single', value: 12, unit: 'kg' } });
    const brief = smallBrief({}, 'waxwing:loaded');
    const clients = brief.clients.map((client) => ({ ...client, items: client.items.map(with12) }));
    const { index, look, tap } = floor({}, 'waxwing:loaded', { ...brief, inventory, clients });
    expect(texts(levelsOf(index, look().situation).harder)).toEqual([]);
    const lighter = levelsOf(index, look().situation).easier.find(({ text }) => text.startsWith('Take'))!;
    expect(lighter).toMatchObject({ text: 'Take 8 kg', lever: 'load' });
    tap(countRep, (context) => takeLevel(context, lighter));
    expect(look().situation.set!.segments.map(({ load }) => ('value' in load ? load.value : null))).toEqual([12, 8]);
    expect(texts(levelsOf(index, look().situation).harder)).toEqual(['Take 12 kg']);
  });

  test('for others at the same place it is the same step where it is open to them, and nobody is taken along from elsewhere', () => {
    const one = floor();
    const closed = floor({ cautions: [{ caution: 'low-back' }] });
    const elsewhere = floor({}, 'waxwing:easy');
    const others = [floor().look().situation, closed.look().situation, elsewhere.look().situation];
    // Each is looked at in the brief of their own.
    const open = (at: number, direction: 'easier' | 'harder', level: Level) =>
      levelForOthers([one, closed, elsewhere][at]!.index, one.look().situation, [others[at]!], direction, level).length;
    const { easier, harder } = levelsOf(one.index, one.look().situation);
    expect([0, 1, 2].map((at) => open(at, 'easier', easier[0]!))).toEqual([1, 1, 0]);
    // Loaded is closed to a low back.
    expect([0, 1, 2].map((at) => open(at, 'harder', harder[0]!))).toEqual([1, 0, 0]);
  });

  test('a step is taken at once in a set, from the next one on in the rest, and isn’t offered twice', () => {
    const { index, look, tap, replica } = floor();
    const box = levelsOf(index, look().situation).easier[0]!;
    tap((context) => takeLevel(context, box));
    expect(look().situation.item.nextChange).toMatchObject({ key: 'lever:range', kind: 'lever' });
    expect(texts(levelsOf(index, look().situation).easier)).not.toContain('Stop at the box');
    tap(countRep);
    expect(look().situation.set!.segments.at(-1)!.change).toMatchObject({ key: 'lever:range' });
    expect(texts(levelsOf(index, look().situation).easier)).not.toContain('Stop at the box');
    tap((context) => endSet(context, 'done'), beginSet);
    tap((context) => takeLevel(context, box));
    expect(look().situation.set!.segments.map(({ change }) => change?.text)).toEqual([undefined, 'Stop at the box']);
    for (const event of replica.events) expect(checkEvent(JSON.parse(JSON.stringify(event)))).toMatchObject({ ok: true });
  });

  test('nothing harder is offered while a risk is open, nor on what hurt', () => {
    const { index, look, tap } = floor();
    tap((context) => seeFault(context, KNEES));
    expect(levelsOf(index, look().situation).harder).toEqual([]);
    expect(levelsOf(index, look().situation).easier).not.toEqual([]);
    tap((context) => lookGone(context, KNEES));
    expect(texts(levelsOf(index, look().situation).harder)).toEqual(['Loaded squat']);
    tap((context) => reportPain(context, 'joint'));
    expect(levelsOf(index, look().situation).harder).toEqual([]);
  });

  test('the way back to what was planned is one step, from wherever it has come to', () => {
    const { index, look, tap } = floor();
    tap(countRep, (context) => swapFor(context, 'waxwing:easy', ['support']));
    expect(levelsOf(index, look().situation).back).toEqual({ movementId: 'waxwing:middle', name: 'Middle squat' });
    // The rung above is what was planned: it has its own way.
    expect(levelsOf(index, look().situation).harder).toEqual([]);
    tap(backToPlanned);
    expect(look().situation.item).toMatchObject({ movementId: 'waxwing:middle' });
    expect(look().situation.set!.segments.at(-1)!.movementId).toBe('waxwing:middle');
    expect(tap(backToPlanned).item.swaps).toHaveLength(2);
  });

  test('the plan’s levels of this place are offered before the ladder’s, with what they are there for', () => {
    const brief = smallBrief();
    const itemId = '0190a000-0000-7000-8000-0000000000aa';
    const plan = {
      name: '',
      minutes: 60,
      lanes: [{ laneId: SESSION }],
      blocks: [
        {
          blockId: SESSION,
          part: 'main' as const,
          format: { kind: 'sets' as const },
          items: [{ itemId, movementId: 'waxwing:middle', own: [], levels: { cantDo: 'waxwing:easy', harder: 'waxwing:gone' } }],
        },
      ],
    };
    const client = { ...brief.clients[0]!, items: brief.clients[0]!.items.map((item) => ({ ...item, planItemId: itemId })) };
    const { index, look } = floor({}, 'waxwing:middle', { ...brief, plan, clients: [client] });
    const { easier, harder } = levelsOf(index, look().situation);
    expect(easier.at(-1)).toMatchObject({ text: 'Easy squat', planned: 'the plan’s way for anyone who can’t' });
    expect(texts(harder)).toEqual(['Loaded squat']);
  });
});

describe('asked', () => {
  test('a fault on one side asks once whether it hurts', () => {
    const { look, tap } = floor();
    tap((context) => seeFault(context, KNEES), sayBestCue);
    expect(hurtToAsk(look().situation)).toBeNull();
    const { tap: tapSided, look: lookSided, replica } = floor();
    tapSided((context) => seeFault(context, KNEES, 'right'), sayBestCue);
    expect(hurtToAsk(lookSided().situation)).toEqual({ faultId: KNEES });
    tapSided((context) => answerHurt(context, KNEES, 'effort'));
    expect(hurtToAsk(lookSided().situation)).toBeNull();
    expect(lookSided().situation.set!.hurt).toEqual([{ faultId: KNEES, answer: 'effort' }]);
    for (const event of replica.events) expect(checkEvent(JSON.parse(JSON.stringify(event)))).toMatchObject({ ok: true });
  });

  test('a yes ends the set as pain, where the fault is', () => {
    const { look, tap } = floor();
    tap((context) => seeFault(context, KNEES, 'left'));
    tap((context) => answerHurt(context, KNEES, 'yes'));
    expect(look().situation).toMatchObject({ isWorking: false, set: { endReason: 'pain', pain: true } });
    expect(look().state.pains).toMatchObject([{ kind: 'other', region: 'knees', side: 'left' }]);
  });

  test('where it is felt is kept with the set', () => {
    const { index, look, tap } = floor();
    const [first] = feltPlaces(index, look().situation);
    expect(first).toEqual({ right: true, id: 'quads', name: 'Front thigh' });
    // Before there is a set there is nothing to say it of.
    tap((context) => answerFelt(context, first!));
    expect(look().situation.set).toBeNull();
    tap(countRep, (context) => answerFelt(context, first!));
    expect(look().situation.set!.felt).toEqual([{ movementId: 'waxwing:middle', place: 'quads', right: true }]);
  });
});
