import { useEffect, useState } from 'react';

/** The time, ticking; stops while the page is hidden. */
export function useNow(everyMs = 500): Date {
  const [now, setNow] = useState(() => new Date());
  useEffect(() => {
    const timer = setInterval(() => {
      if (!document.hidden) setNow(new Date());
    }, everyMs);
    return () => clearInterval(timer);
  }, [everyMs]);
  return now;
}
