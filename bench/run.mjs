// Speed, as figures to look at; never a test. Run after a build: npm run bench
import { randomUUID } from 'node:crypto';
import * as figure from '../packages/core/dist/figure/index.js';
import { tallyKey } from '../packages/core/dist/coaching/index.js';
import { ladderOf, pathTo, rungs } from '../packages/core/dist/ladder/index.js';
import { adviseLoad, barLoads, rackFor } from '../packages/core/dist/loading/index.js';
import { lexiconOf, resolveMovement } from '../packages/core/dist/movement/index.js';
import { buildLibrarySearch } from '../packages/core/dist/search/index.js';
import { libraryHealth } from '../packages/core/dist/progress/index.js';
import {
  SessionFold,
  foldSession,
  indexBrief,
  laneSituation,
  rememberSituations,
  seeFault,
} from '../packages/core/dist/session/index.js';
import { readSoundLibrary } from '../scripts/readLibrary.mjs';
import { longHour } from './hour.mjs';
import { Hour } from './longHour.mjs';
import { orders, planArithmetic } from './planning.mjs';
import { playback } from './playback.mjs';
import { saving } from './saving.mjs';
import { serverReads } from './server.mjs';

const library = readSoundLibrary();
const lexicon = lexiconOf(library.vocabulary);

/** Times of `rounds` calls in milliseconds, sorted, after a warm-up. */
function time(work, rounds) {
  for (let i = 0; i < Math.min(rounds, 20); i += 1) work(i);
  const times = [];
  for (let i = 0; i < rounds; i += 1) {
    const from = performance.now();
    work(i);
    times.push(performance.now() - from);
  }
  return times.sort((a, b) => a - b);
}

const p = (times, share) => times[Math.min(times.length - 1, Math.floor(times.length * share))];

function row(what, times, boundMs, note = '') {
  const p95 = p(times, 0.95);
  const ratio = (p95 / boundMs).toFixed(2);
  console.log(
    `${what.padEnd(46)} median ${p(times, 0.5).toFixed(3).padStart(8)} ms   p95 ${p95.toFixed(3).padStart(8)} ms   bound ${String(boundMs).padStart(3)} ms   ratio ${ratio}${note}`,
  );
}

// Search: 5,000 movements, made of the starter library's with other names.
const WORDS =
  'tempo paused wide narrow slow high low single double staggered banded weighted held elevated seated kneeling'.split(' ');
const many = Array.from({ length: 5000 }, (_, i) => {
  const document = library.movements[i % library.movements.length];
  const name = `${WORDS[i % WORDS.length]} ${WORDS[(i * 7) % WORDS.length]} ${document.name} ${i}`;
  return { ...document, id: `bench:${i}`, name };
});
const search = buildLibrarySearch(many, library.vocabulary, ladderOf(many));
const queries = [
  'g',
  'gob',
  'goblet',
  'goblet squ',
  'spread the floor',
  'knees cave',
  'hamstr',
  'kettlebel',
  'butt wink',
  'plnak',
  'romainan deadlift',
  'bad knees',
  'glutes no equipment',
  'easier push up',
  'squat bad knees',
];
const found = time((i) => search.answer(queries[i % queries.length]), 300);

/** The same search as a plain walk: every word a beginning of some word, else within two letters of one. */
function distanceWithin(a, b, most) {
  if (Math.abs(a.length - b.length) > most) return false;
  let before = Array.from({ length: b.length + 1 }, (_, j) => j);
  for (let i = 1; i <= a.length; i += 1) {
    const now = [i];
    for (let j = 1; j <= b.length; j += 1) {
      now[j] = Math.min(before[j] + 1, now[j - 1] + 1, before[j - 1] + (a[i - 1] === b[j - 1] ? 0 : 1));
    }
    before = now;
  }
  return before[b.length] <= most;
}
const haystacks = many.map(({ name, otherNames, cues, faults, trains }) =>
  [
    name,
    ...otherNames,
    trains,
    ...cues.map((cue) => cue.text ?? lexicon.cues.get(cue.shared)?.text ?? ''),
    ...faults.map((fault) => `${lexicon.faultTypes.get(fault.type)?.name} ${fault.seen}`),
  ]
    .join(' ')
    .toLowerCase()
    .split(/[^\p{L}\p{N}]+/u),
);
function scan(query) {
  const words = query.toLowerCase().split(' ');
  const exact = haystacks.filter((hay) => words.every((word) => hay.some((each) => each.startsWith(word))));
  if (exact.length > 0) return exact;
  return haystacks.filter((hay) =>
    words.every((word) => hay.some((each) => distanceWithin(word, each, word.length >= 5 ? 2 : word.length >= 3 ? 1 : 0))),
  );
}
// Query by query: medians of different queries say nothing of each other.
const medianOf = (work) => p(time(work, 9), 0.5);
const compared = queries.map((query) => ({ found: medianOf(() => search.answer(query)), scanned: medianOf(() => scan(query)) }));
const sumOf = (side) => compared.reduce((sum, each) => sum + each[side], 0);
const faster = compared.map((each) => each.scanned / each.found).sort((a, b) => a - b);
const ratios = `in all ${(sumOf('scanned') / sumOf('found')).toFixed(0)}×, median query ${p(faster, 0.5).toFixed(1)}×, worst ${faster[0].toFixed(1)}×`;
row('search, a keystroke, 5,000 movements', found, 8, `   against a linear scan: ${ratios}`);

// The same 5,000 as a library: the ways up its ladders, and its health.
const copies = Math.ceil(5000 / library.movements.length);
const renamed = (id, copy) => (copy === 0 ? id : `${id}-${copy}`);
const thousands = Array.from({ length: copies }, (_, copy) =>
  library.movements.map((document) => ({
    ...document,
    id: renamed(document.id, copy),
    name: `${document.name} ${copy}`,
    otherNames: document.otherNames.map((name) => `${name} ${copy}`),
    harder: document.harder.map((step) => ({ ...step, to: renamed(step.to, copy) })),
    components: document.components?.map((id) => renamed(id, copy)),
    cautions: document.cautions.map((caution) => ({
      ...caution,
      ...(caution.instead && { instead: renamed(caution.instead, copy) }),
    })),
    faults: document.faults.map((fault) => ({
      ...fault,
      seen: `${fault.seen} ${WORDS[copy % WORDS.length]} ${WORDS[(copy * 5 + 3) % WORDS.length]} ${copy} ${copy * 7}`,
      ...(fault.regressTo && { regressTo: renamed(fault.regressTo, copy) }),
    })),
  })),
)
  .flat()
  .slice(0, 5000);
const tall = ladderOf(thousands);
const ground = tall.movementIds.filter((id) => tall.easierFrom(id).length === 0);
const goals = ['barbell-front-squat', 'pull-up', 'sliding-burpee', 'feet-raised-pike', 'walking-lunge'].map(
  (slug) => `waxwing:${slug}`,
);
const ways = time((i) => pathTo(tall, goals[i % goals.length], ground, () => true), 100);
row('ladder: the way up from anywhere, 5,000', ways, 20);
row(
  'ladder: rungs of 5,000',
  time(() => rungs(tall), 60),
  20,
);
const ill = time(() => libraryHealth(thousands, library.vocabulary), 5);
// The hardest case: every fault stands there sixteen times in nearly the same words.
row('library health, 5,000 movements, in a worker', ill, 5000);

// A session of 10,000 events, six lanes.
const brief = {
  sessionId: randomUUID(),
  localDate: '2026-03-02',
  zone: 'Etc/UTC',
  vocabulary: library.vocabulary,
  kit: null,
  revisions: library.movements.map((document) => ({ revisionId: randomUUID(), number: 1, document })),
  clients: [],
};
const squat = brief.revisions.find((revision) => revision.document.id === 'waxwing:goblet-squat');
const cues = resolveMovement(squat, lexicon, {}).faults.flatMap((fault) => fault.cues.map((cue) => [fault, cue]));
for (let lane = 0; lane < 6; lane += 1) {
  // Ten weeks of history: every cue tried by this client and by others.
  const tally = (i) => ({ trials: 30 + i, score: 10 + i, fixed: 8 + i });
  const byFault = Object.fromEntries(cues.map(([fault, cue], i) => [tallyKey(fault.faultId, cue.cueId), tally(i)]));
  brief.clients.push({
    clientId: randomUUID(),
    laneId: randomUUID(),
    name: `Client ${lane}`,
    cautions: [{ caution: 'knee' }],
    stances: {},
    book: { client: byFault, others: byFault, othersByType: byFault },
    faultRates: Object.fromEntries(cues.map(([fault]) => [fault.faultId, { looked: 60, shown: 20 }])),
    history: {},
    due: [],
    items: Array.from({ length: 6 }, () => ({
      itemId: randomUUID(),
      movementId: squat.document.id,
      revisionId: squat.revisionId,
      sets: 50,
      dose: squat.document.dose,
      target: 12,
      load: { kind: 'bodyweight' },
      restSeconds: 60,
    })),
  });
}
const index = indexBrief(brief);
const whole = new Hour(brief);
whole.fillTo(10_000);
const { events } = whole;
// As they come from a device's store or over HTTP.
const shuffled = JSON.parse(JSON.stringify(events)).sort(() => Math.random() - 0.5);
const inOrder = JSON.parse(JSON.stringify(events));
row(
  'reducer, 10,000 events as they came',
  time(() => foldSession(inOrder), 60),
  20,
);
row(
  'reducer, 10,000 events shuffled',
  time(() => foldSession(shuffled), 60),
  20,
);

// A tap on a fault, with 6 lanes and an hour's events before it: what comes in addition, triage, ranking, changes.
const fold = new SessionFold(events);
const laneId = brief.clients[0].laneId;
const situationOf = rememberSituations(index);
const begun = whole.begin();
fold.add(begun);
const taps = time(() => {
  const context = { index, state: fold.state, situation: situationOf(fold.state, laneId), newId: randomUUID };
  fold.add(whole.add(seeFault(context, `${squat.document.id}/knees-in`)));
  situationOf(fold.state, laneId);
}, 300);
row('tap on a fault → correction, 10,000 events', taps, 50);
const undone = time(() => {
  const [counted] = whole.add([whole.rep]);
  fold.add([counted]);
  fold.add(whole.add([{ type: 'retracted', payload: { eventId: counted.id } }]));
}, 300);
row('a rep and its Undo, 10,000 events', undone, 5);
const { state } = fold;
row(
  'triage and ranking alone',
  time(() => laneSituation(index, state, laneId), 1000),
  50,
);

// Loads: what each movement's first load is in a room with much in it, and every total of a well-stocked bar.
const weights = (values, count) => values.map((value) => ({ value, count }));
const room = {
  things: [],
  sources: [
    {
      kind: 'fixed',
      what: 'dumbbell',
      unit: 'kg',
      weights: weights(
        Array.from({ length: 40 }, (_, i) => i + 1),
        2,
      ),
    },
    {
      kind: 'fixed',
      what: 'kettlebell',
      unit: 'kg',
      weights: weights(
        Array.from({ length: 20 }, (_, i) => 4 + 2 * i),
        2,
      ),
    },
    { kind: 'bar', unit: 'kg', bar: 20, plates: weights([0.5, 1.25, 2.5, 5, 10, 15, 20, 25], 8) },
  ],
};
const lastTime = { load: { kind: 'single', value: 12, unit: 'kg' }, target: 12, done: 12, effort: 'plenty-left' };
row(
  `the load to take, all ${library.movements.length} movements`,
  time(() => {
    for (const document of library.movements) {
      adviseLoad({
        document,
        rack: rackFor(document, room),
        last: lastTime,
        due: { kind: 'raise' },
        targetReserve: 2,
        isAlone: false,
      });
    }
  }, 20),
  50,
);
row(
  'every total of a bar with 64 plates',
  time(() => barLoads(room.sources[2]), 60),
  16,
);

// The figure: every movement's rep, good and with each of its faults, solved from nothing; both views of one moment.
const reps = library.movements.flatMap((document) => {
  const source = figure.figureSourceOf(document);
  const faults = document.faults.map((fault) => figure.shownFault(fault, lexicon));
  return source ? [undefined, ...faults].map((fault) => ({ source, fault })) : [];
});
const solve = (i) => {
  const { source, fault } = reps[i % reps.length];
  return figure.solveRep(source, lexicon, figure.AVERAGE_BUILD, fault);
};
row(`solving a rep, all ${reps.length} good and faulty`, time(solve, reps.length * 4), 30);
const solved = reps.map((_, i) => solve(i).rep);
row(
  'drawing the side and the front of a moment',
  time((i) => {
    const rep = solved[i % solved.length];
    const posture = figure.postureAt(rep, (i % 97) / 96);
    for (const azimuth of [-90, 0]) for (const { outline } of figure.draw(rep, posture, azimuth)) figure.pathOf(outline);
  }, 2000),
  2,
);

// Posing by hand: a landmark is pulled two centimetres at a time, there and back, and the body drawn each time.
const pulls = library.movements.flatMap((document) => {
  const source = figure.figureSourceOf(document);
  const phase = source && Object.keys(source.figure.keys).at(-1);
  return phase ? figure.HANDLES.map(({ landmark }) => ({ source, phase, landmark })) : [];
});
const stills = new Map();
const pulled = [];
for (let i = 0; i < 400; i += 1) {
  const { source, phase, landmark } = pulls[(i * 97) % pulls.length];
  const grip = new figure.Grip(source, lexicon, figure.AVERAGE_BUILD, phase);
  const rep = stills.get(source) ?? figure.solveStills(source, lexicon, figure.AVERAGE_BUILD).rep;
  stills.set(source, rep);
  const [x, y] = grip.at(landmark, -90);
  for (const cm of [2, 4, 2, 0]) {
    const from = performance.now();
    const { posture } = grip.pull(landmark, -90, [x, y + cm / 100]);
    for (const { outline } of figure.draw(rep, posture, -90)) figure.pathOf(outline);
    pulled.push(performance.now() - from);
  }
}
row(
  'pulling a figure by a landmark, solved and drawn',
  pulled.sort((a, b) => a - b),
  20,
);

function planning() {
  const { sums, problems, steps } = planArithmetic(library, lexicon, time);
  row('plan arithmetic after an edit, 40 × 6 × 3', sums, 4, `   ${steps()} steps`);
  row('what stands in the plan’s way, the same', problems, 50);
  const { row: inARow, ring, search: searched, behind, numbers } = orders(library, lexicon, time);
  row('order as numbers, 12 movements × 6', numbers, 50);
  row('order, exact, 12 movements as a row', inARow, 150);
  row('order, exact, 12 movements as a ring', ring, 900);
  row(
    'order, searched, 40 movements',
    searched,
    1000,
    `   at most ${(100 * behind).toFixed(1)}% behind the best of ten (bound 2%)`,
  );
}

// `npm run bench -- NAME` leaves the other parts out.
const parts = {
  planning,
  saving: () => saving(row),
  hour: () => longHour(row),
  playback: () => playback(row),
  reads: serverReads,
};
const [, , only] = process.argv;
for (const [name, part] of Object.entries(parts)) if (!only || only === name) await part();
