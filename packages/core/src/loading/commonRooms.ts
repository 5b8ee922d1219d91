import type { MassUnit } from '../movement/terms.ts';
import type { FixedWeights, HandWeight, Inventory, LoadSource } from './inventory.ts';

/** A room as many are: what to begin from, instead of a list of everything that there could be. */
export interface CommonRoom {
  readonly id: string;
  /** As somebody would call it who stands in it. */
  readonly name: string;
  /** What tells it from the others, in a line. */
  readonly about: string;
  readonly inventory: Inventory;
}

/** Weights as they are sold: steps that the two systems really have, not one converted into the other. */
const SOLD: Readonly<
  Record<MassUnit, Readonly<Record<'few' | 'studio' | 'gym' | 'bells' | 'plates', readonly number[]>> & { readonly bar: number }>
> = {
  kg: {
    few: [2, 4, 6, 8, 10],
    studio: [2, 4, 6, 8, 10, 12.5, 15, 17.5, 20],
    gym: [2, 4, 6, 8, 10, 12.5, 15, 17.5, 20, 22.5, 25, 27.5, 30],
    bells: [8, 12, 16, 20, 24],
    plates: [1.25, 2.5, 5, 10, 20],
    bar: 20,
  },
  lb: {
    few: [5, 8, 10, 15, 20],
    studio: [5, 8, 10, 12, 15, 20, 25, 30, 35, 40],
    gym: [5, 8, 10, 12, 15, 20, 25, 30, 35, 40, 45, 50, 55, 60, 65],
    bells: [18, 26, 35, 44, 53],
    plates: [2.5, 5, 10, 25, 45],
    bar: 45,
  },
};

function fixed(what: HandWeight, unit: MassUnit, values: readonly number[], count: number): FixedWeights {
  return { kind: 'fixed', what, unit, weights: values.map((value) => ({ value, count })) };
}

const BANDS: readonly LoadSource[] = [
  { kind: 'band', what: 'band', strands: 1, tension: [] },
  { kind: 'band', what: 'band-loop', strands: 1, tension: [] },
];

const things = (counts: Readonly<Record<string, number>>) => Object.entries(counts).map(([kit, count]) => ({ kit, count }));

/** In every room that people train in. */
const ANYWHERE = { wall: 1, mat: 2, chair: 1, 'hand-support': 1, doorway: 1, cushion: 1, strap: 1, dowel: 1 } as const;
const STUDIO = { ...ANYWHERE, mat: 4, box: 1, bench: 1, step: 1, anchor: 1, roll: 1, sliders: 1, mirror: 1 } as const;

/** The usual rooms, from the barest to the fullest, with weights as they are sold in `unit`. */
export function commonRooms(unit: MassUnit): readonly CommonRoom[] {
  const sold = SOLD[unit];
  return [
    {
      id: 'bands',
      name: 'Mats and bands',
      about: 'a hall, a park, somebody’s home',
      inventory: { things: things(ANYWHERE), sources: [...BANDS] },
    },
    {
      id: 'few',
      name: 'A few dumbbells',
      about: 'five pairs, bands, mats',
      inventory: { things: things({ ...ANYWHERE, step: 1 }), sources: [fixed('dumbbell', unit, sold.few, 2), ...BANDS] },
    },
    {
      id: 'studio',
      name: 'A small studio',
      about: 'a rack of dumbbells, kettlebells, a bench',
      inventory: {
        things: things(STUDIO),
        sources: [fixed('dumbbell', unit, sold.studio, 2), fixed('kettlebell', unit, sold.bells.slice(0, 4), 1), ...BANDS],
      },
    },
    {
      id: 'gym',
      name: 'A gym floor',
      about: 'bar, rack and machines besides',
      inventory: {
        things: things({ ...STUDIO, mat: 6, bench: 2, rack: 1, 'pull-up-bar': 1, 'jump-box': 1 }),
        sources: [
          fixed('dumbbell', unit, sold.gym, 2),
          fixed('kettlebell', unit, sold.bells, 2),
          { kind: 'bar', unit, bar: sold.bar, plates: sold.plates.map((value) => ({ value, count: 4 })) },
          ...BANDS,
          ...['cable', 'pulldown', 'seated-row', 'leg-press'].map((what): LoadSource => ({ kind: 'stack', what, pins: 15 })),
        ],
      },
    },
  ];
}
