// A plan's arithmetic after an edit: everything that the page shows, reckoned anew.
import { adviseLoad, rackFor } from '../packages/core/dist/loading/index.js';
import { ladderOf } from '../packages/core/dist/ladder/index.js';
import {
  bestOrder,
  coverageOf,
  flowOf,
  hourTimes,
  orderCost,
  orderProblem,
  planProblems,
  seededRandom,
  sharedUse,
  unroll,
  withAsked,
} from '../packages/core/dist/planning/index.js';

const ROOM = {
  floor: { widthM: 8, depthM: 6 },
  things: [
    { kit: 'mat', count: 8 },
    { kit: 'bench', count: 2 },
  ],
  sources: [
    { kind: 'fixed', what: 'dumbbell', unit: 'kg', weights: [4, 6, 8, 10, 12].map((value) => ({ value, count: 2 })) },
    { kind: 'bar', unit: 'kg', bar: 20, plates: [5, 10].map((value) => ({ value, count: 4 })) },
  ],
};
const id = (kind, at) => `00000000-0000-4000-8000-${String(kind * 1000 + at).padStart(12, '0')}`;

/** 40 movements in eight blocks of all formats, for six, three rounds. */
export function longPlan(library) {
  const usable = library.movements.filter(({ pattern }) => pattern !== 'stretch');
  const formats = [
    { kind: 'rounds', rounds: 3, restSeconds: 60 },
    { kind: 'intervals', workSeconds: 40, restSeconds: 20, rounds: 3, order: 'by-round' },
    { kind: 'sets' },
    { kind: 'emom', everySeconds: 60, rounds: 15 },
  ];
  return {
    name: '',
    minutes: 180,
    lanes: Array.from({ length: 6 }, (_, at) => ({ laneId: id(1, at) })),
    blocks: Array.from({ length: 8 }, (_, b) => ({
      blockId: id(2, b),
      part: 'main',
      format: formats[b % formats.length],
      items: Array.from({ length: 5 }, (_each, i) => ({
        itemId: id(3, b * 5 + i),
        movementId: usable[(b * 5 + i) * 7].id,
        sets: 3,
        own: [],
      })),
    })),
  };
}

export function planContextOf(library, lexicon) {
  const byId = new Map(library.movements.map((document) => [document.id, document]));
  const racks = new Map();
  const rack = (document) => {
    if (!racks.has(document.id)) racks.set(document.id, rackFor(document, ROOM));
    return racks.get(document.id);
  };
  const lane = {
    name: 'somebody',
    advise: (document) => adviseLoad({ document, rack: rack(document), last: null, due: null, targetReserve: 2, isAlone: false }),
    familiarity: () => 'learning',
    pace: () => null,
    gaps: { beforeAnotherSetSeconds: null, beforeNewMovementSeconds: null },
    hindrances: () => [],
    limits: () => [],
    stances: {},
    targetReserve: 2,
  };
  return { inventory: ROOM, lexicon, documentOf: (movementId) => byId.get(movementId), rack, lane: () => lane };
}

/** Times an edit and all that follows from it; `time` is the bench's. */
export function planArithmetic(library, lexicon, time) {
  const context = planContextOf(library, lexicon);
  const ladder = ladderOf(library.movements);
  let plan = longPlan(library);
  let steps = 0;
  const edited = (i) => {
    plan = withAsked(id(3, i % 40), id(1, i % 6), { amount: { unit: 'reps', value: 6 + (i % 7) } })(plan);
    const unrolled = unroll(plan, context);
    steps = unrolled.steps.length;
    return [plan, unrolled];
  };
  const sums = time((i) => {
    const [now, unrolled] = edited(i);
    hourTimes(now, unrolled);
    coverageOf(now, unrolled);
    sharedUse(unrolled);
  }, 400);
  const problems = time((i) => {
    const [now, unrolled] = edited(i);
    planProblems({ plan: now, unrolled, context, ladder, among: library.movements });
  }, 100);
  return { sums, problems, steps: () => steps };
}

const ROUNDS = { kind: 'rounds', rounds: 3, restSeconds: 60, betweenSeconds: 15 };

/** A block of so many movements, drawn by chance, for six: as numbers. */
function orderOf(library, context, count, format, seed) {
  const random = seededRandom(seed);
  const usable = library.movements.filter(({ pattern }) => pattern !== 'stretch' && pattern !== 'mobility');
  const drawn = Array.from({ length: count }, () => usable[Math.floor(random() * usable.length)].id);
  const items = drawn.map((movementId, at) => ({ itemId: id(3, at), movementId, own: [] }));
  const lanes = Array.from({ length: 6 }, (_, at) => ({ laneId: id(1, at) }));
  const plan = { name: '', minutes: 60, lanes, blocks: [{ blockId: id(2, 0), part: 'main', format, items }] };
  return orderProblem(flowOf(plan, id(2, 0), context, true));
}

/** Times of putting blocks in order, and how far the search stays behind the best that many searches found, as a share. */
export function orders(library, lexicon, time) {
  const context = planContextOf(library, lexicon);
  const of = (count, format) => [1, 2, 3, 4, 5].map((seed) => orderOf(library, context, count, format, seed));
  const solved = (problems, rounds) => time((i) => bestOrder(problems[i % problems.length], seededRandom(1)), rounds);
  const many = [...of(40, { kind: 'sets' }), ...of(40, ROUNDS)];
  const behind = many.map((problem) => {
    const gains = Array.from({ length: 10 }, (_, seed) => bestOrder(problem, seededRandom(seed + 1)).gain);
    const given = orderCost(
      problem,
      Array.from({ length: problem.count }, (_, at) => at),
    );
    return (Math.max(...gains) - gains[0]) / (given - Math.max(...gains));
  });
  return {
    row: solved(of(12, { kind: 'sets' }), 20),
    ring: solved(of(12, ROUNDS), 10),
    search: solved(many, 10),
    behind: Math.max(...behind),
    numbers: time(() => orderOf(library, context, 12, ROUNDS, 1), 20),
  };
}
