import type { BriefIndex, ClockScore, SessionState } from '@waxwing/core/session';
import { useEffect, useMemo, useState } from 'react';
import { serverNow } from '../../shared/server.ts';
import { ClockTones } from './clockTones.ts';
import { callsOf, ClockVoice } from './clockVoice.ts';
import { useSoundSettings } from './soundSettings.ts';

/** As exact as a voice is. */
const VOICE_MS = 200;

interface ClockSound {
  readonly isOn: boolean;
  /** Wanted, but the browser plays nothing until somebody taps. */
  readonly isSilenced: boolean;
  /** Belongs into a tap: only then a browser lets a page be heard. */
  readonly allow: () => void;
}

/** The clock as this device calls it, and a screen that stays awake while it runs. */
export function useClockSound(index: BriefIndex, score: ClockScore | null, clock: SessionState['clock']): ClockSound {
  const [settings] = useSoundSettings();
  const { tones: hasTones, voice: speaks, loudness, halfWay, lastThree, next } = settings;
  const [isSilenced, setSilenced] = useState(false);
  const tones = useMemo(() => new ClockTones(), []);
  useEffect(() => {
    if (!score || !hasTones) return undefined;
    tones.follow(score, clock, { loudness, halfWay, lastThree });
    const look = setTimeout(() => setSilenced(tones.isSilenced), 300);
    return () => {
      clearTimeout(look);
      tones.stop();
    };
  }, [tones, score, clock, hasTones, loudness, halfWay, lastThree]);
  useEffect(() => {
    if (!score || !clock || !speaks || !('speechSynthesis' in window)) return undefined;
    const calls = callsOf(index, score, { halfWay, next });
    const voice = new ClockVoice((text) => {
      const said = new SpeechSynthesisUtterance(text);
      said.volume = Math.min(1, loudness + 0.3);
      window.speechSynthesis.cancel();
      window.speechSynthesis.speak(said);
    });
    const timer = setInterval(() => voice.look(calls, clock, serverNow()), VOICE_MS);
    return () => {
      clearInterval(timer);
      window.speechSynthesis.cancel();
    };
  }, [index, score, clock, speaks, loudness, halfWay, next]);
  const isRunning = clock?.isRunning === true;
  useEffect(() => {
    if (!isRunning || !('wakeLock' in navigator)) return undefined;
    let lock: WakeLockSentinel | null = null;
    let left = false;
    // Refused when the battery is low: the clock goes on all the same.
    navigator.wakeLock.request('screen').then(
      (given) => {
        lock = given;
        if (left) void given.release();
      },
      () => undefined,
    );
    return () => {
      left = true;
      void lock?.release();
    };
  }, [isRunning]);
  const allow = () => {
    void tones.allow().then(() => setSilenced(tones.isSilenced));
  };
  return { isOn: hasTones || speaks, isSilenced: hasTones && isSilenced, allow };
}
