import { useEffect, useState } from 'react';

/** The time, ticking; stops while the page is hidden, and altogether at `null`. */
export function useNow(everyMs: number | null = 500): Date {
  const [now, setNow] = useState(() => new Date());
  useEffect(() => {
    if (everyMs === null) return undefined;
    const timer = setInterval(() => {
      if (!document.hidden) setNow(new Date());
    }, everyMs);
    return () => clearInterval(timer);
  }, [everyMs]);
  return now;
}
