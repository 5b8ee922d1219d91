import { describe, expect, test } from '@jest/globals';
import { commonRooms, type Inventory } from '@waxwing/core/loading';
import { draftFrom, furnish, inventoryOf, newSource, parseSettings, parseWeights, type SourceDraft } from './draft.ts';

let keys = 0;
const newKey = () => `k${(keys += 1)}`;
const source = (part: Partial<SourceDraft>): SourceDraft => ({ ...newSource('s', 'fixed', 'dumbbell'), ...part });
const read = (part: Partial<SourceDraft>) => inventoryOf({ ...draftFrom(undefined, newKey), sources: [source(part)] });

describe('weights as they are typed', () => {
  test('with counts, commas for decimals, and the usual count where none is said', () => {
    expect(parseWeights('2  4×4, 12,5 6x1', 2)).toEqual([
      { value: 2, count: 2 },
      { value: 4, count: 4 },
      { value: 12.5, count: 2 },
      { value: 6, count: 1 },
    ]);
  });

  test('settings as a range with a step, mixed with single ones', () => {
    expect(parseSettings('2–6 by 2, 7,5 20')).toEqual([2, 4, 6, 7.5, 20]);
    expect(parseSettings('2.5-5 by 0.5')).toEqual([2.5, 3, 3.5, 4, 4.5, 5]);
  });

  test.each([
    ['a word', { weights: 'eight' }, 'weights', '“eight” is no weight'],
    ['beyond reason', { weights: '501' }, 'weights', 'from 0.1 to 500'],
    ['twice', { weights: '4 4×2' }, 'weights', 'stands there twice'],
    ['none', { weights: ' ' }, 'weights', 'at least one weight'],
    ['a step that never ends', { kind: 'adjustable', weights: '2–24 by 0' }, 'weights', 'eighty steps'],
    ['half a pin', { kind: 'stack', what: 'cable', pins: '7.5' }, 'pins', 'whole number from 1 to 60'],
    ['a stretch of nothing', { kind: 'band', what: 'band', tension: '0.5:3' }, 'tension', 'twice its length'],
    ['contents without a mass', { kind: 'makeshift', what: 'bag', contents: 'books' }, 'contents', 'books 4×1.2'],
  ] as [string, Partial<SourceDraft>, string, string][])('%s is told at its field', (_what, part, field, reason) => {
    const answer = read(part);
    expect(answer.ok).toBe(false);
    if (!answer.ok) {
      expect(Object.keys(answer.problems)).toEqual([`s.${field}`]);
      expect(Object.values(answer.problems)[0]).toContain(reason);
    }
  });
});

test('what is edited and not changed is what it was', () => {
  const inventory: Inventory = {
    things: [{ kit: 'mat', count: 6 }],
    alone: true,
    sources: [
      {
        kind: 'fixed',
        what: 'dumbbell',
        unit: 'lb',
        weights: [
          { value: 10, count: 2 },
          { value: 12.5, count: 1 },
        ],
      },
      {
        kind: 'fixed',
        what: 'kettlebell',
        unit: 'kg',
        weights: [
          { value: 16, count: 1 },
          { value: 20, count: 2 },
        ],
      },
      {
        kind: 'adjustable',
        what: 'dumbbell',
        name: 'The dials',
        unit: 'kg',
        handles: 2,
        settings: [2, 4, 7.5],
        changeSeconds: 20,
      },
      { kind: 'bar', unit: 'kg', bar: 15, plates: [{ value: 1.25, count: 4 }] },
      { kind: 'stack', what: 'cable', pins: 12 },
      {
        kind: 'band',
        what: 'band',
        name: 'wide',
        strands: 2,
        tension: [
          { stretch: 1.5, kg: 8 },
          { stretch: 2, kg: 14.5 },
        ],
      },
      { kind: 'makeshift', what: 'bag', emptyKg: 1, contents: [{ what: 'rope coils', count: 3, kgEach: 2.5 }] },
      { kind: 'makeshift', what: 'water-can', emptyKg: 0.5, litres: 10, filling: 'water', contents: [] },
      { kind: 'position', what: 'suspension-strap', positions: ['upright', 'one step in'] },
    ],
  };
  expect(inventoryOf(draftFrom(inventory, newKey))).toEqual({ ok: true, inventory });
});

describe('the free floor', () => {
  const typed = (widthM: string, depthM: string) => inventoryOf({ ...draftFrom(undefined, newKey), floor: { widthM, depthM } });

  test('is read with a comma or a point, and comes back as it was kept', () => {
    const answer = typed('6,5', ' 5 ');
    expect(answer).toEqual({ ok: true, inventory: { things: [], sources: [], floor: { widthM: 6.5, depthM: 5 } } });
    expect(answer.ok && draftFrom(answer.inventory, newKey).floor).toEqual({ widthM: '6.5', depthM: '5' });
  });
  test('is nothing when nobody said', () => {
    expect(typed('', ' ')).toEqual({ ok: true, inventory: { things: [], sources: [] } });
  });
  test.each([
    ['one side alone', '6', '', ['floor.depthM']],
    ['a letter', 'six', '5', ['floor.widthM']],
    ['no room to lie down in, and a field', '0.4', '120', ['floor.widthM', 'floor.depthM']],
  ] as const)('%s is asked for at its field', (_what, widthM, depthM, fields) => {
    const answer = typed(widthM, depthM);
    expect(answer.ok ? [] : Object.keys(answer.problems)).toEqual(fields);
  });
});

describe('begun with a usual room', () => {
  const rooms = (['kg', 'lb'] as const).flatMap((unit) => commonRooms(unit).map(({ inventory }) => inventory));
  const [bands, few, studio] = rooms as [Inventory, Inventory, Inventory];
  const kept = (draft: ReturnType<typeof furnish>) => {
    const answer = inventoryOf(draft);
    if (!answer.ok) throw new Error(JSON.stringify(answer.problems));
    return answer.inventory;
  };

  test('it is that room; another choice is that one, and the floor that was measured stays', () => {
    const empty = { ...draftFrom(undefined, newKey), floor: { widthM: '4', depthM: '5' } };
    const first = furnish(empty, studio, rooms, newKey);
    expect(kept(first)).toEqual({ ...studio, floor: { widthM: 4, depthM: 5 } });
    expect(kept(furnish(first, few, rooms, newKey))).toEqual({ ...few, floor: { widthM: 4, depthM: 5 } });
  });

  test('what was typed stays, and what is lacking comes to it', () => {
    const typed = { ...draftFrom(undefined, newKey), things: { mat: '9' }, sources: [source({ weights: '3 7' })] };
    const furnished = kept(furnish(typed, few, rooms, newKey));
    expect(furnished.sources).toHaveLength(few.sources.length);
    expect(furnished.sources[0]).toMatchObject({ kind: 'fixed', weights: [{ value: 3 }, { value: 7 }] });
    expect(furnished.things).toContainEqual({ kit: 'mat', count: 9 });
    expect(furnished.things).toHaveLength(few.things.length);
    expect(kept(furnish(typed, bands, rooms, newKey)).sources).toHaveLength(3);
  });

  test('half typed and unreadable it isn’t taken for an empty one', () => {
    const typed = { ...draftFrom(undefined, newKey), sources: [source({ weights: 'eight' })] };
    expect(furnish(typed, few, rooms, newKey).sources[0]).toMatchObject({ weights: 'eight' });
  });
});
