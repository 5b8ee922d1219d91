import type { ClockScore, SessionState } from '@waxwing/core/session';
import { useEffect, useMemo, useState } from 'react';
import { ClockTones } from './clockTones.ts';

const KEPT_AS = 'waxwing-clock-sound';

interface ClockSound {
  readonly isOn: boolean;
  /** Wanted, but the browser plays nothing until somebody taps. */
  readonly isSilenced: boolean;
  readonly toggle: () => void;
  /** Belongs into a tap: only then a browser lets a page be heard. */
  readonly allow: () => void;
}

/** The tones of the clock on this device, and a screen that stays awake while it runs. */
export function useClockSound(score: ClockScore | null, clock: SessionState['clock']): ClockSound {
  const [isOn, setOn] = useState(() => localStorage.getItem(KEPT_AS) !== 'off');
  const [isSilenced, setSilenced] = useState(false);
  const tones = useMemo(() => new ClockTones(), []);
  useEffect(() => {
    if (!score || !isOn) return undefined;
    tones.follow(score, clock);
    const look = setTimeout(() => setSilenced(tones.isSilenced), 300);
    return () => {
      clearTimeout(look);
      tones.stop();
    };
  }, [tones, score, clock, isOn]);
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
  return {
    isOn,
    isSilenced: isOn && isSilenced,
    allow,
    toggle: () => {
      localStorage.setItem(KEPT_AS, isOn ? 'off' : 'on');
      setOn(!isOn);
      if (!isOn) allow();
    },
  };
}
