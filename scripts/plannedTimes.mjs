// How near the planned time of sessions is to what they took: node scripts/plannedTimes.mjs DATABASE
// Each is planned as it was begun, with what was learned of that client from the sessions before it only.
import Database from 'better-sqlite3';
import { rackFor } from '../packages/core/dist/loading/index.js';
import { learnedGaps, medianOf, unroll } from '../packages/core/dist/planning/index.js';
import { familiarityOf } from '../packages/core/dist/session/index.js';

const [, , file] = process.argv;
const db = new Database(file, { readonly: true });
const LEARNED_FROM = 12;

const sessions = db
  .prepare(`select id, "localDate", pins, "startedAt" from sessions where status = 'ended' order by "startedAt"`)
  .all()
  .map((row) => ({ ...row, pins: JSON.parse(row.pins) }))
  .filter(({ pins }) => pins.clients.length === 1);
const revision = db.prepare('select document from movement_revisions where id = ?');
const events = db.prepare(
  `select type, at, payload from events where "sessionId" = ? and type in ('segment-started', 'set-ended', 'rep-counted') order by lamport, seq`,
);

const seconds = (at) => Date.parse(at) / 1000;

/** Sets in order, and the gaps between taps by movement. */
function done(sessionId, documents) {
  const sets = new Map();
  const taps = new Map();
  const movementOf = new Map();
  const last = new Map();
  for (const { type, at, payload } of events.all(sessionId)) {
    const { setId, segmentId, movementId } = JSON.parse(payload);
    if (type === 'segment-started') {
      movementOf.set(segmentId, movementId);
      if (!sets.has(setId)) {
        sets.set(setId, {
          movementId,
          fromSeconds: seconds(at),
          restSeconds: documents.get(movementId)?.restSeconds ?? 0,
          reps: 0,
        });
      }
    } else if (type === 'set-ended') {
      const set = sets.get(setId);
      if (set) set.untilSeconds ??= seconds(at);
    } else {
      const set = sets.get(setId);
      if (set) set.reps += 1;
      const id = movementOf.get(segmentId);
      if (last.has(segmentId)) taps.set(id, [...(taps.get(id) ?? []), seconds(at) - last.get(segmentId)]);
      last.set(segmentId, seconds(at));
    }
  }
  return { sets: [...sets.values()].filter(({ untilSeconds }) => untilSeconds !== undefined), taps };
}

/** As the server reckons it: what was said and shown in a set counts to the gap after it. */
const worked = ({ reps, fromSeconds, untilSeconds }, pace) =>
  reps > 0 && pace ? Math.min(untilSeconds, fromSeconds + reps * pace.secondsPerRep) : untilSeconds;

const before = new Map();
const ratios = [];
for (const { id, localDate, pins, startedAt } of sessions) {
  const documents = new Map(
    pins.revisionIds.map((revisionId) => {
      const document = JSON.parse(revision.get(revisionId).document);
      return [document.id, document];
    }),
  );
  const [client] = pins.clients;
  const known = (before.get(client.clientId) ?? []).slice(-LEARNED_FROM);
  const pace = (movementId) => {
    const taps = known.flatMap((each) => each.taps.get(movementId) ?? []);
    return taps.length === 0 ? null : { secondsPerRep: medianOf(taps), reps: taps.length };
  };
  const inventory = pins.inventory ?? null;
  const lane = {
    name: client.name,
    advise: () => ({ load: { kind: 'bodyweight' }, how: '', target: 1, reasons: [] }),
    familiarity: (movementId) => familiarityOf(client.history[movementId], localDate),
    pace,
    gaps: learnedGaps(known.map((each) => each.sets.map((set) => ({ ...set, untilSeconds: worked(set, pace(set.movementId)) })))),
    hindrances: () => [],
    limits: () => [],
    targetReserve: 2,
  };
  const context = {
    inventory,
    lexicon: { kit: new Map(), muscles: new Map(), basePoses: new Map() },
    documentOf: (movementId) => documents.get(movementId),
    rack: (document) => rackFor(document, inventory),
    lane: () => lane,
  };
  const items = client.items.map(({ itemId, movementId, sets, dose, target, load, restSeconds }) => ({
    ...{ itemId, movementId, sets, load, restSeconds, own: [] },
    amount: { unit: dose.kind, value: target },
  }));
  const plan = {
    name: '',
    minutes: 60,
    lanes: [{ laneId: client.laneId }],
    blocks: [{ blockId: id, part: 'main', format: { kind: 'sets' }, items }],
  };
  const was = done(id, documents);
  before.set(client.clientId, [...(before.get(client.clientId) ?? []), was]);
  const end = was.sets.at(-1)?.untilSeconds;
  if (end) ratios.push({ ratio: unroll(plan, context).seconds / (end - seconds(startedAt)), isFirst: known.length === 0 });
}

function told(name, all) {
  const sorted = all.map(({ ratio }) => ratio).sort((a, b) => a - b);
  const at = (share) => sorted[Math.floor((sorted.length - 1) * share)].toFixed(2);
  console.log(`${name.padEnd(34)} ${sorted.length} sessions   planned/took: median ${at(0.5)}   p10 ${at(0.1)}   p90 ${at(0.9)}`);
}
told('all', ratios);
told(
  'the first of a client',
  ratios.filter(({ isFirst }) => isFirst),
);
told(
  'once something was learned',
  ratios.filter(({ isFirst }) => !isFirst),
);
