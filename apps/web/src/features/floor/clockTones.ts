import { serverNow } from '../../shared/server.ts';
import { clockPosition, COUNT_IN_SECONDS, readClock, stationFrom, type ClockScore } from '@waxwing/core/session';
import type { SessionState } from '@waxwing/core/session';
import type { SoundSettings } from './soundSettings.ts';

type Clock = NonNullable<SessionState['clock']>;

/** How a device wants it. */
export type ToneSettings = Pick<SoundSettings, 'loudness' | 'halfWay' | 'lastThree'>;

/** A tone at an instant of the clock. */
interface Tone {
  readonly atSeconds: number;
  readonly hertz: number;
  readonly lengthSeconds: number;
}

/** A shorter stretch needs no half-way. */
const HALF_WAY_LEAST = 20;
const CHANGE = { hertz: 880, lengthSeconds: 0.15 };

/** So far ahead tones are handed to the audio clock, which goes on while the page sleeps. */
const AHEAD_SECONDS = 120;
/** They are handed over anew so often. */
const AGAIN_MS = 25_000;

/**
 * Three ticks before every change, a long one when work begins, a low one when it ends, a short one at half-way, two where sides are changed or the next
 * part of a set begins; one as each station is shown.
 */
export function tonesOf(
  score: ClockScore,
  fromSeconds: number,
  untilSeconds: number,
  { halfWay, lastThree }: Pick<ToneSettings, 'halfWay' | 'lastThree'>,
): readonly Tone[] {
  const tones: Tone[] = [];
  const tick = (atSeconds: number) => tones.push({ atSeconds, hertz: 660, lengthSeconds: 0.08 });
  for (const [station] of score.stations.entries()) tick(stationFrom(score, station));
  for (const { kind, fromSeconds: from, untilSeconds: until, works } of score.steps) {
    if (kind !== 'rest') {
      if (lastThree) for (const before of [3, 2, 1]) tick(from - before);
      tones.push({ atSeconds: from, hertz: 990, lengthSeconds: 0.5 });
      const parts = works.flatMap(({ parts: [, ...following] }) => following);
      for (const { afterSeconds } of parts)
        for (const later of [0, 0.25]) tones.push({ ...CHANGE, atSeconds: from + afterSeconds + later });
      if (parts.length === 0 && halfWay && until - from >= HALF_WAY_LEAST) tick((from + until) / 2);
      if (lastThree) for (const before of [3, 2, 1]) tick(until - before);
      tones.push({ atSeconds: until, hertz: 440, lengthSeconds: 0.6 });
    }
  }
  const seen = new Set<number>();
  return tones
    .filter(({ atSeconds }) => atSeconds >= fromSeconds && atSeconds < untilSeconds)
    .sort((a, b) => a.atSeconds - b.atSeconds || b.hertz - a.hertz)
    .filter(({ atSeconds }) => !seen.has(atSeconds) && seen.add(atSeconds));
}

/** Plays a clock's tones by the audio clock. */
export class ClockTones {
  private context: AudioContext | null = null;
  private planned: OscillatorNode[] = [];
  private timer: ReturnType<typeof setInterval> | undefined;

  /** Whether anything will be heard: a browser allows it only after a tap. */
  get isSilenced(): boolean {
    return this.context !== null && this.context.state !== 'running';
  }

  /** By a tap, so that the browser allows it. */
  async allow(): Promise<void> {
    this.context ??= new AudioContext();
    await this.context.resume();
  }

  follow(score: ClockScore, clock: Clock | null, settings: ToneSettings): void {
    this.stop();
    if (!clock?.isRunning) return;
    this.context ??= new AudioContext();
    const hand = () => this.hand(score, clock, settings);
    // Its own clock stands as long as the browser keeps it silent: whatever was handed over before is late by then.
    this.context.onstatechange = hand;
    hand();
    this.timer = setInterval(hand, AGAIN_MS);
  }

  stop(): void {
    clearInterval(this.timer);
    if (this.context) this.context.onstatechange = null;
    for (const node of this.planned) node.disconnect();
    this.planned = [];
  }

  private hand(score: ClockScore, clock: Clock, settings: ToneSettings): void {
    const { context } = this;
    if (!context) return;
    for (const node of this.planned) node.disconnect();
    this.planned = [];
    const now = serverNow();
    const position = clockPosition(clock, now);
    // While it is held the audio clock goes on: tones come that much later.
    const { step, leftSeconds } = readClock(score, clock, now);
    const later = step ? leftSeconds - (step.untilSeconds - position) : 0;
    // While stations are shown it goes no further than to its count-in.
    const until = Math.min(position + AHEAD_SECONDS, clock.shows ? -COUNT_IN_SECONDS : Infinity);
    for (const { atSeconds, hertz, lengthSeconds } of tonesOf(score, position, until, settings)) {
      const from = context.currentTime + (atSeconds - position) + later;
      const tone = context.createOscillator();
      const loudness = context.createGain();
      tone.frequency.value = hertz;
      loudness.gain.setValueAtTime(settings.loudness, from);
      loudness.gain.exponentialRampToValueAtTime(0.001, from + lengthSeconds);
      tone.connect(loudness).connect(context.destination);
      tone.start(from);
      tone.stop(from + lengthSeconds);
      this.planned.push(tone);
    }
  }
}
