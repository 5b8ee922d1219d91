import { afterEach, beforeEach, describe, expect, jest, test } from '@jest/globals';
import { boardBrief, boardState, countRep } from '@waxwing/core/session';
import type { BoardAnswer, BoardMoved } from '@waxwing/core/api';
import { floor } from '../../../../../packages/core/src/test/floor.ts';
import { ASK_MS, type Stream } from '../../shared/device/sessionChanges.ts';
import { BoardReader } from './boardReader.ts';

class FakeStream implements Stream {
  readyState = 1;
  private listener: ((event: { readonly data: string }) => void) | null = null;

  addEventListener(_type: 'message', listener: (event: { readonly data: string }) => void): void {
    this.listener = listener;
  }

  say(moved: BoardMoved): void {
    this.listener?.({ data: JSON.stringify(moved) });
  }

  close(): void {
    this.readyState = 2;
  }
}

const hour = floor();
const answer = (key = 'one'): BoardAnswer => {
  const { state } = hour.look();
  return { brief: boardBrief(hour.brief, state, true), state: boardState(state), key };
};
let stream: FakeStream;
let fetched: jest.SpiedFunction<typeof fetch>;
let reader: BoardReader;

/** What the server answers from now on. */
function serve(status: number, body: object): void {
  fetched.mockImplementation(() =>
    Promise.resolve(new Response(JSON.stringify(body), { status, headers: { 'Waxwing-Epoch': 'e' } })),
  );
}
const settle = () => jest.advanceTimersByTimeAsync(1);
const begin = () => {
  stream = new FakeStream();
  reader = new BoardReader('secret', () => stream);
  reader.start();
};

beforeEach(() => {
  jest.useFakeTimers();
  fetched = jest.spyOn(globalThis, 'fetch');
  serve(200, answer());
});
afterEach(() => {
  reader.close();
  jest.useRealTimers();
  jest.restoreAllMocks();
});

describe('a board that is read', () => {
  test('is asked for whole once, and then moves with what is said', async () => {
    begin();
    await settle();
    expect(reader.getShown()).toMatchObject({ kind: 'shown', isCutOff: false });
    hour.tap(countRep);
    stream.say({ key: 'one', state: answer().state });
    expect(reader.getShown()).toMatchObject({ state: { lanes: [{ sets: [{ segments: [{ counted: 1 }] }] }] } });
    expect(fetched).toHaveBeenCalledTimes(1);
    serve(200, answer('two'));
    stream.say({ key: 'two', state: answer().state });
    await settle();
    expect(fetched).toHaveBeenCalledTimes(2);
  });

  test('without a network it says that it may be old, and goes on when it comes back', async () => {
    begin();
    await settle();
    stream.readyState = 0;
    fetched.mockRejectedValue(new TypeError('no network'));
    await jest.advanceTimersByTimeAsync(ASK_MS);
    expect(reader.getShown()).toMatchObject({ kind: 'shown', isCutOff: true });
    serve(200, answer());
    await jest.advanceTimersByTimeAsync(ASK_MS);
    expect(reader.getShown()).toMatchObject({ kind: 'shown', isCutOff: false });
  });

  test('closed it is gone', async () => {
    serve(404, { message: 'This board isn’t shown any more' });
    begin();
    await settle();
    expect(reader.getShown()).toEqual({ kind: 'gone' });
  });
});
