import { placeAt, secondsAt, secondsOf, type Stretch } from '@waxwing/core/figure';
import { useEffect, useRef, useState } from 'react';

export interface Playback {
  /** Where the rep is, 0–1. */
  readonly place: number;
  readonly isPlaying: boolean;
  readonly isSlow: boolean;
  readonly play: () => void;
  /** From the beginning to the end, and there it stops. */
  readonly playOnce: () => void;
  readonly pause: () => void;
  readonly toggleSlow: () => void;
  readonly scrub: (place: number) => void;
}

const SLOW = 0.5;
/** Who wants no motion sees one moment after the other. */
const MOMENT_MS = 1200;
const MOMENTS = [0, 0.25, 0.5, 0.75, 1];

export function prefersStillness(): boolean {
  return window.matchMedia('(prefers-reduced-motion: reduce)').matches;
}

/** Plays a rep in time: over and over, or once; slower; or wherever it is dragged to. Stands still at `first` until it is told to, or begins at once. */
export function usePlayback(timeline: readonly Stretch[] | null, first: number, playsAtOnce = false): Playback {
  const [place, setPlace] = useState(first);
  const [run, setRun] = useState<'still' | 'round' | 'once'>(playsAtOnce ? 'round' : 'still');
  const [isSlow, setSlow] = useState(false);
  const placeNow = useRef(first);
  const move = (next: number) => {
    placeNow.current = next;
    setPlace(next);
  };

  useEffect(() => {
    if (run === 'still' || !timeline) return;
    if (prefersStillness()) {
      let moment = run === 'once' ? 0 : MOMENTS.findIndex((each) => each > placeNow.current + 1e-6);
      const step = () => {
        if (run === 'once' && moment >= MOMENTS.length) setRun('still');
        else move(MOMENTS[Math.max(0, moment) % MOMENTS.length]!);
        moment += 1;
      };
      step();
      const timer = setInterval(step, MOMENT_MS);
      return () => clearInterval(timer);
    }
    const round = secondsOf(timeline);
    let seconds = run === 'once' || placeNow.current >= 1 ? 0 : secondsAt(timeline, placeNow.current);
    let before: number | null = null;
    let request = requestAnimationFrame(function frame(now) {
      // A tab that was away goes on where it was.
      const passed = before === null ? 0 : Math.min(0.1, (now - before) / 1000);
      before = now;
      seconds += passed * (isSlow ? SLOW : 1);
      if (run === 'once' && seconds >= round) {
        move(1);
        setRun('still');
        return;
      }
      move(placeAt(timeline, seconds));
      request = requestAnimationFrame(frame);
    });
    return () => cancelAnimationFrame(request);
  }, [run, timeline, isSlow]);

  return {
    place,
    isPlaying: run !== 'still',
    isSlow,
    play: () => setRun('round'),
    playOnce: () => setRun('once'),
    pause: () => setRun('still'),
    toggleSlow: () => setSlow((slow) => !slow),
    scrub: (next) => {
      setRun('still');
      move(next);
    },
  };
}
