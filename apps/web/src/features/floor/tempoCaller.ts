import { tempoCall, type Tempo } from '@waxwing/core/movement';

/** How a tempo is called on this device. */
export const TEMPO_MODES = ['off', 'ticks', 'voice'] as const;
export type TempoMode = (typeof TEMPO_MODES)[number];

/** Time to begin with the first call. */
const LEAD_MS = 1000;
/** Ticks are handed to the audio clock so far ahead, and looked after so often. */
const AHEAD_SECONDS = 2;
const AGAIN_MS = 500;

/** Calls a tempo rep after rep until it is stopped: ticks by the audio clock, words by the browser's own voice. */
export class TempoCaller {
  private context: AudioContext | null = null;
  private timers: ReturnType<typeof setTimeout>[] = [];
  private ahead: ReturnType<typeof setInterval> | undefined;
  private planned: OscillatorNode[] = [];

  /** By a tap, so that the browser lets it be heard. */
  async allow(): Promise<void> {
    this.context ??= new AudioContext();
    await this.context.resume();
  }

  start(tempo: Tempo, mode: TempoMode): void {
    this.stop();
    if (mode === 'ticks') this.tick(tempo);
    if (mode === 'voice') this.speakRep(tempo, LEAD_MS);
  }

  stop(): void {
    for (const timer of this.timers) clearTimeout(timer);
    this.timers = [];
    clearInterval(this.ahead);
    for (const node of this.planned) node.disconnect();
    this.planned = [];
    if ('speechSynthesis' in window) window.speechSynthesis.cancel();
  }

  private speakRep(tempo: Tempo, inMs: number): void {
    const { beats, repSeconds } = tempoCall(tempo);
    this.timers = beats.map(({ atSeconds, word }) =>
      setTimeout(() => window.speechSynthesis.speak(new SpeechSynthesisUtterance(word)), inMs + atSeconds * 1000),
    );
    this.timers.push(setTimeout(() => this.speakRep(tempo, 0), inMs + repSeconds * 1000));
  }

  private tick(tempo: Tempo): void {
    const { context } = this;
    if (!context) return;
    const { beats, repSeconds } = tempoCall(tempo);
    let rep = context.currentTime + LEAD_MS / 1000;
    const hand = () => {
      for (; rep < context.currentTime + AHEAD_SECONDS; rep += repSeconds) {
        for (const { atSeconds, isTurn } of beats) this.sound(context, rep + atSeconds, isTurn);
      }
    };
    hand();
    this.ahead = setInterval(hand, AGAIN_MS);
  }

  private sound(context: AudioContext, at: number, isTurn: boolean): void {
    const tone = context.createOscillator();
    const loudness = context.createGain();
    tone.frequency.value = isTurn ? 880 : 550;
    loudness.gain.setValueAtTime(isTurn ? 0.25 : 0.12, at);
    loudness.gain.exponentialRampToValueAtTime(0.001, at + 0.07);
    tone.connect(loudness).connect(context.destination);
    tone.start(at);
    tone.stop(at + 0.07);
    this.planned.push(tone);
  }
}
