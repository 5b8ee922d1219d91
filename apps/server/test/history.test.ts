import { afterAll, beforeAll, expect, test } from '@jest/globals';
import type { CueOutcome } from '@waxwing/core/movement';
import { firstName } from '@waxwing/core/client';
import { rankCues, tallyKey } from '@waxwing/core/coaching';
import { foldSession, indexBrief, laneSituation, openSession, type EventDraft, type SessionBrief } from '@waxwing/core/session';
import type Database from 'better-sqlite3';
import { DataSource } from 'typeorm';
import { v4 } from 'uuid';
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
  const fault = { setId, faultId: FAULT, faultTypeId: 'knees-in' };
  const drafts: EventDraft[] = [
    ...openSession(brief),
    {
      type: 'segment-started',
      ...where,
      payload: {
        setId,
        segmentId: v4(),
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
        { type: 'set-ended', ...where, payload: { setId, reason: 'done' } },
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
