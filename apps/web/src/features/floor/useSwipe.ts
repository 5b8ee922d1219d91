import { useMemo, useRef, type TouchEvent } from 'react';

/** A finger has to go this far, and rather sideways than down. */
const FAR_PX = 80;

interface Swipe {
  readonly begin: (event: TouchEvent) => void;
  readonly end: (event: TouchEvent) => void;
}

/** A swipe to the left goes to the next, to the right to the one before; `null` where there is nowhere to go. */
export function useSwipe(onSwitch: ((by: number) => void) | null): Swipe {
  const begun = useRef<{ readonly x: number; readonly y: number } | null>(null);
  return useMemo(
    () => ({
      begin: ({ touches }) => {
        const finger = touches[0];
        begun.current = finger && touches.length === 1 ? { x: finger.clientX, y: finger.clientY } : null;
      },
      end: ({ changedTouches }) => {
        const finger = changedTouches[0];
        const from = begun.current;
        begun.current = null;
        if (!from || !finger || !onSwitch) return;
        const [dx, dy] = [finger.clientX - from.x, finger.clientY - from.y];
        if (Math.abs(dx) > FAR_PX && Math.abs(dx) > 2 * Math.abs(dy)) onSwitch(dx < 0 ? 1 : -1);
      },
    }),
    [onSwitch],
  );
}
