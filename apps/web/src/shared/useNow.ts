import { useEffect, useState } from 'react';
import { serverNow } from './server.ts';

/** The time as the server counts it, ticking; stops while the page is hidden, and altogether at `null`. */
export function useNow(everyMs: number | null = 500): Date {
  const [now, setNow] = useState(serverNow);
  useEffect(() => {
    if (everyMs === null) return undefined;
    const timer = setInterval(() => {
      if (!document.hidden) setNow(serverNow());
    }, everyMs);
    return () => clearInterval(timer);
  }, [everyMs]);
  return now;
}
