import { afterEach, beforeEach, expect, jest, test } from '@jest/globals';
import { TempoCaller } from './tempoCaller.ts';

const SLOW = { lowerSeconds: 2, turnSeconds: 0, liftSeconds: 1, finishSeconds: 0 };
let spoken: string[];
let started: number[];
let now: number;

class FakeAudio {
  readonly destination = {};
  get currentTime(): number {
    return now;
  }
  resume(): Promise<void> {
    return Promise.resolve();
  }
  createGain() {
    return {
      gain: { setValueAtTime: () => undefined, exponentialRampToValueAtTime: () => undefined },
      connect: () => undefined,
    };
  }
  createOscillator() {
    const node = {
      frequency: { value: 0 },
      connect: (to: object) => to,
      disconnect: () => undefined,
      start: (at: number) => started.push(at),
      stop: () => undefined,
    };
    return { ...node, connect: () => ({ connect: () => undefined }) };
  }
}

beforeEach(() => {
  jest.useFakeTimers();
  [spoken, started, now] = [[], [], 10];
  const speechSynthesis = { speak: ({ text }: { text: string }) => spoken.push(text), cancel: () => undefined };
  class Utterance {
    constructor(readonly text: string) {}
  }
  Object.assign(globalThis, { window: { speechSynthesis }, SpeechSynthesisUtterance: Utterance, AudioContext: FakeAudio });
});
afterEach(() => {
  jest.useRealTimers();
});

test('words are spoken second by second, rep after rep, and no more once it is stopped', () => {
  const caller = new TempoCaller();
  caller.start(SLOW, 'voice');
  jest.advanceTimersByTime(1000 + 3000 + 2100);
  expect(spoken).toEqual(['go', '2', 'back', 'go', '2', 'back']);
  caller.stop();
  jest.advanceTimersByTime(10_000);
  expect(spoken).toHaveLength(6);
});

test('ticks are handed to the audio clock before they are due, without a gap between reps', async () => {
  const caller = new TempoCaller();
  await caller.allow();
  caller.start(SLOW, 'ticks');
  for (let step = 0; step < 8; step += 1) {
    now += 0.5;
    jest.advanceTimersByTime(500);
  }
  expect(started.slice(0, 6)).toEqual([11, 12, 13, 14, 15, 16]);
});
