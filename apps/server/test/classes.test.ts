import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import {
  clientOf,
  indexBrief,
  laneSituation,
  openSession,
  SessionFold,
  beginSet,
  countRep,
  endSet,
  lookClean,
  rateEffort,
  sayBestCue,
  seeFault,
  type ActionContext,
  type EventDraft,
  type SessionBrief,
} from '@waxwing/core/session';
import type { SessionAnswer, SessionSummary } from '@waxwing/core/api';
import { v4, v7 } from 'uuid';
import { FAULT, SQUAT } from './floor.ts';
import { TestServer, type SignedInClient } from './testServer.ts';

let server: TestServer;
let owner: SignedInClient;
let trainer: SignedInClient;

beforeAll(async () => {
  server = await TestServer.start();
  owner = await server.signIn('owner');
  trainer = await server.signIn('trainer');
});
afterAll(() => server.stop());

const LEVELS = ['First timers', 'Regulars'];
const formOf = (lanes: readonly object[]) => ({ sessionId: v7(), localDate: '2026-03-02', zone: 'Etc/UTC', lanes });
const levels = () => LEVELS.map((level) => ({ laneId: v7(), level, movements: [{ movementId: SQUAT, sets: 2 }] }));

/** A class on the floor of its trainer. */
async function classOf(by: SignedInClient) {
  const brief = (await by.post('/api/sessions', formOf(levels())).expect(201)).body as SessionBrief;
  const index = indexBrief(brief);
  const fold = new SessionFold();
  const say = async (drafts: readonly EventDraft[]) => {
    if (drafts.length === 0) return;
    const events = by.stamp(brief.sessionId, drafts, '2026-03-02T09:00:00.000Z');
    fold.add(events);
    expect(await by.send(brief.sessionId, events)).toMatchObject({ refused: [] });
  };
  const tap = async (at: number, ...actions: ((context: ActionContext) => readonly EventDraft[])[]) => {
    for (const action of actions) {
      const situation = laneSituation(index, fold.state, brief.clients[at]!.laneId)!;
      await say(action({ index, state: fold.state, situation, newId: v4 }));
    }
  };
  await say(openSession(brief));
  return { brief, fold, say, tap };
}

describe('a class', () => {
  test('has levels instead of people, runs as any hour does, and its log keeps what was done and said', async () => {
    const { brief, fold, say, tap } = await classOf(owner);
    expect(brief.clients.map(({ name, healthNotAsked }) => [name, healthNotAsked])).toEqual(
      LEVELS.map((name) => [name, undefined]),
    );
    expect(fold.state.lanes.map(clientOf)).toEqual([null, null]);
    await tap(
      0,
      beginSet,
      countRep,
      (context) => seeFault(context, FAULT),
      sayBestCue,
      (context) => endSet(context, 'done'),
    );
    // Nothing is asked per head.
    await tap(0, (context) => rateEffort(context, { effort: 'about-right' }));
    await tap(1, beginSet, lookClean, (context) => endSet(context, 'done'));
    await say([{ type: 'session-ended', payload: {} }]);
    const answer = (await owner.get(`/api/sessions/${brief.sessionId}`).expect(200)).body as SessionAnswer;
    expect(answer).toMatchObject({ isClass: true, status: 'ended', movementNames: ['Bodyweight squat'] });
    expect(answer.clients.map(({ name }) => name)).toEqual(LEVELS);
    const sets = answer.log.lanes.map(({ items }) => items[0]!.sets);
    expect(sets[0]![0]).toMatchObject({ amount: 1, effort: null, faults: [{ faultId: FAULT }], trials: [{}] });
    expect(sets[1]![0]).toMatchObject({ clean: true });
    const list = (await owner.get('/api/sessions').expect(200)).body as SessionSummary[];
    expect(list.find(({ sessionId }) => sessionId === brief.sessionId)).toMatchObject({ isClass: true });
  });

  test('is its trainer’s alone, in every way that a session is asked for', async () => {
    const { brief } = await classOf(owner);
    const { sessionId } = brief;
    for (const path of ['', '/brief', '/events', '/board']) await trainer.get(`/api/sessions/${sessionId}${path}`).expect(404);
    const events = trainer.stamp(sessionId, [{ type: 'note', payload: { text: 'Not mine' } }], '2026-03-02T09:00:00.000Z');
    await trainer.post(`/api/sessions/${sessionId}/events`, { events }).expect(404);
    const list = (await trainer.get('/api/sessions').expect(200)).body as SessionSummary[];
    expect(list.some((each) => each.sessionId === sessionId)).toBe(false);
    const live = (await trainer.get('/api/sessions?live=yes').expect(200)).body as SessionSummary[];
    expect(live.some((each) => each.sessionId === sessionId)).toBe(false);
  });

  test('isn’t mixed with people, nobody joins it by name, and asked twice it is begun once', async () => {
    const clientId = await server.client(server.owner, 'Tobiah Renn');
    const named = { laneId: v7(), clientId, movements: [{ movementId: SQUAT }] };
    const mixed = await owner.post('/api/sessions', formOf([named, ...levels()])).expect(400);
    expect(mixed.body).toMatchObject({ problems: [{ path: 'lanes[1].clientId' }] });
    const form = formOf(levels());
    await owner.post('/api/sessions', form).expect(201);
    await owner.post('/api/sessions', form).expect(201);
    const joined = await owner.post(`/api/sessions/${form.sessionId}/lanes`, named).expect(400);
    expect(joined.body).toMatchObject({
      problems: [{ path: 'clientId', message: expect.stringContaining('a class has no names') }],
    });
  });
});
