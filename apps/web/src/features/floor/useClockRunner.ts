import { useEffect } from 'react';
import { serverNow } from '../../shared/server.ts';
import { ClockRunner } from './clockRunner.ts';
import type { FloorSession } from '../../shared/live/floorSession.ts';

/** How often it is looked whether a stretch has ended. What is shown and heard doesn't wait for this. */
const EVERY_MS = 200;

/** Notes what the clock passes, as long as the page is open; after a sleep, all that has passed meanwhile. */
export function useClockRunner(live: FloorSession): void {
  useEffect(() => {
    const runner = new ClockRunner(live);
    const timer = setInterval(() => runner.look(serverNow()), EVERY_MS);
    return () => clearInterval(timer);
  }, [live]);
}
