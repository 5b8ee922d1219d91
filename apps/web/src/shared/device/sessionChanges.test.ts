import { afterEach, beforeEach, describe, expect, jest, test } from '@jest/globals';
import type { SessionChanged } from '@waxwing/core/api';
import { v4 } from 'uuid';
import { ASK_MS, SessionChanges, type Stream } from './sessionChanges.ts';

/** A stream that says what a test wants. */
class FakeStream implements Stream {
  readyState = 1;
  isClosed = false;
  private listener: ((event: { readonly data: string }) => void) | null = null;

  addEventListener(_type: 'message', listener: (event: { readonly data: string }) => void): void {
    this.listener = listener;
  }

  say(change: SessionChanged): void {
    this.listener?.({ data: JSON.stringify(change) });
  }

  close(): void {
    this.isClosed = true;
  }
}

/** One holder at a time, as a browser's tabs have it. */
function fakeLocks() {
  let held: Promise<unknown> = Promise.resolve();
  const request = (_name: string, { signal }: { signal: AbortSignal }, work: () => Promise<unknown>) => {
    const mine = held.then(() => (signal.aborted ? undefined : work()));
    held = mine.catch(() => undefined);
    return mine;
  };
  return { request } as unknown as Pick<LockManager, 'request'>;
}

const ABOUT: SessionChanged = { sessionId: 'one', by: null };
const settle = () => new Promise<void>((resolve) => setTimeout(resolve, 30));
let opened: FakeStream[];
let made: SessionChanges[];

function changes(trainerId: string, locks: Pick<LockManager, 'request'> | undefined): SessionChanges {
  const one = new SessionChanges(
    trainerId,
    () => {
      opened.push(new FakeStream());
      return opened.at(-1)!;
    },
    locks,
  );
  made.push(one);
  return one;
}

beforeEach(() => {
  opened = [];
  made = [];
});
afterEach(() => {
  jest.useRealTimers();
  for (const one of made) one.close();
});

describe('what other devices change', () => {
  test('is heard in every tab over one stream, and by the next tab when the first is closed', async () => {
    const [locks, trainerId] = [fakeLocks(), v4()];
    const heard: string[] = [];
    const first = changes(trainerId, locks);
    first.listen(() => heard.push('first'));
    changes(trainerId, locks).listen(() => heard.push('second'));
    await settle();
    expect(opened).toHaveLength(1);
    opened[0]!.say(ABOUT);
    await settle();
    expect(heard.sort()).toEqual(['first', 'second']);
    first.close();
    await settle();
    expect(opened).toHaveLength(2);
    expect(opened[0]!.isClosed).toBe(true);
  });

  test('while the stream stands still it is asked for now and then, and opened anew where the browser gave up', () => {
    jest.useFakeTimers();
    const heard: SessionChanged[] = [];
    changes(v4(), undefined).listen((change) => heard.push(change));
    jest.advanceTimersByTime(ASK_MS);
    expect(heard).toEqual([]);
    opened[0]!.readyState = 0;
    jest.advanceTimersByTime(ASK_MS);
    expect(heard).toEqual([{ sessionId: null, by: null }]);
    expect(opened).toHaveLength(1);
    opened[0]!.readyState = 2;
    jest.advanceTimersByTime(ASK_MS);
    expect(opened).toHaveLength(2);
  });

  test('nobody listens, nothing is open', async () => {
    const one = changes(v4(), undefined);
    one.listen(() => undefined)();
    await settle();
    expect(opened.every(({ isClosed }) => isClosed)).toBe(true);
  });
});
