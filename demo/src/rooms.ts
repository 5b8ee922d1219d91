import type { Inventory, LoadSource } from '@waxwing/core/loading';

const pairsOf = (...values: number[]) => values.map((value) => ({ value, count: 2 }));
const onesOf = (...values: number[]) => values.map((value) => ({ value, count: 1 }));
const things = (...ids: (string | readonly [string, number])[]) =>
  ids.map((id) => (typeof id === 'string' ? { kit: id, count: 1 } : { kit: id[0], count: id[1] }));

/** The rack over the net-mender's shop has a gap after fifteen, which is why bells and a bar are there. */
const LOFT: Inventory = {
  floor: { widthM: 6.5, depthM: 5 },
  things: things(
    'wall',
    ['mat', 8],
    ['box', 2],
    'bench',
    ['chair', 6],
    'step',
    'hand-support',
    'wedge',
    'anchor',
    ['dowel', 3],
    ['cushion', 6],
    'rack',
    'pull-up-bar',
    ['roll', 2],
    ['strap', 4],
    'sliders',
    'counter',
    'doorway',
    'mirror',
  ),
  sources: [
    { kind: 'fixed', what: 'dumbbell', unit: 'kg', weights: pairsOf(2, 3, 4, 5, 6, 8, 10, 12.5, 15, 20) },
    { kind: 'fixed', what: 'kettlebell', unit: 'kg', weights: onesOf(8, 10, 12, 16, 20, 24) },
    { kind: 'fixed', what: 'medicine-ball', unit: 'kg', weights: onesOf(3, 5) },
    {
      kind: 'bar',
      name: 'The long bar',
      unit: 'kg',
      bar: 20,
      plates: [...pairsOf(1.25, 2.5), { value: 5, count: 4 }, { value: 10, count: 4 }],
    },
    {
      kind: 'band',
      what: 'band',
      name: 'narrow',
      strands: 2,
      tension: [
        { stretch: 1.5, kg: 4 },
        { stretch: 2, kg: 7 },
      ],
    },
    {
      kind: 'band',
      what: 'band',
      name: 'wide',
      strands: 1,
      tension: [
        { stretch: 1.5, kg: 11 },
        { stretch: 2, kg: 18 },
      ],
    },
    { kind: 'band', what: 'band-loop', strands: 2, tension: [] },
    {
      kind: 'position',
      what: 'suspension-strap',
      positions: ['two steps back', 'one step back', 'under the anchor', 'one step in'],
    },
    {
      kind: 'makeshift',
      what: 'bag',
      name: 'net bag',
      emptyKg: 1,
      contents: [{ what: 'lead lines', count: 6, kgEach: 2.5 }],
    },
  ],
};

/** Hired on Saturdays; somebody left their pounds there, and nobody is in to spot. */
const HALL: Inventory = {
  floor: { widthM: 14, depthM: 9 },
  things: things('wall', ['mat', 12], ['chair', 20], 'counter', 'doorway', ['cushion', 4]),
  sources: [
    { kind: 'fixed', what: 'dumbbell', unit: 'lb', weights: pairsOf(5, 10, 15) },
    {
      kind: 'adjustable',
      what: 'dumbbell',
      name: 'The dials',
      unit: 'kg',
      handles: 2,
      settings: [2, 4, 6, 8, 10, 12, 16, 20, 24],
      changeSeconds: 20,
    },
  ],
  alone: true,
};

export const ROOMS: readonly { readonly name: string; readonly inventory: Inventory }[] = [
  { name: 'The Net Loft', inventory: LOFT },
  { name: 'Chandlers’ Hall', inventory: HALL },
];

const bag = (name: string, contents: { what: string; count: number; kgEach: number }[]): LoadSource => ({
  kind: 'makeshift',
  what: 'bag',
  name,
  emptyKg: 2.5,
  contents,
});

/** What Caspian carries, and what a hotel room holds. */
export const ON_TOUR: Inventory = {
  floor: { widthM: 2.4, depthM: 2 },
  things: things('wall', 'chair', 'doorway', 'cushion', 'strap', 'box'),
  sources: [
    {
      kind: 'band',
      what: 'band',
      name: 'touring',
      strands: 2,
      tension: [
        { stretch: 1.5, kg: 9 },
        { stretch: 2, kg: 15 },
      ],
    },
    bag('suitcase', [
      { what: 'shackles', count: 4, kgEach: 1.5 },
      { what: 'water bottles', count: 4, kgEach: 1.5 },
    ]),
  ],
  alone: true,
};

export const PRIYAS_KITCHEN: Inventory = {
  floor: { widthM: 3, depthM: 2.5 },
  things: things('wall', 'mat', 'chair', 'counter'),
  sources: [
    { kind: 'fixed', what: 'dumbbell', unit: 'kg', weights: pairsOf(2, 4) },
    { kind: 'makeshift', what: 'water-can', name: 'milk can', emptyKg: 0.8, litres: 6, filling: 'water', contents: [] },
  ],
};
