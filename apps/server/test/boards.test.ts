import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import type { AddressInfo } from 'node:net';
import type { BoardAnswer, BoardMoved, OpenBoard } from '@waxwing/core/api';
import { countRep } from '@waxwing/core/session';
import { Floor } from './floor.ts';
import { TestServer, type SignedInClient } from './testServer.ts';

let server: TestServer;
let owner: SignedInClient;
let lines: string[];

beforeAll(async () => {
  lines = [];
  server = await TestServer.start({ quiet: false, write: (line) => lines.push(line) });
  owner = await server.signIn('owner');
});
afterAll(() => server.stop());

const board = (sessionId: string) => `/api/sessions/${sessionId}/board`;

async function opened(name: string, hasNames = true) {
  const floor = await Floor.open(server, owner, name);
  const { sessionId } = floor.brief;
  const { code } = (await owner.post(board(sessionId), { hasNames }).expect(201)).body as OpenBoard;
  return { floor, sessionId, code };
}

async function pair(code: string): Promise<string> {
  return ((await server.anonymous().post('/api/board-code').send({ code }).expect(200)).body as { token: string }).token;
}

describe('a board on a device where nobody is signed in', () => {
  test('is found by six digits, shows where the hour stands, and follows it', async () => {
    const { floor, sessionId, code } = await opened('Ilse Varga-Holm');
    expect(code).toMatch(/^\d{6}$/);
    expect(((await owner.post(board(sessionId), { hasNames: true })).body as OpenBoard).code).toBe(code);
    const token = await pair(code);
    const { body } = await server.anonymous().get(`/api/boards/${token}`).expect(200);
    const { brief, state, key } = body as BoardAnswer;
    expect(brief.clients.map(({ name }) => name)).toEqual(['Ilse']);
    expect(state.status).toBe('live');
    expect(JSON.stringify(body)).not.toContain(floor.brief.clients[0]!.clientId);
    expect(((await owner.get(board(sessionId))).body as { board: OpenBoard }).board.devices).toBe(1);

    const { port } = server.app.getHttpServer().address() as AddressInfo;
    const leaving = new AbortController();
    const response = await fetch(`http://127.0.0.1:${port}/api/boards/${token}/changes`, { signal: leaving.signal });
    const moves: BoardMoved[] = [];
    const reading = (async () => {
      let text = '';
      for await (const part of response.body!) {
        text += new TextDecoder().decode(part);
        const messages = text.split('\n\n');
        text = messages.pop()!;
        for (const message of messages) if (message.startsWith('data: ')) moves.push(JSON.parse(message.slice(6)) as BoardMoved);
      }
    })().catch(() => undefined);
    await floor.tap(countRep);
    await floor.tap(countRep);
    for (let waited = 0; waited < 100 && moves.at(-1)?.state.lanes[0]?.sets[0]?.segments[0]?.counted !== 2; waited += 1) {
      await new Promise((resolve) => setTimeout(resolve, 20));
    }
    expect(moves.at(-1)).toMatchObject({ key, state: { lanes: [{ sets: [{ segments: [{ counted: 2 }] }] }] } });
    leaving.abort();
    await reading;
    expect(lines.some((line) => line.includes(token))).toBe(false);
  });

  test('names nobody where that was chosen, and whoever joins is on it', async () => {
    const { sessionId, code } = await opened('Priya Castellan', false);
    const token = await pair(code);
    const { body } = await server.anonymous().get(`/api/boards/${token}`).expect(200);
    expect(JSON.stringify(body)).not.toContain('Priya');
    await owner.post(board(sessionId), { hasNames: true }).expect(201);
    const again = (await server.anonymous().get(`/api/boards/${token}`).expect(200)).body as BoardAnswer;
    expect(again.key).not.toBe((body as BoardAnswer).key);
    expect(again.brief.clients[0]!.name).toBe('Priya');
  });

  test('closed it shows nothing, and its code finds nothing; another’s board nobody opens or closes', async () => {
    const { sessionId, code } = await opened('Odalys Finch');
    const other = await server.signIn('trainer');
    await other.get(board(sessionId)).expect(404);
    await other.post(board(sessionId), { hasNames: true }).expect(404);
    await other.delete(board(sessionId)).expect(404);
    const token = await pair(code);
    await owner.delete(board(sessionId)).expect(204);
    await server.anonymous().get(`/api/boards/${token}`).expect(404);
    await server.anonymous().get(`/api/boards/${token}/changes`).expect(404);
    await server.anonymous().post('/api/board-code').send({ code }).expect(404);
    expect((await owner.get(board(sessionId))).body).toEqual({ board: null });
  });

  test('goes with the session when its only client is forgotten', async () => {
    const { floor, code } = await opened('Tobiah Renn');
    const token = await pair(code);
    await owner.delete(`/api/clients/${floor.brief.clients[0]!.clientId}`, { name: 'Tobiah Renn' }).expect(204);
    await server.anonymous().get(`/api/boards/${token}`).expect(404);
    await server.anonymous().post('/api/board-code').send({ code }).expect(404);
  });

  test('digits aren’t guessed: after ten wrong tries an address waits, and what is no code is said at its field', async () => {
    const bad = await server.anonymous().post('/api/board-code').send({ code: '12 34' }).expect(400);
    expect(bad.body).toMatchObject({ problems: [{ path: 'code', message: 'type the six digits' }] });
    const statuses: number[] = [];
    for (let n = 0; n < 12; n += 1) {
      const code = String(n).padStart(6, '0');
      statuses.push((await server.anonymous().post('/api/board-code').send({ code })).status);
    }
    expect(statuses).toContain(404);
    expect(statuses.at(-1)).toBe(429);
  });
});
