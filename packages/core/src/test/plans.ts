import fc from 'fast-check';
import { adviseLoad } from '../loading/adviseLoad.ts';
import type { Inventory } from '../loading/inventory.ts';
import { rackFor, type Makeable } from '../loading/makeable.ts';
import { lexiconOf } from '../movement/library.ts';
import type { MovementDocument } from '../movement/movementDocument.ts';
import { NO_GAPS } from '../planning/habits.ts';
import type { LaneContext, PlanContext } from '../planning/planContext.ts';
import type { Format, Plan, PlanBlock, PlanItem, Way } from '../planning/plan.ts';
import { starterLibrary } from './starterLibrary.ts';

const library = starterLibrary();
const byId = new Map(library.movements.map((document) => [document.id, document]));
const lexicon = lexiconOf(library.vocabulary);

/** A room with two of most weights, one bench and a bar. */
export const SMALL_ROOM: Inventory = {
  things: [
    { kit: 'mat', count: 4 },
    { kit: 'bench', count: 1 },
    { kit: 'box', count: 1 },
    { kit: 'wall', count: 1 },
    { kit: 'anchor', count: 1 },
    { kit: 'pull-up-bar', count: 1 },
  ],
  sources: [
    { kind: 'fixed', what: 'dumbbell', unit: 'kg', weights: [4, 6, 8, 10, 12].map((value) => ({ value, count: 2 })) },
    { kind: 'fixed', what: 'kettlebell', unit: 'kg', weights: [8, 12, 16].map((value) => ({ value, count: 1 })) },
    { kind: 'bar', unit: 'kg', bar: 20, plates: [5, 10].map((value) => ({ value, count: 4 })) },
  ],
};

export const w = (slug: string) => `waxwing:${slug}`;
export const movement = (slug: string): MovementDocument => byId.get(w(slug))!;

/** An id that says where it is used. */
export function idOf(kind: number, at: number): string {
  return `00000000-0000-4000-8000-${String(kind * 1000 + at).padStart(12, '0')}`;
}
export const laneId = (at: number) => idOf(1, at);

interface Known {
  readonly inventory?: Inventory | null;
  readonly lane?: Partial<LaneContext>;
  readonly lanes?: Readonly<Record<string, Partial<LaneContext>>>;
  /** Over the library's. */
  readonly documents?: readonly MovementDocument[];
}

/** Everybody knows everything and is shown nothing, unless a test says otherwise. */
export function planContext({ inventory = SMALL_ROOM, lane = {}, lanes = {}, documents = [] }: Known = {}): PlanContext {
  const own = new Map(documents.map((document) => [document.id, document]));
  const racks = new Map<string, readonly Makeable[]>();
  const rack = (document: MovementDocument) => {
    const known = racks.get(document.id) ?? rackFor(document, inventory);
    racks.set(document.id, known);
    return known;
  };
  return {
    inventory,
    lexicon,
    documentOf: (id) => own.get(id) ?? byId.get(id),
    rack,
    lane: (id) => ({
      name: id,
      advise: (document) =>
        adviseLoad({ document, rack: rack(document), last: null, due: null, targetReserve: 2, isAlone: false }),
      familiarity: () => 'known',
      pace: () => null,
      gaps: NO_GAPS,
      hindrances: () => [],
      limits: () => [],
      stances: {},
      targetReserve: 2,
      ...lane,
      ...lanes[id],
    }),
  };
}

let made = 0;
export function itemOf(slug: string, part: Partial<PlanItem> = {}): PlanItem {
  made += 1;
  return { itemId: idOf(3, made), movementId: w(slug), own: [], ...part };
}

export function blockOf(format: Format, items: PlanItem[], part: Partial<PlanBlock> = {}): PlanBlock {
  made += 1;
  return { blockId: idOf(2, made), part: 'main', format, items, ...part };
}

export function planOf(blocks: PlanBlock[], lanes = 1, part: Partial<Plan> = {}): Plan {
  return {
    name: 'An hour',
    minutes: 60,
    lanes: Array.from({ length: lanes }, (_, at) => ({ laneId: laneId(at) })),
    blocks,
    ...part,
  };
}

const SLUGS = [
  'goblet-squat',
  'split-squat',
  'full-push-up',
  'forearm-plank',
  'bent-over-row',
  'reverse-lunge',
  'walking-lunge',
  'floor-press',
  'bear-hover',
  'squat-jump',
  'side-plank',
  'thread-the-needle',
  'barbell-back-squat',
];

const seconds = fc.integer({ min: 5, max: 90 });
const rounds = fc.integer({ min: 1, max: 4 });

const anyFormat: fc.Arbitrary<Format> = fc.oneof(
  fc.constant<Format>({ kind: 'sets' }),
  fc.constant<Format>({ kind: 'build-up' }),
  fc.record({ kind: fc.constant('rounds' as const), rounds, restSeconds: fc.integer({ min: 0, max: 120 }) }),
  fc.record({
    kind: fc.constant('intervals' as const),
    workSeconds: seconds,
    restSeconds: fc.integer({ min: 0, max: 60 }),
    rounds,
    order: fc.constantFrom('by-round' as const, 'by-station' as const),
    roundRestSeconds: fc.integer({ min: 0, max: 60 }),
    allOut: fc.record({ seconds, when: fc.constantFrom('each-round' as const, 'end' as const) }),
  }),
  fc.record({ kind: fc.constant('amrap' as const), seconds: fc.integer({ min: 30, max: 900 }) }),
  fc.record({ kind: fc.constant('emom' as const), everySeconds: seconds, rounds }),
);

const anyWay: fc.Arbitrary<Way> = fc.oneof(
  fc.constant<Way>({
    kind: 'script',
    stretches: [
      { kind: 'singles', amount: 3 },
      { kind: 'pulses', amount: 10 },
      { kind: 'hold', amount: 15 },
    ],
  }),
  fc.record({ kind: fc.constant('ramp' as const), sets: fc.integer({ min: 1, max: 5 }) }),
  fc.record({ kind: fc.constant('drop' as const), drops: fc.integer({ min: 1, max: 4 }) }),
  fc.constant<Way>({ kind: 'ladder', of: 'amount', amounts: [10, 8, 6], words: [] }),
  fc.constant<Way>({ kind: 'then-easier', movementId: w('box-squat'), amount: 6 }),
);

const sometimes = <T>(value: fc.Arbitrary<T>) => fc.option(value, { nil: undefined, freq: 3 });

/** What isn't said is absent, as JSON has it. */
function said<T extends object>(value: T): T {
  return JSON.parse(JSON.stringify(value)) as T;
}

/** Any plan that the shape allows, of all formats, for one to six. */
export const anyPlan: fc.Arbitrary<Plan> = fc
  .record({
    lanes: fc.integer({ min: 1, max: 6 }),
    minutes: fc.integer({ min: 5, max: 180 }),
    blocks: fc.array(
      fc.record({
        part: fc.constantFrom('warm-up' as const, 'main' as const, 'finisher' as const, 'cool-down' as const),
        format: anyFormat,
        times: sometimes(fc.integer({ min: 1, max: 3 })),
        walkThrough: sometimes(fc.constant(true)),
        spread: sometimes(fc.constant(true)),
        items: fc.array(
          fc.record({
            slug: fc.constantFrom(...SLUGS),
            sets: sometimes(fc.integer({ min: 1, max: 4 })),
            way: sometimes(anyWay),
            sides: sometimes(fc.constantFrom('by-set' as const, 'split' as const)),
            restSeconds: sometimes(fc.integer({ min: 0, max: 180 })),
            out: sometimes(fc.integer({ min: 0, max: 5 })),
          }),
          { maxLength: 6 },
        ),
      }),
      { maxLength: 5 },
    ),
  })
  .map(({ lanes, minutes, blocks }) =>
    said(
      planOf(
        blocks.map(({ items, part, format, times, walkThrough, spread }, b) => ({
          blockId: idOf(2, b),
          part,
          format,
          ...(times && { times }),
          ...(walkThrough && { walkThrough }),
          ...(spread && { spread }),
          items: items.map(({ slug, out, ...asked }, i) => ({
            ...(asked as Partial<PlanItem>),
            itemId: idOf(3, b * 10 + i),
            movementId: w(slug),
            own: out !== undefined && out < lanes ? [{ laneId: laneId(out), leftOut: true }] : [],
          })),
        })),
        lanes,
        { minutes },
      ),
    ),
  );
