import { afterAll, beforeAll, expect, test } from '@jest/globals';
import type { CueOutcome } from '@waxwing/core/movement';
import { firstName } from '@waxwing/core/client';
import { rankCues, tallyKey } from '@waxwing/core/coaching';
import { foldSession, indexBrief, laneSituation, openSession, type EventDraft, type SessionBrief } from '@waxwing/core/session';
import {
  changedLibrary,
  type ClientSummary,
  type HistoryAnswer,
  type LastTime,
  type LibraryAnswer,
  type PracticeAnswer,
  type SessionAnswer,
  type SessionSummary,
  type StudioLibrary,
  type TodayAnswer,
} from '@waxwing/core/api';
import type Database from 'better-sqlite3';
import { DataSource } from 'typeorm';
import { v4, v7 } from 'uuid';
import type { ImportReport } from '../src/library/library.ts';
import type { SignedInClient } from './testServer.ts';
import { TestServer } from './testServer.ts';

const onTestEnd: (() => Promise<void>)[] = [];
let server: TestServer;
let maren: SignedInClient;

beforeAll(async () => {
  server = await TestServer.start();
  maren = await server.signIn('owner');
});
afterAll(async () => {
  for (const end of onTestEnd) await end();
  await server.stop();
});

const SQUAT = 'waxwing:bodyweight-squat';
const FAULT = `${SQUAT}/knees-in`;
const SPREAD = 'spread-the-floor';
const LAMPS = 'headlights';

/** One session: a set with the fault, the cues said with what each did, and the end. */
async function session(
  clientId: string,
  localDate: string,
  trials: readonly (readonly [string, CueOutcome | null])[],
): Promise<void> {
  const brief = await maren.start(clientId, [SQUAT], localDate);
  const lane = brief.clients[0]!;
  const item = lane.items[0]!;
  const at = `${localDate}T09:00:00.000Z`;
  const where = { laneId: lane.laneId, clientId };
  const setId = v4();
  const segmentId = v4();
  const fault = { setId, faultId: FAULT, faultTypeId: 'knees-in' };
  const drafts: EventDraft[] = [
    ...openSession(brief),
    {
      type: 'segment-started',
      ...where,
      payload: {
        setId,
        segmentId,
        itemId: item.itemId,
        movementId: SQUAT,
        revisionId: item.revisionId,
        load: item.load,
        target: 10,
      },
    },
    { type: 'fault-seen', ...where, payload: fault },
  ];
  const events = maren.stamp(brief.sessionId, drafts, at);
  for (const [cueId, outcome] of trials) {
    const [given] = maren.stamp(brief.sessionId, [{ type: 'cue-given', ...where, payload: { ...fault, cueId } }], at);
    events.push(given!);
    if (outcome) {
      events.push(
        ...maren.stamp(brief.sessionId, [{ type: 'cue-outcome', ...where, payload: { cueGivenId: given!.id, outcome } }], at),
      );
    }
  }
  events.push(
    ...maren.stamp(
      brief.sessionId,
      [
        { type: 'set-ended', ...where, payload: { setId, reason: 'done', amounts: [{ segmentId, amount: 10 }] } },
        { type: 'effort-rated', ...where, payload: { setId, effort: 'about-right' } },
        { type: 'session-ended', payload: {} },
      ],
      at,
    ),
  );
  expect(await maren.send(brief.sessionId, events)).toMatchObject({ refused: [] });
}

function cuesFor(brief: SessionBrief) {
  const index = indexBrief(brief);
  const client = brief.clients[0]!;
  const situation = laneSituation(
    index,
    foldSession(maren.stamp(brief.sessionId, openSession(brief), '2026-03-16T09:00:00.000Z')),
    client.laneId,
  )!;
  const fault = situation.movement.faults.find((each) => each.faultId === FAULT)!;
  return rankCues({ fault, clientName: firstName(client.name), book: client.book, said: [] });
}

test('Today says which fault was still there when the last hour ended, and nothing of one that was fixed', async () => {
  const fresh = await TestServer.start();
  onTestEnd.push(() => fresh.stop());
  const own = maren;
  maren = await fresh.signIn('owner');
  const dot = await fresh.client(fresh.owner, 'Dot Ames');
  const visit = { bookingId: v7(), localDate: '2026-03-20', startMinute: 540, minutes: 60, clientIds: [dot] };
  await maren.post('/api/bookings', visit).expect(201);
  const today = async () => (await maren.get('/api/today?date=2026-03-20').expect(200)).body as TodayAnswer;
  const watched = async () => (await today()).visits[0]!.clients[0]!.watch;

  expect(await today()).toMatchObject({ hasBegun: false });
  await session(dot, '2026-03-16', [[SPREAD, 'same']]);
  expect(await watched()).toEqual([{ movementId: SQUAT, faultTypeId: 'knees-in', side: null }]);
  expect(await today()).toMatchObject({ hasBegun: true });
  await session(dot, '2026-03-18', [[SPREAD, 'fixed']]);
  expect(await watched()).toEqual([]);
  maren = own;
});

test('two weeks of sessions with two clients: the cue that works for one comes first for her, and the tallies are exact', async () => {
  const ilse = await server.client(server.owner, 'Ilse Varga-Holm');
  const jonah = await server.client(server.owner, 'Jonah Abara');

  // For Ilse the lamps work: fixed four times of five and once better. The floor works for neither.
  const days = ['2026-03-02', '2026-03-04', '2026-03-06', '2026-03-09', '2026-03-11'] as const;
  const lampsForIlse: readonly CueOutcome[] = ['fixed', 'fixed', 'better', 'fixed', 'fixed'];
  for (const [i, day] of days.entries()) {
    await session(ilse, day, [
      [SPREAD, 'same'],
      [LAMPS, lampsForIlse[i]!],
    ]);
    await session(jonah, day, [[SPREAD, 'same']]);
  }
  // A cue that nobody followed up lapses and counts for nothing.
  await session(ilse, '2026-03-13', [[LAMPS, null]]);

  const briefOfIlse = await maren.start(ilse, [SQUAT], '2026-03-16');
  expect(briefOfIlse.clients[0]!.book.client).toEqual({
    [tallyKey(FAULT, SPREAD)]: { trials: 5, score: 0, fixed: 0 },
    [tallyKey(FAULT, LAMPS)]: { trials: 5, score: 4.5, fixed: 4 },
  });
  const forIlse = cuesFor(briefOfIlse);
  expect(forIlse[0]!.cue.cueId).toBe(LAMPS);
  expect(forIlse[0]!.reasons).toEqual(['fixed it 4 of 5 times for Ilse']);
  // Lamps stand second in the library: (4.5 + 4·0.45) / 9.
  expect(forIlse[0]!.estimate).toBeCloseTo(6.3 / 9, 10);
  // The floor, first in the library: others 0 of 5 → (0 + 4·0.5)/9, then hers 0 of 5. Everything untried stands above it.
  const floor = forIlse.at(-1)!;
  expect(floor.cue.cueId).toBe(SPREAD);
  expect(floor.estimate).toBeCloseTo((4 * (2 / 9)) / 9, 10);
  expect(floor.reasons).toEqual(['fixed it 0 of 5 times for Ilse', 'fixed it 0 of 5 times for others']);
  expect(briefOfIlse.clients[0]!.faultRates[FAULT]).toEqual({ looked: 6, shown: 6 });

  const forJonah = cuesFor(await maren.start(jonah, [SQUAT], '2026-03-16'));
  expect(forJonah[0]!.cue.cueId).toBe(LAMPS);
  expect(forJonah[0]!.reasons).toEqual(['fixed it 4 of 5 times for others']);
  expect(forJonah.at(-1)!.reasons).toEqual(['fixed it 0 of 5 times for Jonah', 'fixed it 0 of 5 times for others']);

  // On another movement the same shared cue brings what others did with its fault type.
  const lunge = await maren.start(jonah, ['waxwing:reverse-lunge'], '2026-03-16');
  expect(lunge.clients[0]!.book.othersByType[tallyKey('knees-in', LAMPS)]).toEqual({ trials: 5, score: 4.5, fixed: 4 });
});

test('the best of a movement is the heaviest, then the most; the first is the oldest; sets that hurt are no best', async () => {
  const clientId = await server.client(server.owner, 'Petra Lindqvist');
  const sets = [
    ['2026-03-02', 16, 12, false],
    ['2026-03-04', 20, 6, false],
    ['2026-03-06', 20, 9, false],
    ['2026-03-09', 24, 8, true],
    ['2026-03-11', 18, 15, false],
  ] as const;
  for (const [localDate, value, amount, hurts] of sets) {
    const brief = await maren.start(clientId, [SQUAT], localDate);
    const { laneId, items } = brief.clients[0]!;
    const { itemId, revisionId } = items[0]!;
    const where = { laneId, clientId };
    const [setId, segmentId] = [v4(), v4()];
    const load = { kind: 'single', value, unit: 'kg' } as const;
    const drafts: EventDraft[] = [
      ...openSession(brief),
      {
        type: 'segment-started',
        ...where,
        payload: { setId, segmentId, itemId, movementId: SQUAT, revisionId, load, target: 10 },
      },
      ...(hurts ? [{ type: 'pain-reported', ...where, payload: { setId, kind: 'sharp' } } satisfies EventDraft] : []),
      { type: 'set-ended', ...where, payload: { setId, reason: 'done', amounts: [{ segmentId, amount }] } },
      { type: 'session-ended', payload: {} },
    ];
    const sent = maren.stamp(brief.sessionId, drafts, `${localDate}T09:00:00.000Z`);
    expect(await maren.send(brief.sessionId, sent)).toMatchObject({ refused: [] });
  }
  const { movements } = (await maren.get(`/api/clients/${clientId}/history`).expect(200)).body as HistoryAnswer;
  expect(movements[SQUAT]).toMatchObject({
    bests: [{ unit: 'reps', kg: 20, amount: 9 }],
    first: { localDate: '2026-03-02', kg: 16, amount: 12 },
  });
});

/** Grows with every hour that is coached. */
const GROWING = /^(events|sessions|session_clients|log_\w+|bookings|booking_clients|client_measurements)$/;

test('what is asked while somebody waits goes by an index: every statement that these requests make', async () => {
  // One that has asked nothing yet: a statement is prepared once.
  const fresh = await TestServer.start();
  onTestEnd.push(() => fresh.stop());
  const connection = (fresh.app.get(DataSource).driver as unknown as { databaseConnection: Database.Database })
    .databaseConnection;
  const prepare = connection.prepare.bind(connection);
  const asked = new Set<string>();
  connection.prepare = (sql: string) => {
    asked.add(sql);
    return prepare(sql);
  };

  const owner = await fresh.signIn('owner');
  const ilse = await fresh.client(fresh.owner, 'Ilse Varga-Holm');
  const brief = await owner.start(ilse, [SQUAT], '2026-03-16');
  await owner.send(brief.sessionId, owner.stamp(brief.sessionId, openSession(brief), '2026-03-16T09:00:00.000Z'));
  for (const path of [
    'today?date=2026-03-16',
    'clients',
    'sessions',
    'sessions?live=yes',
    `sessions?clientId=${ilse}`,
    `sessions/${brief.sessionId}`,
    `sessions/${brief.sessionId}/brief`,
    `sessions/${brief.sessionId}/events`,
    `clients/${ilse}/history`,
    `clients/${ilse}/practice`,
    `clients/${ilse}/last-time`,
    `clients/${ilse}/measurements`,
  ]) {
    await owner.get(`/api/${path}`).expect(200);
  }

  const walked: string[] = [];
  for (const sql of asked) {
    // Asked for none: nothing is looked at.
    if (!/^\s*(select|with)/i.test(sql) || sql.includes('(0=1)')) continue;
    const aliases = new Map(
      [...sql.matchAll(/(?:from|join)\s+"?(\w+)"?(?:\s+(?:as\s+)?"?(?!where|on|order|join|group|limit)(\w+)"?)?/gi)].map(
        ([, table, alias]) => [alias ?? table!, table!],
      ),
    );
    for (const { detail } of prepare(`explain query plan ${sql}`).all(...(sql.match(/\?/g) ?? []).map(() => null)) as {
      detail: string;
    }[]) {
      const name = /^SCAN (\w+)/.exec(detail)?.[1];
      const table = name && (aliases.get(name) ?? name);
      if (table && GROWING.test(table)) walked.push(`${table}: ${sql}`);
    }
  }
  expect(asked.size).toBeGreaterThan(20);
  expect(walked).toEqual([]);
});

test('what an answer has meant is told with what was done, and is in the next brief', async () => {
  const clientId = await server.client(server.owner, 'Jonah Abara');
  for (let week = 0; week < 3; week += 1) {
    for (let day = 0; day < 4; day += 1) await session(clientId, `2026-0${3 + week}-0${1 + day}`, [[LAMPS, 'fixed']]);
  }
  const { answers } = (await maren.get(`/api/clients/${clientId}/history`).expect(200)).body as HistoryAnswer;
  expect(answers).toMatchObject({ meanings: [], always: { times: 12 } });
  const [lane] = (await maren.start(clientId, [SQUAT], '2026-06-05')).clients;
  expect(lane!.answers).toEqual(answers);
});

test('what was done under an id of before is the past of the one that it has now, joined with what was done since', async () => {
  const clientId = await server.client(server.owner, 'Wren Tolliver', {
    marks: [{ movementId: SQUAT, mark: 'owned', on: '2026-01-01' }],
  });
  await session(clientId, '2026-04-01', [[LAMPS, 'fixed']]);
  await session(clientId, '2026-04-03', [[LAMPS, 'same']]);
  const before = await maren.get('/api/library').expect(200);
  const { revisions, version } = before.body as StudioLibrary;
  const squat = revisions.find(({ document }) => document.id === SQUAT)!.document;
  const PLAIN = 'waxwing:plain-squat';
  const aliases = [{ of: 'movement', id: SQUAT, now: PLAIN }];
  const text = JSON.stringify({
    format: 'waxwing-library/1',
    vocabulary: { aliases },
    movements: [{ ...squat, id: PLAIN, name: 'Plain squat' }],
  });
  const report = (await maren.post('/api/library/packs', { files: [{ name: 'renamed.yaml', text }] }).expect(200))
    .body as ImportReport;
  // Whatever leads to it leads to the new one.
  expect(report.changed.length).toBeGreaterThan(1);

  const history = (await maren.get(`/api/clients/${clientId}/history`).expect(200)).body as HistoryAnswer;
  expect(Object.keys(history.movements)).toEqual([PLAIN]);
  expect(history.movements[PLAIN]).toMatchObject({ localDate: '2026-04-03', lookedSets: 2, outcomes: [{}, {}] });
  const practice = (await maren.get(`/api/clients/${clientId}/practice`).expect(200)).body as PracticeAnswer;
  expect(practice[PLAIN]).toHaveLength(2);
  const [lane] = (await maren.start(clientId, [PLAIN], '2026-04-05')).clients;
  expect(lane!.book.client[tallyKey(`${PLAIN}/knees-in`, LAMPS)]).toEqual({ trials: 2, score: 1, fixed: 1 });
  expect(lane!.faultRates[`${PLAIN}/knees-in`]).toEqual({ looked: 2, shown: 2 });
  const record = (await maren.get(`/api/clients/${clientId}`).expect(200)).body as ClientSummary;
  expect(record.marks).toMatchObject([{ movementId: PLAIN, mark: 'owned' }]);
  const listed = (await maren.get('/api/clients').expect(200)).body as ClientSummary[];
  expect(listed.find((each) => each.clientId === clientId)).toEqual(record);
  const last = (await maren.get(`/api/clients/${clientId}/last-time`).expect(200)).body as LastTime[];
  expect(last.map(({ movementId }) => movementId)).toEqual([PLAIN]);

  // A device that had the library before asks for what came since, and has the one in place of the other.
  const since = (await maren.get(`/api/library?since=${version}`).expect(200)).body as LibraryAnswer;
  const ids = changedLibrary(before.body as StudioLibrary, since).revisions.map(({ document }) => document.id);
  expect(ids).toContain(PLAIN);
  expect(ids).not.toContain(SQUAT);
  // The log of then says what was done, by the name of then.
  const sessions = (await maren.get(`/api/sessions?clientId=${clientId}`).expect(200)).body as SessionSummary[];
  const answer = (await maren.get(`/api/sessions/${sessions.at(-1)!.sessionId}`).expect(200)).body as SessionAnswer;
  expect(answer.names[SQUAT]).toBe(squat.name);
});
