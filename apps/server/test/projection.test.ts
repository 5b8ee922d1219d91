import { afterAll, beforeAll, describe, expect, jest, test } from '@jest/globals';
import { countRep, type EventDraft } from '@waxwing/core/session';
import type { HistoryAnswer, SessionAnswer } from '@waxwing/core/api';
import { DataSource } from 'typeorm';
import { EventLog } from '../src/sessions/eventLog.ts';
import { History } from '../src/sessions/history.ts';
import { Reprojection } from '../src/sessions/reprojection.ts';
import { PROJECTED, SessionLogEntity } from '../src/sessions/session.entities.ts';
import { FAULT, Floor, SQUAT } from './floor.ts';
import { TestServer, type SignedInClient } from './testServer.ts';

const HARDER = 'waxwing:tempo-squat';

let server: TestServer;
let owner: SignedInClient;

beforeAll(async () => {
  server = await TestServer.start();
  owner = await server.signIn('owner');
});
afterAll(() => server.stop());

/** Every row of a session's log, as the database has it. */
async function rowsOf(sessionId: string): Promise<Record<string, object[]>> {
  const { manager } = server.app.get(DataSource);
  const rows: Record<string, object[]> = {};
  for (const entity of [...PROJECTED, SessionLogEntity]) {
    const found = await manager.findBy(entity, { sessionId });
    rows[entity.name] = found
      .map((row) => JSON.stringify(row))
      .sort()
      .map((row) => JSON.parse(row) as object);
  }
  return rows;
}

describe('the log that is kept up to date event by event', () => {
  test('is, row for row, the one that is built from all events at once', async () => {
    const floor = await Floor.open(server, owner, 'Ilse Varga-Holm');
    await floor.set();
    await floor.set();
    const [rep] = await floor.tap(countRep);
    await floor.say([{ type: 'retracted', laneId: floor.laneId, payload: { eventId: rep!.id } }]);
    const step = await rowsOf(floor.brief.sessionId);
    expect(step.LogSegmentEntity).toHaveLength(2);
    expect(step.LogFaultEntity).toEqual([
      expect.objectContaining({ side: 'left', status: 'fixed', severity: 'risk', movementId: SQUAT }),
      expect.objectContaining({ side: 'right', status: 'fixed' }),
      expect.objectContaining({ side: 'left' }),
      expect.objectContaining({ side: 'right' }),
    ]);
    expect(step.SessionLogEntity).toEqual([]);
    await server.app.get(Reprojection).all();
    expect(await rowsOf(floor.brief.sessionId)).toEqual(step);

    await floor.say([
      {
        type: 'decision-made',
        laneId: floor.laneId,
        clientId: floor.brief.clients[0]!.clientId,
        payload: { movementId: SQUAT, kind: 'raise', text: 'Ready to try it', reasons: [], instead: HARDER },
      },
      { type: 'session-ended', payload: {} },
    ]);
    const ended = await rowsOf(floor.brief.sessionId);
    expect(ended.SessionLogEntity).toHaveLength(1);
    expect(ended.LogDecisionEntity).toEqual([expect.objectContaining({ instead: HARDER, load: null, target: null })]);
    const { body } = await owner.get(`/api/clients/${floor.brief.clients[0]!.clientId}/history`).expect(200);
    expect((body as HistoryAnswer).due).toContainEqual(expect.objectContaining({ movementId: SQUAT, instead: HARDER }));
    await server.app.get(Reprojection).all();
    expect(await rowsOf(floor.brief.sessionId)).toEqual(ended);
  });

  test('says of a set what plan and statistics ask: side, kilograms, time under work, who did it, whether it hurt', async () => {
    const floor = await Floor.open(server, owner, 'Priya Castellan');
    await floor.set();
    const [segment] = (await rowsOf(floor.brief.sessionId)).LogSegmentEntity!;
    expect(segment).toMatchObject({
      ordinal: 0,
      setOrdinal: 1,
      stepId: null,
      looked: true,
      unit: 'reps',
      amount: 2,
      kilograms: 0,
      seconds: 0,
      onClock: false,
      actor: 'trainer',
      pain: false,
      isLast: true,
      setAmount: 2,
      clean: true,
      effort: 'about-right',
    });
  });

  test('a session that goes on is read as it is now', async () => {
    const floor = await Floor.open(server, owner, 'Odalys Finch');
    const done = async () => {
      const answer = (await owner.get(`/api/sessions/${floor.brief.sessionId}`).expect(200)).body as SessionAnswer;
      return answer.log.lanes[0]!.items[0]!.sets[0]?.segments[0]?.amount ?? 0;
    };
    expect(await done()).toBe(0);
    await floor.tap(countRep);
    await floor.tap(countRep);
    expect(await done()).toBe(2);
  });

  test('a batch that fails half-way leaves memory and file as they were; the next goes on from what is stored', async () => {
    const floor = await Floor.open(server, owner, 'Tobiah Renn');
    await floor.tap(countRep);
    const stored = await rowsOf(floor.brief.sessionId);
    const insert = jest.spyOn(EventLog.prototype as unknown as { goOn: () => Promise<never> }, 'goOn');
    insert.mockRejectedValueOnce(new Error('the disk went away'));
    const tap: EventDraft = { type: 'note', laneId: floor.laneId, payload: { text: 'Lost on the way.' } };
    const lost = floor.stamp([tap]);
    await owner.post(`/api/sessions/${floor.brief.sessionId}/events`, { events: lost }).expect(500);
    insert.mockRestore();
    expect(await rowsOf(floor.brief.sessionId)).toEqual(stored);
    await floor.tap(countRep);
    expect((await rowsOf(floor.brief.sessionId)).LogSegmentEntity).toEqual([expect.objectContaining({ amount: 2 })]);
    // What was not acknowledged is sent again, and arrives.
    expect(await owner.send(floor.brief.sessionId, lost)).toMatchObject({ kept: [lost[0]!.id] });
  });
});

describe('reads over many', () => {
  test('one question for all clients gives each what one for each would', async () => {
    const history = server.app.get(History);
    const { studioId } = server.owner;
    const floors = [await Floor.open(server, owner, 'Jonah Abara'), await Floor.open(server, owner, 'Wren Tolliver')];
    for (const floor of floors) {
      await floor.set();
      await floor.say([{ type: 'session-ended', payload: {} }]);
    }
    const ids = floors.map(({ brief }) => brief.clients[0]!.clientId);
    const books = await history.tallies(studioId, ids);
    const rates = await history.faultRates(studioId, ids);
    for (const id of ids) {
      expect(books.get(id)).toEqual((await history.tallies(studioId, [id])).get(id));
      expect(rates.get(id)).toEqual((await history.faultRates(studioId, [id])).get(id));
      // A fault on both sides is one fault of the set.
      expect(rates.get(id)![FAULT]).toEqual({ shown: 1, looked: 1 });
    }
    const [mine, other] = ids.map((id) => books.get(id)!);
    const trialsOf = (book: Record<string, { trials: number }>) =>
      Object.values(book).reduce((sum, { trials }) => sum + trials, 0);
    expect(trialsOf(mine!.client)).toBe(1);
    expect(trialsOf(mine!.others)).toBeGreaterThanOrEqual(trialsOf(other!.client));
    expect(trialsOf(mine!.othersByType)).toBe(trialsOf(mine!.others));
  });
});
