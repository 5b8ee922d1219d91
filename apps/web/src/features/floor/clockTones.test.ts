import { afterEach, beforeEach, describe, expect, jest, test } from '@jest/globals';
import { clockScore, indexBrief, type ClockScore } from '@waxwing/core/session';
import { briefOfPlan } from '../../../../../packages/core/src/test/briefOfPlan.ts';
import { blockOf, itemOf, planOf } from '../../../../../packages/core/src/test/plans.ts';
import { ClockTones, tonesOf } from './clockTones.ts';

const ALL = { loudness: 0.25, halfWay: true, lastThree: true };
const NINE = Date.UTC(2026, 2, 2, 9, 0, 0);

function scoreOf(rounds: number): ClockScore {
  const format = { kind: 'intervals', workSeconds: 30, restSeconds: 15, rounds, order: 'by-round' } as const;
  const plan = planOf([blockOf(format, [itemOf('goblet-squat')])]);
  return clockScore(indexBrief(briefOfPlan(plan)), plan.blocks[0]!.blockId)!;
}

describe('what is heard', () => {
  test('three ticks before work and before its end, half-way, a long tone at each change', () => {
    const tones = tonesOf(scoreOf(2), -10, 45, ALL);
    expect(tones.map(({ atSeconds }) => atSeconds)).toEqual([-3, -2, -1, 0, 15, 27, 28, 29, 30, 42, 43, 44]);
    expect(tones.filter(({ lengthSeconds }) => lengthSeconds > 0.2).map(({ atSeconds, hertz }) => [atSeconds, hertz])).toEqual([
      [0, 990],
      [30, 440],
    ]);
  });

  test('two tones where sides are changed, one as each station is shown, and nothing that isn’t wanted', () => {
    const format = { kind: 'intervals', workSeconds: 30, restSeconds: 15, rounds: 1, order: 'by-round' } as const;
    const plan = planOf([blockOf(format, [itemOf('side-plank')])]);
    const score = clockScore(indexBrief(briefOfPlan(plan)), plan.blocks[0]!.blockId)!;
    const heard = (settings: Partial<typeof ALL>) =>
      tonesOf(score, -40, 100, { ...ALL, ...settings }).map(({ atSeconds }) => atSeconds);
    expect(heard({})).toEqual([-30, -3, -2, -1, 0, 15, 15.25, 27, 28, 29, 30]);
    expect(heard({ lastThree: false })).toEqual([-30, 0, 15, 15.25, 30]);
    expect(tonesOf(scoreOf(1), 0, 40, { ...ALL, halfWay: false, lastThree: false }).map(({ atSeconds }) => atSeconds)).toEqual([
      0, 30,
    ]);
  });

  test('only what is still to come, and one tone at a time', () => {
    expect(tonesOf(scoreOf(2), 29.5, 44, ALL).map(({ atSeconds }) => atSeconds)).toEqual([30, 42, 43]);
    const starts = planOf([blockOf({ kind: 'emom', everySeconds: 60, rounds: 3 }, [itemOf('goblet-squat')])]);
    const score = clockScore(indexBrief(briefOfPlan(starts)), starts.blocks[0]!.blockId)!;
    // Where one stretch ends the next begins: that is what counts.
    expect(tonesOf(score, 59.5, 61, ALL)).toEqual([{ atSeconds: 60, hertz: 990, lengthSeconds: 0.5 }]);
  });
});

/** What was handed to the audio clock: when, by that clock. */
class FakeAudio {
  static latest: FakeAudio;
  static state = 'running';
  currentTime = 100;
  onstatechange: (() => void) | null = null;
  readonly started: number[] = [];
  readonly live = new Set<object>();
  readonly destination = {};
  constructor() {
    FakeAudio.latest = this;
  }
  get state(): string {
    return FakeAudio.state;
  }
  resume(): Promise<void> {
    FakeAudio.state = 'running';
    return Promise.resolve();
  }
  createGain(): object {
    return { gain: { setValueAtTime: () => 0, exponentialRampToValueAtTime: () => 0 }, connect: () => ({}) };
  }
  createOscillator(): object {
    const node = {
      frequency: { value: 0 },
      connect: (to: object) => to,
      start: (when: number) => {
        this.started.push(when);
        this.live.add(node);
      },
      stop: () => undefined,
      disconnect: () => this.live.delete(node),
    };
    return node;
  }
}

describe('tones on the audio clock', () => {
  const score = scoreOf(2);
  const clockAt = (seconds: number, holdSeconds = 0) => ({
    blockId: score.blockId,
    at: new Date(NINE).toISOString(),
    seconds,
    isRunning: true,
    holdSeconds,
    shows: false,
  });

  beforeEach(() => {
    jest.useFakeTimers({ now: NINE });
    FakeAudio.state = 'running';
    (globalThis as { AudioContext?: unknown }).AudioContext = FakeAudio;
  });
  afterEach(() => {
    jest.useRealTimers();
    delete (globalThis as { AudioContext?: unknown }).AudioContext;
  });

  test('are handed over ahead, each at its instant; held, they come that much later', () => {
    const tones = new ClockTones();
    tones.follow(score, clockAt(-10), ALL);
    const { started } = FakeAudio.latest;
    expect(started.slice(0, 4)).toEqual([107, 108, 109, 110]);
    expect(Math.max(...started)).toBe(100 + 10 + score.seconds);
    started.length = 0;
    tones.follow(score, clockAt(5, 30), ALL);
    // Ten more seconds to half-way, and thirty that it is held for.
    expect(started[0]).toBe(140);
    tones.stop();
    expect(FakeAudio.latest.live.size).toBe(0);
  });

  test('a clock that stands is silent, and one that was moved takes back what was handed over', () => {
    const tones = new ClockTones();
    tones.follow(score, clockAt(-10), ALL);
    const before = FakeAudio.latest.live.size;
    tones.follow(score, clockAt(40), ALL);
    expect(FakeAudio.latest.live.size).toBeLessThan(before);
    tones.follow(score, { ...clockAt(40), isRunning: false }, ALL);
    expect(FakeAudio.latest.live.size).toBe(0);
  });

  test('kept silent by the browser it says so, and hands everything over anew once it is allowed', async () => {
    const tones = new ClockTones();
    expect(tones.isSilenced).toBe(false);
    FakeAudio.state = 'suspended';
    tones.follow(score, clockAt(-10), ALL);
    expect(tones.isSilenced).toBe(true);
    const audio = FakeAudio.latest;
    // Six seconds in which its own clock stood.
    jest.setSystemTime(NINE + 6000);
    await tones.allow();
    audio.started.length = 0;
    audio.onstatechange?.();
    expect(tones.isSilenced).toBe(false);
    expect(audio.started[0]).toBe(101);
  });
});
