import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import type { AddressInfo } from 'node:net';
import type { SessionChanged } from '@waxwing/core/api';
import { countRep } from '@waxwing/core/session';
import { EventStreams } from '../src/http/eventStreams.ts';
import { Floor } from './floor.ts';
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

interface Heard extends SessionChanged {
  readonly id: string;
}

/** A device's stream, as a browser reads it. */
class Reader {
  readonly heard: Heard[] = [];
  private readonly leaving = new AbortController();
  /** Until the stream ends. */
  readonly ended: Promise<void>;

  private constructor(body: ReadableStream<Uint8Array>) {
    this.ended = this.read(body).catch(() => undefined);
  }

  static async open({ cookie }: SignedInClient, last?: string): Promise<Reader> {
    const { port } = server.app.getHttpServer().address() as AddressInfo;
    const headers = { Cookie: cookie, 'Accept-Encoding': 'gzip', ...(last !== undefined && { 'Last-Event-ID': last }) };
    const response = await fetch(`http://127.0.0.1:${port}/api/changes`, { headers });
    expect(response.headers.get('content-type')).toBe('text/event-stream');
    expect(response.headers.get('content-encoding')).toBeNull();
    return new Reader(response.body!);
  }

  private async read(body: ReadableStream<Uint8Array>): Promise<void> {
    const decoder = new TextDecoder();
    let text = '';
    for await (const part of body) {
      if (this.leaving.signal.aborted) return;
      text += decoder.decode(part, { stream: true });
      const messages = text.split('\n\n');
      text = messages.pop()!;
      for (const message of messages) {
        const data = /^data: (.*)$/m.exec(message)?.[1];
        if (data) this.heard.push({ ...(JSON.parse(data) as SessionChanged), id: /^id: (.*)$/m.exec(message)![1]! });
      }
    }
  }

  /** What was said about a session, once there is so much of it. */
  async of(sessionId: string, times = 1): Promise<Heard[]> {
    for (let waited = 0; waited < 100; waited += 1) {
      const found = this.heard.filter((each) => each.sessionId === sessionId);
      if (found.length >= times) return found;
      await new Promise((resolve) => setTimeout(resolve, 20));
    }
    return this.heard.filter((each) => each.sessionId === sessionId);
  }

  close(): void {
    this.leaving.abort();
  }
}

const quiet = () => new Promise((resolve) => setTimeout(resolve, 150));

describe('devices that look at one session', () => {
  test('hear at once that it has changed and by whom, and nothing of what happened', async () => {
    const floor = await Floor.open(server, owner, 'Ilse Varga-Holm');
    const reader = await Reader.open(owner);
    await floor.tap(countRep);
    const [change] = await reader.of(floor.brief.sessionId);
    expect(Object.keys(change!).sort()).toEqual(['by', 'id', 'sessionId']);
    expect(change!.by).toBe(owner.replicaId);
    reader.close();
  });

  test('whose client it isn’t hears nothing of it', async () => {
    const floor = await Floor.open(server, owner, 'Priya Castellan');
    const reader = await Reader.open(trainer);
    await floor.tap(countRep);
    await quiet();
    expect(reader.heard.filter(({ sessionId }) => sessionId !== null)).toEqual([]);
    reader.close();
  });

  test('whoever comes back is told that something may have been missed, unless nothing was', async () => {
    const floor = await Floor.open(server, owner, 'Odalys Finch');
    const first = await Reader.open(owner);
    await floor.tap(countRep);
    const last = (await first.of(floor.brief.sessionId)).at(-1)!;
    first.close();
    const same = await Reader.open(owner, last.id);
    await quiet();
    expect(same.heard).toEqual([]);
    await floor.tap(countRep);
    expect(await same.of(floor.brief.sessionId)).toHaveLength(1);
    same.close();
    const late = await Reader.open(owner, last.id);
    await quiet();
    expect(late.heard).toMatchObject([{ sessionId: null }]);
    late.close();
  });

  test('the stream ends with the sign-in, needs one, and one trainer holds only so many', async () => {
    await server.anonymous().get('/api/changes').expect(401);
    const leaving = await server.signIn('trainer');
    const reader = await Reader.open(leaving);
    await leaving.post('/api/sign-out', {}).expect(204);
    await server.app.get(EventStreams).beat();
    await reader.ended;
    const readers: Reader[] = [];
    for (let n = 0; n < 12; n += 1) readers.push(await Reader.open(trainer));
    await readers[0]!.ended;
    expect(server.app.get(EventStreams).count).toBeLessThanOrEqual(8 + 5);
    for (const each of readers) each.close();
  });

  test('a server that is told to stop ends them', async () => {
    const other = server;
    server = await TestServer.start();
    const reader = await Reader.open(await server.signIn('owner'));
    await server.stop();
    await reader.ended;
    server = other;
  });
});
